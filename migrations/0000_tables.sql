CREATE TABLE "account" (
	"id" uuid PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"email" text NOT NULL,
	"email_verified" boolean DEFAULT false NOT NULL,
	"image" text,
	"role" text DEFAULT 'helper' NOT NULL,
	"created_at" timestamp with time zone NOT NULL,
	"updated_at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "account_credential" (
	"id" uuid PRIMARY KEY NOT NULL,
	"account_id" text NOT NULL,
	"provider_id" text NOT NULL,
	"user_id" uuid NOT NULL,
	"access_token" text,
	"refresh_token" text,
	"id_token" text,
	"access_token_expires_at" timestamp with time zone,
	"refresh_token_expires_at" timestamp with time zone,
	"scope" text,
	"password" text,
	"created_at" timestamp with time zone NOT NULL,
	"updated_at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "account_session" (
	"id" uuid PRIMARY KEY NOT NULL,
	"user_id" uuid NOT NULL,
	"token" text NOT NULL,
	"expires_at" timestamp with time zone NOT NULL,
	"ip_address" text,
	"user_agent" text,
	"created_at" timestamp with time zone NOT NULL,
	"updated_at" timestamp with time zone NOT NULL,
	CONSTRAINT "account_session_token_unique" UNIQUE("token")
);
--> statement-breakpoint
CREATE TABLE "account_verification" (
	"id" uuid PRIMARY KEY NOT NULL,
	"identifier" text NOT NULL,
	"value" text NOT NULL,
	"expires_at" timestamp with time zone NOT NULL,
	"created_at" timestamp with time zone NOT NULL,
	"updated_at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "attempt" (
	"key" text PRIMARY KEY NOT NULL,
	"points" integer DEFAULT 0 NOT NULL,
	"expire" bigint
);
--> statement-breakpoint
CREATE TABLE "adult" (
	"id" uuid PRIMARY KEY NOT NULL,
	"person_id" uuid,
	"given_name" text,
	"family_name" text,
	"left_at" timestamp with time zone,
	"version" integer DEFAULT 1 NOT NULL,
	CONSTRAINT "adult_person_id_unique" UNIQUE("person_id")
);
--> statement-breakpoint
CREATE TABLE "class_teacher" (
	"class_id" uuid NOT NULL,
	"person_id" uuid NOT NULL,
	"subject" text NOT NULL,
	CONSTRAINT "class_teacher_class_id_person_id_subject_pk" PRIMARY KEY("class_id","person_id","subject")
);
--> statement-breakpoint
CREATE TABLE "enrolment" (
	"class_id" uuid NOT NULL,
	"student_id" uuid NOT NULL,
	CONSTRAINT "enrolment_class_id_student_id_pk" PRIMARY KEY("class_id","student_id")
);
--> statement-breakpoint
CREATE TABLE "family" (
	"id" uuid PRIMARY KEY NOT NULL,
	"label" text,
	"left_at" timestamp with time zone,
	"version" integer DEFAULT 1 NOT NULL
);
--> statement-breakpoint
CREATE TABLE "family_adult" (
	"family_id" uuid NOT NULL,
	"adult_id" uuid NOT NULL,
	CONSTRAINT "family_adult_family_id_adult_id_pk" PRIMARY KEY("family_id","adult_id")
);
--> statement-breakpoint
CREATE TABLE "family_student" (
	"family_id" uuid NOT NULL,
	"student_id" uuid NOT NULL,
	CONSTRAINT "family_student_family_id_student_id_pk" PRIMARY KEY("family_id","student_id")
);
--> statement-breakpoint
CREATE TABLE "invitation" (
	"id" uuid PRIMARY KEY NOT NULL,
	"adult_id" uuid,
	"person_id" uuid,
	"version" integer DEFAULT 1 NOT NULL,
	"revoked_at" timestamp with time zone,
	CONSTRAINT "invitation_adult_id_unique" UNIQUE("adult_id"),
	CONSTRAINT "invitation_person_id_unique" UNIQUE("person_id")
);
--> statement-breakpoint
CREATE TABLE "person" (
	"id" uuid PRIMARY KEY NOT NULL,
	"title" text,
	"given_name" text,
	"family_name" text,
	"account_id" uuid,
	"left_at" timestamp with time zone,
	"version" integer DEFAULT 1 NOT NULL,
	CONSTRAINT "person_account_id_unique" UNIQUE("account_id")
);
--> statement-breakpoint
CREATE TABLE "school" (
	"id" uuid PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"time_zone" text NOT NULL,
	"school_year" text NOT NULL,
	"version" integer DEFAULT 1 NOT NULL
);
--> statement-breakpoint
CREATE TABLE "class" (
	"id" uuid PRIMARY KEY NOT NULL,
	"school_year" text NOT NULL,
	"label" text NOT NULL,
	"version" integer DEFAULT 1 NOT NULL
);
--> statement-breakpoint
CREATE TABLE "student" (
	"id" uuid PRIMARY KEY NOT NULL,
	"given_name" text,
	"family_name" text,
	"year_group" text NOT NULL,
	"left_at" timestamp with time zone,
	"version" integer DEFAULT 1 NOT NULL
);
--> statement-breakpoint
CREATE TABLE "building" (
	"id" uuid PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	CONSTRAINT "building_name_unique" UNIQUE("name")
);
--> statement-breakpoint
CREATE TABLE "building_walk" (
	"from_building_id" uuid NOT NULL,
	"to_building_id" uuid NOT NULL,
	"minutes" smallint NOT NULL,
	CONSTRAINT "building_walk_from_building_id_to_building_id_pk" PRIMARY KEY("from_building_id","to_building_id")
);
--> statement-breakpoint
CREATE TABLE "conference" (
	"id" uuid PRIMARY KEY NOT NULL,
	"address" text NOT NULL,
	"name" text NOT NULL,
	"words" text DEFAULT '' NOT NULL,
	"time_zone" text NOT NULL,
	"slot_minutes" smallint NOT NULL,
	"gap_minutes" smallint NOT NULL,
	"pause_minutes" smallint DEFAULT 0 NOT NULL,
	"switch_minutes" smallint DEFAULT 15 NOT NULL,
	"hours" jsonb NOT NULL,
	"opens_at" timestamp with time zone,
	"closes_at" timestamp with time zone,
	"published_at" timestamp with time zone,
	"paused_at" timestamp with time zone,
	"withdrawn_at" timestamp with time zone,
	"version" integer DEFAULT 1 NOT NULL,
	CONSTRAINT "conference_address_unique" UNIQUE("address")
);
--> statement-breakpoint
CREATE TABLE "desk" (
	"id" uuid PRIMARY KEY NOT NULL,
	"conference_id" uuid NOT NULL,
	"number" smallint NOT NULL,
	"name" text NOT NULL,
	"subject" text NOT NULL,
	"version" integer DEFAULT 1 NOT NULL
);
--> statement-breakpoint
CREATE TABLE "desk_person" (
	"desk_id" uuid NOT NULL,
	"person_id" uuid NOT NULL,
	"role" text DEFAULT 'all' NOT NULL,
	CONSTRAINT "desk_person_desk_id_person_id_pk" PRIMARY KEY("desk_id","person_id")
);
--> statement-breakpoint
CREATE TABLE "place" (
	"id" uuid PRIMARY KEY NOT NULL,
	"kind" text NOT NULL,
	"name" text NOT NULL,
	"building_id" uuid,
	"link" text,
	"version" integer DEFAULT 1 NOT NULL
);
--> statement-breakpoint
CREATE TABLE "series" (
	"id" uuid PRIMARY KEY NOT NULL,
	"desk_id" uuid NOT NULL,
	"follows_conference" boolean NOT NULL,
	"hours" jsonb NOT NULL,
	"breaks" jsonb NOT NULL,
	"slot_minutes" smallint NOT NULL,
	"gap_minutes" smallint NOT NULL,
	"place_id" uuid NOT NULL,
	"version" integer DEFAULT 1 NOT NULL
);
--> statement-breakpoint
CREATE TABLE "sitting" (
	"id" uuid PRIMARY KEY NOT NULL,
	"series_id" uuid NOT NULL,
	"desk_id" uuid NOT NULL,
	"local_date" date NOT NULL,
	"starts_at" timestamp with time zone NOT NULL,
	"ends_at" timestamp with time zone NOT NULL,
	"slot_minutes" smallint NOT NULL,
	"gap_minutes" smallint NOT NULL,
	"place_id" uuid NOT NULL
);
--> statement-breakpoint
CREATE TABLE "slot" (
	"id" uuid PRIMARY KEY NOT NULL,
	"sitting_id" uuid,
	"desk_id" uuid NOT NULL,
	"place_id" uuid NOT NULL,
	"local_date" date NOT NULL,
	"starts_at" timestamp with time zone NOT NULL,
	"ends_at" timestamp with time zone NOT NULL,
	"claim_ends_at" timestamp with time zone NOT NULL,
	"seats" smallint DEFAULT 1 NOT NULL,
	"blocked_at" timestamp with time zone,
	"detached_at" timestamp with time zone
);
--> statement-breakpoint
CREATE TABLE "act" (
	"id" uuid PRIMARY KEY NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"actor_kind" text NOT NULL,
	"actor_id" uuid,
	"conference_id" uuid,
	"kind" text NOT NULL,
	"key" text,
	"before" jsonb,
	"after" jsonb,
	"undone_by" uuid
);
--> statement-breakpoint
CREATE TABLE "appointment" (
	"id" uuid PRIMARY KEY NOT NULL,
	"conference_id" uuid NOT NULL,
	"family_id" uuid NOT NULL,
	"desk_id" uuid NOT NULL,
	"place_id" uuid NOT NULL,
	"receiver_id" uuid,
	"standing" text NOT NULL,
	"starts_at" timestamp with time zone NOT NULL,
	"ends_at" timestamp with time zone NOT NULL,
	"version" integer DEFAULT 1 NOT NULL
);
--> statement-breakpoint
CREATE TABLE "appointment_adult" (
	"appointment_id" uuid NOT NULL,
	"adult_id" uuid NOT NULL,
	CONSTRAINT "appointment_adult_appointment_id_adult_id_pk" PRIMARY KEY("appointment_id","adult_id")
);
--> statement-breakpoint
CREATE TABLE "appointment_student" (
	"appointment_id" uuid NOT NULL,
	"student_id" uuid NOT NULL,
	"class_label" text NOT NULL,
	CONSTRAINT "appointment_student_appointment_id_student_id_pk" PRIMARY KEY("appointment_id","student_id")
);
--> statement-breakpoint
CREATE TABLE "appointment_wish" (
	"appointment_id" uuid NOT NULL,
	"wish_id" uuid NOT NULL,
	CONSTRAINT "appointment_wish_appointment_id_wish_id_pk" PRIMARY KEY("appointment_id","wish_id")
);
--> statement-breakpoint
CREATE TABLE "claim" (
	"id" uuid PRIMARY KEY NOT NULL,
	"kind" text NOT NULL,
	"thing" uuid NOT NULL,
	"starts_at" timestamp with time zone NOT NULL,
	"ends_at" timestamp with time zone NOT NULL,
	"occupancy" uuid NOT NULL,
	"seat" smallint,
	"appointment_id" uuid NOT NULL
);
--> statement-breakpoint
CREATE TABLE "taken_slot" (
	"appointment_id" uuid NOT NULL,
	"slot_id" uuid NOT NULL,
	CONSTRAINT "taken_slot_appointment_id_slot_id_pk" PRIMARY KEY("appointment_id","slot_id")
);
--> statement-breakpoint
CREATE TABLE "wish" (
	"id" uuid PRIMARY KEY NOT NULL,
	"conference_id" uuid NOT NULL,
	"family_id" uuid NOT NULL,
	"student_id" uuid NOT NULL,
	"weight" integer NOT NULL,
	"must" boolean DEFAULT false NOT NULL,
	"asked_by" text NOT NULL,
	"source" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "wish_desk" (
	"wish_id" uuid NOT NULL,
	"desk_id" uuid NOT NULL,
	"rank" smallint NOT NULL,
	CONSTRAINT "wish_desk_wish_id_desk_id_pk" PRIMARY KEY("wish_id","desk_id")
);
--> statement-breakpoint
ALTER TABLE "account_credential" ADD CONSTRAINT "account_credential_user_id_account_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."account"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "account_session" ADD CONSTRAINT "account_session_user_id_account_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."account"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "adult" ADD CONSTRAINT "adult_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "class_teacher" ADD CONSTRAINT "class_teacher_class_id_class_id_fk" FOREIGN KEY ("class_id") REFERENCES "public"."class"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "class_teacher" ADD CONSTRAINT "class_teacher_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "enrolment" ADD CONSTRAINT "enrolment_class_id_class_id_fk" FOREIGN KEY ("class_id") REFERENCES "public"."class"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "enrolment" ADD CONSTRAINT "enrolment_student_id_student_id_fk" FOREIGN KEY ("student_id") REFERENCES "public"."student"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "family_adult" ADD CONSTRAINT "family_adult_family_id_family_id_fk" FOREIGN KEY ("family_id") REFERENCES "public"."family"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "family_adult" ADD CONSTRAINT "family_adult_adult_id_adult_id_fk" FOREIGN KEY ("adult_id") REFERENCES "public"."adult"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "family_student" ADD CONSTRAINT "family_student_family_id_family_id_fk" FOREIGN KEY ("family_id") REFERENCES "public"."family"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "family_student" ADD CONSTRAINT "family_student_student_id_student_id_fk" FOREIGN KEY ("student_id") REFERENCES "public"."student"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "invitation" ADD CONSTRAINT "invitation_adult_id_adult_id_fk" FOREIGN KEY ("adult_id") REFERENCES "public"."adult"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "invitation" ADD CONSTRAINT "invitation_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "person" ADD CONSTRAINT "person_account_id_account_id_fk" FOREIGN KEY ("account_id") REFERENCES "public"."account"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "building_walk" ADD CONSTRAINT "building_walk_from_building_id_building_id_fk" FOREIGN KEY ("from_building_id") REFERENCES "public"."building"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "building_walk" ADD CONSTRAINT "building_walk_to_building_id_building_id_fk" FOREIGN KEY ("to_building_id") REFERENCES "public"."building"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "desk" ADD CONSTRAINT "desk_conference_id_conference_id_fk" FOREIGN KEY ("conference_id") REFERENCES "public"."conference"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "desk_person" ADD CONSTRAINT "desk_person_desk_id_desk_id_fk" FOREIGN KEY ("desk_id") REFERENCES "public"."desk"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "desk_person" ADD CONSTRAINT "desk_person_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "place" ADD CONSTRAINT "place_building_id_building_id_fk" FOREIGN KEY ("building_id") REFERENCES "public"."building"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "series" ADD CONSTRAINT "series_desk_id_desk_id_fk" FOREIGN KEY ("desk_id") REFERENCES "public"."desk"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "series" ADD CONSTRAINT "series_place_id_place_id_fk" FOREIGN KEY ("place_id") REFERENCES "public"."place"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sitting" ADD CONSTRAINT "sitting_series_id_series_id_fk" FOREIGN KEY ("series_id") REFERENCES "public"."series"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sitting" ADD CONSTRAINT "sitting_desk_id_desk_id_fk" FOREIGN KEY ("desk_id") REFERENCES "public"."desk"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sitting" ADD CONSTRAINT "sitting_place_id_place_id_fk" FOREIGN KEY ("place_id") REFERENCES "public"."place"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "slot" ADD CONSTRAINT "slot_sitting_id_sitting_id_fk" FOREIGN KEY ("sitting_id") REFERENCES "public"."sitting"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "slot" ADD CONSTRAINT "slot_desk_id_desk_id_fk" FOREIGN KEY ("desk_id") REFERENCES "public"."desk"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "slot" ADD CONSTRAINT "slot_place_id_place_id_fk" FOREIGN KEY ("place_id") REFERENCES "public"."place"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "act" ADD CONSTRAINT "act_conference_id_conference_id_fk" FOREIGN KEY ("conference_id") REFERENCES "public"."conference"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "appointment" ADD CONSTRAINT "appointment_conference_id_conference_id_fk" FOREIGN KEY ("conference_id") REFERENCES "public"."conference"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "appointment" ADD CONSTRAINT "appointment_family_id_family_id_fk" FOREIGN KEY ("family_id") REFERENCES "public"."family"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "appointment" ADD CONSTRAINT "appointment_desk_id_desk_id_fk" FOREIGN KEY ("desk_id") REFERENCES "public"."desk"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "appointment" ADD CONSTRAINT "appointment_place_id_place_id_fk" FOREIGN KEY ("place_id") REFERENCES "public"."place"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "appointment" ADD CONSTRAINT "appointment_receiver_id_person_id_fk" FOREIGN KEY ("receiver_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "appointment_adult" ADD CONSTRAINT "appointment_adult_appointment_id_appointment_id_fk" FOREIGN KEY ("appointment_id") REFERENCES "public"."appointment"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "appointment_adult" ADD CONSTRAINT "appointment_adult_adult_id_adult_id_fk" FOREIGN KEY ("adult_id") REFERENCES "public"."adult"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "appointment_student" ADD CONSTRAINT "appointment_student_appointment_id_appointment_id_fk" FOREIGN KEY ("appointment_id") REFERENCES "public"."appointment"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "appointment_student" ADD CONSTRAINT "appointment_student_student_id_student_id_fk" FOREIGN KEY ("student_id") REFERENCES "public"."student"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "appointment_wish" ADD CONSTRAINT "appointment_wish_appointment_id_appointment_id_fk" FOREIGN KEY ("appointment_id") REFERENCES "public"."appointment"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "appointment_wish" ADD CONSTRAINT "appointment_wish_wish_id_wish_id_fk" FOREIGN KEY ("wish_id") REFERENCES "public"."wish"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "claim" ADD CONSTRAINT "claim_occupancy_slot_id_fk" FOREIGN KEY ("occupancy") REFERENCES "public"."slot"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "claim" ADD CONSTRAINT "claim_appointment_id_appointment_id_fk" FOREIGN KEY ("appointment_id") REFERENCES "public"."appointment"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "taken_slot" ADD CONSTRAINT "taken_slot_appointment_id_appointment_id_fk" FOREIGN KEY ("appointment_id") REFERENCES "public"."appointment"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "taken_slot" ADD CONSTRAINT "taken_slot_slot_id_slot_id_fk" FOREIGN KEY ("slot_id") REFERENCES "public"."slot"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "wish" ADD CONSTRAINT "wish_conference_id_conference_id_fk" FOREIGN KEY ("conference_id") REFERENCES "public"."conference"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "wish" ADD CONSTRAINT "wish_family_id_family_id_fk" FOREIGN KEY ("family_id") REFERENCES "public"."family"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "wish" ADD CONSTRAINT "wish_student_id_student_id_fk" FOREIGN KEY ("student_id") REFERENCES "public"."student"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "wish_desk" ADD CONSTRAINT "wish_desk_wish_id_wish_id_fk" FOREIGN KEY ("wish_id") REFERENCES "public"."wish"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "wish_desk" ADD CONSTRAINT "wish_desk_desk_id_desk_id_fk" FOREIGN KEY ("desk_id") REFERENCES "public"."desk"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "account_email" ON "account" USING btree (lower("email"));--> statement-breakpoint
CREATE INDEX "enrolment_student" ON "enrolment" USING btree ("student_id");--> statement-breakpoint
CREATE INDEX "family_adult_adult" ON "family_adult" USING btree ("adult_id");--> statement-breakpoint
CREATE INDEX "family_student_student" ON "family_student" USING btree ("student_id");--> statement-breakpoint
CREATE UNIQUE INDEX "desk_number" ON "desk" USING btree ("conference_id","number");--> statement-breakpoint
CREATE INDEX "desk_person_person" ON "desk_person" USING btree ("person_id");--> statement-breakpoint
CREATE INDEX "sitting_desk" ON "sitting" USING btree ("desk_id");--> statement-breakpoint
CREATE UNIQUE INDEX "slot_live_start" ON "slot" USING btree ("desk_id","starts_at") WHERE "slot"."detached_at" is null;--> statement-breakpoint
CREATE INDEX "act_conference" ON "act" USING btree ("conference_id","at");--> statement-breakpoint
CREATE UNIQUE INDEX "act_key" ON "act" USING btree ("actor_id","key") WHERE "act"."key" is not null;--> statement-breakpoint
CREATE INDEX "appointment_family" ON "appointment" USING btree ("family_id","conference_id");--> statement-breakpoint
CREATE INDEX "appointment_desk" ON "appointment" USING btree ("desk_id");--> statement-breakpoint
CREATE INDEX "appointment_wish_wish" ON "appointment_wish" USING btree ("wish_id");--> statement-breakpoint
CREATE INDEX "claim_appointment" ON "claim" USING btree ("appointment_id");--> statement-breakpoint
CREATE UNIQUE INDEX "claim_seat" ON "claim" USING btree ("occupancy","seat") WHERE "claim"."kind" = 'desk';--> statement-breakpoint
CREATE INDEX "taken_slot_slot" ON "taken_slot" USING btree ("slot_id");--> statement-breakpoint
CREATE INDEX "wish_family" ON "wish" USING btree ("conference_id","family_id");