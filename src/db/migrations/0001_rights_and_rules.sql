-- A correction stays within its own job, and names a reading that exists.
ALTER TABLE "reading" ADD CONSTRAINT "reading_id_of_job" UNIQUE ("id", "job_id");
--> statement-breakpoint
ALTER TABLE "reading" ADD CONSTRAINT "reading_corrects_own_job" FOREIGN KEY ("supersedes", "job_id") REFERENCES "reading" ("id", "job_id");
--> statement-breakpoint
-- The app's own user may read and add; only descriptive tables may be changed. Evidence can be neither changed nor deleted.
GRANT USAGE ON SCHEMA public TO awlbright_app;
--> statement-breakpoint
GRANT SELECT, INSERT ON ALL TABLES IN SCHEMA public TO awlbright_app;
--> statement-breakpoint
GRANT UPDATE, DELETE ON "user", "session", "account", "verification", "load", "component", "circuit", "cable_run", "electrode", "planned_setting", "customer_promise" TO awlbright_app;
--> statement-breakpoint
GRANT UPDATE ON "job", "instrument", "pack_request", "customer_link" TO awlbright_app;
--> statement-breakpoint
GRANT UPDATE, DELETE ON "crew_member" TO awlbright_app;
--> statement-breakpoint
-- Rows of evidence stay as they were written whoever asks, the owner included.
CREATE FUNCTION evidence_is_append_only() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  RAISE EXCEPTION 'rows of % are evidence: they are neither changed nor deleted', TG_TABLE_NAME USING ERRCODE = 'insufficient_privilege';
END $$;
--> statement-breakpoint
CREATE TRIGGER "reading_append_only" BEFORE UPDATE OR DELETE ON "reading" FOR EACH ROW EXECUTE FUNCTION evidence_is_append_only();
--> statement-breakpoint
CREATE TRIGGER "hold_override_append_only" BEFORE UPDATE OR DELETE ON "hold_override" FOR EACH ROW EXECUTE FUNCTION evidence_is_append_only();
--> statement-breakpoint
CREATE TRIGGER "attachment_append_only" BEFORE UPDATE OR DELETE ON "attachment" FOR EACH ROW EXECUTE FUNCTION evidence_is_append_only();
--> statement-breakpoint
CREATE TRIGGER "pack_append_only" BEFORE UPDATE OR DELETE ON "pack" FOR EACH ROW EXECUTE FUNCTION evidence_is_append_only();
--> statement-breakpoint
-- Every screen that shows a job hears of new evidence, whichever server took it in.
CREATE FUNCTION tell_of_evidence() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  PERFORM pg_notify('awlbright_job', NEW.job_id::text);
  RETURN NULL;
END $$;
--> statement-breakpoint
CREATE TRIGGER "reading_tell" AFTER INSERT ON "reading" FOR EACH ROW EXECUTE FUNCTION tell_of_evidence();
--> statement-breakpoint
CREATE TRIGGER "attachment_tell" AFTER INSERT ON "attachment" FOR EACH ROW EXECUTE FUNCTION tell_of_evidence();
--> statement-breakpoint
CREATE TRIGGER "hold_override_tell" AFTER INSERT ON "hold_override" FOR EACH ROW EXECUTE FUNCTION tell_of_evidence();
--> statement-breakpoint
CREATE TRIGGER "pack_request_tell" AFTER INSERT OR UPDATE ON "pack_request" FOR EACH ROW EXECUTE FUNCTION tell_of_evidence();
--> statement-breakpoint
CREATE SCHEMA "pgboss" AUTHORIZATION awlbright_app;
