CREATE TABLE "notice" (
	"id" uuid PRIMARY KEY NOT NULL,
	"kind" text NOT NULL,
	"act_id" uuid,
	"about" text,
	"conference_id" uuid,
	"family_id" uuid,
	"adult_id" uuid,
	"guest_id" uuid,
	"edition" smallint DEFAULT 1 NOT NULL,
	"due_at" timestamp with time zone NOT NULL,
	"state" text DEFAULT 'waiting' NOT NULL,
	"reason" text,
	"attempts" smallint DEFAULT 0 NOT NULL,
	"claimed_at" timestamp with time zone,
	"sent_at" timestamp with time zone,
	CONSTRAINT "notice_recipient" CHECK (num_nonnulls(adult_id, guest_id) = 1),
	CONSTRAINT "notice_about" CHECK (num_nonnulls(act_id, about) = 1)
);
--> statement-breakpoint
ALTER TABLE "notice" ADD CONSTRAINT "notice_act_id_act_id_fk" FOREIGN KEY ("act_id") REFERENCES "public"."act"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "notice" ADD CONSTRAINT "notice_conference_id_conference_id_fk" FOREIGN KEY ("conference_id") REFERENCES "public"."conference"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "notice" ADD CONSTRAINT "notice_family_id_family_id_fk" FOREIGN KEY ("family_id") REFERENCES "public"."family"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "notice" ADD CONSTRAINT "notice_adult_id_adult_id_fk" FOREIGN KEY ("adult_id") REFERENCES "public"."adult"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "notice" ADD CONSTRAINT "notice_guest_id_guest_id_fk" FOREIGN KEY ("guest_id") REFERENCES "public"."guest"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "notice_open" ON "notice" USING btree ("due_at") WHERE "notice"."state" in ('waiting', 'sending');--> statement-breakpoint
CREATE UNIQUE INDEX "notice_reminder_once" ON "notice" USING btree ("adult_id","about") WHERE "notice"."about" is not null;--> statement-breakpoint
CREATE INDEX "notice_act" ON "notice" USING btree ("act_id");--> statement-breakpoint
CREATE INDEX "notice_conference" ON "notice" USING btree ("conference_id","due_at");--> statement-breakpoint
CREATE INDEX "notice_family" ON "notice" USING btree ("family_id");--> statement-breakpoint
CREATE INDEX "notice_adult" ON "notice" USING btree ("adult_id");--> statement-breakpoint
CREATE INDEX "notice_guest" ON "notice" USING btree ("guest_id");