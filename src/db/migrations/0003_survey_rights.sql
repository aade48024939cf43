-- Found things may be changed; what the household said, and a plan as it stood, may not.
GRANT SELECT, INSERT ON "survey_item", "plan_revision", "household_link", "household_answer", "profile" TO awlbright_app;
--> statement-breakpoint
GRANT UPDATE, DELETE ON "survey_item", "profile" TO awlbright_app;
--> statement-breakpoint
GRANT UPDATE ON "household_link" TO awlbright_app;
--> statement-breakpoint
CREATE TRIGGER "plan_revision_append_only" BEFORE UPDATE OR DELETE ON "plan_revision" FOR EACH ROW EXECUTE FUNCTION evidence_is_append_only();
--> statement-breakpoint
CREATE TRIGGER "household_answer_append_only" BEFORE UPDATE OR DELETE ON "household_answer" FOR EACH ROW EXECUTE FUNCTION evidence_is_append_only();
--> statement-breakpoint
CREATE TRIGGER "household_answer_tell" AFTER INSERT ON "household_answer" FOR EACH ROW EXECUTE FUNCTION tell_of_evidence();
