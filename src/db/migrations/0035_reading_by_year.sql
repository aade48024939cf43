-- Readings lie by the year in which they were made, which stands at the front of their ids: a year is moved or put elsewhere as one table, and an id is still
-- one for all of them. What is made under another kind of id lies in a part of its own.
ALTER TABLE "reading" RENAME TO "reading_before";
--> statement-breakpoint
CREATE TABLE "reading" (LIKE "reading_before" INCLUDING DEFAULTS INCLUDING CONSTRAINTS) PARTITION BY RANGE ("id");
--> statement-breakpoint
CREATE TABLE "reading_other" PARTITION OF "reading" DEFAULT;
--> statement-breakpoint
CREATE FUNCTION year_as_id(year integer) RETURNS uuid LANGUAGE sql IMMUTABLE AS $$
  SELECT (substr(ms, 1, 8) || '-' || substr(ms, 9, 4) || '-0000-0000-000000000000')::uuid
    FROM (SELECT lpad(to_hex((extract(epoch FROM make_timestamptz(year, 1, 1, 0, 0, 0, 'UTC')) * 1000)::bigint), 12, '0') AS ms) m
$$;
--> statement-breakpoint
-- Lays out the years up to one, those that are there already left alone. A year whose readings lie among the others already stays there.
CREATE FUNCTION lay_out_reading_years(until_year integer) RETURNS void LANGUAGE plpgsql AS $$
DECLARE
  part text;
BEGIN
  FOR year IN 2025..until_year LOOP
    part := 'reading_' || year;
    CONTINUE WHEN to_regclass('public.' || part) IS NOT NULL;
    CONTINUE WHEN EXISTS (SELECT 1 FROM "reading_other" WHERE id >= year_as_id(year) AND id < year_as_id(year + 1));
    EXECUTE format('CREATE TABLE %I PARTITION OF "reading" FOR VALUES FROM (%L) TO (%L)', part, year_as_id(year), year_as_id(year + 1));
    EXECUTE format('CREATE TRIGGER %I BEFORE TRUNCATE ON %I FOR EACH STATEMENT EXECUTE FUNCTION evidence_is_append_only()', part || '_not_emptied', part);
  END LOOP;
END $$;
--> statement-breakpoint
SELECT lay_out_reading_years(extract(year FROM now())::integer + 2);
--> statement-breakpoint
INSERT INTO "reading" SELECT * FROM "reading_before";
--> statement-breakpoint
-- That a reading is corrected once is kept beside them: a rule over all years needs a table of its own.
CREATE TABLE "reading_superseder" (
	"supersedes" uuid NOT NULL,
	"reading_id" uuid NOT NULL,
	CONSTRAINT "reading_one_superseder_kept" PRIMARY KEY ("supersedes")
);
--> statement-breakpoint
INSERT INTO "reading_superseder" SELECT "supersedes", "id" FROM "reading_before" WHERE "supersedes" IS NOT NULL;
--> statement-breakpoint
DROP TABLE "reading_before";
--> statement-breakpoint
ALTER TABLE "reading_superseder" RENAME CONSTRAINT "reading_one_superseder_kept" TO "reading_one_superseder";
--> statement-breakpoint
ALTER TABLE "reading" ADD CONSTRAINT "reading_pkey" PRIMARY KEY ("id");
--> statement-breakpoint
ALTER TABLE "reading" ADD CONSTRAINT "reading_id_of_job" UNIQUE ("id", "job_id");
--> statement-breakpoint
ALTER TABLE "reading" ADD CONSTRAINT "reading_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE restrict ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "reading" ADD CONSTRAINT "reading_instrument_id_instrument_id_fk" FOREIGN KEY ("instrument_id") REFERENCES "public"."instrument"("id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "reading" ADD CONSTRAINT "reading_recorded_by_user_id_fk" FOREIGN KEY ("recorded_by") REFERENCES "public"."user"("id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "reading" ADD CONSTRAINT "reading_corrects_own_job" FOREIGN KEY ("supersedes", "job_id") REFERENCES "reading" ("id", "job_id");
--> statement-breakpoint
CREATE INDEX "reading_job" ON "reading" USING btree ("job_id","recorded_at");
--> statement-breakpoint
CREATE INDEX "reading_serial" ON "reading" USING btree (upper("value_word")) WHERE "reading"."slot" = 'serial';
--> statement-breakpoint
CREATE FUNCTION keep_superseder() RETURNS trigger LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
BEGIN
  INSERT INTO reading_superseder (supersedes, reading_id) VALUES (NEW.supersedes, NEW.id);
  RETURN NULL;
END $$;
--> statement-breakpoint
REVOKE EXECUTE ON FUNCTION keep_superseder() FROM public;
--> statement-breakpoint
CREATE TRIGGER "reading_superseded" AFTER INSERT ON "reading" FOR EACH ROW WHEN (NEW."supersedes" IS NOT NULL) EXECUTE FUNCTION keep_superseder();
--> statement-breakpoint
CREATE TRIGGER "reading_append_only" BEFORE UPDATE OR DELETE ON "reading" FOR EACH ROW EXECUTE FUNCTION evidence_is_append_only();
--> statement-breakpoint
CREATE TRIGGER "reading_not_emptied" BEFORE TRUNCATE ON "reading" FOR EACH STATEMENT EXECUTE FUNCTION evidence_is_append_only();
--> statement-breakpoint
CREATE TRIGGER "reading_other_not_emptied" BEFORE TRUNCATE ON "reading_other" FOR EACH STATEMENT EXECUTE FUNCTION evidence_is_append_only();
--> statement-breakpoint
CREATE TRIGGER "reading_tell" AFTER INSERT ON "reading" REFERENCING NEW TABLE AS added FOR EACH STATEMENT EXECUTE FUNCTION tell_of_added_readings();
--> statement-breakpoint
CREATE TRIGGER "reading_changed_in" AFTER INSERT ON "reading" REFERENCING NEW TABLE AS fresh FOR EACH STATEMENT EXECUTE FUNCTION job_has_changed();
--> statement-breakpoint
CREATE TRIGGER "reading_serial_changed" AFTER INSERT ON "reading" REFERENCING NEW TABLE AS fresh FOR EACH STATEMENT EXECUTE FUNCTION serial_has_changed();
--> statement-breakpoint
CREATE TRIGGER "reading_superseder_append_only" BEFORE UPDATE OR DELETE ON "reading_superseder" FOR EACH ROW EXECUTE FUNCTION evidence_is_append_only();
--> statement-breakpoint
CREATE TRIGGER "reading_superseder_not_emptied" BEFORE TRUNCATE ON "reading_superseder" FOR EACH STATEMENT EXECUTE FUNCTION evidence_is_append_only();
--> statement-breakpoint
GRANT SELECT, INSERT ON "reading" TO awlbright_app;
--> statement-breakpoint
GRANT SELECT ON "reading_superseder" TO awlbright_app;
