-- The register: finding people by name, what may be kept, and taking a change back.
CREATE EXTENSION IF NOT EXISTS pg_trgm;
--> statement-breakpoint
CREATE EXTENSION IF NOT EXISTS unaccent;
--> statement-breakpoint
UPDATE person SET is_teacher = true;
--> statement-breakpoint
UPDATE account SET knows_safety = true WHERE role = 'organiser';
--> statement-breakpoint
-- Who was enrolled in one class alone is known by it.
UPDATE enrolment SET home = true
	WHERE student_id IN (SELECT student_id FROM enrolment GROUP BY student_id HAVING count(*) = 1);
--> statement-breakpoint
CREATE UNIQUE INDEX person_email ON person (lower(email)) WHERE left_at IS NULL AND email IS NOT NULL;
--> statement-breakpoint
CREATE INDEX enrolment_home ON enrolment (student_id) WHERE home;
--> statement-breakpoint
ALTER TABLE kept_apart
	ADD CONSTRAINT kept_apart_once CHECK (family_id < other_family_id),
	ADD CONSTRAINT kept_apart_margin CHECK (margin_minutes BETWEEN 0 AND 240);
--> statement-breakpoint
-- Names as they are searched: words in lower case without accents, a space before each. A dictionary
-- named outright makes the function depend on its arguments alone, so that it may be indexed.
CREATE FUNCTION search_text(text) RETURNS text LANGUAGE sql IMMUTABLE PARALLEL SAFE STRICT AS
	$$ SELECT ' ' || btrim(regexp_replace(
		lower(public.unaccent('public.unaccent'::regdictionary, $1)), '[^[:alnum:]]+', ' ', 'g')) $$;
--> statement-breakpoint
ALTER TABLE person ADD COLUMN search text NOT NULL GENERATED ALWAYS AS
	(search_text(coalesce(given_name, '') || ' ' || coalesce(family_name, '') || ' ' || coalesce(email, ''))) STORED;
--> statement-breakpoint
ALTER TABLE student ADD COLUMN search text NOT NULL GENERATED ALWAYS AS
	(search_text(coalesce(given_name, '') || ' ' || coalesce(family_name, ''))) STORED;
--> statement-breakpoint
ALTER TABLE adult ADD COLUMN search text NOT NULL GENERATED ALWAYS AS
	(search_text(coalesce(given_name, '') || ' ' || coalesce(family_name, '') || ' ' || coalesce(email, ''))) STORED;
--> statement-breakpoint
ALTER TABLE family ADD COLUMN search text NOT NULL GENERATED ALWAYS AS
	(search_text(coalesce(label, ''))) STORED;
--> statement-breakpoint
CREATE INDEX person_search ON person USING gin (search gin_trgm_ops) WITH (fastupdate = off);
--> statement-breakpoint
CREATE INDEX student_search ON student USING gin (search gin_trgm_ops) WITH (fastupdate = off);
--> statement-breakpoint
CREATE INDEX adult_search ON adult USING gin (search gin_trgm_ops) WITH (fastupdate = off);
--> statement-breakpoint
CREATE INDEX family_search ON family USING gin (search gin_trgm_ops) WITH (fastupdate = off);
--> statement-breakpoint
-- While ten_chairs.act names an act, every change of a row of the register is kept beside it.
CREATE FUNCTION record_register_change() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE
	act text := current_setting('ten_chairs.act', true);
BEGIN
	IF coalesce(act, '') = '' OR (TG_OP = 'UPDATE' AND OLD IS NOT DISTINCT FROM NEW) THEN
		RETURN NULL;
	END IF;
	INSERT INTO register_change (act_id, table_name, before, after) VALUES (
		act::uuid,
		TG_TABLE_NAME,
		CASE WHEN TG_OP <> 'INSERT' THEN to_jsonb(OLD) END,
		CASE WHEN TG_OP <> 'DELETE' THEN to_jsonb(NEW) END
	);
	RETURN NULL;
END $$;
--> statement-breakpoint
DO $$
DECLARE
	name text;
BEGIN
	FOREACH name IN ARRAY ARRAY['person', 'adult', 'student', 'family', 'class', 'class_teacher',
		'enrolment', 'family_adult', 'family_student', 'invitation', 'meeting_exception', 'wish',
		'appointment', 'appointment_adult', 'claim'] LOOP
		EXECUTE format('CREATE TRIGGER %I AFTER INSERT OR UPDATE OR DELETE ON %I
			FOR EACH ROW EXECUTE FUNCTION record_register_change()', name || '_register_change', name);
	END LOOP;
END $$;
--> statement-breakpoint
-- Takes the changes of an act back, the last one first. Raises an exception (TC001) when a row has
-- been changed since, and lets foreign keys refuse what others have come to rely on.
CREATE FUNCTION undo_register_changes(act uuid) RETURNS integer LANGUAGE plpgsql AS $$
DECLARE
	change record;
	keys text;
	columns text;
	values_of text;
	changed integer;
	undone integer := 0;
BEGIN
	FOR change IN SELECT * FROM register_change WHERE act_id = act ORDER BY "order" DESC LOOP
		SELECT string_agg(format('t.%1$I = k.%1$I', attname), ' AND ') INTO keys
			FROM pg_index JOIN pg_attribute ON attrelid = indrelid AND attnum = ANY (indkey)
			WHERE indrelid = change.table_name::regclass AND indisprimary;
		SELECT string_agg(quote_ident(column_name), ', '), string_agg('k.' || quote_ident(column_name), ', ')
			INTO columns, values_of
			FROM information_schema.columns
			WHERE table_schema = 'public' AND table_name = change.table_name AND is_generated = 'NEVER';
		IF change.before IS NULL THEN
			EXECUTE format('DELETE FROM %1$I t USING jsonb_populate_record(NULL::%1$I, $1) k
				WHERE %2$s AND to_jsonb(t) = $1', change.table_name, keys) USING change.after;
		ELSIF change.after IS NULL THEN
			EXECUTE format('INSERT INTO %1$I (%2$s) SELECT %3$s FROM jsonb_populate_record(NULL::%1$I, $1) k',
				change.table_name, columns, values_of) USING change.before;
		ELSE
			EXECUTE format('UPDATE %1$I t SET (%2$s) = (SELECT %3$s FROM jsonb_populate_record(NULL::%1$I, $1) k)
				FROM jsonb_populate_record(NULL::%1$I, $2) k WHERE %4$s AND to_jsonb(t) = $2',
				change.table_name, columns, values_of, keys) USING change.before, change.after;
		END IF;
		GET DIAGNOSTICS changed = ROW_COUNT;
		IF changed = 0 THEN
			RAISE EXCEPTION 'a row of % has been changed since', change.table_name USING ERRCODE = 'TC001';
		END IF;
		undone := undone + 1;
	END LOOP;
	RETURN undone;
END $$;
