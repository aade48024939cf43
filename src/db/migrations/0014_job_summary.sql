CREATE EXTENSION IF NOT EXISTS pg_trgm;
--> statement-breakpoint
CREATE TABLE "job_changed" (
	"id" bigint PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "job_changed_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 9223372036854775807 START WITH 1 CACHE 1),
	"job_id" uuid NOT NULL
);
--> statement-breakpoint
CREATE TABLE "job_summary" (
	"job_id" uuid PRIMARY KEY NOT NULL,
	"crew_id" uuid NOT NULL,
	"name" text NOT NULL,
	"place" text NOT NULL,
	"pack_id" text NOT NULL,
	"scheduled_day" date,
	"sealed_at" timestamp with time zone,
	"facts" jsonb,
	"facts_version" integer,
	"worked_out_at" timestamp with time zone
);
--> statement-breakpoint
ALTER TABLE "job_summary" ADD CONSTRAINT "job_summary_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "job_summary" ADD CONSTRAINT "job_summary_crew_id_crew_id_fk" FOREIGN KEY ("crew_id") REFERENCES "public"."crew"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "job_changed_job" ON "job_changed" USING btree ("job_id");--> statement-breakpoint
CREATE INDEX "job_summary_open" ON "job_summary" USING btree ("crew_id",coalesce("scheduled_day", 'infinity'::date),"name","job_id") WHERE "job_summary"."sealed_at" is null;--> statement-breakpoint
CREATE INDEX "job_summary_sealed" ON "job_summary" USING btree ("crew_id","sealed_at" DESC NULLS FIRST,"job_id") WHERE "job_summary"."sealed_at" is not null;--> statement-breakpoint
CREATE INDEX "job_summary_taught" ON "job_summary" USING btree ("crew_id","worked_out_at" DESC NULLS FIRST) WHERE jsonb_array_length("job_summary"."facts" -> 'taskMinutes') > 0;--> statement-breakpoint
CREATE INDEX "job_summary_words" ON "job_summary" USING gin (lower("name" || ' ' || "place") gin_trgm_ops);--> statement-breakpoint
CREATE INDEX "job_summary_version" ON "job_summary" USING btree ("facts_version");--> statement-breakpoint
CREATE INDEX "account_user" ON "account" USING btree ("user_id");--> statement-breakpoint
CREATE INDEX "session_user" ON "session" USING btree ("user_id");--> statement-breakpoint
CREATE INDEX "crew_member_user" ON "crew_member" USING btree ("user_id");--> statement-breakpoint
CREATE INDEX "instrument_crew" ON "instrument" USING btree ("crew_id");--> statement-breakpoint
CREATE INDEX "hold_override_job" ON "hold_override" USING btree ("job_id");--> statement-breakpoint
CREATE INDEX "attachment_household" ON "attachment" USING btree ("household_link_id");--> statement-breakpoint
CREATE INDEX "attachment_file" ON "attachment" USING btree ("sha256");--> statement-breakpoint
CREATE INDEX "customer_link_pack" ON "customer_link" USING btree ("pack_id");--> statement-breakpoint
CREATE INDEX "pack_job" ON "pack" USING btree ("job_id","sealed_at");--> statement-breakpoint
CREATE INDEX "pack_file" ON "pack" USING btree ("sha256");--> statement-breakpoint
CREATE INDEX "pack_request_job" ON "pack_request" USING btree ("job_id","requested_at");--> statement-breakpoint
CREATE INDEX "pack_request_pack" ON "pack_request" USING btree ("pack_id");--> statement-breakpoint
CREATE INDEX "customer_promise_job" ON "customer_promise" USING btree ("job_id");--> statement-breakpoint
CREATE INDEX "household_answer_link" ON "household_answer" USING btree ("link_id");
--> statement-breakpoint
-- The list's own columns follow the job.
CREATE FUNCTION job_summary_follows() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  INSERT INTO job_summary (job_id, crew_id, name, place, pack_id, scheduled_day)
    VALUES (NEW.id, NEW.crew_id, NEW.name, NEW.place, NEW.pack_id, NEW.scheduled_day)
    ON CONFLICT (job_id) DO UPDATE SET crew_id = excluded.crew_id, name = excluded.name, place = excluded.place, pack_id = excluded.pack_id, scheduled_day = excluded.scheduled_day;
  RETURN NULL;
