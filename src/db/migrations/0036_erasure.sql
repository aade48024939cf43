CREATE TABLE "erasure" (
	"id" uuid PRIMARY KEY NOT NULL,
	"job_id" uuid NOT NULL,
	"reason" text NOT NULL,
	"erased" jsonb NOT NULL,
	"made_by" text NOT NULL,
	"by_name" text NOT NULL,
	"by_role" text,
	"made_at" timestamp with time zone DEFAULT clock_timestamp() NOT NULL,
	CONSTRAINT "erasure_reason_given" CHECK (length(trim("erasure"."reason")) between 5 and 300)
);
--> statement-breakpoint
ALTER TABLE "crew" ADD COLUMN "retention_months" integer;--> statement-breakpoint
ALTER TABLE "crew" ADD COLUMN "retention_set_by" text;--> statement-breakpoint
ALTER TABLE "stored_file" ADD COLUMN "erased_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "erasure" ADD CONSTRAINT "erasure_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE restrict ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "erasure" ADD CONSTRAINT "erasure_made_by_user_id_fk" FOREIGN KEY ("made_by") REFERENCES "public"."user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "erasure_job" ON "erasure" USING btree ("job_id","made_at");--> statement-breakpoint
ALTER TABLE "crew" ADD CONSTRAINT "crew_retention_bounded" CHECK ("retention_months" IS NULL OR "retention_months" BETWEEN 6 AND 360);
--> statement-breakpoint
GRANT SELECT ON "erasure" TO awlbright_app;
--> statement-breakpoint
-- Evidence stays as it was written, whoever asks; only what takes a customer's data out, and says so beside it, may pass, and it runs as the tables' owner.
CREATE OR REPLACE FUNCTION evidence_is_append_only() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF TG_OP IN ('UPDATE', 'DELETE') AND current_setting('awlbright.erasing', true) = 'on'
    AND current_user = (SELECT pg_get_userbyid(relowner) FROM pg_class WHERE oid = TG_RELID) THEN
    RETURN CASE TG_OP WHEN 'DELETE' THEN OLD ELSE NEW END;
  END IF;
  RAISE EXCEPTION 'rows of % are evidence: they are neither changed nor deleted', TG_TABLE_NAME USING ERRCODE = 'insufficient_privilege';
END $$;
--> statement-breakpoint
CREATE TRIGGER "erasure_append_only" BEFORE UPDATE OR DELETE ON "erasure" FOR EACH ROW EXECUTE FUNCTION evidence_is_append_only();
--> statement-breakpoint
CREATE TRIGGER "erasure_not_emptied" BEFORE TRUNCATE ON "erasure" FOR EACH STATEMENT EXECUTE FUNCTION evidence_is_append_only();
--> statement-breakpoint
-- Takes the bytes of some files out, as far as nothing outside the job needs them; digest and size stay.
CREATE FUNCTION erase_files(of_job uuid, digests text[]) RETURNS void LANGUAGE plpgsql SECURITY INVOKER SET search_path = public, pg_temp AS $$
DECLARE
  gone text[];
BEGIN
  SELECT coalesce(array_agg(d), '{}') INTO gone FROM unnest(digests) d
    WHERE NOT EXISTS (SELECT 1 FROM attachment a WHERE a.sha256 = d AND a.job_id <> of_job)
      AND NOT EXISTS (SELECT 1 FROM pack p WHERE p.sha256 = d AND p.job_id <> of_job)
      AND NOT EXISTS (SELECT 1 FROM file_part f JOIN pack p ON p.sha256 = f.sha256 WHERE f.of_sha256 = d AND p.job_id <> of_job)
      AND NOT EXISTS (SELECT 1 FROM equipment_file e WHERE e.sha256 = d)
      AND NOT EXISTS (SELECT 1 FROM instrument_certificate c WHERE c.sha256 = d)
      AND NOT EXISTS (SELECT 1 FROM crew c WHERE c.logo_sha256 = d);
  DELETE FROM file_part WHERE sha256 = ANY (gone);
  DELETE FROM file_chunk WHERE sha256 = ANY (gone);
  DELETE FROM small_picture WHERE sha256 = ANY (gone);
  UPDATE stored_file SET erased_at = clock_timestamp(), chunk_count = 0, part_count = 0 WHERE sha256 = ANY (gone) AND erased_at IS NULL;
END $$;
--> statement-breakpoint
REVOKE EXECUTE ON FUNCTION erase_files(uuid, text[]) FROM public;
--> statement-breakpoint
-- Takes out of a job what is known of its customer, and writes down how much of what. Packs go first: what they name is then named by nobody.
CREATE FUNCTION erase_customer(
  erasure_id uuid, of_job uuid, new_name text, with_pictures boolean, sentence_ids uuid[], why text, by_user text, by_user_name text, by_user_role text
) RETURNS jsonb LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
DECLARE
  erased jsonb := '{}';
  n integer;
  digests text[];
  word CONSTANT text := 'erased on request';
