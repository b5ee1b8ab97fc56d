CREATE TABLE "adult_code" (
	"adult_id" uuid PRIMARY KEY NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"digest" text NOT NULL,
	CONSTRAINT "adult_code_digest_unique" UNIQUE("digest")
);
--> statement-breakpoint
ALTER TABLE "invitation" ADD COLUMN "opened_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "adult_code" ADD CONSTRAINT "adult_code_adult_id_adult_id_fk" FOREIGN KEY ("adult_id") REFERENCES "public"."adult"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
-- Codes are of another making from now on; nobody could type one before.
DELETE FROM "family_code";

--> statement-breakpoint
CREATE TRIGGER family_code_changes AFTER UPDATE OF version OR DELETE ON family_code
	FOR EACH ROW EXECUTE FUNCTION announce_access('family-code', 'family_id');
--> statement-breakpoint
CREATE TRIGGER adult_code_changes AFTER UPDATE OF version OR DELETE ON adult_code
	FOR EACH ROW EXECUTE FUNCTION announce_access('adult-code', 'adult_id');
