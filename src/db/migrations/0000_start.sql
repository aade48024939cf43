CREATE TABLE "account" (
	"id" text PRIMARY KEY NOT NULL,
	"account_id" text NOT NULL,
	"provider_id" text NOT NULL,
	"user_id" text NOT NULL,
	"access_token" text,
	"refresh_token" text,
	"id_token" text,
	"access_token_expires_at" timestamp with time zone,
	"refresh_token_expires_at" timestamp with time zone,
	"scope" text,
	"password" text,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "session" (
	"id" text PRIMARY KEY NOT NULL,
	"expires_at" timestamp with time zone NOT NULL,
	"token" text NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL,
	"ip_address" text,
	"user_agent" text,
	"user_id" text NOT NULL,
	CONSTRAINT "session_token_unique" UNIQUE("token")
);
--> statement-breakpoint
CREATE TABLE "user" (
	"id" text PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"email" text NOT NULL,
	"email_verified" boolean DEFAULT false NOT NULL,
	"image" text,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "user_email_unique" UNIQUE("email")
);
--> statement-breakpoint
CREATE TABLE "verification" (
	"id" text PRIMARY KEY NOT NULL,
	"identifier" text NOT NULL,
	"value" text NOT NULL,
	"expires_at" timestamp with time zone NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "crew" (
	"id" uuid PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "crew_member" (
	"crew_id" uuid NOT NULL,
	"user_id" text NOT NULL,
	"role" text NOT NULL,
	CONSTRAINT "crew_member_crew_id_user_id_pk" PRIMARY KEY("crew_id","user_id"),
	CONSTRAINT "crew_member_role_known" CHECK ("crew_member"."role" in ('lead', 'hand', 'office', 'checker'))
);
--> statement-breakpoint
CREATE TABLE "instrument" (
	"id" uuid PRIMARY KEY NOT NULL,
	"crew_id" uuid NOT NULL,
	"tag" text NOT NULL,
	"name" text NOT NULL,
	"calibration_due" date,
	"low_impedance" boolean DEFAULT false NOT NULL,
	"functions" jsonb NOT NULL
);
--> statement-breakpoint
CREATE TABLE "hold_override" (
	"id" uuid PRIMARY KEY NOT NULL,
	"job_id" uuid NOT NULL,
	"step" text NOT NULL,
	"condition" text NOT NULL,
	"reason" text NOT NULL,
	"made_by" text NOT NULL,
	"made_at" timestamp with time zone DEFAULT clock_timestamp() NOT NULL,
	CONSTRAINT "hold_override_reason_given" CHECK (length(trim("hold_override"."reason")) >= 10),
	CONSTRAINT "hold_override_step_known" CHECK ("hold_override"."step" in ('firstIsland', 'loadedIsland', 'handover'))
);
--> statement-breakpoint
CREATE TABLE "reading" (
	"id" uuid PRIMARY KEY NOT NULL,
	"job_id" uuid NOT NULL,
	"point_key" text NOT NULL,
	"slot" text NOT NULL,
	"value_number" double precision,
	"value_word" text,
	"digits" text,
	"unit" text NOT NULL,
	"detail" jsonb,
	"instrument_id" uuid,
	"recorded_by" text NOT NULL,
	"recorded_at" timestamp with time zone NOT NULL,
	"received_at" timestamp with time zone DEFAULT clock_timestamp() NOT NULL,
	"supersedes" uuid,
	"supersede_reason" text,
	"shown_verdict" text NOT NULL,
	CONSTRAINT "reading_one_superseder" UNIQUE("supersedes"),
	CONSTRAINT "reading_value_finite" CHECK ("reading"."value_number" is null or ("reading"."value_number" > '-Infinity'::float8 and "reading"."value_number" < 'Infinity'::float8)),
	CONSTRAINT "reading_has_value" CHECK ("reading"."value_number" is not null or "reading"."value_word" is not null),
	CONSTRAINT "reading_word_bounded" CHECK ("reading"."value_word" is null or length("reading"."value_word") between 1 and 60),
	CONSTRAINT "reading_correction_has_reason" CHECK (("reading"."supersedes" is null) = ("reading"."supersede_reason" is null) and ("reading"."supersede_reason" is null or length(trim("reading"."supersede_reason")) > 0)),
	CONSTRAINT "reading_not_its_own_correction" CHECK ("reading"."supersedes" is null or "reading"."supersedes" <> "reading"."id"),
	CONSTRAINT "reading_verdict_known" CHECK ("reading"."shown_verdict" in ('proven', 'watch', 'open', 'stop')),
	CONSTRAINT "reading_unit_known" CHECK ("reading"."unit" in ('Ω', 'V', 'A', 'W', 'VA', 'Wh', 'Hz', 's', 'ms', 'mA', 'm', 'mm', '°', '°C', '%', 'Nm', 'kg', ''))
);
--> statement-breakpoint
CREATE TABLE "attachment" (
	"id" uuid PRIMARY KEY NOT NULL,
	"job_id" uuid NOT NULL,
	"kind" text NOT NULL,
	"subject" text NOT NULL,
	"file_name" text NOT NULL,
	"sha256" text NOT NULL,
	"taken_at" timestamp with time zone,
	"added_by" text NOT NULL,
	"received_at" timestamp with time zone DEFAULT clock_timestamp() NOT NULL,
	CONSTRAINT "attachment_kind_known" CHECK ("attachment"."kind" in ('picture', 'recording', 'document'))
);
--> statement-breakpoint
CREATE TABLE "customer_link" (
	"id" uuid PRIMARY KEY NOT NULL,
	"pack_id" uuid NOT NULL,
	"token_hash" text NOT NULL,
	"expires_at" timestamp with time zone NOT NULL,
	"withdrawn_at" timestamp with time zone,
	"opened_at" timestamp with time zone,
	"created_by" text NOT NULL,
	"created_at" timestamp with time zone DEFAULT clock_timestamp() NOT NULL,
	CONSTRAINT "customer_link_tokenHash_unique" UNIQUE("token_hash")
);
--> statement-breakpoint
CREATE TABLE "file_chunk" (
	"sha256" text NOT NULL,
	"index" integer NOT NULL,
	"bytes" "bytea" NOT NULL,
	CONSTRAINT "file_chunk_sha256_index_pk" PRIMARY KEY("sha256","index")
);
--> statement-breakpoint
CREATE TABLE "pack" (
	"id" uuid PRIMARY KEY NOT NULL,
	"job_id" uuid NOT NULL,
	"sha256" text NOT NULL,
	"public_key" text NOT NULL,
	"summary" jsonb NOT NULL,
	"sealed_by" text NOT NULL,
	"sealed_at" timestamp with time zone DEFAULT clock_timestamp() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "pack_request" (
	"id" uuid PRIMARY KEY NOT NULL,
	"job_id" uuid NOT NULL,
	"requested_by" text NOT NULL,
	"requested_at" timestamp with time zone DEFAULT clock_timestamp() NOT NULL,
	"state" text DEFAULT 'waiting' NOT NULL,
	"pack_id" uuid,
	"failure" text
);
--> statement-breakpoint
CREATE TABLE "stored_file" (
	"sha256" text PRIMARY KEY NOT NULL,
	"byte_count" bigint NOT NULL,
	"media_type" text NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "stored_file_digest" CHECK ("stored_file"."sha256" ~ '^[0-9a-f]{64}$')
);
--> statement-breakpoint
CREATE TABLE "cable_run" (
	"id" uuid PRIMARY KEY NOT NULL,
	"job_id" uuid NOT NULL,
	"sort" integer DEFAULT 0 NOT NULL,
	"tag" text NOT NULL,
	"from_place" text NOT NULL,
	"to_place" text NOT NULL,
	"size" text NOT NULL,
	"length_m" double precision NOT NULL,
	"conductor_temp_c" double precision NOT NULL,
	CONSTRAINT "cable_run_tag" UNIQUE("job_id","tag"),
	CONSTRAINT "cable_run_length_finite" CHECK ("cable_run"."length_m" > 0 and "cable_run"."length_m" < 10000),
	CONSTRAINT "cable_run_temperature_finite" CHECK ("cable_run"."conductor_temp_c" between -40 and 90)
);
--> statement-breakpoint
CREATE TABLE "circuit" (
	"id" uuid PRIMARY KEY NOT NULL,
	"job_id" uuid NOT NULL,
	"sort" integer DEFAULT 0 NOT NULL,
	"tag" text NOT NULL,
	"name" text NOT NULL,
	"device" text NOT NULL,
	"i_delta_n_ma" double precision,
	"backed_up" boolean NOT NULL,
	CONSTRAINT "circuit_tag" UNIQUE("job_id","tag"),
	CONSTRAINT "circuit_device_known" CHECK ("circuit"."device" in ('general', 'delayed', 'gfciA')),
	CONSTRAINT "circuit_rating_finite" CHECK ("circuit"."i_delta_n_ma" is null or ("circuit"."i_delta_n_ma" > '-Infinity'::float8 and "circuit"."i_delta_n_ma" < 'Infinity'::float8))
);
--> statement-breakpoint
CREATE TABLE "component" (
	"id" uuid PRIMARY KEY NOT NULL,
	"job_id" uuid NOT NULL,
	"sort" integer DEFAULT 0 NOT NULL,
	"tag" text NOT NULL,
	"kind" text NOT NULL,
	"name" text NOT NULL,
	"model" text NOT NULL,
	"minimum_firmware" text,
	CONSTRAINT "component_tag" UNIQUE("job_id","tag"),
	CONSTRAINT "component_kind_known" CHECK ("component"."kind" in ('inverter', 'battery', 'gateway', 'isolator', 'surge', 'meter', 'pv'))
);
--> statement-breakpoint
CREATE TABLE "customer_promise" (
	"id" uuid PRIMARY KEY NOT NULL,
	"job_id" uuid NOT NULL,
	"sort" integer DEFAULT 0 NOT NULL,
	"kind" text NOT NULL,
	"sentence" text NOT NULL,
	"gap_class" text,
	"runtime_h" double precision,
	"load_tags" jsonb NOT NULL,
	CONSTRAINT "customer_promise_kind_known" CHECK ("customer_promise"."kind" in ('staysOn', 'gapClass', 'runtime', 'protection')),
	CONSTRAINT "customer_promise_runtime_finite" CHECK ("customer_promise"."runtime_h" is null or ("customer_promise"."runtime_h" > '-Infinity'::float8 and "customer_promise"."runtime_h" < 'Infinity'::float8))
);
--> statement-breakpoint
CREATE TABLE "electrode" (
	"id" uuid PRIMARY KEY NOT NULL,
	"job_id" uuid NOT NULL,
	"sort" integer DEFAULT 0 NOT NULL,
	"tag" text NOT NULL,
	"kind" text NOT NULL,
	"target_ohm" double precision NOT NULL,
	"seasonal_factor" double precision NOT NULL,
	CONSTRAINT "electrode_tag" UNIQUE("job_id","tag"),
	CONSTRAINT "electrode_target_known" CHECK ("electrode"."target_ohm" in (20, 50, 100, 200)),
	CONSTRAINT "electrode_season_sound" CHECK ("electrode"."seasonal_factor" >= 1 and "electrode"."seasonal_factor" <= 5)
);
--> statement-breakpoint
CREATE TABLE "job" (
	"id" uuid PRIMARY KEY NOT NULL,
	"crew_id" uuid NOT NULL,
	"name" text NOT NULL,
	"place" text NOT NULL,
	"pack_id" text NOT NULL,
	"test_depth" text DEFAULT 'essential' NOT NULL,
	"scheduled_day" date,
	"accepts_shedding" boolean DEFAULT false NOT NULL,
	"chosen_school" text,
	"school_reason" text,
	"supply" jsonb NOT NULL,
	"sources" jsonb NOT NULL,
	"gateway_host" text,
	"gateway_port" integer,
	"version" integer DEFAULT 1 NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "job_pack_known" CHECK ("job"."pack_id" in ('iec-1ph-230', 'iec-3ph-400', 'na-split-240')),
	CONSTRAINT "job_name_given" CHECK (length(trim("job"."name")) between 1 and 120)
);
--> statement-breakpoint
CREATE TABLE "load" (
	"id" uuid PRIMARY KEY NOT NULL,
	"job_id" uuid NOT NULL,
	"sort" integer DEFAULT 0 NOT NULL,
	"tag" text NOT NULL,
	"name" text NOT NULL,
	"power_w" double precision NOT NULL,
	"power_factor" double precision NOT NULL,
	"duty" double precision NOT NULL,
	"locked_rotor_a" double precision,
	"phase" text NOT NULL,
	"priority" integer NOT NULL,
	"backed_up" boolean NOT NULL,
	"must_stay_on" boolean NOT NULL,
	CONSTRAINT "load_tag" UNIQUE("job_id","tag"),
	CONSTRAINT "load_power_finite" CHECK ("load"."power_w" >= 0 and "load"."power_w" < 'Infinity'),
	CONSTRAINT "load_factor_share" CHECK ("load"."power_factor" > 0 and "load"."power_factor" <= 1),
	CONSTRAINT "load_duty_share" CHECK ("load"."duty" >= 0 and "load"."duty" <= 1),
	CONSTRAINT "load_priority_known" CHECK ("load"."priority" between 1 and 9),
	CONSTRAINT "load_locked_rotor_finite" CHECK ("load"."locked_rotor_a" is null or ("load"."locked_rotor_a" > '-Infinity'::float8 and "load"."locked_rotor_a" < 'Infinity'::float8))
);
--> statement-breakpoint
CREATE TABLE "planned_setting" (
	"id" uuid PRIMARY KEY NOT NULL,
	"job_id" uuid NOT NULL,
	"sort" integer DEFAULT 0 NOT NULL,
	"key" text NOT NULL,
	"label" text NOT NULL,
	"value" double precision NOT NULL,
	"unit" text NOT NULL,
	"tolerance" double precision NOT NULL,
	CONSTRAINT "planned_setting_key" UNIQUE("job_id","key"),
	CONSTRAINT "planned_setting_finite" CHECK ("planned_setting"."value" is null or ("planned_setting"."value" > '-Infinity'::float8 and "planned_setting"."value" < 'Infinity'::float8)),
	CONSTRAINT "planned_setting_tolerance" CHECK ("planned_setting"."tolerance" >= 0 and "planned_setting"."tolerance" < 'Infinity')
);
--> statement-breakpoint
ALTER TABLE "account" ADD CONSTRAINT "account_user_id_user_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."user"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "session" ADD CONSTRAINT "session_user_id_user_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."user"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "crew_member" ADD CONSTRAINT "crew_member_crew_id_crew_id_fk" FOREIGN KEY ("crew_id") REFERENCES "public"."crew"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "crew_member" ADD CONSTRAINT "crew_member_user_id_user_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "instrument" ADD CONSTRAINT "instrument_crew_id_crew_id_fk" FOREIGN KEY ("crew_id") REFERENCES "public"."crew"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "hold_override" ADD CONSTRAINT "hold_override_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE restrict ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "hold_override" ADD CONSTRAINT "hold_override_made_by_user_id_fk" FOREIGN KEY ("made_by") REFERENCES "public"."user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "reading" ADD CONSTRAINT "reading_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE restrict ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "reading" ADD CONSTRAINT "reading_instrument_id_instrument_id_fk" FOREIGN KEY ("instrument_id") REFERENCES "public"."instrument"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "reading" ADD CONSTRAINT "reading_recorded_by_user_id_fk" FOREIGN KEY ("recorded_by") REFERENCES "public"."user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "attachment" ADD CONSTRAINT "attachment_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE restrict ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "attachment" ADD CONSTRAINT "attachment_sha256_stored_file_sha256_fk" FOREIGN KEY ("sha256") REFERENCES "public"."stored_file"("sha256") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "attachment" ADD CONSTRAINT "attachment_added_by_user_id_fk" FOREIGN KEY ("added_by") REFERENCES "public"."user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "customer_link" ADD CONSTRAINT "customer_link_pack_id_pack_id_fk" FOREIGN KEY ("pack_id") REFERENCES "public"."pack"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "customer_link" ADD CONSTRAINT "customer_link_created_by_user_id_fk" FOREIGN KEY ("created_by") REFERENCES "public"."user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "file_chunk" ADD CONSTRAINT "file_chunk_sha256_stored_file_sha256_fk" FOREIGN KEY ("sha256") REFERENCES "public"."stored_file"("sha256") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "pack" ADD CONSTRAINT "pack_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE restrict ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "pack" ADD CONSTRAINT "pack_sha256_stored_file_sha256_fk" FOREIGN KEY ("sha256") REFERENCES "public"."stored_file"("sha256") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "pack" ADD CONSTRAINT "pack_sealed_by_user_id_fk" FOREIGN KEY ("sealed_by") REFERENCES "public"."user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "pack_request" ADD CONSTRAINT "pack_request_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "pack_request" ADD CONSTRAINT "pack_request_requested_by_user_id_fk" FOREIGN KEY ("requested_by") REFERENCES "public"."user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "pack_request" ADD CONSTRAINT "pack_request_pack_id_pack_id_fk" FOREIGN KEY ("pack_id") REFERENCES "public"."pack"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "cable_run" ADD CONSTRAINT "cable_run_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "circuit" ADD CONSTRAINT "circuit_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "component" ADD CONSTRAINT "component_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "customer_promise" ADD CONSTRAINT "customer_promise_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "electrode" ADD CONSTRAINT "electrode_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "job" ADD CONSTRAINT "job_crew_id_crew_id_fk" FOREIGN KEY ("crew_id") REFERENCES "public"."crew"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "load" ADD CONSTRAINT "load_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "planned_setting" ADD CONSTRAINT "planned_setting_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "reading_job" ON "reading" USING btree ("job_id","recorded_at");--> statement-breakpoint
CREATE INDEX "attachment_job" ON "attachment" USING btree ("job_id");--> statement-breakpoint
CREATE INDEX "job_crew" ON "job" USING btree ("crew_id");