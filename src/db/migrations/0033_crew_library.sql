CREATE TABLE "crew_price" (
	"id" uuid PRIMARY KEY NOT NULL,
	"crew_id" uuid NOT NULL,
	"what" text NOT NULL,
	"unit" text NOT NULL,
	"low" double precision NOT NULL,
	"high" double precision NOT NULL,
	CONSTRAINT "crew_price_what" UNIQUE("crew_id","what","unit"),
	CONSTRAINT "crew_price_low_finite" CHECK ("crew_price"."low" is null or ("crew_price"."low" > '-Infinity'::float8 and "crew_price"."low" < 'Infinity'::float8)),
	CONSTRAINT "crew_price_high_finite" CHECK ("crew_price"."high" is null or ("crew_price"."high" > '-Infinity'::float8 and "crew_price"."high" < 'Infinity'::float8)),
	CONSTRAINT "crew_price_runs_up" CHECK ("crew_price"."low" >= 0 and "crew_price"."high" >= "crew_price"."low")
);
--> statement-breakpoint
CREATE TABLE "equipment" (
	"id" uuid PRIMARY KEY NOT NULL,
	"crew_id" uuid NOT NULL,
	"kind" text NOT NULL,
	"laid_aside_at" timestamp with time zone,
	CONSTRAINT "equipment_kind_known" CHECK ("equipment"."kind" in ('inverter', 'battery', 'gateway', 'isolator', 'surge', 'meter', 'pv'))
);
--> statement-breakpoint
CREATE TABLE "equipment_file" (
	"id" uuid PRIMARY KEY NOT NULL,
	"equipment_id" uuid NOT NULL,
	"label" text NOT NULL,
	"file_name" text NOT NULL,
	"sha256" text NOT NULL,
	"made_by" text NOT NULL,
	"by_name" text NOT NULL,
	"by_role" text,
	"made_at" timestamp with time zone DEFAULT clock_timestamp() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "equipment_revision" (
	"id" uuid PRIMARY KEY NOT NULL,
	"equipment_id" uuid NOT NULL,
	"revision" integer NOT NULL,
	"name" text NOT NULL,
	"model" text NOT NULL,
	"minimum_firmware" text,
	"source" text,
	"figures" jsonb NOT NULL,
	"made_by" text NOT NULL,
	"by_name" text NOT NULL,
	"by_role" text,
	"made_at" timestamp with time zone DEFAULT clock_timestamp() NOT NULL,
	CONSTRAINT "equipment_revision_counted" UNIQUE("equipment_id","revision"),
	CONSTRAINT "equipment_revision_from_one" CHECK ("equipment_revision"."revision" >= 1)
);
--> statement-breakpoint
ALTER TABLE "crew_history" DROP CONSTRAINT "crew_history_what_known";--> statement-breakpoint
ALTER TABLE "setting_act" DROP CONSTRAINT "setting_act_kind_known";--> statement-breakpoint
ALTER TABLE "crew" ADD COLUMN "letter_head" text;--> statement-breakpoint
ALTER TABLE "crew" ADD COLUMN "logo_sha256" text;--> statement-breakpoint
ALTER TABLE "crew" ADD COLUMN "usual_minutes" jsonb DEFAULT '{}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "crew" ADD COLUMN "core_colours" jsonb DEFAULT '{}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "crew" ADD COLUMN "currency" text;--> statement-breakpoint
ALTER TABLE "component" ADD COLUMN "library_revision_id" uuid;--> statement-breakpoint
ALTER TABLE "crew_price" ADD CONSTRAINT "crew_price_crew_id_crew_id_fk" FOREIGN KEY ("crew_id") REFERENCES "public"."crew"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "equipment" ADD CONSTRAINT "equipment_crew_id_crew_id_fk" FOREIGN KEY ("crew_id") REFERENCES "public"."crew"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "equipment_file" ADD CONSTRAINT "equipment_file_equipment_id_equipment_id_fk" FOREIGN KEY ("equipment_id") REFERENCES "public"."equipment"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "equipment_file" ADD CONSTRAINT "equipment_file_sha256_stored_file_sha256_fk" FOREIGN KEY ("sha256") REFERENCES "public"."stored_file"("sha256") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "equipment_file" ADD CONSTRAINT "equipment_file_made_by_user_id_fk" FOREIGN KEY ("made_by") REFERENCES "public"."user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "equipment_revision" ADD CONSTRAINT "equipment_revision_equipment_id_equipment_id_fk" FOREIGN KEY ("equipment_id") REFERENCES "public"."equipment"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "equipment_revision" ADD CONSTRAINT "equipment_revision_made_by_user_id_fk" FOREIGN KEY ("made_by") REFERENCES "public"."user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "crew_price_crew" ON "crew_price" USING btree ("crew_id");--> statement-breakpoint
CREATE INDEX "equipment_crew" ON "equipment" USING btree ("crew_id");--> statement-breakpoint
CREATE INDEX "equipment_file_equipment" ON "equipment_file" USING btree ("equipment_id");--> statement-breakpoint
CREATE INDEX "equipment_file_file" ON "equipment_file" USING btree ("sha256");--> statement-breakpoint
ALTER TABLE "crew_history" ADD CONSTRAINT "crew_history_what_known" CHECK ("crew_history"."what" in ('crewMade', 'crewChanged', 'invited', 'invitationWithdrawn', 'joined', 'memberChanged', 'left', 'cameBack', 'passwordLinkMade', 'passwordChosen', 'sessionsEnded', 'secondFactorOn', 'secondFactorOff', 'instrumentAdded', 'instrumentChanged', 'instrumentCertified', 'instrumentTaken', 'instrumentLaidAside', 'equipmentAdded', 'equipmentRevised', 'equipmentFileAdded', 'equipmentLaidAside', 'pricesChanged', 'habitsChanged', 'letterHeadChanged', 'personForgotten'));--> statement-breakpoint
ALTER TABLE "setting_act" ADD CONSTRAINT "setting_act_kind_known" CHECK ("setting_act"."kind" in ('planned', 'removed', 'writeBegun', 'written', 'writingAllowed', 'writingWithdrawn'));
--> statement-breakpoint
-- The library belongs to the crew; what the maker declared at one time is kept as it was read, and so is every document.
GRANT SELECT, INSERT, UPDATE ON "equipment" TO awlbright_app;
--> statement-breakpoint
GRANT SELECT, INSERT ON "equipment_revision", "equipment_file" TO awlbright_app;
--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE, DELETE ON "crew_price" TO awlbright_app;
--> statement-breakpoint
CREATE TRIGGER "equipment_revision_append_only" BEFORE UPDATE OR DELETE ON "equipment_revision" FOR EACH ROW EXECUTE FUNCTION evidence_is_append_only();
--> statement-breakpoint
CREATE TRIGGER "equipment_revision_not_emptied" BEFORE TRUNCATE ON "equipment_revision" FOR EACH STATEMENT EXECUTE FUNCTION evidence_is_append_only();
--> statement-breakpoint
CREATE TRIGGER "equipment_file_append_only" BEFORE UPDATE OR DELETE ON "equipment_file" FOR EACH ROW EXECUTE FUNCTION evidence_is_append_only();
--> statement-breakpoint
CREATE TRIGGER "equipment_file_not_emptied" BEFORE TRUNCATE ON "equipment_file" FOR EACH STATEMENT EXECUTE FUNCTION evidence_is_append_only();
