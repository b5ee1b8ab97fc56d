-- Each series holds one kind of hours now: hours that were listed together become series of their own.
UPDATE series SET "when" = '{"kind": "conference", "only": null, "except": []}' WHERE follows_conference;
--> statement-breakpoint
INSERT INTO series (id, desk_id, rank, "when", breaks, division, follows_conference, hours, slot_minutes, gap_minutes, place_id)
SELECT gen_random_uuid(), desk_id, stretch.rank, stretch.hours || '{"kind": "once"}', '[]',
	jsonb_build_object('slotMinutes', slot_minutes, 'gapMinutes', gap_minutes), false, '[]',
	slot_minutes, gap_minutes, place_id
FROM series
CROSS JOIN LATERAL jsonb_array_elements(hours) WITH ORDINALITY AS stretch (hours, rank)
WHERE NOT follows_conference;
--> statement-breakpoint
UPDATE sitting SET series_id = fresh.id
FROM series AS fresh, conference, desk
WHERE fresh.desk_id = sitting.desk_id AND fresh."when" ->> 'kind' = 'once'
	AND desk.id = sitting.desk_id AND conference.id = desk.conference_id
	AND sitting.starts_at = ((fresh."when" ->> 'date')::date + make_interval(mins => (fresh."when" ->> 'start')::int))
		AT TIME ZONE conference.time_zone;
--> statement-breakpoint
-- A sitting that was cut by a break belongs to the series that it lies in.
UPDATE sitting SET series_id = fresh.id
FROM series AS fresh, series AS former, conference, desk
WHERE former.id = sitting.series_id AND former."when" IS NULL
	AND fresh.desk_id = sitting.desk_id AND fresh."when" ->> 'kind' = 'once'
	AND desk.id = sitting.desk_id AND conference.id = desk.conference_id
	AND (fresh."when" ->> 'date')::date = sitting.local_date
	AND tstzrange(sitting.starts_at, sitting.ends_at) <@ tstzrange(
		((fresh."when" ->> 'date')::date + make_interval(mins => (fresh."when" ->> 'start')::int)) AT TIME ZONE conference.time_zone,
		((fresh."when" ->> 'date')::date + make_interval(mins => (fresh."when" ->> 'end')::int)) AT TIME ZONE conference.time_zone);
--> statement-breakpoint
DELETE FROM series WHERE "when" IS NULL;
--> statement-breakpoint
UPDATE series SET breaks = '[]';
--> statement-breakpoint
INSERT INTO series_place (series_id, place_id, rank) SELECT id, place_id, 0 FROM series;
--> statement-breakpoint
UPDATE sitting SET room_id = place_id FROM place WHERE place.id = sitting.place_id AND place.kind = 'room';
--> statement-breakpoint
UPDATE place SET telephone = name WHERE kind = 'telephone';
--> statement-breakpoint
-- So far nobody counted: a room takes as many desks as it held at once.
UPDATE place SET spaces = least(200, greatest(1, (
	SELECT max(held) FROM (
		SELECT count(*) AS held FROM sitting AS one
		JOIN sitting AS other ON other.room_id = one.room_id
			AND other.starts_at <= one.starts_at AND one.starts_at < other.ends_at
		WHERE one.room_id = place.id GROUP BY one.id) AS moments)))
WHERE kind = 'room' AND EXISTS (SELECT FROM sitting WHERE room_id = place.id);
--> statement-breakpoint
ALTER TABLE building ADD CONSTRAINT building_inside_minutes CHECK (inside_minutes BETWEEN 0 AND 60);
--> statement-breakpoint
ALTER TABLE place
	ADD CONSTRAINT place_spaces CHECK (spaces BETWEEN 1 AND 200),
	ADD CONSTRAINT place_fresh_is_video CHECK (NOT fresh OR (kind = 'video' AND link IS NULL));
--> statement-breakpoint
-- One room of a name in a building, one place for each link and number.
CREATE UNIQUE INDEX place_room ON place (name, building_id) NULLS NOT DISTINCT WHERE kind = 'room';
--> statement-breakpoint
ALTER TABLE conference
	ADD CONSTRAINT conference_long_gap CHECK (
		num_nulls(long_gap_every, long_gap_minutes) IN (0, 2)
		AND long_gap_every BETWEEN 2 AND 50 AND long_gap_minutes BETWEEN 0 AND 60);
--> statement-breakpoint
ALTER TABLE series
	ADD CONSTRAINT series_seats CHECK (seats BETWEEN 1 AND 200),
	ADD CONSTRAINT series_when CHECK ("when" ->> 'kind' IN ('conference', 'once', 'weekly'));
--> statement-breakpoint
ALTER TABLE desk_substitute ADD CONSTRAINT desk_substitute_is_another CHECK (absent_id <> person_id);
--> statement-breakpoint
ALTER TABLE busy_time
	ADD CONSTRAINT busy_time_stretch CHECK (starts_at < ends_at AND isfinite(starts_at) AND isfinite(ends_at));
--> statement-breakpoint
-- A room's desk space is held by one sitting at a time. What finds none left has none, and is told.
ALTER TABLE sitting
	ADD CONSTRAINT sitting_space_in_room CHECK (space IS NULL OR (room_id IS NOT NULL AND space >= 1)),
	ADD CONSTRAINT sitting_room_space
		EXCLUDE USING gist (room_id WITH =, space WITH =, tstzrange(starts_at, ends_at) WITH &&)
		WHERE (space IS NOT NULL) DEFERRABLE INITIALLY DEFERRED;
