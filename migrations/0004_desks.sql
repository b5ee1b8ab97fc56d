CREATE TABLE "busy_time" (
	"id" uuid PRIMARY KEY NOT NULL,
	"person_id" uuid NOT NULL,
	"calendar_id" uuid,
	"kind" text NOT NULL,
	"starts_at" timestamp with time zone NOT NULL,
	"ends_at" timestamp with time zone NOT NULL,
	"all_day" boolean NOT NULL
);
--> statement-breakpoint
CREATE TABLE "calendar" (
	"id" uuid PRIMARY KEY NOT NULL,
	"person_id" uuid NOT NULL,
	"name" text NOT NULL,
	"address" text,
	"read_at" timestamp with time zone,
	"tried_at" timestamp with time zone,
	"failure" text,
	"version" integer DEFAULT 1 NOT NULL
);
--> statement-breakpoint
CREATE TABLE "desk_proposal" (
	"id" uuid PRIMARY KEY NOT NULL,
	"desk_id" uuid NOT NULL,
	"person_id" uuid NOT NULL,
	"base" jsonb NOT NULL,
	"plan" jsonb NOT NULL,
	"note" text NOT NULL,
	"made_at" timestamp with time zone NOT NULL,
	"settled_at" timestamp with time zone,
	"accepted" boolean
);
--> statement-breakpoint
CREATE TABLE "desk_substitute" (
	"desk_id" uuid NOT NULL,
	"local_date" date NOT NULL,
	"absent_id" uuid NOT NULL,
	"person_id" uuid NOT NULL,
	CONSTRAINT "desk_substitute_desk_id_local_date_absent_id_pk" PRIMARY KEY("desk_id","local_date","absent_id")
);
--> statement-breakpoint
CREATE TABLE "series_place" (
	"series_id" uuid NOT NULL,
	"place_id" uuid NOT NULL,
	"rank" smallint NOT NULL,
	CONSTRAINT "series_place_series_id_place_id_pk" PRIMARY KEY("series_id","place_id")
);
--> statement-breakpoint
ALTER TABLE "sitting" ALTER COLUMN "place_id" DROP NOT NULL;--> statement-breakpoint
ALTER TABLE "slot" ALTER COLUMN "place_id" DROP NOT NULL;--> statement-breakpoint
ALTER TABLE "building" ADD COLUMN "inside_minutes" smallint DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "conference" ADD COLUMN "weekly" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "conference" ADD COLUMN "long_gap_every" smallint;--> statement-breakpoint
ALTER TABLE "conference" ADD COLUMN "long_gap_minutes" smallint;--> statement-breakpoint
ALTER TABLE "conference" ADD COLUMN "limit_note" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "conference" ADD COLUMN "usual_place" text DEFAULT 'room' NOT NULL;--> statement-breakpoint
ALTER TABLE "conference" ADD COLUMN "teachers_may" text DEFAULT 'see' NOT NULL;--> statement-breakpoint
ALTER TABLE "conference" ADD COLUMN "tentative_counts" boolean DEFAULT true NOT NULL;--> statement-breakpoint
ALTER TABLE "conference" ADD COLUMN "away_counts" boolean DEFAULT true NOT NULL;--> statement-breakpoint
ALTER TABLE "desk" ADD COLUMN "family_picks" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "place" ADD COLUMN "fresh" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "place" ADD COLUMN "telephone" text;--> statement-breakpoint
ALTER TABLE "place" ADD COLUMN "pin" text;--> statement-breakpoint
ALTER TABLE "place" ADD COLUMN "spaces" smallint DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE "place" ADD COLUMN "step_free" boolean DEFAULT true NOT NULL;--> statement-breakpoint
ALTER TABLE "series" ADD COLUMN "rank" smallint DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "series" ADD COLUMN "when" jsonb;--> statement-breakpoint
ALTER TABLE "series" ADD COLUMN "division" jsonb;--> statement-breakpoint
ALTER TABLE "series" ADD COLUMN "seats" smallint DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE "sitting" ADD COLUMN "room_id" uuid;--> statement-breakpoint
ALTER TABLE "sitting" ADD COLUMN "space" smallint;--> statement-breakpoint
ALTER TABLE "busy_time" ADD CONSTRAINT "busy_time_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "busy_time" ADD CONSTRAINT "busy_time_calendar_id_calendar_id_fk" FOREIGN KEY ("calendar_id") REFERENCES "public"."calendar"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "calendar" ADD CONSTRAINT "calendar_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "desk_proposal" ADD CONSTRAINT "desk_proposal_desk_id_desk_id_fk" FOREIGN KEY ("desk_id") REFERENCES "public"."desk"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "desk_proposal" ADD CONSTRAINT "desk_proposal_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "desk_substitute" ADD CONSTRAINT "desk_substitute_desk_id_desk_id_fk" FOREIGN KEY ("desk_id") REFERENCES "public"."desk"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "desk_substitute" ADD CONSTRAINT "desk_substitute_absent_id_person_id_fk" FOREIGN KEY ("absent_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "desk_substitute" ADD CONSTRAINT "desk_substitute_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "series_place" ADD CONSTRAINT "series_place_series_id_series_id_fk" FOREIGN KEY ("series_id") REFERENCES "public"."series"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "series_place" ADD CONSTRAINT "series_place_place_id_place_id_fk" FOREIGN KEY ("place_id") REFERENCES "public"."place"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "busy_time_person" ON "busy_time" USING btree ("person_id","starts_at");--> statement-breakpoint
CREATE INDEX "busy_time_calendar" ON "busy_time" USING btree ("calendar_id");--> statement-breakpoint
CREATE INDEX "calendar_person" ON "calendar" USING btree ("person_id");--> statement-breakpoint
CREATE INDEX "desk_proposal_desk" ON "desk_proposal" USING btree ("desk_id");--> statement-breakpoint
CREATE INDEX "desk_substitute_person" ON "desk_substitute" USING btree ("person_id");--> statement-breakpoint
CREATE INDEX "series_place_place" ON "series_place" USING btree ("place_id");--> statement-breakpoint
ALTER TABLE "sitting" ADD CONSTRAINT "sitting_room_id_place_id_fk" FOREIGN KEY ("room_id") REFERENCES "public"."place"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "series_desk" ON "series" USING btree ("desk_id");--> statement-breakpoint
CREATE INDEX "sitting_room" ON "sitting" USING btree ("room_id");