END $$;
--> statement-breakpoint
CREATE TRIGGER "job_summary_follows" AFTER INSERT OR UPDATE OF "crew_id", "name", "place", "pack_id", "scheduled_day" ON "job" FOR EACH ROW EXECUTE FUNCTION job_summary_follows();
--> statement-breakpoint
CREATE FUNCTION job_summary_is_sealed() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  UPDATE job_summary SET sealed_at = greatest(sealed_at, NEW.sealed_at) WHERE job_id = NEW.job_id;
  RETURN NULL;
END $$;
--> statement-breakpoint
CREATE TRIGGER "job_summary_is_sealed" AFTER INSERT ON "pack" FOR EACH ROW EXECUTE FUNCTION job_summary_is_sealed();
--> statement-breakpoint
-- Whatever a job's facts are worked out from leaves a mark when it changes. A row is added, never one changed: writers do not wait for one another, and a mark
-- that is not yet committed is not taken for one that was worked out.
CREATE FUNCTION job_has_changed() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF TG_OP = 'DELETE' THEN
    INSERT INTO job_changed (job_id) SELECT DISTINCT job_id FROM gone;
  ELSE
    INSERT INTO job_changed (job_id) SELECT DISTINCT job_id FROM fresh;
  END IF;
  RETURN NULL;
