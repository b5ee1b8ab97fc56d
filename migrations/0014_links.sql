-- People click on these: nothing but the web, whatever way it came in. Rows that are there already are not looked
-- at, so that no school is kept from starting.
ALTER TABLE place ADD CONSTRAINT place_link_is_of_the_web CHECK (link ~* '^https?://[^[:space:]]+$') NOT VALID;
--> statement-breakpoint
ALTER TABLE person ADD CONSTRAINT person_link_is_of_the_web CHECK (link ~* '^https?://[^[:space:]]+$') NOT VALID;
