ALTER TABLE "place" ALTER COLUMN "step_free" DROP DEFAULT;--> statement-breakpoint
ALTER TABLE "place" ALTER COLUMN "step_free" DROP NOT NULL;--> statement-breakpoint
-- "Without steps" was what a room had from the start: nobody need have said it. Who needs such a room must not find steps.
UPDATE "place" SET "step_free" = NULL;
