CREATE TABLE "handover_signature" (
	"id" uuid PRIMARY KEY NOT NULL,
	"job_id" uuid NOT NULL,
	"capacity" text NOT NULL,
	"name" text NOT NULL,
	"drawing" text,
	"saw" text NOT NULL,
	"made_by" text NOT NULL,
	"by_name" text NOT NULL,
	"by_role" text,
	"made_at" timestamp with time zone DEFAULT clock_timestamp() NOT NULL,
	CONSTRAINT "handover_signature_capacity_known" CHECK ("handover_signature"."capacity" in ('lead', 'checker', 'customer')),
	CONSTRAINT "handover_signature_name_bounded" CHECK (length(trim("handover_signature"."name")) between 2 and 80),
	CONSTRAINT "handover_signature_drawing_bounded" CHECK ("handover_signature"."drawing" is null or length("handover_signature"."drawing") <= 20000),
	CONSTRAINT "handover_signature_saw_digest" CHECK ("handover_signature"."saw" ~ '^[0-9a-f]{64}$')
);
--> statement-breakpoint
CREATE TABLE "point_review" (
	"id" uuid PRIMARY KEY NOT NULL,
	"job_id" uuid NOT NULL,
	"point_key" text NOT NULL,
	"word" text NOT NULL,
	"note" text,
	"saw" text NOT NULL,
	"made_by" text NOT NULL,
	"by_name" text NOT NULL,
	"by_role" text,
	"made_at" timestamp with time zone DEFAULT clock_timestamp() NOT NULL,
	CONSTRAINT "point_review_word_known" CHECK ("point_review"."word" in ('agreed', 'sentBack')),
	CONSTRAINT "point_review_bounded" CHECK (length("point_review"."point_key") <= 200 and length("point_review"."saw") <= 400),
	CONSTRAINT "point_review_sent_back_says_why" CHECK ("point_review"."word" <> 'sentBack' or ("point_review"."note" is not null and length(trim("point_review"."note")) between 5 and 500))
);
--> statement-breakpoint
ALTER TABLE "handover_signature" ADD CONSTRAINT "handover_signature_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE restrict ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "handover_signature" ADD CONSTRAINT "handover_signature_made_by_user_id_fk" FOREIGN KEY ("made_by") REFERENCES "public"."user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "point_review" ADD CONSTRAINT "point_review_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE restrict ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "point_review" ADD CONSTRAINT "point_review_made_by_user_id_fk" FOREIGN KEY ("made_by") REFERENCES "public"."user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "handover_signature_job" ON "handover_signature" USING btree ("job_id","made_at");--> statement-breakpoint
CREATE INDEX "point_review_job" ON "point_review" USING btree ("job_id","made_at");--> statement-breakpoint
-- What a checker said and who signed is kept as it was written.
GRANT SELECT, INSERT ON "point_review", "handover_signature" TO awlbright_app;
--> statement-breakpoint
CREATE TRIGGER "point_review_append_only" BEFORE UPDATE OR DELETE ON "point_review" FOR EACH ROW EXECUTE FUNCTION evidence_is_append_only();
--> statement-breakpoint
CREATE TRIGGER "point_review_not_emptied" BEFORE TRUNCATE ON "point_review" FOR EACH STATEMENT EXECUTE FUNCTION evidence_is_append_only();
--> statement-breakpoint
CREATE TRIGGER "handover_signature_append_only" BEFORE UPDATE OR DELETE ON "handover_signature" FOR EACH ROW EXECUTE FUNCTION evidence_is_append_only();
--> statement-breakpoint
CREATE TRIGGER "handover_signature_not_emptied" BEFORE TRUNCATE ON "handover_signature" FOR EACH STATEMENT EXECUTE FUNCTION evidence_is_append_only();
--> statement-breakpoint
CREATE TRIGGER "point_review_tell" AFTER INSERT ON "point_review" REFERENCING NEW TABLE AS added FOR EACH STATEMENT EXECUTE FUNCTION tell_of_added_evidence();
--> statement-breakpoint
CREATE TRIGGER "handover_signature_tell" AFTER INSERT ON "handover_signature" REFERENCING NEW TABLE AS added FOR EACH STATEMENT EXECUTE FUNCTION tell_of_added_evidence();
