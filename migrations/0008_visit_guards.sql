-- A claim has one owner.
ALTER TABLE claim ADD CONSTRAINT claim_has_one_owner CHECK (num_nonnulls(appointment_id, hold_id) = 1);
--> statement-breakpoint
-- A hold keeps the school's side only: the family's own people stay free for the visit that it has.
ALTER TABLE claim ADD CONSTRAINT claim_of_hold CHECK (hold_id IS NULL OR kind IN ('desk', 'person', 'interpreter'));
--> statement-breakpoint
ALTER TABLE wish ADD CONSTRAINT wish_length CHECK (length BETWEEN 1 AND 4);
--> statement-breakpoint
-- Eight minutes at a time, twenty at the most; offers last as long as whoever makes them says.
ALTER TABLE hold ADD CONSTRAINT hold_stretch CHECK (
	since <= until AND isfinite(until)
	AND (kind <> 'hold' OR until <= since + interval '20 minutes'));
--> statement-breakpoint
-- Only what is asked for waits for an answer.
ALTER TABLE appointment ADD CONSTRAINT appointment_answer CHECK (standing <> 'booked' OR answer_by IS NULL);
--> statement-breakpoint
-- Nobody interprets at a time that is closed by something else, as nobody receives then.
CREATE OR REPLACE FUNCTION claim_not_in_busy_time() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
	IF NEW.kind IN ('person', 'interpreter')
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
-- The interpreter and the students who come along belong to what an appointment must own.
CREATE OR REPLACE FUNCTION appointment_owns_its_claims(appointment_to_check uuid) RETURNS void LANGUAGE plpgsql AS $$
DECLARE
	stands boolean;
	receiver uuid;
	interpreter uuid;
BEGIN
	SELECT standing IN ('asked', 'booked'), receiver_id, interpreter_id INTO stands, receiver, interpreter
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
				SELECT 'interpreter', interpreter WHERE interpreter IS NOT NULL
				UNION ALL
				SELECT 'student', student_id FROM appointment_along
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
CREATE CONSTRAINT TRIGGER along_of_appointment AFTER INSERT OR UPDATE OR DELETE ON appointment_along
	DEFERRABLE INITIALLY DEFERRED FOR EACH ROW EXECUTE FUNCTION check_claims_of_appointment();
--> statement-breakpoint
-- A claim that comes to an appointment can only be one too many: the whole is looked at when the
-- appointment, its slots or its people change, and when claims change or go.
CREATE FUNCTION claim_has_standing_owner() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
	IF EXISTS (
		SELECT FROM appointment WHERE id = NEW.appointment_id AND standing NOT IN ('asked', 'booked')
	) THEN
		RAISE EXCEPTION 'appointment % no longer stands but owns claims', NEW.appointment_id
			USING ERRCODE = 'check_violation', CONSTRAINT = 'appointment_owns_its_claims';
	END IF;
	RETURN NULL;
END $$;
--> statement-breakpoint
DROP TRIGGER claim_of_appointment ON claim;
--> statement-breakpoint
CREATE CONSTRAINT TRIGGER claim_comes AFTER INSERT ON claim
	DEFERRABLE INITIALLY DEFERRED FOR EACH ROW WHEN (NEW.appointment_id IS NOT NULL)
	EXECUTE FUNCTION claim_has_standing_owner();
--> statement-breakpoint
CREATE CONSTRAINT TRIGGER claim_changes AFTER UPDATE ON claim
	DEFERRABLE INITIALLY DEFERRED FOR EACH ROW EXECUTE FUNCTION check_claims_of_appointment();
--> statement-breakpoint
CREATE CONSTRAINT TRIGGER claim_goes AFTER DELETE ON claim
	DEFERRABLE INITIALLY DEFERRED FOR EACH ROW WHEN (OLD.appointment_id IS NOT NULL)
	EXECUTE FUNCTION check_claims_of_appointment();
