-- What no program, race or second server may break.
CREATE EXTENSION IF NOT EXISTS btree_gist;
--> statement-breakpoint
-- Numbers the changes that are told to open pages.
CREATE SEQUENCE change_number;
--> statement-breakpoint
CREATE UNIQUE INDEX school_is_one ON school ((true));
--> statement-breakpoint
ALTER TABLE invitation ADD CONSTRAINT invitation_is_for_one CHECK (num_nonnulls(adult_id, person_id) = 1);
--> statement-breakpoint
ALTER TABLE building_walk
	ADD CONSTRAINT building_walk_once CHECK (from_building_id < to_building_id),
	ADD CONSTRAINT building_walk_minutes CHECK (minutes BETWEEN 0 AND 60);
--> statement-breakpoint
ALTER TABLE conference
	ADD CONSTRAINT conference_slot_minutes CHECK (slot_minutes BETWEEN 5 AND 60),
	ADD CONSTRAINT conference_gap_minutes CHECK (gap_minutes BETWEEN 0 AND 60),
	ADD CONSTRAINT conference_pause_minutes CHECK (pause_minutes BETWEEN 0 AND 240),
	ADD CONSTRAINT conference_switch_minutes CHECK (switch_minutes BETWEEN 0 AND 240),
	ADD CONSTRAINT conference_window CHECK (opens_at < closes_at);
--> statement-breakpoint
ALTER TABLE series
	ADD CONSTRAINT series_slot_minutes CHECK (slot_minutes BETWEEN 5 AND 60),
	ADD CONSTRAINT series_gap_minutes CHECK (gap_minutes BETWEEN 0 AND 60);
--> statement-breakpoint
ALTER TABLE sitting
	ADD CONSTRAINT sitting_stretch CHECK (starts_at < ends_at),
	ADD CONSTRAINT sitting_no_overlap
		EXCLUDE USING gist (desk_id WITH =, tstzrange(starts_at, ends_at) WITH &&)
		DEFERRABLE INITIALLY DEFERRED;
--> statement-breakpoint
ALTER TABLE slot
	ADD CONSTRAINT slot_stretch CHECK (starts_at < ends_at AND ends_at <= claim_ends_at),
	ADD CONSTRAINT slot_seats CHECK (seats > 0),
	ADD CONSTRAINT slot_live_has_sitting CHECK (sitting_id IS NOT NULL OR detached_at IS NOT NULL),
	ADD CONSTRAINT slot_no_overlap
		EXCLUDE USING gist (desk_id WITH =, tstzrange(starts_at, ends_at) WITH &&)
		WHERE (detached_at IS NULL) DEFERRABLE INITIALLY DEFERRED;
--> statement-breakpoint
ALTER TABLE wish ADD CONSTRAINT wish_weight CHECK (weight >= 0);
--> statement-breakpoint
ALTER TABLE appointment ADD CONSTRAINT appointment_stretch CHECK (starts_at < ends_at);
--> statement-breakpoint
-- Two claims on one thing overlap only within the same slot. Ranges are bounded and never empty:
-- empty ones would slip through an exclusion.
ALTER TABLE claim
	ADD CONSTRAINT claim_stretch CHECK (starts_at < ends_at AND isfinite(starts_at) AND isfinite(ends_at)),
	ADD CONSTRAINT claim_seat_of_desk CHECK ((kind = 'desk') = (seat IS NOT NULL)),
	ADD CONSTRAINT claim_no_overlap
		EXCLUDE USING gist (thing WITH =, tstzrange(starts_at, ends_at) WITH &&, occupancy WITH <>);
--> statement-breakpoint
-- A seat number is one that the slot has.
CREATE FUNCTION claim_seat_exists() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
	IF NEW.seat IS NOT NULL AND NOT EXISTS (
		SELECT FROM slot WHERE id = NEW.occupancy AND NEW.seat BETWEEN 1 AND seats
	) THEN
		RAISE EXCEPTION 'slot % has no seat %', NEW.occupancy, NEW.seat
			USING ERRCODE = 'check_violation', CONSTRAINT = 'claim_seat_exists';
	END IF;
	RETURN NEW;
END $$;
--> statement-breakpoint
CREATE TRIGGER claim_seat_exists BEFORE INSERT OR UPDATE ON claim
	FOR EACH ROW EXECUTE FUNCTION claim_seat_exists();
--> statement-breakpoint
-- An appointment that stands owns every claim that it must have; one that does not, owns none.
CREATE FUNCTION appointment_owns_its_claims(appointment_to_check uuid) RETURNS void LANGUAGE plpgsql AS $$
DECLARE
	stands boolean;
BEGIN
	SELECT standing IN ('asked', 'booked') INTO stands FROM appointment WHERE id = appointment_to_check;
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
				SELECT 'person', person_id FROM desk_person
					WHERE desk_person.desk_id = slot.desk_id AND role = 'all'
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
CREATE FUNCTION check_own_claims() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
	PERFORM appointment_owns_its_claims(NEW.id);
	RETURN NULL;
END $$;
--> statement-breakpoint
CREATE FUNCTION check_claims_of_appointment() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
	IF TG_OP <> 'INSERT' THEN
		PERFORM appointment_owns_its_claims(OLD.appointment_id);
	END IF;
	IF TG_OP <> 'DELETE' THEN
		PERFORM appointment_owns_its_claims(NEW.appointment_id);
	END IF;
	RETURN NULL;
END $$;
--> statement-breakpoint
CREATE CONSTRAINT TRIGGER appointment_claims AFTER INSERT OR UPDATE ON appointment
	DEFERRABLE INITIALLY DEFERRED FOR EACH ROW EXECUTE FUNCTION check_own_claims();
--> statement-breakpoint
CREATE CONSTRAINT TRIGGER claim_of_appointment AFTER INSERT OR UPDATE OR DELETE ON claim
	DEFERRABLE INITIALLY DEFERRED FOR EACH ROW EXECUTE FUNCTION check_claims_of_appointment();
--> statement-breakpoint
CREATE CONSTRAINT TRIGGER slot_of_appointment AFTER INSERT OR UPDATE OR DELETE ON taken_slot
	DEFERRABLE INITIALLY DEFERRED FOR EACH ROW EXECUTE FUNCTION check_claims_of_appointment();
--> statement-breakpoint
CREATE CONSTRAINT TRIGGER adult_of_appointment AFTER INSERT OR UPDATE OR DELETE ON appointment_adult
	DEFERRABLE INITIALLY DEFERRED FOR EACH ROW EXECUTE FUNCTION check_claims_of_appointment();