END $$;
--> statement-breakpoint
CREATE TRIGGER "reading_changed_in" AFTER INSERT ON "reading" REFERENCING NEW TABLE AS fresh FOR EACH STATEMENT EXECUTE FUNCTION job_has_changed();
--> statement-breakpoint
CREATE TRIGGER "hold_override_changed_in" AFTER INSERT ON "hold_override" REFERENCING NEW TABLE AS fresh FOR EACH STATEMENT EXECUTE FUNCTION job_has_changed();
--> statement-breakpoint
CREATE TRIGGER "attachment_changed_in" AFTER INSERT ON "attachment" REFERENCING NEW TABLE AS fresh FOR EACH STATEMENT EXECUTE FUNCTION job_has_changed();
--> statement-breakpoint
CREATE TRIGGER "component_replacement_changed_in" AFTER INSERT ON "component_replacement" REFERENCING NEW TABLE AS fresh FOR EACH STATEMENT EXECUTE FUNCTION job_has_changed();
--> statement-breakpoint
CREATE TRIGGER "wiring_revision_changed_in" AFTER INSERT ON "wiring_revision" REFERENCING NEW TABLE AS fresh FOR EACH STATEMENT EXECUTE FUNCTION job_has_changed();
--> statement-breakpoint
CREATE TRIGGER "household_answer_changed_in" AFTER INSERT ON "household_answer" REFERENCING NEW TABLE AS fresh FOR EACH STATEMENT EXECUTE FUNCTION job_has_changed();
--> statement-breakpoint
CREATE TRIGGER "load_changed_in" AFTER INSERT ON "load" REFERENCING NEW TABLE AS fresh FOR EACH STATEMENT EXECUTE FUNCTION job_has_changed();
--> statement-breakpoint
CREATE TRIGGER "component_changed_in" AFTER INSERT ON "component" REFERENCING NEW TABLE AS fresh FOR EACH STATEMENT EXECUTE FUNCTION job_has_changed();
--> statement-breakpoint
CREATE TRIGGER "circuit_changed_in" AFTER INSERT ON "circuit" REFERENCING NEW TABLE AS fresh FOR EACH STATEMENT EXECUTE FUNCTION job_has_changed();
--> statement-breakpoint
CREATE TRIGGER "cable_run_changed_in" AFTER INSERT ON "cable_run" REFERENCING NEW TABLE AS fresh FOR EACH STATEMENT EXECUTE FUNCTION job_has_changed();
--> statement-breakpoint
CREATE TRIGGER "electrode_changed_in" AFTER INSERT ON "electrode" REFERENCING NEW TABLE AS fresh FOR EACH STATEMENT EXECUTE FUNCTION job_has_changed();
--> statement-breakpoint
CREATE TRIGGER "planned_setting_changed_in" AFTER INSERT ON "planned_setting" REFERENCING NEW TABLE AS fresh FOR EACH STATEMENT EXECUTE FUNCTION job_has_changed();
--> statement-breakpoint
CREATE TRIGGER "customer_promise_changed_in" AFTER INSERT ON "customer_promise" REFERENCING NEW TABLE AS fresh FOR EACH STATEMENT EXECUTE FUNCTION job_has_changed();
--> statement-breakpoint
CREATE TRIGGER "survey_item_changed_in" AFTER INSERT ON "survey_item" REFERENCING NEW TABLE AS fresh FOR EACH STATEMENT EXECUTE FUNCTION job_has_changed();
--> statement-breakpoint
CREATE TRIGGER "fit_item_changed_in" AFTER INSERT ON "fit_item" REFERENCING NEW TABLE AS fresh FOR EACH STATEMENT EXECUTE FUNCTION job_has_changed();
--> statement-breakpoint
CREATE TRIGGER "load_changed_up" AFTER UPDATE ON "load" REFERENCING NEW TABLE AS fresh FOR EACH STATEMENT EXECUTE FUNCTION job_has_changed();
--> statement-breakpoint
CREATE TRIGGER "load_changed_out" AFTER DELETE ON "load" REFERENCING OLD TABLE AS gone FOR EACH STATEMENT EXECUTE FUNCTION job_has_changed();
--> statement-breakpoint
CREATE TRIGGER "component_changed_up" AFTER UPDATE ON "component" REFERENCING NEW TABLE AS fresh FOR EACH STATEMENT EXECUTE FUNCTION job_has_changed();
--> statement-breakpoint
CREATE TRIGGER "component_changed_out" AFTER DELETE ON "component" REFERENCING OLD TABLE AS gone FOR EACH STATEMENT EXECUTE FUNCTION job_has_changed();
--> statement-breakpoint
CREATE TRIGGER "circuit_changed_up" AFTER UPDATE ON "circuit" REFERENCING NEW TABLE AS fresh FOR EACH STATEMENT EXECUTE FUNCTION job_has_changed();
--> statement-breakpoint
CREATE TRIGGER "circuit_changed_out" AFTER DELETE ON "circuit" REFERENCING OLD TABLE AS gone FOR EACH STATEMENT EXECUTE FUNCTION job_has_changed();
--> statement-breakpoint
CREATE TRIGGER "cable_run_changed_up" AFTER UPDATE ON "cable_run" REFERENCING NEW TABLE AS fresh FOR EACH STATEMENT EXECUTE FUNCTION job_has_changed();
--> statement-breakpoint
CREATE TRIGGER "cable_run_changed_out" AFTER DELETE ON "cable_run" REFERENCING OLD TABLE AS gone FOR EACH STATEMENT EXECUTE FUNCTION job_has_changed();
--> statement-breakpoint
CREATE TRIGGER "electrode_changed_up" AFTER UPDATE ON "electrode" REFERENCING NEW TABLE AS fresh FOR EACH STATEMENT EXECUTE FUNCTION job_has_changed();
--> statement-breakpoint
CREATE TRIGGER "electrode_changed_out" AFTER DELETE ON "electrode" REFERENCING OLD TABLE AS gone FOR EACH STATEMENT EXECUTE FUNCTION job_has_changed();
--> statement-breakpoint
CREATE TRIGGER "planned_setting_changed_up" AFTER UPDATE ON "planned_setting" REFERENCING NEW TABLE AS fresh FOR EACH STATEMENT EXECUTE FUNCTION job_has_changed();
--> statement-breakpoint
CREATE TRIGGER "planned_setting_changed_out" AFTER DELETE ON "planned_setting" REFERENCING OLD TABLE AS gone FOR EACH STATEMENT EXECUTE FUNCTION job_has_changed();
--> statement-breakpoint
CREATE TRIGGER "customer_promise_changed_up" AFTER UPDATE ON "customer_promise" REFERENCING NEW TABLE AS fresh FOR EACH STATEMENT EXECUTE FUNCTION job_has_changed();
--> statement-breakpoint
CREATE TRIGGER "customer_promise_changed_out" AFTER DELETE ON "customer_promise" REFERENCING OLD TABLE AS gone FOR EACH STATEMENT EXECUTE FUNCTION job_has_changed();
--> statement-breakpoint
CREATE TRIGGER "survey_item_changed_up" AFTER UPDATE ON "survey_item" REFERENCING NEW TABLE AS fresh FOR EACH STATEMENT EXECUTE FUNCTION job_has_changed();
--> statement-breakpoint
CREATE TRIGGER "survey_item_changed_out" AFTER DELETE ON "survey_item" REFERENCING OLD TABLE AS gone FOR EACH STATEMENT EXECUTE FUNCTION job_has_changed();
--> statement-breakpoint
CREATE TRIGGER "fit_item_changed_up" AFTER UPDATE ON "fit_item" REFERENCING NEW TABLE AS fresh FOR EACH STATEMENT EXECUTE FUNCTION job_has_changed();
--> statement-breakpoint
CREATE TRIGGER "fit_item_changed_out" AFTER DELETE ON "fit_item" REFERENCING OLD TABLE AS gone FOR EACH STATEMENT EXECUTE FUNCTION job_has_changed();
--> statement-breakpoint
CREATE FUNCTION job_itself_has_changed() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  INSERT INTO job_changed (job_id) VALUES (NEW.id);
  RETURN NULL;