BEGIN
  PERFORM 1 FROM job WHERE id = of_job FOR UPDATE;
  PERFORM set_config('awlbright.erasing', 'on', true);

  SELECT coalesce(array_agg(p.sha256), '{}'), count(*) INTO digests, n FROM pack p JOIN stored_file s ON s.sha256 = p.sha256 AND s.erased_at IS NULL WHERE p.job_id = of_job;
  PERFORM erase_files(of_job, digests);
  UPDATE pack SET summary = '{"erased": true}' WHERE job_id = of_job AND sha256 = ANY (digests);
  erased := erased || jsonb_build_object('packs', n);

  SELECT coalesce(array_agg(DISTINCT a.sha256), '{}'), count(*) INTO digests, n FROM attachment a JOIN stored_file s ON s.sha256 = a.sha256 AND s.erased_at IS NULL
    WHERE a.job_id = of_job AND (a.household_link_id IS NOT NULL OR a.by_name = 'The household');
  PERFORM erase_files(of_job, digests);
  UPDATE attachment SET file_name = word WHERE job_id = of_job AND (household_link_id IS NOT NULL OR by_name = 'The household');
  erased := erased || jsonb_build_object('householdPictures', n);

  n := 0;
  IF with_pictures THEN
    SELECT coalesce(array_agg(DISTINCT a.sha256), '{}'), count(*) INTO digests, n FROM attachment a JOIN stored_file s ON s.sha256 = a.sha256 AND s.erased_at IS NULL
      WHERE a.job_id = of_job AND a.household_link_id IS NULL AND a.by_name <> 'The household' AND a.kind = 'picture';
    PERFORM erase_files(of_job, digests);
    UPDATE attachment SET file_name = word WHERE job_id = of_job AND household_link_id IS NULL AND by_name <> 'The household' AND kind = 'picture';
  END IF;
  erased := erased || jsonb_build_object('crewPictures', n);

  DELETE FROM fault_call_answer WHERE call_id IN (SELECT id FROM fault_call WHERE job_id = of_job);
  DELETE FROM fault_call WHERE job_id = of_job;
  GET DIAGNOSTICS n = ROW_COUNT;
  erased := erased || jsonb_build_object('faultCalls', n);

  DELETE FROM household_answer WHERE job_id = of_job;
  GET DIAGNOSTICS n = ROW_COUNT;
  erased := erased || jsonb_build_object('answers', n);

  UPDATE handover_signature SET name = word, drawing = NULL WHERE job_id = of_job AND capacity = 'customer' AND name <> word;
  GET DIAGNOSTICS n = ROW_COUNT;
  erased := erased || jsonb_build_object('signatures', n);

  WITH ended AS (
    UPDATE household_link SET withdrawn_at = clock_timestamp() WHERE job_id = of_job AND withdrawn_at IS NULL RETURNING 1
  ), closed AS (
    UPDATE customer_link SET withdrawn_at = clock_timestamp() WHERE withdrawn_at IS NULL AND pack_id IN (SELECT id FROM pack WHERE job_id = of_job) RETURNING 1
  ) SELECT (SELECT count(*) FROM ended) + (SELECT count(*) FROM closed) INTO n;
  erased := erased || jsonb_build_object('links', n);

  DELETE FROM profile WHERE job_id = of_job;
  GET DIAGNOSTICS n = ROW_COUNT;
  erased := erased || jsonb_build_object('years', n);

  -- a sentence that is gone proves nothing any more: its point is open again
  UPDATE reading SET value_word = 'withdrawn' WHERE job_id = of_job AND id = ANY (sentence_ids) AND value_word IS DISTINCT FROM 'withdrawn';
  GET DIAGNOSTICS n = ROW_COUNT;
  erased := erased || jsonb_build_object('sentences', n);

  UPDATE crew_history SET detail = detail || jsonb_build_object('name', new_name) WHERE subject = of_job::text AND detail ? 'name';
  UPDATE job SET name = new_name, place = '', first_word_because = CASE WHEN first_word IS NULL THEN NULL ELSE '' END,
    site = site - ARRAY['latitudeDeg', 'longitudeDeg', 'insistsOn', 'medical', 'medicalProvidedFor'], version = version + 1 WHERE id = of_job;

  INSERT INTO erasure (id, job_id, reason, erased, made_by, by_name, by_role) VALUES (erasure_id, of_job, why, erased, by_user, by_user_name, by_user_role);
  PERFORM set_config('awlbright.erasing', 'off', true);
  RETURN erased;
END $$;
--> statement-breakpoint
REVOKE EXECUTE ON FUNCTION erase_customer(uuid, uuid, text, boolean, uuid[], text, text, text, text) FROM public;
--> statement-breakpoint
GRANT EXECUTE ON FUNCTION erase_customer(uuid, uuid, text, boolean, uuid[], text, text, text, text) TO awlbright_app;
