CREATE TABLE "component_replacement" (
	"id" uuid PRIMARY KEY NOT NULL,
	"job_id" uuid NOT NULL,
	"component_tag" text NOT NULL,
	"old_serial" text,
	"cause" text NOT NULL,
	"reason" text NOT NULL,
	"replaced_by" text NOT NULL,
	"replaced_at" timestamp with time zone DEFAULT clock_timestamp() NOT NULL,
	CONSTRAINT "component_replacement_cause_known" CHECK ("component_replacement"."cause" in ('deadOnArrival', 'warranty', 'damaged', 'wrongPart')),
	CONSTRAINT "component_replacement_reason_given" CHECK (length(trim("component_replacement"."reason")) >= 5)
);
--> statement-breakpoint
CREATE TABLE "fit_item" (
	"id" uuid PRIMARY KEY NOT NULL,
	"job_id" uuid NOT NULL,
	"sort" integer DEFAULT 0 NOT NULL,
	"kind" text NOT NULL,
	"tag" text NOT NULL,
	"name" text NOT NULL,
	"detail" jsonb NOT NULL,
	CONSTRAINT "fit_item_tag" UNIQUE("job_id","kind","tag"),
	CONSTRAINT "fit_item_kind_known" CHECK ("fit_item"."kind" in ('wall', 'obstacle', 'board', 'unit', 'foot', 'lift', 'person', 'task', 'visit', 'dayRules', 'material', 'snag'))
);
--> statement-breakpoint
ALTER TABLE "component_replacement" ADD CONSTRAINT "component_replacement_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE restrict ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "component_replacement" ADD CONSTRAINT "component_replacement_replaced_by_user_id_fk" FOREIGN KEY ("replaced_by") REFERENCES "public"."user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "fit_item" ADD CONSTRAINT "fit_item_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "component_replacement_job" ON "component_replacement" USING btree ("job_id");--> statement-breakpoint
CREATE INDEX "reading_serial" ON "reading" USING btree (upper("value_word")) WHERE "reading"."slot" = 'serial';