CREATE TABLE "plan_revision" (
	"id" uuid PRIMARY KEY NOT NULL,
	"job_id" uuid NOT NULL,
	"number" integer NOT NULL,
	"note" text NOT NULL,
	"lines" jsonb NOT NULL,
	"made_by" text NOT NULL,
	"made_at" timestamp with time zone DEFAULT clock_timestamp() NOT NULL,
	CONSTRAINT "plan_revision_number" UNIQUE("job_id","number")
);
--> statement-breakpoint
CREATE TABLE "survey_item" (
	"id" uuid PRIMARY KEY NOT NULL,
	"job_id" uuid NOT NULL,
	"sort" integer DEFAULT 0 NOT NULL,
	"kind" text NOT NULL,
	"tag" text NOT NULL,
	"name" text NOT NULL,
	"detail" jsonb NOT NULL,
	CONSTRAINT "survey_item_tag" UNIQUE("job_id","kind","tag"),
	CONSTRAINT "survey_item_kind_known" CHECK ("survey_item"."kind" in ('board', 'pvSystem', 'arrayFace', 'existingBattery', 'vehicleCharger', 'heatPump', 'generator', 'service', 'otherElectrode', 'sourceDevice', 'permission', 'defect', 'declared'))
);
--> statement-breakpoint
CREATE TABLE "household_answer" (
	"id" uuid PRIMARY KEY NOT NULL,
	"job_id" uuid NOT NULL,
	"link_id" uuid NOT NULL,
	"question" text NOT NULL,
	"answer" text NOT NULL,
	"answered_at" timestamp with time zone DEFAULT clock_timestamp() NOT NULL,
	CONSTRAINT "household_answer_bounded" CHECK (length("household_answer"."answer") between 1 and 600)
);
--> statement-breakpoint
CREATE TABLE "household_link" (
	"id" uuid PRIMARY KEY NOT NULL,
	"job_id" uuid NOT NULL,
	"token_hash" text NOT NULL,
	"expires_at" timestamp with time zone NOT NULL,
	"withdrawn_at" timestamp with time zone,
	"opened_at" timestamp with time zone,
	"created_by" text NOT NULL,
	"created_at" timestamp with time zone DEFAULT clock_timestamp() NOT NULL,
	CONSTRAINT "household_link_tokenHash_unique" UNIQUE("token_hash")
);
--> statement-breakpoint
CREATE TABLE "profile" (
	"id" uuid PRIMARY KEY NOT NULL,
	"job_id" uuid NOT NULL,
	"kind" text NOT NULL,
	"name" text NOT NULL,
	"step_h" double precision NOT NULL,
	"row_count" integer NOT NULL,
	"samples" "bytea" NOT NULL,
	"added_by" text NOT NULL,
	"added_at" timestamp with time zone DEFAULT clock_timestamp() NOT NULL,
	CONSTRAINT "profile_of_kind" UNIQUE("job_id","kind"),
	CONSTRAINT "profile_kind_known" CHECK ("profile"."kind" in ('load', 'pv', 'price')),
	CONSTRAINT "profile_rows_known" CHECK ("profile"."row_count" in (8760, 17520, 35040))
);
--> statement-breakpoint
ALTER TABLE "attachment" ADD COLUMN "household_link_id" uuid;--> statement-breakpoint
ALTER TABLE "cable_run" ADD COLUMN "design_current_a" double precision;--> statement-breakpoint
ALTER TABLE "cable_run" ADD COLUMN "device_a" double precision;--> statement-breakpoint
ALTER TABLE "cable_run" ADD COLUMN "derating" double precision DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE "cable_run" ADD COLUMN "fault_current_a" double precision;--> statement-breakpoint
ALTER TABLE "cable_run" ADD COLUMN "fault_s" double precision;--> statement-breakpoint
ALTER TABLE "cable_run" ADD COLUMN "extra_m" double precision DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "circuit" ADD COLUMN "board_tag" text;--> statement-breakpoint
ALTER TABLE "circuit" ADD COLUMN "breaker_a" double precision;--> statement-breakpoint
ALTER TABLE "circuit" ADD COLUMN "curve" text;--> statement-breakpoint
ALTER TABLE "circuit" ADD COLUMN "phase" text DEFAULT 'all' NOT NULL;--> statement-breakpoint
ALTER TABLE "customer_promise" ADD COLUMN "changed_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "customer_promise" ADD COLUMN "change_note" text;--> statement-breakpoint
ALTER TABLE "job" ADD COLUMN "site" jsonb DEFAULT '{}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "job" ADD COLUMN "assumptions" jsonb DEFAULT '{}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "job" ADD COLUMN "first_word" text;--> statement-breakpoint
ALTER TABLE "job" ADD COLUMN "first_word_because" text;--> statement-breakpoint
ALTER TABLE "job" ADD COLUMN "first_word_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "load" ADD COLUMN "turn_off_first" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "load" ADD COLUMN "pattern" text DEFAULT 'steady' NOT NULL;--> statement-breakpoint
ALTER TABLE "load" ADD COLUMN "circuit_tag" text;--> statement-breakpoint
ALTER TABLE "load" ADD COLUMN "running_a" double precision;--> statement-breakpoint
ALTER TABLE "load" ADD COLUMN "code_letter" text;--> statement-breakpoint
ALTER TABLE "load" ADD COLUMN "hp" double precision;--> statement-breakpoint
ALTER TABLE "load" ADD COLUMN "starter" text;--> statement-breakpoint
ALTER TABLE "load" ADD COLUMN "start_factor" double precision;--> statement-breakpoint
ALTER TABLE "load" ADD COLUMN "start_s" double precision;--> statement-breakpoint
ALTER TABLE "load" ADD COLUMN "maker_max_lra_a" double precision;--> statement-breakpoint
ALTER TABLE "load" ADD COLUMN "maker_max_device_a" double precision;--> statement-breakpoint
ALTER TABLE "plan_revision" ADD CONSTRAINT "plan_revision_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE restrict ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "plan_revision" ADD CONSTRAINT "plan_revision_made_by_user_id_fk" FOREIGN KEY ("made_by") REFERENCES "public"."user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "survey_item" ADD CONSTRAINT "survey_item_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "household_answer" ADD CONSTRAINT "household_answer_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE restrict ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "household_answer" ADD CONSTRAINT "household_answer_link_id_household_link_id_fk" FOREIGN KEY ("link_id") REFERENCES "public"."household_link"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "household_link" ADD CONSTRAINT "household_link_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE restrict ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "household_link" ADD CONSTRAINT "household_link_created_by_user_id_fk" FOREIGN KEY ("created_by") REFERENCES "public"."user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "profile" ADD CONSTRAINT "profile_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "profile" ADD CONSTRAINT "profile_added_by_user_id_fk" FOREIGN KEY ("added_by") REFERENCES "public"."user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "household_answer_job" ON "household_answer" USING btree ("job_id","answered_at");--> statement-breakpoint
CREATE INDEX "household_link_job" ON "household_link" USING btree ("job_id");--> statement-breakpoint
ALTER TABLE "load" ADD CONSTRAINT "load_pattern_known" CHECK ("load"."pattern" in ('steady', 'daytime', 'evening', 'night', 'heating', 'cooling'));