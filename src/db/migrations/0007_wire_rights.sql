-- A wiring that was stored stays on record; a change is a new revision.
GRANT SELECT, INSERT ON "wiring_revision" TO awlbright_app;
--> statement-breakpoint
CREATE TRIGGER "wiring_revision_append_only" BEFORE UPDATE OR DELETE ON "wiring_revision" FOR EACH ROW EXECUTE FUNCTION evidence_is_append_only();
--> statement-breakpoint
CREATE TRIGGER "wiring_revision_tell" AFTER INSERT ON "wiring_revision" FOR EACH ROW EXECUTE FUNCTION tell_of_evidence();
