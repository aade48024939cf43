ALTER TABLE "outage_mark" DROP CONSTRAINT "outage_mark_kind_known";--> statement-breakpoint
ALTER TABLE "load" ADD COLUMN "room" text;--> statement-breakpoint
ALTER TABLE "load" ADD CONSTRAINT "load_room_bounded" CHECK (length("load"."room") <= 40);--> statement-breakpoint
ALTER TABLE "outage_mark" ADD CONSTRAINT "outage_mark_kind_known" CHECK ("outage_mark"."kind" in ('begun', 'out', 'back', 'loadOn', 'loadOff', 'drawn', 'running', 'dead', 'tripped', 'sourceOff', 'sourceBack', 'awake', 'pluggedIn', 'vehicleGives', 'streetBack', 'onStreet', 'ended', 'takenBack'));