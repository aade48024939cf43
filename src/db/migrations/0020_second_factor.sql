CREATE TABLE "two_factor" (
	"id" text PRIMARY KEY NOT NULL,
	"secret" text NOT NULL,
	"backup_codes" text NOT NULL,
	"user_id" text NOT NULL,
	"verified" boolean DEFAULT true,
	"failed_verification_count" integer DEFAULT 0,
	"locked_until" timestamp with time zone
);
--> statement-breakpoint
ALTER TABLE "crew_history" DROP CONSTRAINT "crew_history_what_known";--> statement-breakpoint
ALTER TABLE "user" ADD COLUMN "two_factor_enabled" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "two_factor" ADD CONSTRAINT "two_factor_user_id_user_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."user"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "two_factor_user" ON "two_factor" USING btree ("user_id");--> statement-breakpoint
ALTER TABLE "crew_history" ADD CONSTRAINT "crew_history_what_known" CHECK ("crew_history"."what" in ('crewMade', 'crewChanged', 'invited', 'invitationWithdrawn', 'joined', 'memberChanged', 'left', 'cameBack', 'passwordLinkMade', 'passwordChosen', 'sessionsEnded', 'secondFactorOn', 'secondFactorOff', 'instrumentAdded', 'instrumentChanged', 'instrumentCertified', 'instrumentTaken', 'instrumentLaidAside'));--> statement-breakpoint
GRANT SELECT, INSERT, UPDATE, DELETE ON "two_factor" TO awlbright_app;
