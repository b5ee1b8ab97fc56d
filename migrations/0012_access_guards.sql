-- A student who comes along is taken for its own family alone: another household of the student finds nothing
-- of it in any answer. `server/booking/along-thing.ts` makes the same of the two.
CREATE FUNCTION along_thing(family uuid, student uuid) RETURNS uuid LANGUAGE sql IMMUTABLE PARALLEL SAFE AS $$
	SELECT md5(family::text || ' ' || student::text)::uuid
$$;
--> statement-breakpoint
UPDATE claim SET thing = along_thing(appointment.family_id, claim.thing)
FROM appointment WHERE appointment.id = claim.appointment_id AND claim.kind = 'student';
--> statement-breakpoint
-- What an appointment must own, with the students who come along as things of their family.
CREATE OR REPLACE FUNCTION appointment_owns_its_claims(appointment_to_check uuid) RETURNS void LANGUAGE plpgsql AS $$
DECLARE
	is_standing boolean;
	family uuid;
	receiver uuid;
	interpreter uuid;
BEGIN
	SELECT stands, family_id, receiver_id, interpreter_id INTO is_standing, family, receiver, interpreter
	FROM appointment WHERE id = appointment_to_check;
	IF is_standing IS NULL THEN
		RETURN;
	END IF;
	IF NOT is_standing THEN
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
				SELECT 'interpreter', interpreter WHERE interpreter IS NOT NULL
				UNION ALL
				SELECT 'student', along_thing(family, student_id) FROM appointment_along
					WHERE appointment_along.appointment_id = appointment_to_check
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
-- An appointment that moves to another household takes its students' claims along, whoever moves it. Where the
-- household brings the student somewhere else already, the one who moved comes along no more.
CREATE FUNCTION claims_follow_the_family() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE
	brought record;
BEGIN
	FOR brought IN SELECT student_id FROM appointment_along WHERE appointment_id = NEW.id LOOP
		BEGIN
			UPDATE claim SET thing = along_thing(NEW.family_id, brought.student_id)
			WHERE appointment_id = NEW.id AND kind = 'student'
				AND thing = along_thing(OLD.family_id, brought.student_id);
		EXCEPTION WHEN exclusion_violation THEN
			DELETE FROM claim WHERE appointment_id = NEW.id AND kind = 'student'
				AND thing = along_thing(OLD.family_id, brought.student_id);
			DELETE FROM appointment_along WHERE appointment_id = NEW.id AND student_id = brought.student_id;
		END;
	END LOOP;
	RETURN NULL;
END $$;
--> statement-breakpoint
CREATE TRIGGER claims_follow_the_family AFTER UPDATE OF family_id ON appointment
	FOR EACH ROW WHEN (OLD.family_id IS DISTINCT FROM NEW.family_id) EXECUTE FUNCTION claims_follow_the_family();
--> statement-breakpoint
-- Whoever loses a way in, or a right, is told to all server processes by what it came with: they end the open
-- streams that stand on it. Here, since whatever changes these rows must not have to remember it.
CREATE FUNCTION announce_access() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE
	before jsonb := to_jsonb(OLD);
BEGIN
	PERFORM pg_notify('access_changed', TG_ARGV[0] || ':' || (before ->> TG_ARGV[1]));
	RETURN NULL;
END $$;
--> statement-breakpoint
CREATE TRIGGER session_ends AFTER DELETE ON account_session
	FOR EACH ROW EXECUTE FUNCTION announce_access('session', 'id');
--> statement-breakpoint
CREATE TRIGGER account_changes AFTER UPDATE OF role, withdrawn_at, knows_safety ON account
	FOR EACH ROW WHEN ((OLD.role, OLD.withdrawn_at, OLD.knows_safety)
		IS DISTINCT FROM (NEW.role, NEW.withdrawn_at, NEW.knows_safety))
	EXECUTE FUNCTION announce_access('account', 'id');
--> statement-breakpoint
CREATE TRIGGER invitation_changes AFTER UPDATE OF version, revoked_at ON invitation
	FOR EACH ROW WHEN ((OLD.version, OLD.revoked_at) IS DISTINCT FROM (NEW.version, NEW.revoked_at))
	EXECUTE FUNCTION announce_access('invitation', 'id');
--> statement-breakpoint
CREATE TRIGGER invitation_goes AFTER DELETE ON invitation
	FOR EACH ROW EXECUTE FUNCTION announce_access('invitation', 'id');
--> statement-breakpoint
CREATE TRIGGER adult_leaves AFTER UPDATE OF left_at ON adult
	FOR EACH ROW WHEN (OLD.left_at IS DISTINCT FROM NEW.left_at) EXECUTE FUNCTION announce_access('adult', 'id');
--> statement-breakpoint
CREATE TRIGGER person_leaves AFTER UPDATE OF left_at ON person
	FOR EACH ROW WHEN (OLD.left_at IS DISTINCT FROM NEW.left_at) EXECUTE FUNCTION announce_access('person', 'id');
--> statement-breakpoint
CREATE TRIGGER adult_leaves_family AFTER UPDATE OR DELETE ON family_adult
	FOR EACH ROW EXECUTE FUNCTION announce_access('adult', 'adult_id');
--> statement-breakpoint
CREATE TRIGGER right_changes AFTER UPDATE OR DELETE ON adult_right
	FOR EACH ROW EXECUTE FUNCTION announce_access('adult', 'adult_id');
--> statement-breakpoint
CREATE FUNCTION announce_new_right() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
	PERFORM pg_notify('access_changed', 'adult:' || NEW.adult_id);
	RETURN NULL;
END $$;
--> statement-breakpoint
CREATE TRIGGER right_comes AFTER INSERT ON adult_right
	FOR EACH ROW EXECUTE FUNCTION announce_new_right();
--> statement-breakpoint
-- When families are, or are about to be, at the school: appointments in person, and what is held or offered for
-- one, which counts until then.
CREATE VIEW at_school AS (
	SELECT appointment.conference_id, appointment.family_id,
		(appointment.starts_at AT TIME ZONE conference.time_zone)::date AS local_date,
		appointment.starts_at, appointment.ends_at, 'infinity'::timestamptz AS until
	FROM appointment
	JOIN conference ON conference.id = appointment.conference_id
	JOIN place ON place.id = appointment.place_id AND place.kind = 'room'
	WHERE appointment.standing IN ('asked', 'booked')
	UNION ALL
	SELECT hold.conference_id, hold.family_id, slot.local_date, slot.starts_at, slot.ends_at, hold.until
	FROM hold
	CROSS JOIN LATERAL jsonb_array_elements(hold.keeps) AS kept
	CROSS JOIN LATERAL jsonb_array_elements_text(kept -> 'slots') AS held (slot_id)
	JOIN slot ON slot.id = held.slot_id::uuid
	JOIN place ON place.id = slot.place_id
	WHERE coalesce(kept ->> 'mode', CASE place.kind WHEN 'room' THEN 'in-person' END) = 'in-person');
