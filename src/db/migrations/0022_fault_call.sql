CREATE TABLE "fault_call" (
	"id" uuid PRIMARY KEY NOT NULL,
	"job_id" uuid NOT NULL,
	"link_id" uuid NOT NULL,
	"answers" jsonb NOT NULL,
	"called_at" timestamp with time zone DEFAULT clock_timestamp() NOT NULL,
	CONSTRAINT "fault_call_bounded" CHECK (length("fault_call"."answers"::text) <= 4000)
);
--> statement-breakpoint
CREATE TABLE "fault_call_answer" (
	"id" uuid PRIMARY KEY NOT NULL,
	"call_id" uuid NOT NULL,
	"note" text NOT NULL,
	"made_by" text NOT NULL,
	"by_name" text NOT NULL,
	"by_role" text,
	"made_at" timestamp with time zone DEFAULT clock_timestamp() NOT NULL,
	CONSTRAINT "fault_call_answer_bounded" CHECK (length(trim("fault_call_answer"."note")) between 3 and 500)
);
--> statement-breakpoint
ALTER TABLE "fault_call" ADD CONSTRAINT "fault_call_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE restrict ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "fault_call" ADD CONSTRAINT "fault_call_link_id_customer_link_id_fk" FOREIGN KEY ("link_id") REFERENCES "public"."customer_link"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "fault_call_answer" ADD CONSTRAINT "fault_call_answer_call_id_fault_call_id_fk" FOREIGN KEY ("call_id") REFERENCES "public"."fault_call"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "fault_call_answer" ADD CONSTRAINT "fault_call_answer_made_by_user_id_fk" FOREIGN KEY ("made_by") REFERENCES "public"."user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "fault_call_job" ON "fault_call" USING btree ("job_id","called_at");--> statement-breakpoint
CREATE INDEX "fault_call_link" ON "fault_call" USING btree ("link_id");--> statement-breakpoint
CREATE INDEX "fault_call_answer_call" ON "fault_call_answer" USING btree ("call_id");--> statement-breakpoint
-- What a household said and what the crew answered is kept as it was written.
GRANT SELECT, INSERT ON "fault_call", "fault_call_answer" TO awlbright_app;
--> statement-breakpoint
CREATE TRIGGER "fault_call_append_only" BEFORE UPDATE OR DELETE ON "fault_call" FOR EACH ROW EXECUTE FUNCTION evidence_is_append_only();
--> statement-breakpoint
CREATE TRIGGER "fault_call_not_emptied" BEFORE TRUNCATE ON "fault_call" FOR EACH STATEMENT EXECUTE FUNCTION evidence_is_append_only();
--> statement-breakpoint
CREATE TRIGGER "fault_call_answer_append_only" BEFORE UPDATE OR DELETE ON "fault_call_answer" FOR EACH ROW EXECUTE FUNCTION evidence_is_append_only();
--> statement-breakpoint
CREATE TRIGGER "fault_call_answer_not_emptied" BEFORE TRUNCATE ON "fault_call_answer" FOR EACH STATEMENT EXECUTE FUNCTION evidence_is_append_only();
--> statement-breakpoint
CREATE TRIGGER "fault_call_tell" AFTER INSERT ON "fault_call" REFERENCING NEW TABLE AS added FOR EACH STATEMENT EXECUTE FUNCTION tell_of_added_evidence();
