ALTER TABLE "electrode" ADD COLUMN "length_m" double precision;--> statement-breakpoint
ALTER TABLE "electrode" ADD COLUMN "diameter_mm" double precision;--> statement-breakpoint
ALTER TABLE "electrode" ADD COLUMN "across_m" double precision;--> statement-breakpoint
ALTER TABLE "electrode" ADD COLUMN "depth_m" double precision;--> statement-breakpoint
ALTER TABLE "electrode" ADD COLUMN "at_m" double precision;--> statement-breakpoint
ALTER TABLE "electrode" ADD COLUMN "aside_m" double precision;--> statement-breakpoint
ALTER TABLE "electrode" ADD COLUMN "rod_count" integer;--> statement-breakpoint
ALTER TABLE "electrode" ADD COLUMN "spacing_m" double precision;