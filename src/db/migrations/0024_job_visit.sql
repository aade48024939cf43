CREATE TABLE "job_visit" (
	"id" uuid PRIMARY KEY NOT NULL,
	"job_id" uuid NOT NULL,
	"kind" text NOT NULL,
	"reason" text NOT NULL,
	"touched" jsonb NOT NULL,
	"opened_at" timestamp with time zone NOT NULL,
	"made_by" text NOT NULL,
	"by_name" text NOT NULL,
	"by_role" text,
	"received_at" timestamp with time zone DEFAULT clock_timestamp() NOT NULL,
	CONSTRAINT "job_visit_kind_known" CHECK ("job_visit"."kind" in ('extension', 'fault', 'periodic')),
	CONSTRAINT "job_visit_reason_given" CHECK (length(trim("job_visit"."reason")) between 5 and 300),
	CONSTRAINT "job_visit_touched_bounded" CHECK (length("job_visit"."touched"::text) <= 4000)
);
--> statement-breakpoint
ALTER TABLE "job_visit" ADD CONSTRAINT "job_visit_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE restrict ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "job_visit" ADD CONSTRAINT "job_visit_made_by_user_id_fk" FOREIGN KEY ("made_by") REFERENCES "public"."user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "job_visit_job" ON "job_visit" USING btree ("job_id","opened_at");--> statement-breakpoint
-- What a crew came back for is kept as it was written.
GRANT SELECT, INSERT ON "job_visit" TO awlbright_app;
--> statement-breakpoint
CREATE TRIGGER "job_visit_append_only" BEFORE UPDATE OR DELETE ON "job_visit" FOR EACH ROW EXECUTE FUNCTION evidence_is_append_only();
--> statement-breakpoint
CREATE TRIGGER "job_visit_not_emptied" BEFORE TRUNCATE ON "job_visit" FOR EACH STATEMENT EXECUTE FUNCTION evidence_is_append_only();
--> statement-breakpoint
CREATE TRIGGER "job_visit_tell" AFTER INSERT ON "job_visit" REFERENCING NEW TABLE AS added FOR EACH STATEMENT EXECUTE FUNCTION tell_of_added_evidence();
--> statement-breakpoint
CREATE TRIGGER "job_visit_changed_in" AFTER INSERT ON "job_visit" REFERENCING NEW TABLE AS fresh FOR EACH STATEMENT EXECUTE FUNCTION job_has_changed();
