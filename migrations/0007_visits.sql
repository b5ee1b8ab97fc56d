CREATE TABLE "api_token" (
	"id" uuid PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"account_id" uuid NOT NULL,
	"scopes" text[] NOT NULL,
	"digest" text NOT NULL,
	"made_at" timestamp with time zone NOT NULL,
	"revoked_at" timestamp with time zone,
	CONSTRAINT "api_token_digest_unique" UNIQUE("digest")
);
--> statement-breakpoint
CREATE TABLE "family_code" (
	"family_id" uuid PRIMARY KEY NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"digest" text NOT NULL,
	CONSTRAINT "family_code_digest_unique" UNIQUE("digest")
);
--> statement-breakpoint
CREATE TABLE "appointment_along" (
	"appointment_id" uuid NOT NULL,
	"student_id" uuid NOT NULL,
	CONSTRAINT "appointment_along_appointment_id_student_id_pk" PRIMARY KEY("appointment_id","student_id")
);
--> statement-breakpoint
CREATE TABLE "guest" (
	"id" uuid PRIMARY KEY NOT NULL,
	"appointment_id" uuid NOT NULL,
	"name" text,
	"email" text,
	"version" integer DEFAULT 1 NOT NULL,
	"withdrawn_at" timestamp with time zone
);
--> statement-breakpoint
CREATE TABLE "hold" (
	"id" uuid PRIMARY KEY NOT NULL,
	"conference_id" uuid NOT NULL,
	"family_id" uuid NOT NULL,
	"kind" text NOT NULL,
	"keeps" jsonb NOT NULL,
	"since" timestamp with time zone NOT NULL,
	"until" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "waiting" (
	"id" uuid PRIMARY KEY NOT NULL,
	"conference_id" uuid NOT NULL,
	"wish_id" uuid NOT NULL,
	"since" timestamp with time zone NOT NULL,
	"hold_id" uuid,
	"passed" uuid[] DEFAULT '{}' NOT NULL
);
--> statement-breakpoint
ALTER TABLE "claim" ALTER COLUMN "appointment_id" DROP NOT NULL;--> statement-breakpoint
ALTER TABLE "conference" ADD COLUMN "rules" jsonb DEFAULT '{"earlyOpensAt":null,"latestMinutes":null,"changeMinutes":null,"furthestDate":null,"rollingDays":null,"perStudent":null,"perFamily":null,"perDeskDay":null,"oncePerDesk":true,"households":"each","acceptance":"at-once","answerHours":48,"interpretedLength":1,"waitingMinutes":720}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "act" ADD COLUMN "request" text;--> statement-breakpoint
ALTER TABLE "appointment" ADD COLUMN "interpreter_id" uuid;--> statement-breakpoint
ALTER TABLE "appointment" ADD COLUMN "answer_by" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "claim" ADD COLUMN "hold_id" uuid;--> statement-breakpoint
ALTER TABLE "wish" ADD COLUMN "length" smallint DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE "desk" ADD COLUMN "acceptance" text;--> statement-breakpoint
ALTER TABLE "api_token" ADD CONSTRAINT "api_token_account_id_account_id_fk" FOREIGN KEY ("account_id") REFERENCES "public"."account"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "family_code" ADD CONSTRAINT "family_code_family_id_family_id_fk" FOREIGN KEY ("family_id") REFERENCES "public"."family"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "appointment_along" ADD CONSTRAINT "appointment_along_appointment_id_appointment_id_fk" FOREIGN KEY ("appointment_id") REFERENCES "public"."appointment"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "appointment_along" ADD CONSTRAINT "appointment_along_student_id_student_id_fk" FOREIGN KEY ("student_id") REFERENCES "public"."student"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "guest" ADD CONSTRAINT "guest_appointment_id_appointment_id_fk" FOREIGN KEY ("appointment_id") REFERENCES "public"."appointment"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "hold" ADD CONSTRAINT "hold_conference_id_conference_id_fk" FOREIGN KEY ("conference_id") REFERENCES "public"."conference"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "hold" ADD CONSTRAINT "hold_family_id_family_id_fk" FOREIGN KEY ("family_id") REFERENCES "public"."family"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "waiting" ADD CONSTRAINT "waiting_conference_id_conference_id_fk" FOREIGN KEY ("conference_id") REFERENCES "public"."conference"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "waiting" ADD CONSTRAINT "waiting_wish_id_wish_id_fk" FOREIGN KEY ("wish_id") REFERENCES "public"."wish"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "waiting" ADD CONSTRAINT "waiting_hold_id_hold_id_fk" FOREIGN KEY ("hold_id") REFERENCES "public"."hold"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "guest_appointment" ON "guest" USING btree ("appointment_id");--> statement-breakpoint
CREATE UNIQUE INDEX "hold_of_family" ON "hold" USING btree ("conference_id","family_id") WHERE "hold"."kind" = 'hold';--> statement-breakpoint
CREATE INDEX "hold_until" ON "hold" USING btree ("until");--> statement-breakpoint
CREATE UNIQUE INDEX "waiting_wish" ON "waiting" USING btree ("wish_id");--> statement-breakpoint
CREATE INDEX "waiting_conference" ON "waiting" USING btree ("conference_id","since");--> statement-breakpoint
ALTER TABLE "appointment" ADD CONSTRAINT "appointment_interpreter_id_person_id_fk" FOREIGN KEY ("interpreter_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "claim" ADD CONSTRAINT "claim_hold_id_hold_id_fk" FOREIGN KEY ("hold_id") REFERENCES "public"."hold"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "claim_hold" ON "claim" USING btree ("hold_id");