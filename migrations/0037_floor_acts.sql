ALTER TABLE "appointment" ADD COLUMN "answer_words" text;--> statement-breakpoint
ALTER TABLE "slot" ADD COLUMN "blocked_for" text;--> statement-breakpoint
CREATE INDEX "slot_blocked" ON "slot" USING btree ("desk_id") WHERE "slot"."blocked_at" is not null;
--> statement-breakpoint
ALTER TABLE slot ADD CONSTRAINT slot_blocked_for CHECK (blocked_for IS NULL OR blocked_at IS NOT NULL);
--> statement-breakpoint
-- Nobody takes a blocked seat, whatever the program knew of it when it looked.
CREATE FUNCTION claim_not_at_blocked_seat() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
	IF NEW.kind = 'desk' AND EXISTS (
		SELECT FROM slot WHERE slot.id = NEW.occupancy AND blocked_at IS NOT NULL AND detached_at IS NULL
	) THEN
		RAISE EXCEPTION 'slot % is blocked', NEW.occupancy
			USING ERRCODE = 'exclusion_violation', CONSTRAINT = 'claim_not_at_blocked_seat';
	END IF;
	RETURN NEW;
END $$;
--> statement-breakpoint
CREATE TRIGGER claim_not_at_blocked_seat BEFORE INSERT ON claim
	FOR EACH ROW EXECUTE FUNCTION claim_not_at_blocked_seat();