--> statement-breakpoint
CREATE FUNCTION sitting_space_exists() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
	IF NEW.space IS NOT NULL AND NOT EXISTS (
		SELECT FROM place WHERE id = NEW.room_id AND kind = 'room' AND NEW.space <= spaces
	) THEN
		RAISE EXCEPTION 'room % has no space %', NEW.room_id, NEW.space
			USING ERRCODE = 'check_violation', CONSTRAINT = 'sitting_space_exists';
	END IF;
	RETURN NEW;
END $$;
--> statement-breakpoint
CREATE TRIGGER sitting_space_exists BEFORE INSERT OR UPDATE ON sitting
	FOR EACH ROW EXECUTE FUNCTION sitting_space_exists();
--> statement-breakpoint
-- Nobody is newly booked with a person who has something else to do. (A duty that comes later lies over
-- the appointment and is told as a clash.)
CREATE FUNCTION claim_not_in_busy_time() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
	IF NEW.kind = 'person'
		AND (TG_OP = 'INSERT' OR NEW.thing <> OLD.thing OR NEW.occupancy <> OLD.occupancy)
		AND EXISTS (
			SELECT FROM busy_time
			JOIN slot ON slot.id = NEW.occupancy
			JOIN desk ON desk.id = slot.desk_id
			JOIN conference ON conference.id = desk.conference_id
			WHERE busy_time.person_id = NEW.thing
				AND busy_time.starts_at < slot.ends_at AND slot.starts_at < busy_time.ends_at
				AND (busy_time.kind = 'busy'
					OR (busy_time.kind = 'tentative' AND tentative_counts)
					OR (busy_time.kind = 'out-of-office' AND away_counts))
		)
	THEN
		RAISE EXCEPTION 'person % has something else to do', NEW.thing
			USING ERRCODE = 'exclusion_violation', CONSTRAINT = 'claim_not_in_busy_time';
	END IF;
	RETURN NEW;
END $$;
--> statement-breakpoint
CREATE TRIGGER claim_not_in_busy_time BEFORE INSERT OR UPDATE ON claim
	FOR EACH ROW EXECUTE FUNCTION claim_not_in_busy_time();
--> statement-breakpoint
-- Who must be there: all of the desk's people with their substitutes of the date, and of a pool the one
-- who receives.
CREATE OR REPLACE FUNCTION appointment_owns_its_claims(appointment_to_check uuid) RETURNS void LANGUAGE plpgsql AS $$
DECLARE
	stands boolean;
	receiver uuid;
BEGIN
	SELECT standing IN ('asked', 'booked'), receiver_id INTO stands, receiver
	FROM appointment WHERE id = appointment_to_check;
	IF stands IS NULL THEN
		RETURN;
	END IF;
	IF NOT stands THEN
		IF EXISTS (SELECT FROM claim WHERE appointment_id = appointment_to_check) THEN
			RAISE EXCEPTION 'appointment % no longer stands but owns claims', appointment_to_check
				USING ERRCODE = 'check_violation', CONSTRAINT = 'appointment_owns_its_claims';
		END IF;
		RETURN;
	END IF;
	IF NOT EXISTS (SELECT FROM taken_slot WHERE appointment_id = appointment_to_check)
		OR NOT EXISTS (SELECT FROM appointment_adult WHERE appointment_id = appointment_to_check)
		OR EXISTS (
			SELECT FROM taken_slot
			JOIN slot ON slot.id = slot_id
			CROSS JOIN LATERAL (
				SELECT 'desk' AS kind, slot.desk_id AS thing
				UNION ALL
				SELECT 'person', coalesce(desk_substitute.person_id, desk_person.person_id)
					FROM desk_person
					LEFT JOIN desk_substitute ON desk_substitute.desk_id = desk_person.desk_id
						AND desk_substitute.absent_id = desk_person.person_id
						AND desk_substitute.local_date = slot.local_date
					WHERE desk_person.desk_id = slot.desk_id AND role = 'all'
				UNION ALL
				SELECT 'person', receiver WHERE receiver IS NOT NULL
				UNION ALL
				SELECT 'adult', coalesce(adult.person_id, adult.id)
					FROM appointment_adult JOIN adult ON adult.id = adult_id
					WHERE appointment_adult.appointment_id = appointment_to_check
			) AS needed
			WHERE taken_slot.appointment_id = appointment_to_check
				AND NOT EXISTS (
					SELECT FROM claim
					WHERE claim.appointment_id = appointment_to_check
						AND claim.kind = needed.kind
						AND claim.thing = needed.thing
						AND claim.occupancy = slot.id
						AND claim.starts_at <= slot.starts_at
						AND claim.ends_at >= slot.ends_at
				)
		)
	THEN
		RAISE EXCEPTION 'appointment % stands without all its claims', appointment_to_check
			USING ERRCODE = 'check_violation', CONSTRAINT = 'appointment_owns_its_claims';
	END IF;
END $$;
--> statement-breakpoint
-- A change of who receives is checked like a change of the claims.
CREATE FUNCTION check_claims_of_desk() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE
	changed uuid := CASE WHEN TG_OP = 'DELETE' THEN OLD.desk_id ELSE NEW.desk_id END;
BEGIN
	PERFORM appointment_owns_its_claims(id) FROM appointment
	WHERE desk_id = changed AND standing IN ('asked', 'booked');
	RETURN NULL;
END $$;
--> statement-breakpoint
CREATE CONSTRAINT TRIGGER person_of_desk AFTER INSERT OR UPDATE OR DELETE ON desk_person
	DEFERRABLE INITIALLY DEFERRED FOR EACH ROW EXECUTE FUNCTION check_claims_of_desk();
--> statement-breakpoint
CREATE CONSTRAINT TRIGGER substitute_of_desk AFTER INSERT OR UPDATE OR DELETE ON desk_substitute
	DEFERRABLE INITIALLY DEFERRED FOR EACH ROW EXECUTE FUNCTION check_claims_of_desk();
