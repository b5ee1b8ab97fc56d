CREATE TABLE "account_second_factor" (
	"id" uuid PRIMARY KEY NOT NULL,
	"user_id" uuid NOT NULL,
	"secret" text NOT NULL,
	"backup_codes" text NOT NULL,
	"verified" boolean DEFAULT true NOT NULL,
	"failed_verification_count" integer DEFAULT 0 NOT NULL,
	"locked_until" timestamp with time zone
);
--> statement-breakpoint
CREATE TABLE "adult_right" (
	"adult_id" uuid NOT NULL,
	"student_id" uuid NOT NULL,
	"may_book" boolean NOT NULL,
	"may_see" boolean NOT NULL,
	"is_told" boolean NOT NULL,
	CONSTRAINT "adult_right_adult_id_student_id_pk" PRIMARY KEY("adult_id","student_id")
);
--> statement-breakpoint
CREATE TABLE "column_memory" (
	"signature" text PRIMARY KEY NOT NULL,
	"kind" text NOT NULL,
	"columns" jsonb NOT NULL
);
--> statement-breakpoint
CREATE TABLE "kept_apart" (
	"family_id" uuid NOT NULL,
	"other_family_id" uuid NOT NULL,
	"margin_minutes" smallint NOT NULL,
	CONSTRAINT "kept_apart_family_id_other_family_id_pk" PRIMARY KEY("family_id","other_family_id")
);
--> statement-breakpoint
CREATE TABLE "meeting_exception" (
	"student_id" uuid NOT NULL,
	"person_id" uuid NOT NULL,
	"meets" boolean NOT NULL,
	CONSTRAINT "meeting_exception_student_id_person_id_pk" PRIMARY KEY("student_id","person_id")
);
--> statement-breakpoint
CREATE TABLE "register_change" (
	"order" bigserial PRIMARY KEY NOT NULL,
	"act_id" uuid NOT NULL,
	"table_name" text NOT NULL,
	"before" jsonb,
	"after" jsonb
);
--> statement-breakpoint
ALTER TABLE "account" ADD COLUMN "knows_safety" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "account" ADD COLUMN "two_factor_enabled" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "account" ADD COLUMN "withdrawn_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "adult" ADD COLUMN "key" text;--> statement-breakpoint
ALTER TABLE "adult" ADD COLUMN "email" text;--> statement-breakpoint
ALTER TABLE "adult" ADD COLUMN "telephone" text;--> statement-breakpoint
ALTER TABLE "adult" ADD COLUMN "language" text;--> statement-breakpoint
ALTER TABLE "adult" ADD COLUMN "channel" text DEFAULT 'email' NOT NULL;--> statement-breakpoint
ALTER TABLE "enrolment" ADD COLUMN "home" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "family" ADD COLUMN "address" text;--> statement-breakpoint
ALTER TABLE "family" ADD COLUMN "interpreter" text;--> statement-breakpoint
ALTER TABLE "family" ADD COLUMN "step_free" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "person" ADD COLUMN "key" text;--> statement-breakpoint
ALTER TABLE "person" ADD COLUMN "email" text;--> statement-breakpoint
ALTER TABLE "person" ADD COLUMN "email_confirmed_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "person" ADD COLUMN "telephone" text;--> statement-breakpoint
ALTER TABLE "person" ADD COLUMN "pin" text;--> statement-breakpoint
ALTER TABLE "person" ADD COLUMN "subjects" text[] DEFAULT '{}' NOT NULL;--> statement-breakpoint
ALTER TABLE "person" ADD COLUMN "room" text;--> statement-breakpoint
ALTER TABLE "person" ADD COLUMN "building" text;--> statement-breakpoint
ALTER TABLE "person" ADD COLUMN "link" text;--> statement-breakpoint
ALTER TABLE "person" ADD COLUMN "is_teacher" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "person" ADD COLUMN "is_interpreter" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "person" ADD COLUMN "languages" text[] DEFAULT '{}' NOT NULL;--> statement-breakpoint
ALTER TABLE "person" ADD COLUMN "hours" text;--> statement-breakpoint
ALTER TABLE "class" ADD COLUMN "key" text;--> statement-breakpoint
ALTER TABLE "student" ADD COLUMN "key" text;--> statement-breakpoint
ALTER TABLE "desk" ADD COLUMN "for_all" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "wish" ADD COLUMN "optional" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "account_second_factor" ADD CONSTRAINT "account_second_factor_user_id_account_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."account"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "adult_right" ADD CONSTRAINT "adult_right_adult_id_adult_id_fk" FOREIGN KEY ("adult_id") REFERENCES "public"."adult"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "adult_right" ADD CONSTRAINT "adult_right_student_id_student_id_fk" FOREIGN KEY ("student_id") REFERENCES "public"."student"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "kept_apart" ADD CONSTRAINT "kept_apart_family_id_family_id_fk" FOREIGN KEY ("family_id") REFERENCES "public"."family"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "kept_apart" ADD CONSTRAINT "kept_apart_other_family_id_family_id_fk" FOREIGN KEY ("other_family_id") REFERENCES "public"."family"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "meeting_exception" ADD CONSTRAINT "meeting_exception_student_id_student_id_fk" FOREIGN KEY ("student_id") REFERENCES "public"."student"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "meeting_exception" ADD CONSTRAINT "meeting_exception_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "register_change_act" ON "register_change" USING btree ("act_id");--> statement-breakpoint
CREATE UNIQUE INDEX "class_key" ON "class" USING btree ("school_year","key");--> statement-breakpoint
ALTER TABLE "adult" ADD CONSTRAINT "adult_key_unique" UNIQUE("key");--> statement-breakpoint
ALTER TABLE "person" ADD CONSTRAINT "person_key_unique" UNIQUE("key");--> statement-breakpoint
ALTER TABLE "student" ADD CONSTRAINT "student_key_unique" UNIQUE("key");