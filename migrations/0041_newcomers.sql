CREATE TABLE "newcomer" (
	"id" uuid PRIMARY KEY NOT NULL,
	"conference_id" uuid NOT NULL,
	"state" text NOT NULL,
	"email" text,
	"asked_at" timestamp with time zone NOT NULL,
	"proved_at" timestamp with time zone,
	"facts" jsonb,
	"family_id" uuid,
	"answered_at" timestamp with time zone,
	CONSTRAINT "newcomer_waits_with_facts" CHECK ((state = 'waiting') = (facts is not null)),
	CONSTRAINT "newcomer_is_a_family" CHECK ((state in ('let-in', 'joined')) = (family_id is not null))
);
--> statement-breakpoint
ALTER TABLE "conference" ALTER COLUMN "rules" SET DEFAULT '{"entry":"listed","earlyOpensAt":null,"latestMinutes":null,"changeMinutes":null,"furthestDate":null,"rollingDays":null,"perStudent":null,"perFamily":null,"perDeskDay":null,"oncePerDesk":true,"households":"each","acceptance":"at-once","answerHours":48,"interpretedLength":1,"waitingMinutes":720}'::jsonb;--> statement-breakpoint
ALTER TABLE "newcomer" ADD CONSTRAINT "newcomer_conference_id_conference_id_fk" FOREIGN KEY ("conference_id") REFERENCES "public"."conference"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "newcomer" ADD CONSTRAINT "newcomer_family_id_family_id_fk" FOREIGN KEY ("family_id") REFERENCES "public"."family"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "newcomer_asks_once" ON "newcomer" USING btree ("conference_id",lower(email)) WHERE "newcomer"."proved_at" is null;--> statement-breakpoint
CREATE INDEX "newcomer_conference" ON "newcomer" USING btree ("conference_id","state");--> statement-breakpoint
CREATE INDEX "newcomer_family" ON "newcomer" USING btree ("family_id");