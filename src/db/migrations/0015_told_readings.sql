-- Who looks at a job is told which readings came in, so that a screen fetches those and not the whole job. A notification holds 8,000 bytes: of a longer
-- batch only the job is told.
CREATE FUNCTION tell_of_added_readings() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  PERFORM pg_notify(
    'awlbright_job',
    told.job_id::text || CASE WHEN told.count <= 150 THEN ' ' || told.ids ELSE '' END
  ) FROM (SELECT job_id, count(*) AS count, string_agg(id::text, ',') AS ids FROM added GROUP BY job_id) AS told;
  RETURN NULL;
END $$;
--> statement-breakpoint
DROP TRIGGER "reading_tell" ON "reading";
--> statement-breakpoint
CREATE TRIGGER "reading_tell" AFTER INSERT ON "reading" REFERENCING NEW TABLE AS added FOR EACH STATEMENT EXECUTE FUNCTION tell_of_added_readings();
