ALTER TABLE "notice" DROP CONSTRAINT "notice_recipient";--> statement-breakpoint
DROP INDEX "notice_reminder_once";--> statement-breakpoint
ALTER TABLE "account" ADD COLUMN "is_told" boolean DEFAULT true NOT NULL;--> statement-breakpoint
ALTER TABLE "person" ADD COLUMN "told" text DEFAULT 'all' NOT NULL;--> statement-breakpoint
ALTER TABLE "conference" ADD COLUMN "notice_rules" jsonb DEFAULT '{"remindBefore":[1440,60],"eveningAt":1080,"tellsChanges":true,"officeAt":420,"tellsQuestions":true,"quiet":{"from":1290,"until":390},"replyTo":"","words":{}}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "notice" ADD COLUMN "person_id" uuid;--> statement-breakpoint
ALTER TABLE "notice" ADD COLUMN "account_id" uuid;--> statement-breakpoint
ALTER TABLE "notice" ADD CONSTRAINT "notice_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "notice" ADD CONSTRAINT "notice_account_id_account_id_fk" FOREIGN KEY ("account_id") REFERENCES "public"."account"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "notice_summary_once" ON "notice" USING btree ("person_id","conference_id","about") WHERE "notice"."about" is not null;--> statement-breakpoint
CREATE UNIQUE INDEX "notice_office_once" ON "notice" USING btree ("account_id","conference_id","about") WHERE "notice"."about" is not null;--> statement-breakpoint
CREATE UNIQUE INDEX "notice_reminder_once" ON "notice" USING btree ("adult_id","family_id","conference_id","about") WHERE "notice"."about" is not null;--> statement-breakpoint
ALTER TABLE "notice" ADD CONSTRAINT "notice_recipient" CHECK (num_nonnulls(adult_id, guest_id, person_id, account_id) = 1);