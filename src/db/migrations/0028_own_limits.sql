CREATE TABLE "crew_limit" (
	"id" uuid PRIMARY KEY NOT NULL,
	"key" text NOT NULL,
	"value" double precision,
	"reason" text NOT NULL,
	"made_by" text NOT NULL,
	"by_name" text NOT NULL,
	"by_role" text,
	"made_at" timestamp with time zone DEFAULT clock_timestamp() NOT NULL,
	"crew_id" uuid NOT NULL,
	"pack_id" text NOT NULL,
	CONSTRAINT "crew_limit_value_finite" CHECK ("crew_limit"."value" is null or ("crew_limit"."value" > '-Infinity'::float8 and "crew_limit"."value" < 'Infinity'::float8)),
	CONSTRAINT "crew_limit_pack_known" CHECK ("crew_limit"."pack_id" in ('iec-1ph-230', 'iec-3ph-400', 'na-split-240')),
	CONSTRAINT "crew_limit_key_bounded" CHECK (length("crew_limit"."key") between 1 and 40),
	CONSTRAINT "crew_limit_reason_given" CHECK (length(trim("crew_limit"."reason")) between 10 and 300)
);
--> statement-breakpoint
CREATE TABLE "job_limit" (
	"id" uuid PRIMARY KEY NOT NULL,
	"key" text NOT NULL,
	"value" double precision,
	"reason" text NOT NULL,
	"made_by" text NOT NULL,
	"by_name" text NOT NULL,
	"by_role" text,
	"made_at" timestamp with time zone DEFAULT clock_timestamp() NOT NULL,
	"job_id" uuid NOT NULL,
	CONSTRAINT "job_limit_value_finite" CHECK ("job_limit"."value" is null or ("job_limit"."value" > '-Infinity'::float8 and "job_limit"."value" < 'Infinity'::float8)),
	CONSTRAINT "job_limit_key_bounded" CHECK (length("job_limit"."key") between 1 and 40),
	CONSTRAINT "job_limit_reason_given" CHECK (length(trim("job_limit"."reason")) between 10 and 300)
);
--> statement-breakpoint
ALTER TABLE "crew_limit" ADD CONSTRAINT "crew_limit_made_by_user_id_fk" FOREIGN KEY ("made_by") REFERENCES "public"."user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "crew_limit" ADD CONSTRAINT "crew_limit_crew_id_crew_id_fk" FOREIGN KEY ("crew_id") REFERENCES "public"."crew"("id") ON DELETE restrict ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "job_limit" ADD CONSTRAINT "job_limit_made_by_user_id_fk" FOREIGN KEY ("made_by") REFERENCES "public"."user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "job_limit" ADD CONSTRAINT "job_limit_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE restrict ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "crew_limit_crew" ON "crew_limit" USING btree ("crew_id","pack_id","made_at");--> statement-breakpoint
CREATE INDEX "job_limit_job" ON "job_limit" USING btree ("job_id","made_at");--> statement-breakpoint
-- Who set which limit and why is kept as it was written.
GRANT SELECT, INSERT ON "job_limit", "crew_limit" TO awlbright_app;
--> statement-breakpoint
CREATE TRIGGER "job_limit_append_only" BEFORE UPDATE OR DELETE ON "job_limit" FOR EACH ROW EXECUTE FUNCTION evidence_is_append_only();
--> statement-breakpoint
CREATE TRIGGER "job_limit_not_emptied" BEFORE TRUNCATE ON "job_limit" FOR EACH STATEMENT EXECUTE FUNCTION evidence_is_append_only();
--> statement-breakpoint
CREATE TRIGGER "job_limit_tell" AFTER INSERT ON "job_limit" REFERENCING NEW TABLE AS added FOR EACH STATEMENT EXECUTE FUNCTION tell_of_added_evidence();
--> statement-breakpoint
CREATE TRIGGER "job_limit_changed_in" AFTER INSERT ON "job_limit" REFERENCING NEW TABLE AS fresh FOR EACH STATEMENT EXECUTE FUNCTION job_has_changed();
--> statement-breakpoint
CREATE TRIGGER "crew_limit_append_only" BEFORE UPDATE OR DELETE ON "crew_limit" FOR EACH ROW EXECUTE FUNCTION evidence_is_append_only();
--> statement-breakpoint
CREATE TRIGGER "crew_limit_not_emptied" BEFORE TRUNCATE ON "crew_limit" FOR EACH STATEMENT EXECUTE FUNCTION evidence_is_append_only();
