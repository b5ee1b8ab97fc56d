CREATE TABLE "enquiry" (
	"id" uuid PRIMARY KEY NOT NULL,
	"kind" text NOT NULL,
	"family_id" uuid NOT NULL,
	"adult_id" uuid,
	"conference_id" uuid,
	"wish_id" uuid,
	"words" text,
	"asked_at" timestamp with time zone NOT NULL,
	"answer" text,
	"answered_at" timestamp with time zone,
	CONSTRAINT "enquiry_about" CHECK ((kind = 'meeting') = (conference_id is not null))
);
--> statement-breakpoint
ALTER TABLE "appointment" ADD COLUMN "set_by" uuid;--> statement-breakpoint
ALTER TABLE "enquiry" ADD CONSTRAINT "enquiry_family_id_family_id_fk" FOREIGN KEY ("family_id") REFERENCES "public"."family"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "enquiry" ADD CONSTRAINT "enquiry_adult_id_adult_id_fk" FOREIGN KEY ("adult_id") REFERENCES "public"."adult"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "enquiry" ADD CONSTRAINT "enquiry_conference_id_conference_id_fk" FOREIGN KEY ("conference_id") REFERENCES "public"."conference"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "enquiry" ADD CONSTRAINT "enquiry_wish_id_wish_id_fk" FOREIGN KEY ("wish_id") REFERENCES "public"."wish"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "enquiry_open_once" ON "enquiry" USING btree ("family_id","kind",coalesce("wish_id", "adult_id")) WHERE "enquiry"."answered_at" is null;--> statement-breakpoint
CREATE INDEX "enquiry_conference" ON "enquiry" USING btree ("conference_id","asked_at");--> statement-breakpoint
CREATE INDEX "enquiry_wish" ON "enquiry" USING btree ("wish_id");--> statement-breakpoint
CREATE INDEX "enquiry_adult" ON "enquiry" USING btree ("adult_id");--> statement-breakpoint
ALTER TABLE "appointment" ADD CONSTRAINT "appointment_set_by_adult_id_fk" FOREIGN KEY ("set_by") REFERENCES "public"."adult"("id") ON DELETE no action ON UPDATE no action;