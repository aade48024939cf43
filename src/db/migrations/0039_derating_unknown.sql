ALTER TABLE "cable_run" ALTER COLUMN "derating" DROP DEFAULT;--> statement-breakpoint
ALTER TABLE "cable_run" ALTER COLUMN "derating" DROP NOT NULL;--> statement-breakpoint
-- Every run began at 100 % without anybody having looked. Where that still stands in a job that was never sealed, it is not known: saying so again costs
-- a minute, and a cable that is too warm can burn.
WITH unread AS (
  UPDATE "cable_run" SET "derating" = NULL
  WHERE "derating" = 1 AND NOT EXISTS (SELECT 1 FROM "pack" WHERE "pack"."job_id" = "cable_run"."job_id")
  RETURNING "job_id"
)
UPDATE "job" SET "version" = "version" + 1 WHERE "id" IN (SELECT "job_id" FROM unread);
