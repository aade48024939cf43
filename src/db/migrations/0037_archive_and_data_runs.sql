ALTER TABLE "crew_history" DROP CONSTRAINT "crew_history_what_known";--> statement-breakpoint
ALTER TABLE "equipment" DROP CONSTRAINT "equipment_kind_known";--> statement-breakpoint
ALTER TABLE "component" DROP CONSTRAINT "component_kind_known";--> statement-breakpoint
ALTER TABLE "fit_item" DROP CONSTRAINT "fit_item_kind_known";--> statement-breakpoint
DROP INDEX "job_summary_open";--> statement-breakpoint
DROP INDEX "job_summary_sealed";--> statement-breakpoint
ALTER TABLE "job" ADD COLUMN "archived_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "job_summary" ADD COLUMN "archived_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "job_summary" ADD COLUMN "held" boolean;--> statement-breakpoint
ALTER TABLE "job_summary" ADD COLUMN "people" text[];--> statement-breakpoint
ALTER TABLE "job_summary" ADD COLUMN "last_recorded_at" timestamp with time zone;--> statement-breakpoint
CREATE INDEX "job_summary_kept" ON "job_summary" USING btree ("crew_id","sealed_at") WHERE "job_summary"."sealed_at" is not null;--> statement-breakpoint
CREATE INDEX "job_summary_archived" ON "job_summary" USING btree ("crew_id","archived_at" DESC NULLS FIRST,"job_id") WHERE "job_summary"."archived_at" is not null;--> statement-breakpoint
CREATE INDEX "job_summary_held" ON "job_summary" USING btree ("crew_id",coalesce("scheduled_day", 'infinity'::date),"name","job_id") WHERE "job_summary"."archived_at" is null and coalesce("job_summary"."held", true);--> statement-breakpoint
CREATE INDEX "job_summary_named" ON "job_summary" USING btree ("crew_id","name","job_id") WHERE "job_summary"."archived_at" is null;--> statement-breakpoint
CREATE INDEX "job_summary_recorded" ON "job_summary" USING btree ("crew_id","last_recorded_at" DESC NULLS LAST,"job_id") WHERE "job_summary"."archived_at" is null;--> statement-breakpoint
CREATE INDEX "job_summary_people" ON "job_summary" USING gin ("people");--> statement-breakpoint
CREATE INDEX "job_summary_open" ON "job_summary" USING btree ("crew_id",coalesce("scheduled_day", 'infinity'::date),"name","job_id") WHERE "job_summary"."sealed_at" is null and "job_summary"."archived_at" is null;--> statement-breakpoint
CREATE INDEX "job_summary_sealed" ON "job_summary" USING btree ("crew_id","sealed_at" DESC NULLS FIRST,"job_id") WHERE "job_summary"."sealed_at" is not null and "job_summary"."archived_at" is null;--> statement-breakpoint
ALTER TABLE "crew_history" ADD CONSTRAINT "crew_history_what_known" CHECK ("crew_history"."what" in ('crewMade', 'crewChanged', 'invited', 'invitationWithdrawn', 'joined', 'memberChanged', 'left', 'cameBack', 'passwordLinkMade', 'passwordChosen', 'sessionsEnded', 'secondFactorOn', 'secondFactorOff', 'instrumentAdded', 'instrumentChanged', 'instrumentCertified', 'instrumentTaken', 'instrumentLaidAside', 'equipmentAdded', 'equipmentRevised', 'equipmentFileAdded', 'equipmentLaidAside', 'pricesChanged', 'habitsChanged', 'letterHeadChanged', 'personForgotten', 'jobBroughtIn', 'retentionChanged', 'jobArchived', 'jobRestored'));--> statement-breakpoint
ALTER TABLE "equipment" ADD CONSTRAINT "equipment_kind_known" CHECK ("equipment"."kind" in ('inverter', 'battery', 'gateway', 'isolator', 'surge', 'meter', 'pv', 'charger', 'bridge'));--> statement-breakpoint
ALTER TABLE "component" ADD CONSTRAINT "component_kind_known" CHECK ("component"."kind" in ('inverter', 'battery', 'gateway', 'isolator', 'surge', 'meter', 'pv', 'charger', 'bridge'));--> statement-breakpoint
ALTER TABLE "fit_item" ADD CONSTRAINT "fit_item_kind_known" CHECK ("fit_item"."kind" in ('wall', 'obstacle', 'board', 'unit', 'foot', 'lift', 'person', 'task', 'visit', 'dayRules', 'material', 'dataRun', 'snag'));--> statement-breakpoint
CREATE OR REPLACE FUNCTION job_summary_follows() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  INSERT INTO job_summary (job_id, crew_id, name, place, pack_id, scheduled_day, archived_at)
    VALUES (NEW.id, NEW.crew_id, NEW.name, NEW.place, NEW.pack_id, NEW.scheduled_day, NEW.archived_at)
    ON CONFLICT (job_id) DO UPDATE SET crew_id = excluded.crew_id, name = excluded.name, place = excluded.place, pack_id = excluded.pack_id, scheduled_day = excluded.scheduled_day, archived_at = excluded.archived_at;
  RETURN NULL;
END $$;
--> statement-breakpoint
DROP TRIGGER "job_summary_follows" ON "job";
--> statement-breakpoint
CREATE TRIGGER "job_summary_follows" AFTER INSERT OR UPDATE OF "crew_id", "name", "place", "pack_id", "scheduled_day", "archived_at" ON "job" FOR EACH ROW EXECUTE FUNCTION job_summary_follows();
