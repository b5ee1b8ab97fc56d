CREATE TABLE "answer" (
	"id" uuid PRIMARY KEY NOT NULL,
	"question_id" uuid NOT NULL,
	"family_id" uuid NOT NULL,
	"wish_id" uuid,
	"holder_id" uuid,
	"value" jsonb NOT NULL,
	"said_at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "question" (
	"id" uuid PRIMARY KEY NOT NULL,
	"conference_id" uuid NOT NULL,
	"rank" smallint NOT NULL,
	"kind" text NOT NULL,
	"text" text NOT NULL,
	"choices" text[] DEFAULT '{}' NOT NULL,
	"required" boolean DEFAULT false NOT NULL,
	"whole" boolean NOT NULL
);
--> statement-breakpoint
CREATE TABLE "question_desk" (
	"question_id" uuid NOT NULL,
	"desk_id" uuid NOT NULL,
	CONSTRAINT "question_desk_question_id_desk_id_pk" PRIMARY KEY("question_id","desk_id")
);
--> statement-breakpoint
ALTER TABLE "answer" ADD CONSTRAINT "answer_question_id_question_id_fk" FOREIGN KEY ("question_id") REFERENCES "public"."question"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "answer" ADD CONSTRAINT "answer_family_id_family_id_fk" FOREIGN KEY ("family_id") REFERENCES "public"."family"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "answer" ADD CONSTRAINT "answer_wish_id_wish_id_fk" FOREIGN KEY ("wish_id") REFERENCES "public"."wish"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "answer" ADD CONSTRAINT "answer_holder_id_adult_id_fk" FOREIGN KEY ("holder_id") REFERENCES "public"."adult"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "question" ADD CONSTRAINT "question_conference_id_conference_id_fk" FOREIGN KEY ("conference_id") REFERENCES "public"."conference"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "question_desk" ADD CONSTRAINT "question_desk_question_id_question_id_fk" FOREIGN KEY ("question_id") REFERENCES "public"."question"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "question_desk" ADD CONSTRAINT "question_desk_desk_id_desk_id_fk" FOREIGN KEY ("desk_id") REFERENCES "public"."desk"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "answer_once" ON "answer" USING btree ("question_id","family_id",coalesce("wish_id", "family_id"),coalesce("holder_id", "family_id"));--> statement-breakpoint
CREATE INDEX "answer_family" ON "answer" USING btree ("family_id");--> statement-breakpoint
CREATE INDEX "answer_wish" ON "answer" USING btree ("wish_id");--> statement-breakpoint
CREATE INDEX "question_conference" ON "question" USING btree ("conference_id","rank");--> statement-breakpoint
CREATE INDEX "question_desk_desk" ON "question_desk" USING btree ("desk_id");