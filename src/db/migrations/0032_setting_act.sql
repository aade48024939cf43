CREATE TABLE "setting_act" (
	"id" uuid PRIMARY KEY NOT NULL,
	"job_id" uuid NOT NULL,
	"kind" text NOT NULL,
	"key" text,
	"value" double precision,
	"before" double precision,
	"read_back" double precision,
	"address" text,
	"reason" text,
	"made_by" text NOT NULL,
	"by_name" text NOT NULL,
	"by_role" text,
	"made_at" timestamp with time zone DEFAULT clock_timestamp() NOT NULL,
	CONSTRAINT "setting_act_kind_known" CHECK ("setting_act"."kind" in ('planned', 'removed', 'written', 'writingAllowed', 'writingWithdrawn')),
	CONSTRAINT "setting_act_value_finite" CHECK ("setting_act"."value" is null or ("setting_act"."value" > '-Infinity'::float8 and "setting_act"."value" < 'Infinity'::float8)),
	CONSTRAINT "setting_act_before_finite" CHECK ("setting_act"."before" is null or ("setting_act"."before" > '-Infinity'::float8 and "setting_act"."before" < 'Infinity'::float8)),
	CONSTRAINT "setting_act_read_back_finite" CHECK ("setting_act"."read_back" is null or ("setting_act"."read_back" > '-Infinity'::float8 and "setting_act"."read_back" < 'Infinity'::float8)),
	CONSTRAINT "setting_act_key_bounded" CHECK (length("setting_act"."key") between 1 and 60),
	CONSTRAINT "setting_act_address_bounded" CHECK (length("setting_act"."address") between 1 and 270),
	CONSTRAINT "setting_act_reason_bounded" CHECK (length("setting_act"."reason") <= 300),
	CONSTRAINT "setting_act_reason_given" CHECK ("setting_act"."kind" <> 'writingAllowed' or ("setting_act"."address" is not null and length(trim("setting_act"."reason")) >= 10))
);
--> statement-breakpoint
ALTER TABLE "planned_setting" ADD COLUMN "why" text;--> statement-breakpoint
ALTER TABLE "planned_setting" ADD COLUMN "origin" text;--> statement-breakpoint
ALTER TABLE "setting_act" ADD CONSTRAINT "setting_act_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE restrict ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "setting_act" ADD CONSTRAINT "setting_act_made_by_user_id_fk" FOREIGN KEY ("made_by") REFERENCES "public"."user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "setting_act_job" ON "setting_act" USING btree ("job_id","made_at");--> statement-breakpoint
-- What was planned, written and allowed is kept as it was; it changes no verdict, and no summary is made anew for it.
GRANT SELECT, INSERT ON "setting_act" TO awlbright_app;
--> statement-breakpoint
CREATE TRIGGER "setting_act_append_only" BEFORE UPDATE OR DELETE ON "setting_act" FOR EACH ROW EXECUTE FUNCTION evidence_is_append_only();
--> statement-breakpoint
CREATE TRIGGER "setting_act_not_emptied" BEFORE TRUNCATE ON "setting_act" FOR EACH STATEMENT EXECUTE FUNCTION evidence_is_append_only();
