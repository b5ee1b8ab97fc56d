CREATE TABLE "person_picture" (
	"person_id" uuid PRIMARY KEY NOT NULL,
	"webp" "bytea" NOT NULL,
	"digest" text NOT NULL
);
--> statement-breakpoint
ALTER TABLE "person_picture" ADD CONSTRAINT "person_picture_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;