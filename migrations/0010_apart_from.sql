ALTER INDEX "hold_family_any" RENAME TO "hold_of_any_kind";--> statement-breakpoint
CREATE VIEW "public"."apart_from" AS (
	select family_id, other_family_id, margin_minutes from kept_apart
	union all
	select other_family_id, family_id, margin_minutes from kept_apart);