END $$;
--> statement-breakpoint
CREATE TRIGGER "job_changed" AFTER INSERT OR UPDATE ON "job" FOR EACH ROW EXECUTE FUNCTION job_itself_has_changed();
--> statement-breakpoint
-- An instrument's certificate speaks for every job of its crew, and a pack for the checks that a job is held to.
CREATE FUNCTION crew_has_changed() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  INSERT INTO job_changed (job_id) SELECT job_id FROM job_summary WHERE crew_id = NEW.crew_id;
  RETURN NULL;
END $$;
--> statement-breakpoint
CREATE TRIGGER "instrument_changed" AFTER INSERT OR UPDATE ON "instrument" FOR EACH ROW EXECUTE FUNCTION crew_has_changed();
--> statement-breakpoint
CREATE TRIGGER "pack_changed_in" AFTER INSERT ON "pack" REFERENCING NEW TABLE AS fresh FOR EACH STATEMENT EXECUTE FUNCTION job_has_changed();
--> statement-breakpoint
-- A serial that stands in two jobs is a question in both.
CREATE FUNCTION serial_has_changed() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  INSERT INTO job_changed (job_id)
    SELECT DISTINCT other.job_id FROM fresh
      LEFT JOIN reading corrected ON corrected.id = fresh.supersedes
      JOIN reading other ON other.slot = 'serial' AND other.job_id <> fresh.job_id
        AND upper(other.value_word) IN (upper(fresh.value_word), upper(corrected.value_word))
      WHERE fresh.slot = 'serial';
  RETURN NULL;
END $$;
--> statement-breakpoint
CREATE TRIGGER "reading_serial_changed" AFTER INSERT ON "reading" REFERENCING NEW TABLE AS fresh FOR EACH STATEMENT EXECUTE FUNCTION serial_has_changed();
--> statement-breakpoint
INSERT INTO "job_summary" ("job_id", "crew_id", "name", "place", "pack_id", "scheduled_day", "sealed_at") SELECT "id", "crew_id", "name", "place", "pack_id", "scheduled_day", (SELECT max("sealed_at") FROM "pack" WHERE "pack"."job_id" = "job"."id") FROM "job";
--> statement-breakpoint
INSERT INTO "job_changed" ("job_id") SELECT "id" FROM "job";
--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE ON "job_summary" TO awlbright_app;
--> statement-breakpoint
GRANT SELECT, INSERT, DELETE ON "job_changed" TO awlbright_app;
