CREATE TABLE "short_link" (
	"code" text PRIMARY KEY NOT NULL,
	"conference_id" uuid NOT NULL,
	"desk_id" uuid,
	"ended_at" timestamp with time zone
);
--> statement-breakpoint
ALTER TABLE "desk" ADD COLUMN "is_listed" boolean DEFAULT true NOT NULL;--> statement-breakpoint
ALTER TABLE "short_link" ADD CONSTRAINT "short_link_conference_id_conference_id_fk" FOREIGN KEY ("conference_id") REFERENCES "public"."conference"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "short_link" ADD CONSTRAINT "short_link_desk_id_desk_id_fk" FOREIGN KEY ("desk_id") REFERENCES "public"."desk"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "short_link_one" ON "short_link" USING btree (coalesce("desk_id", "conference_id")) WHERE "short_link"."ended_at" is null;