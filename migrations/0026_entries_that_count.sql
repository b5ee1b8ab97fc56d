CREATE TABLE "calendar_exception" (
	"person_id" uuid NOT NULL,
	"entry" text NOT NULL,
	CONSTRAINT "calendar_exception_person_id_entry_pk" PRIMARY KEY("person_id","entry")
);
--> statement-breakpoint
ALTER TABLE "busy_time" ADD COLUMN "entry" text;--> statement-breakpoint
ALTER TABLE "busy_time" ADD COLUMN "counts" boolean DEFAULT true NOT NULL;--> statement-breakpoint
ALTER TABLE "calendar_exception" ADD CONSTRAINT "calendar_exception_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
-- An entry of which its owner has said that it does not count keeps nobody from receiving.
CREATE OR REPLACE FUNCTION claim_not_in_busy_time() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
	IF NEW.kind IN ('person', 'interpreter')
		AND (TG_OP = 'INSERT' OR NEW.thing <> OLD.thing OR NEW.occupancy <> OLD.occupancy)
		AND EXISTS (
			SELECT FROM busy_time
			JOIN slot ON slot.id = NEW.occupancy
			JOIN desk ON desk.id = slot.desk_id
			JOIN conference ON conference.id = desk.conference_id
			WHERE busy_time.person_id = NEW.thing AND busy_time.counts
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
