ALTER TABLE "fit_item" DROP CONSTRAINT "fit_item_kind_known";--> statement-breakpoint
ALTER TABLE "attachment" ADD COLUMN "erased_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "plan_revision" ADD COLUMN "before" jsonb;--> statement-breakpoint
ALTER TABLE "fit_item" ADD CONSTRAINT "fit_item_kind_known" CHECK ("fit_item"."kind" in ('wall', 'obstacle', 'board', 'unit', 'foot', 'lift', 'person', 'task', 'visit', 'dayRules', 'material', 'delivery', 'dataRun', 'snag'));
--> statement-breakpoint
-- What was taken out before says so of itself now, not by its bytes.
DO $$
BEGIN
  PERFORM set_config('awlbright.erasing', 'on', true);
  UPDATE attachment a SET erased_at = s.erased_at FROM stored_file s WHERE s.sha256 = a.sha256 AND s.erased_at IS NOT NULL;
  UPDATE attachment SET erased_at = clock_timestamp() WHERE file_name = 'erased on request' AND erased_at IS NULL;
  PERFORM set_config('awlbright.erasing', 'off', true);
END $$;
--> statement-breakpoint
-- Takes the bytes of some files out, as far as nothing that still stands needs them; digest and size stay. The files' rows are locked first: who is
-- storing the same bytes just now has either named them already, and they stay, or waits and brings them anew.
CREATE OR REPLACE FUNCTION erase_files(of_job uuid, digests text[]) RETURNS void LANGUAGE plpgsql SECURITY INVOKER SET search_path = public, pg_temp AS $$
DECLARE
  gone text[];
BEGIN
  PERFORM 1 FROM stored_file WHERE sha256 = ANY (digests) ORDER BY sha256 FOR UPDATE;
  SELECT coalesce(array_agg(d), '{}') INTO gone FROM unnest(digests) d
    WHERE NOT EXISTS (SELECT 1 FROM attachment a WHERE a.sha256 = d AND a.erased_at IS NULL)
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
CREATE OR REPLACE FUNCTION erase_customer(
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

  WITH taken AS (
    UPDATE attachment SET file_name = word, erased_at = clock_timestamp()
      WHERE job_id = of_job AND (household_link_id IS NOT NULL OR by_name = 'The household') AND erased_at IS NULL RETURNING sha256
  ) SELECT coalesce(array_agg(DISTINCT sha256), '{}'), count(*) INTO digests, n FROM taken;
  PERFORM erase_files(of_job, digests);
  erased := erased || jsonb_build_object('householdPictures', n);

  n := 0;
  IF with_pictures THEN
    WITH taken AS (
      UPDATE attachment SET file_name = word, erased_at = clock_timestamp()
        WHERE job_id = of_job AND household_link_id IS NULL AND by_name <> 'The household' AND kind = 'picture' AND erased_at IS NULL RETURNING sha256
    ) SELECT coalesce(array_agg(DISTINCT sha256), '{}'), count(*) INTO digests, n FROM taken;
    PERFORM erase_files(of_job, digests);
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
-- Holds a file that is stored until the transaction ends, so that nobody takes it out meanwhile; one that was taken out is brought back, and its bytes
-- are to be stored again. True where they are.
CREATE FUNCTION hold_file(digest text, chunks integer) RETURNS boolean LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
DECLARE
  was_erased boolean;
BEGIN
  SELECT erased_at IS NOT NULL INTO was_erased FROM stored_file WHERE sha256 = digest FOR NO KEY UPDATE;
  IF NOT coalesce(was_erased, false) THEN RETURN false; END IF;
  PERFORM set_config('awlbright.erasing', 'on', true);
  UPDATE stored_file SET erased_at = NULL, chunk_count = chunks WHERE sha256 = digest;
  PERFORM set_config('awlbright.erasing', 'off', true);
  RETURN true;
END $$;
--> statement-breakpoint
REVOKE EXECUTE ON FUNCTION hold_file(text, integer) FROM public;
--> statement-breakpoint
GRANT EXECUTE ON FUNCTION hold_file(text, integer) TO awlbright_app;
