ALTER TABLE "circuit" ALTER COLUMN "safety" DROP DEFAULT;--> statement-breakpoint
ALTER TABLE "circuit" ALTER COLUMN "safety" DROP NOT NULL;--> statement-breakpoint
-- Every circuit began with “no alarm, freezer or medical equipment on it”, without anybody having looked. In a job that was never sealed
-- it is not known.
UPDATE "circuit" SET "safety" = NULL
WHERE NOT "safety" AND NOT EXISTS (SELECT 1 FROM "pack" WHERE "pack"."job_id" = "circuit"."job_id");
--> statement-breakpoint
-- The same for what the survey's form began with in favour of the plan: no source behind a device, nothing shared, an ordinary load, modules
-- with one face and without optimisers, the first main.
UPDATE "survey_item" SET "detail" = "detail" || CASE "kind"
  WHEN 'sourceDevice' THEN
    CASE WHEN "detail"->'sourceBehind' = 'false' THEN '{"sourceBehind": null}'::jsonb ELSE '{}'::jsonb END
    || CASE WHEN "detail"->'shared' = 'false' THEN '{"shared": null}'::jsonb ELSE '{}'::jsonb END
    || CASE WHEN "detail"->>'feeds' = 'ordinary' THEN '{"feeds": null}'::jsonb ELSE '{}'::jsonb END
  WHEN 'pvSystem' THEN
    CASE WHEN "detail"->'optimisers' = 'false' THEN '{"optimisers": null}'::jsonb ELSE '{}'::jsonb END
    || CASE WHEN ("detail"->>'backGain')::float8 = 0 THEN '{"backGain": null}'::jsonb ELSE '{}'::jsonb END
  WHEN 'board' THEN
    CASE WHEN "detail"->>'fedFrom' = 'main1' THEN '{"fedFrom": null}'::jsonb ELSE '{}'::jsonb END
  WHEN 'heatPump' THEN
    CASE WHEN "detail"->>'starter' = 'direct' THEN '{"starter": null}'::jsonb ELSE '{}'::jsonb END
  ELSE '{}'::jsonb
END
WHERE "kind" IN ('sourceDevice', 'pvSystem', 'board', 'heatPump')
  AND NOT EXISTS (SELECT 1 FROM "pack" WHERE "pack"."job_id" = "survey_item"."job_id");
