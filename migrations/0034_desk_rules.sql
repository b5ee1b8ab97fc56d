ALTER TABLE "desk" ADD COLUMN "per_day" smallint;--> statement-breakpoint
ALTER TABLE "desk" ADD COLUMN "long_slots" smallint;--> statement-breakpoint
ALTER TABLE "desk" ADD COLUMN "group_sees" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "desk" ADD CONSTRAINT "desk_per_day" CHECK ("desk"."per_day" between 1 and 200);--> statement-breakpoint
ALTER TABLE "desk" ADD CONSTRAINT "desk_long_slots" CHECK ("desk"."long_slots" between 2 and 4);