ALTER TABLE "adult" ADD COLUMN "email_wanted" text;--> statement-breakpoint
ALTER TABLE "adult" ADD COLUMN "email_wanted_at" timestamp with time zone;