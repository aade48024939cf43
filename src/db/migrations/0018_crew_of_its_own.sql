CREATE TABLE "crew_history" (
	"id" uuid PRIMARY KEY NOT NULL,
	"crew_id" uuid NOT NULL,
	"what" text NOT NULL,
	"subject" text NOT NULL,
	"detail" jsonb NOT NULL,
	"by_name" text NOT NULL,
	"at" timestamp with time zone DEFAULT clock_timestamp() NOT NULL,
	CONSTRAINT "crew_history_what_known" CHECK ("crew_history"."what" in ('crewMade', 'crewChanged', 'invited', 'invitationWithdrawn', 'joined', 'memberChanged', 'left', 'cameBack', 'passwordLinkMade', 'passwordChosen', 'sessionsEnded', 'instrumentAdded', 'instrumentChanged', 'instrumentCertified', 'instrumentTaken', 'instrumentLaidAside'))
);
--> statement-breakpoint
CREATE TABLE "instrument_certificate" (
	"id" uuid PRIMARY KEY NOT NULL,
	"instrument_id" uuid NOT NULL,
	"calibrated_on" date NOT NULL,
	"due_on" date NOT NULL,
	"number" text NOT NULL,
	"file_name" text,
	"sha256" text,
	"by_name" text NOT NULL,
	"added_at" timestamp with time zone DEFAULT clock_timestamp() NOT NULL,
	CONSTRAINT "instrument_certificate_runs" CHECK ("instrument_certificate"."due_on" > "instrument_certificate"."calibrated_on")
);
--> statement-breakpoint
CREATE TABLE "instrument_revision" (
	"id" uuid PRIMARY KEY NOT NULL,
	"instrument_id" uuid NOT NULL,
	"until" timestamp with time zone DEFAULT clock_timestamp() NOT NULL,
	"low_impedance" boolean NOT NULL,
	"functions" jsonb NOT NULL
);
--> statement-breakpoint
CREATE TABLE "personal_link" (
	"id" uuid PRIMARY KEY NOT NULL,
	"crew_id" uuid NOT NULL,
	"kind" text NOT NULL,
	"token_hash" text NOT NULL,
	"name" text NOT NULL,
	"email" text NOT NULL,
	"role" text NOT NULL,
	"user_id" text,
	"expires_at" timestamp with time zone NOT NULL,
	"withdrawn_at" timestamp with time zone,
	"used_at" timestamp with time zone,
	"made_by_name" text NOT NULL,
	"made_at" timestamp with time zone DEFAULT clock_timestamp() NOT NULL,
	CONSTRAINT "personal_link_tokenHash_unique" UNIQUE("token_hash"),
	CONSTRAINT "personal_link_kind_known" CHECK ("personal_link"."kind" in ('invitation', 'newPassword')),
	CONSTRAINT "personal_link_role_known" CHECK ("personal_link"."role" in ('lead', 'hand', 'office', 'checker'))
);
--> statement-breakpoint
ALTER TABLE "crew" ADD COLUMN "usual_pack_id" text DEFAULT 'iec-1ph-230' NOT NULL;--> statement-breakpoint
ALTER TABLE "crew_member" ADD COLUMN "licence" text;--> statement-breakpoint
ALTER TABLE "crew_member" ADD COLUMN "licence_valid_until" date;--> statement-breakpoint
ALTER TABLE "crew_member" ADD COLUMN "left_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "crew_member" ADD COLUMN "joined_at" timestamp with time zone DEFAULT now() NOT NULL;--> statement-breakpoint
ALTER TABLE "instrument" ADD COLUMN "serial" text;--> statement-breakpoint
ALTER TABLE "instrument" ADD COLUMN "proving_unit" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "instrument" ADD COLUMN "held_by" text;--> statement-breakpoint
ALTER TABLE "instrument" ADD COLUMN "held_since" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "instrument" ADD COLUMN "laid_aside_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "crew_history" ADD CONSTRAINT "crew_history_crew_id_crew_id_fk" FOREIGN KEY ("crew_id") REFERENCES "public"."crew"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "instrument_certificate" ADD CONSTRAINT "instrument_certificate_instrument_id_instrument_id_fk" FOREIGN KEY ("instrument_id") REFERENCES "public"."instrument"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "instrument_certificate" ADD CONSTRAINT "instrument_certificate_sha256_stored_file_sha256_fk" FOREIGN KEY ("sha256") REFERENCES "public"."stored_file"("sha256") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "instrument_revision" ADD CONSTRAINT "instrument_revision_instrument_id_instrument_id_fk" FOREIGN KEY ("instrument_id") REFERENCES "public"."instrument"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "personal_link" ADD CONSTRAINT "personal_link_crew_id_crew_id_fk" FOREIGN KEY ("crew_id") REFERENCES "public"."crew"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "personal_link" ADD CONSTRAINT "personal_link_user_id_user_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "crew_history_crew" ON "crew_history" USING btree ("crew_id","at");--> statement-breakpoint
CREATE INDEX "crew_history_subject" ON "crew_history" USING btree ("subject","at");--> statement-breakpoint
CREATE INDEX "instrument_certificate_instrument" ON "instrument_certificate" USING btree ("instrument_id");--> statement-breakpoint
CREATE INDEX "instrument_certificate_file" ON "instrument_certificate" USING btree ("sha256");--> statement-breakpoint
CREATE INDEX "instrument_revision_instrument" ON "instrument_revision" USING btree ("instrument_id");--> statement-breakpoint
CREATE INDEX "personal_link_crew" ON "personal_link" USING btree ("crew_id","made_at");--> statement-breakpoint
CREATE INDEX "personal_link_user" ON "personal_link" USING btree ("user_id");--> statement-breakpoint
ALTER TABLE "instrument" ADD CONSTRAINT "instrument_held_by_user_id_fk" FOREIGN KEY ("held_by") REFERENCES "public"."user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "instrument_holder" ON "instrument" USING btree ("held_by");--> statement-breakpoint
CREATE UNIQUE INDEX "instrument_tag_of_crew" ON "instrument" USING btree ("crew_id","tag") WHERE "instrument"."laid_aside_at" is null;--> statement-breakpoint
-- The app may add to a crew and describe it anew; what happened to people and instruments is kept as it was written.
GRANT SELECT, INSERT ON "crew_history", "instrument_certificate", "instrument_revision", "personal_link" TO awlbright_app;
--> statement-breakpoint
GRANT UPDATE ON "crew", "personal_link" TO awlbright_app;
--> statement-breakpoint
CREATE TRIGGER "crew_history_append_only" BEFORE UPDATE OR DELETE ON "crew_history" FOR EACH ROW EXECUTE FUNCTION evidence_is_append_only();
--> statement-breakpoint
CREATE TRIGGER "crew_history_not_emptied" BEFORE TRUNCATE ON "crew_history" FOR EACH STATEMENT EXECUTE FUNCTION evidence_is_append_only();
--> statement-breakpoint
CREATE TRIGGER "instrument_certificate_append_only" BEFORE UPDATE OR DELETE ON "instrument_certificate" FOR EACH ROW EXECUTE FUNCTION evidence_is_append_only();
--> statement-breakpoint
CREATE TRIGGER "instrument_certificate_not_emptied" BEFORE TRUNCATE ON "instrument_certificate" FOR EACH STATEMENT EXECUTE FUNCTION evidence_is_append_only();
--> statement-breakpoint
CREATE TRIGGER "instrument_revision_append_only" BEFORE UPDATE OR DELETE ON "instrument_revision" FOR EACH ROW EXECUTE FUNCTION evidence_is_append_only();
--> statement-breakpoint
CREATE TRIGGER "instrument_revision_not_emptied" BEFORE TRUNCATE ON "instrument_revision" FOR EACH STATEMENT EXECUTE FUNCTION evidence_is_append_only();
