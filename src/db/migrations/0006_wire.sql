CREATE TABLE "wiring_revision" (
	"id" uuid PRIMARY KEY NOT NULL,
	"job_id" uuid NOT NULL,
	"layer" text NOT NULL,
	"number" integer NOT NULL,
	"note" text NOT NULL,
	"graph" jsonb NOT NULL,
	"made_by" text NOT NULL,
	"made_at" timestamp with time zone NOT NULL,
	"received_at" timestamp with time zone DEFAULT clock_timestamp() NOT NULL,
	CONSTRAINT "wiring_revision_number" UNIQUE("job_id","layer","number"),
	CONSTRAINT "wiring_revision_layer_known" CHECK ("wiring_revision"."layer" in ('planned', 'wired')),
	CONSTRAINT "wiring_revision_number_counts" CHECK ("wiring_revision"."number" >= 1)
);
--> statement-breakpoint
ALTER TABLE "hold_override" DROP CONSTRAINT "hold_override_step_known";--> statement-breakpoint
ALTER TABLE "reading" DROP CONSTRAINT "reading_unit_known";--> statement-breakpoint
ALTER TABLE "cable_run" ADD COLUMN "torque_nm" double precision;--> statement-breakpoint
ALTER TABLE "circuit" ADD COLUMN "found_board_tag" text;--> statement-breakpoint
ALTER TABLE "circuit" ADD COLUMN "found_phase" text;--> statement-breakpoint
ALTER TABLE "circuit" ADD COLUMN "torque_nm" double precision;--> statement-breakpoint
ALTER TABLE "job" ADD COLUMN "core_colours" jsonb DEFAULT '{}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "wiring_revision" ADD CONSTRAINT "wiring_revision_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE restrict ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "wiring_revision" ADD CONSTRAINT "wiring_revision_made_by_user_id_fk" FOREIGN KEY ("made_by") REFERENCES "public"."user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "hold_override" ADD CONSTRAINT "hold_override_step_known" CHECK ("hold_override"."step" in ('firstLive', 'firstIsland', 'loadedIsland', 'handover'));--> statement-breakpoint
ALTER TABLE "reading" ADD CONSTRAINT "reading_unit_known" CHECK ("reading"."unit" in ('Ω', 'MΩ', 'V', 'A', 'W', 'VA', 'Wh', 'Hz', 's', 'ms', 'mA', 'm', 'mm', '°', '°C', '%', 'Nm', 'kg', ''));