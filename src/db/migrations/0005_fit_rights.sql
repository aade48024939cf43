-- The plan of the work may be changed; that a component was taken out may not.
GRANT SELECT, INSERT, UPDATE, DELETE ON "fit_item" TO awlbright_app;
--> statement-breakpoint
GRANT SELECT, INSERT ON "component_replacement" TO awlbright_app;
--> statement-breakpoint
CREATE TRIGGER "component_replacement_append_only" BEFORE UPDATE OR DELETE ON "component_replacement" FOR EACH ROW EXECUTE FUNCTION evidence_is_append_only();
--> statement-breakpoint
CREATE TRIGGER "component_replacement_tell" AFTER INSERT ON "component_replacement" FOR EACH ROW EXECUTE FUNCTION tell_of_evidence();
--> statement-breakpoint
CREATE TRIGGER "fit_item_tell" AFTER INSERT OR UPDATE ON "fit_item" FOR EACH ROW EXECUTE FUNCTION tell_of_evidence();
