CREATE INDEX "appointment_adult_adult" ON "appointment_adult" USING btree ("adult_id");--> statement-breakpoint
CREATE INDEX "claim_thing" ON "claim" USING btree ("thing");--> statement-breakpoint
CREATE INDEX "hold_family_any" ON "hold" USING btree ("family_id");--> statement-breakpoint
CREATE INDEX "waiting_hold" ON "waiting" USING btree ("hold_id");