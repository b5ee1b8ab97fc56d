-- A family that left is nobody's way in any more: the pages of its adults are told, as those of who leaves it.
CREATE FUNCTION announce_family() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
	PERFORM pg_notify('access_changed', 'adult:' || adult_id) FROM family_adult WHERE family_id = NEW.id;
	RETURN NULL;
END $$;
--> statement-breakpoint
CREATE TRIGGER family_leaves AFTER UPDATE OF left_at ON family
	FOR EACH ROW WHEN (OLD.left_at IS DISTINCT FROM NEW.left_at) EXECUTE FUNCTION announce_family();
