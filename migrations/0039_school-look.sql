CREATE TABLE "school_logo" (
	"school_id" uuid PRIMARY KEY NOT NULL,
	"png" "bytea" NOT NULL,
	"digest" text NOT NULL,
	"width" smallint NOT NULL,
	"height" smallint NOT NULL,
	"shows_by_day" boolean NOT NULL,
	"shows_in_the_dark" boolean NOT NULL
);
--> statement-breakpoint
ALTER TABLE "school" ADD COLUMN "colour" text;--> statement-breakpoint
ALTER TABLE "school" ADD COLUMN "welcome" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "school" ADD COLUMN "postal_address" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "school" ADD COLUMN "office_hours" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "school_logo" ADD CONSTRAINT "school_logo_school_id_school_id_fk" FOREIGN KEY ("school_id") REFERENCES "public"."school"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "school" ADD CONSTRAINT "school_colour_is_hex" CHECK ("colour" ~ '^#[0-9a-f]{6}$');
