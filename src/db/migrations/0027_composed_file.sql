CREATE TABLE "file_part" (
	"sha256" text NOT NULL,
	"index" integer NOT NULL,
	"at" bigint NOT NULL,
	"byte_count" bigint NOT NULL,
	"bytes" "bytea",
	"of_sha256" text,
	CONSTRAINT "file_part_sha256_index_pk" PRIMARY KEY("sha256","index"),
	CONSTRAINT "file_part_is_one" CHECK (("file_part"."bytes" is null) <> ("file_part"."of_sha256" is null)),
	CONSTRAINT "file_part_length" CHECK ("file_part"."bytes" is null or length("file_part"."bytes") = "file_part"."byte_count")
);
--> statement-breakpoint
ALTER TABLE "stored_file" ADD COLUMN "part_count" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "stored_file" ADD COLUMN "crc32" bigint;--> statement-breakpoint
ALTER TABLE "file_part" ADD CONSTRAINT "file_part_sha256_stored_file_sha256_fk" FOREIGN KEY ("sha256") REFERENCES "public"."stored_file"("sha256") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "file_part" ADD CONSTRAINT "file_part_of_sha256_stored_file_sha256_fk" FOREIGN KEY ("of_sha256") REFERENCES "public"."stored_file"("sha256") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "file_part_of" ON "file_part" USING btree ("of_sha256");--> statement-breakpoint
-- A pack is what it was sealed as: its parts are kept like its chunks.
GRANT SELECT, INSERT ON "file_part" TO awlbright_app;
--> statement-breakpoint
CREATE TRIGGER "file_part_append_only" BEFORE UPDATE OR DELETE ON "file_part" FOR EACH ROW EXECUTE FUNCTION evidence_is_append_only();
--> statement-breakpoint
CREATE TRIGGER "file_part_not_emptied" BEFORE TRUNCATE ON "file_part" FOR EACH STATEMENT EXECUTE FUNCTION evidence_is_append_only();
