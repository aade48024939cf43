-- Who made a row stands in the row itself, as they were called then. Rows from before take the name as it is now; their role is not known.
ALTER TABLE "hold_override" ADD COLUMN "by_name" text;
--> statement-breakpoint
ALTER TABLE "hold_override" ADD COLUMN "by_role" text;
--> statement-breakpoint
ALTER TABLE "hold_override" DISABLE TRIGGER "hold_override_append_only";
--> statement-breakpoint
UPDATE "hold_override" SET "by_name" = u."name" FROM "user" u WHERE u."id" = "hold_override"."made_by";
--> statement-breakpoint
ALTER TABLE "hold_override" ENABLE TRIGGER "hold_override_append_only";
--> statement-breakpoint
ALTER TABLE "hold_override" ALTER COLUMN "by_name" SET NOT NULL;
--> statement-breakpoint
ALTER TABLE "reading" ADD COLUMN "by_name" text;
--> statement-breakpoint
ALTER TABLE "reading" ADD COLUMN "by_role" text;
--> statement-breakpoint
ALTER TABLE "reading" DISABLE TRIGGER "reading_append_only";
--> statement-breakpoint
UPDATE "reading" SET "by_name" = u."name" FROM "user" u WHERE u."id" = "reading"."recorded_by";
--> statement-breakpoint
ALTER TABLE "reading" ENABLE TRIGGER "reading_append_only";
--> statement-breakpoint
ALTER TABLE "reading" ALTER COLUMN "by_name" SET NOT NULL;
--> statement-breakpoint
ALTER TABLE "attachment" ADD COLUMN "by_name" text;
--> statement-breakpoint
ALTER TABLE "attachment" ADD COLUMN "by_role" text;
--> statement-breakpoint
ALTER TABLE "attachment" DISABLE TRIGGER "attachment_append_only";
--> statement-breakpoint
UPDATE "attachment" SET "by_name" = u."name" FROM "user" u WHERE u."id" = "attachment"."added_by";
--> statement-breakpoint
ALTER TABLE "attachment" ENABLE TRIGGER "attachment_append_only";
--> statement-breakpoint
ALTER TABLE "attachment" ALTER COLUMN "by_name" SET NOT NULL;
--> statement-breakpoint
ALTER TABLE "pack" ADD COLUMN "by_name" text;
--> statement-breakpoint
ALTER TABLE "pack" ADD COLUMN "by_role" text;
--> statement-breakpoint
ALTER TABLE "pack" DISABLE TRIGGER "pack_append_only";
--> statement-breakpoint
UPDATE "pack" SET "by_name" = u."name" FROM "user" u WHERE u."id" = "pack"."sealed_by";
--> statement-breakpoint
ALTER TABLE "pack" ENABLE TRIGGER "pack_append_only";
--> statement-breakpoint
ALTER TABLE "pack" ALTER COLUMN "by_name" SET NOT NULL;
--> statement-breakpoint
ALTER TABLE "component_replacement" ADD COLUMN "by_name" text;
--> statement-breakpoint
ALTER TABLE "component_replacement" ADD COLUMN "by_role" text;
--> statement-breakpoint
ALTER TABLE "component_replacement" DISABLE TRIGGER "component_replacement_append_only";
--> statement-breakpoint
UPDATE "component_replacement" SET "by_name" = u."name" FROM "user" u WHERE u."id" = "component_replacement"."replaced_by";
--> statement-breakpoint
ALTER TABLE "component_replacement" ENABLE TRIGGER "component_replacement_append_only";
--> statement-breakpoint
ALTER TABLE "component_replacement" ALTER COLUMN "by_name" SET NOT NULL;
--> statement-breakpoint
ALTER TABLE "plan_revision" ADD COLUMN "by_name" text;
--> statement-breakpoint
ALTER TABLE "plan_revision" ADD COLUMN "by_role" text;
--> statement-breakpoint
ALTER TABLE "plan_revision" DISABLE TRIGGER "plan_revision_append_only";
--> statement-breakpoint
UPDATE "plan_revision" SET "by_name" = u."name" FROM "user" u WHERE u."id" = "plan_revision"."made_by";
--> statement-breakpoint
ALTER TABLE "plan_revision" ENABLE TRIGGER "plan_revision_append_only";
--> statement-breakpoint
ALTER TABLE "plan_revision" ALTER COLUMN "by_name" SET NOT NULL;
--> statement-breakpoint
ALTER TABLE "wiring_revision" ADD COLUMN "by_name" text;
--> statement-breakpoint
ALTER TABLE "wiring_revision" ADD COLUMN "by_role" text;
--> statement-breakpoint
ALTER TABLE "wiring_revision" DISABLE TRIGGER "wiring_revision_append_only";
--> statement-breakpoint
UPDATE "wiring_revision" SET "by_name" = u."name" FROM "user" u WHERE u."id" = "wiring_revision"."made_by";
--> statement-breakpoint
ALTER TABLE "wiring_revision" ENABLE TRIGGER "wiring_revision_append_only";
--> statement-breakpoint
ALTER TABLE "wiring_revision" ALTER COLUMN "by_name" SET NOT NULL;
--> statement-breakpoint
-- A name is a name, and not a page of text.
UPDATE "user" SET "name" = coalesce(nullif(left(trim("name"), 80), ''), 'Nameless');
--> statement-breakpoint
ALTER TABLE "user" ADD CONSTRAINT "user_name_bounded" CHECK (length(trim("user"."name")) between 1 and 80);
--> statement-breakpoint
-- A stored file knows how many chunks it has.
ALTER TABLE "stored_file" ADD COLUMN "chunk_count" integer;
--> statement-breakpoint
UPDATE "stored_file" SET "chunk_count" = (SELECT count(*) FROM "file_chunk" WHERE "file_chunk"."sha256" = "stored_file"."sha256");
--> statement-breakpoint
ALTER TABLE "stored_file" ALTER COLUMN "chunk_count" SET NOT NULL;
--> statement-breakpoint
-- Stored files are evidence too, and no table of evidence is emptied at one stroke.
CREATE TRIGGER "stored_file_append_only" BEFORE UPDATE OR DELETE ON "stored_file" FOR EACH ROW EXECUTE FUNCTION evidence_is_append_only();
--> statement-breakpoint
CREATE TRIGGER "file_chunk_append_only" BEFORE UPDATE OR DELETE ON "file_chunk" FOR EACH ROW EXECUTE FUNCTION evidence_is_append_only();
--> statement-breakpoint
CREATE TRIGGER "hold_override_not_emptied" BEFORE TRUNCATE ON "hold_override" FOR EACH STATEMENT EXECUTE FUNCTION evidence_is_append_only();
--> statement-breakpoint
CREATE TRIGGER "reading_not_emptied" BEFORE TRUNCATE ON "reading" FOR EACH STATEMENT EXECUTE FUNCTION evidence_is_append_only();
--> statement-breakpoint
CREATE TRIGGER "attachment_not_emptied" BEFORE TRUNCATE ON "attachment" FOR EACH STATEMENT EXECUTE FUNCTION evidence_is_append_only();
--> statement-breakpoint
CREATE TRIGGER "pack_not_emptied" BEFORE TRUNCATE ON "pack" FOR EACH STATEMENT EXECUTE FUNCTION evidence_is_append_only();
--> statement-breakpoint
CREATE TRIGGER "component_replacement_not_emptied" BEFORE TRUNCATE ON "component_replacement" FOR EACH STATEMENT EXECUTE FUNCTION evidence_is_append_only();
--> statement-breakpoint
CREATE TRIGGER "plan_revision_not_emptied" BEFORE TRUNCATE ON "plan_revision" FOR EACH STATEMENT EXECUTE FUNCTION evidence_is_append_only();
--> statement-breakpoint
CREATE TRIGGER "wiring_revision_not_emptied" BEFORE TRUNCATE ON "wiring_revision" FOR EACH STATEMENT EXECUTE FUNCTION evidence_is_append_only();
--> statement-breakpoint
CREATE TRIGGER "household_answer_not_emptied" BEFORE TRUNCATE ON "household_answer" FOR EACH STATEMENT EXECUTE FUNCTION evidence_is_append_only();
--> statement-breakpoint
CREATE TRIGGER "stored_file_not_emptied" BEFORE TRUNCATE ON "stored_file" FOR EACH STATEMENT EXECUTE FUNCTION evidence_is_append_only();
--> statement-breakpoint
CREATE TRIGGER "file_chunk_not_emptied" BEFORE TRUNCATE ON "file_chunk" FOR EACH STATEMENT EXECUTE FUNCTION evidence_is_append_only();
--> statement-breakpoint
-- A batch is told of once, not once a reading.
CREATE FUNCTION tell_of_added_evidence() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  PERFORM pg_notify('awlbright_job', job_id::text) FROM (SELECT DISTINCT job_id FROM added) AS told;
  RETURN NULL;
END $$;
--> statement-breakpoint
DROP TRIGGER "reading_tell" ON "reading";
--> statement-breakpoint
CREATE TRIGGER "reading_tell" AFTER INSERT ON "reading" REFERENCING NEW TABLE AS added FOR EACH STATEMENT EXECUTE FUNCTION tell_of_added_evidence();
--> statement-breakpoint
DROP TRIGGER "attachment_tell" ON "attachment";
--> statement-breakpoint
CREATE TRIGGER "attachment_tell" AFTER INSERT ON "attachment" REFERENCING NEW TABLE AS added FOR EACH STATEMENT EXECUTE FUNCTION tell_of_added_evidence();
--> statement-breakpoint
-- What a household's link was tried with, counted where two requests at once cannot both slip through.
ALTER TABLE "household_link" ADD COLUMN "pictures_tried" integer DEFAULT 0 NOT NULL;
--> statement-breakpoint
UPDATE "household_link" SET "pictures_tried" = (SELECT count(*) FROM "attachment" WHERE "attachment"."household_link_id" = "household_link"."id");
