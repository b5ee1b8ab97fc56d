-- What of the seats a transaction changes is noted as it goes, as spans of seconds since 1970 (`start-end,…`; `*`: too
-- many to say), so that open pages are told of those seats alone and no act can forget one.
CREATE FUNCTION note_touched(starts_at timestamptz, ends_at timestamptz) RETURNS void LANGUAGE plpgsql AS $$
DECLARE
	known text := coalesce(current_setting('ten_chairs.touched', true), '');
	span text := extract(epoch FROM starts_at)::bigint || '-' || extract(epoch FROM ends_at)::bigint;
BEGIN
	IF known = '*' OR strpos(known, span) > 0 THEN
		RETURN;
	END IF;
	PERFORM set_config('ten_chairs.touched', CASE
		WHEN length(known) > 2000 THEN '*'
		WHEN known = '' THEN span
		ELSE known || ',' || span
	END, true);
END $$;
--> statement-breakpoint
CREATE FUNCTION note_touched_row() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
	IF TG_OP <> 'INSERT' THEN
		PERFORM note_touched(OLD.starts_at, OLD.ends_at);
	END IF;
	IF TG_OP <> 'DELETE' THEN
		PERFORM note_touched(NEW.starts_at, NEW.ends_at);
	END IF;
	RETURN NULL;
END $$;
--> statement-breakpoint
CREATE TRIGGER claim_noted_insert AFTER INSERT ON claim
	FOR EACH ROW WHEN (NEW.kind IN ('desk', 'person')) EXECUTE FUNCTION note_touched_row();
--> statement-breakpoint
CREATE TRIGGER claim_noted_update AFTER UPDATE ON claim
	FOR EACH ROW WHEN (NEW.kind IN ('desk', 'person')) EXECUTE FUNCTION note_touched_row();
--> statement-breakpoint
CREATE TRIGGER claim_noted_delete AFTER DELETE ON claim
	FOR EACH ROW WHEN (OLD.kind IN ('desk', 'person')) EXECUTE FUNCTION note_touched_row();
--> statement-breakpoint
CREATE TRIGGER appointment_noted AFTER UPDATE OF standing ON appointment
	FOR EACH ROW WHEN (OLD.standing IS DISTINCT FROM NEW.standing) EXECUTE FUNCTION note_touched_row();
--> statement-breakpoint
CREATE TRIGGER slot_noted AFTER UPDATE OF blocked_at ON slot
	FOR EACH ROW WHEN (OLD.blocked_at IS DISTINCT FROM NEW.blocked_at) EXECUTE FUNCTION note_touched_row();
