CREATE TABLE "outage_mark" (
	"id" uuid PRIMARY KEY NOT NULL,
	"job_id" uuid NOT NULL,
	"run_id" uuid NOT NULL,
	"kind" text NOT NULL,
	"subject" text,
	"value" double precision,
	"at" timestamp with time zone NOT NULL,
	"device" text NOT NULL,
	"clock_offset_ms" double precision,
	"clock_error_ms" double precision,
	"made_by" text NOT NULL,
	"by_name" text NOT NULL,
	"by_role" text,
	"received_at" timestamp with time zone DEFAULT clock_timestamp() NOT NULL,
	CONSTRAINT "outage_mark_kind_known" CHECK ("outage_mark"."kind" in ('begun', 'out', 'back', 'loadOn', 'loadOff', 'drawn', 'running', 'dead', 'tripped', 'sourceOff', 'sourceBack', 'awake', 'streetBack', 'onStreet', 'ended', 'takenBack')),
	CONSTRAINT "outage_mark_value_finite" CHECK ("outage_mark"."value" is null or ("outage_mark"."value" > '-Infinity'::float8 and "outage_mark"."value" < 'Infinity'::float8)),
	CONSTRAINT "outage_mark_offset_finite" CHECK ("outage_mark"."clock_offset_ms" is null or ("outage_mark"."clock_offset_ms" > '-Infinity'::float8 and "outage_mark"."clock_offset_ms" < 'Infinity'::float8)),
	CONSTRAINT "outage_mark_error_finite" CHECK ("outage_mark"."clock_error_ms" is null or ("outage_mark"."clock_error_ms" > '-Infinity'::float8 and "outage_mark"."clock_error_ms" < 'Infinity'::float8)),
	CONSTRAINT "outage_mark_bounded" CHECK (length("outage_mark"."device") between 1 and 40 and ("outage_mark"."subject" is null or length("outage_mark"."subject") <= 40))
);
--> statement-breakpoint
ALTER TABLE "outage_mark" ADD CONSTRAINT "outage_mark_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE restrict ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "outage_mark" ADD CONSTRAINT "outage_mark_made_by_user_id_fk" FOREIGN KEY ("made_by") REFERENCES "public"."user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "outage_mark_job" ON "outage_mark" USING btree ("job_id","received_at");--> statement-breakpoint
-- What was tapped while the supply was cut is kept as it was tapped.
GRANT SELECT, INSERT ON "outage_mark" TO awlbright_app;
--> statement-breakpoint
CREATE TRIGGER "outage_mark_append_only" BEFORE UPDATE OR DELETE ON "outage_mark" FOR EACH ROW EXECUTE FUNCTION evidence_is_append_only();
--> statement-breakpoint
CREATE TRIGGER "outage_mark_not_emptied" BEFORE TRUNCATE ON "outage_mark" FOR EACH STATEMENT EXECUTE FUNCTION evidence_is_append_only();
--> statement-breakpoint
CREATE TRIGGER "outage_mark_tell" AFTER INSERT ON "outage_mark" REFERENCING NEW TABLE AS added FOR EACH STATEMENT EXECUTE FUNCTION tell_of_added_evidence();
