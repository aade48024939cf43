CREATE TABLE "small_picture" (
	"sha256" text PRIMARY KEY NOT NULL,
	"jpeg" "bytea" NOT NULL,
	CONSTRAINT "small_picture_is_small" CHECK (length("small_picture"."jpeg") <= 300000)
);
--> statement-breakpoint
ALTER TABLE "small_picture" ADD CONSTRAINT "small_picture_sha256_stored_file_sha256_fk" FOREIGN KEY ("sha256") REFERENCES "public"."stored_file"("sha256") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
GRANT SELECT, INSERT ON "small_picture" TO awlbright_app;
