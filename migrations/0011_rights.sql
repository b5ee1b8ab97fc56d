CREATE TABLE "used_code" (
	"digest" text PRIMARY KEY NOT NULL,
	"until" timestamp with time zone NOT NULL
);--> statement-breakpoint
CREATE TABLE "appointment_twice" (
	"appointment_id" uuid PRIMARY KEY NOT NULL,
	"wish_id" uuid NOT NULL
);--> statement-breakpoint
ALTER TABLE "appointment_wish" DROP CONSTRAINT "appointment_wish_appointment_id_appointment_id_fk";--> statement-breakpoint
DROP INDEX "hold_of_family";--> statement-breakpoint
ALTER TABLE "appointment" ADD COLUMN "stands" boolean GENERATED ALWAYS AS (standing in ('asked', 'booked')) STORED NOT NULL;--> statement-breakpoint
ALTER TABLE "appointment_wish" ADD COLUMN "stands" boolean DEFAULT true NOT NULL;--> statement-breakpoint
ALTER TABLE "hold" ADD COLUMN "holder_id" uuid;--> statement-breakpoint
ALTER TABLE "wish" ADD COLUMN "teacher_id" uuid;--> statement-breakpoint
ALTER TABLE "wish" ADD COLUMN "dropped_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "appointment_twice" ADD CONSTRAINT "appointment_twice_appointment_id_appointment_id_fk" FOREIGN KEY ("appointment_id") REFERENCES "public"."appointment"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "appointment_twice" ADD CONSTRAINT "appointment_twice_wish_id_wish_id_fk" FOREIGN KEY ("wish_id") REFERENCES "public"."wish"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "hold" ADD CONSTRAINT "hold_holder_id_adult_id_fk" FOREIGN KEY ("holder_id") REFERENCES "public"."adult"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "wish" ADD CONSTRAINT "wish_teacher_id_person_id_fk" FOREIGN KEY ("teacher_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "hold_of_family" ON "hold" USING btree ("conference_id","family_id",coalesce("holder_id", "family_id")) WHERE "hold"."kind" = 'hold';--> statement-breakpoint
ALTER TABLE "appointment" ADD CONSTRAINT "appointment_stands" UNIQUE("id","stands");--> statement-breakpoint
-- A link to an appointment that ended follows it.
UPDATE appointment_wish SET stands = false
WHERE appointment_id IN (SELECT id FROM appointment WHERE NOT stands);--> statement-breakpoint
-- Where several appointments stand for one wish, the first that was made serves it; the others are listed
-- for the office, which settles them, and serve it no longer.
INSERT INTO appointment_twice (appointment_id, wish_id)
SELECT DISTINCT ON (appointment_id) appointment_id, wish_id
FROM (
	SELECT appointment_id, wish_id, row_number() OVER (PARTITION BY wish_id ORDER BY appointment_id) AS place
	FROM appointment_wish WHERE stands
) AS served
WHERE place > 1
ORDER BY appointment_id, wish_id;--> statement-breakpoint
DELETE FROM appointment_wish
WHERE stands AND (appointment_id, wish_id) IN (
	SELECT appointment_id, wish_id
	FROM (
		SELECT appointment_id, wish_id, row_number() OVER (PARTITION BY wish_id ORDER BY appointment_id) AS place
		FROM appointment_wish WHERE stands
	) AS served
	WHERE place > 1);--> statement-breakpoint
ALTER TABLE "appointment_wish" ADD CONSTRAINT "appointment_wish_stands" FOREIGN KEY ("appointment_id","stands") REFERENCES "public"."appointment"("id","stands") ON DELETE no action ON UPDATE cascade;--> statement-breakpoint
CREATE UNIQUE INDEX "wish_served_once" ON "appointment_wish" USING btree ("wish_id") WHERE "appointment_wish"."stands";--> statement-breakpoint
-- A derived wish belongs to the teacher who teaches the student and receives at the wish's first desk.
UPDATE wish SET teacher_id = (
	SELECT desk_person.person_id
	FROM wish_desk
	JOIN desk_person ON desk_person.desk_id = wish_desk.desk_id
	LEFT JOIN enrolment ON enrolment.student_id = wish.student_id
	LEFT JOIN class_teacher ON class_teacher.class_id = enrolment.class_id
		AND class_teacher.person_id = desk_person.person_id
	WHERE wish_desk.wish_id = wish.id
	ORDER BY class_teacher.person_id IS NULL, wish_desk.rank, desk_person.person_id
	LIMIT 1)
WHERE source = 'derived' AND NOT optional;
