ALTER TABLE "series" DROP CONSTRAINT "series_place_id_place_id_fk";
--> statement-breakpoint
ALTER TABLE "series" ALTER COLUMN "when" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "series" DROP COLUMN "follows_conference";--> statement-breakpoint
ALTER TABLE "series" DROP COLUMN "hours";--> statement-breakpoint
ALTER TABLE "series" DROP COLUMN "slot_minutes";--> statement-breakpoint
ALTER TABLE "series" DROP COLUMN "gap_minutes";--> statement-breakpoint
ALTER TABLE "series" DROP COLUMN "place_id";