ALTER TABLE "component" ADD COLUMN "bending_mm" double precision;--> statement-breakpoint
ALTER TABLE "cable_run" ALTER COLUMN "derating" DROP DEFAULT;--> statement-breakpoint
ALTER TABLE "cable_run" ALTER COLUMN "derating" DROP NOT NULL;--> statement-breakpoint
-- Every run began at 100 % and every job with an efficiency of 95 %, a floor of 5 % and no standby, every unit with all its power in the cold, without anybody having looked. Where that still
-- stands in a job that was never sealed it is not known: saying so again costs a minute, and a cable that is too warm can burn.
UPDATE "cable_run" SET "derating" = NULL
WHERE "derating" = 1 AND NOT EXISTS (SELECT 1 FROM "pack" WHERE "pack"."job_id" = "cable_run"."job_id");--> statement-breakpoint
UPDATE "job" SET
  "sources" = "sources"
    || jsonb_build_object('units', (
         SELECT coalesce(jsonb_agg(CASE WHEN ("unit"->>'coldFactor')::float8 = 1 THEN "unit" || '{"coldFactor": null}'::jsonb ELSE "unit" END ORDER BY "at"), '[]'::jsonb)
         FROM jsonb_array_elements("sources"->'units') WITH ORDINALITY AS "each"("unit", "at")))
    || CASE WHEN ("sources"->>'dischargeEfficiency')::float8 = 0.95 THEN '{"dischargeEfficiency": null}'::jsonb ELSE '{}'::jsonb END
    || CASE WHEN ("sources"->>'floorSoc')::float8 = 0.05 THEN '{"floorSoc": null}'::jsonb ELSE '{}'::jsonb END
    || CASE WHEN ("sources"->>'standbyW')::float8 = 0 THEN '{"standbyW": null}'::jsonb ELSE '{}'::jsonb END,
  "version" = "version" + 1
WHERE NOT EXISTS (SELECT 1 FROM "pack" WHERE "pack"."job_id" = "job"."id");
