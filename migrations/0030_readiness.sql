CREATE TABLE "finding_aside" (
	"conference_id" uuid NOT NULL,
	"digest" text NOT NULL,
	"reason" text NOT NULL,
	"since" timestamp with time zone NOT NULL,
	CONSTRAINT "finding_aside_conference_id_digest_pk" PRIMARY KEY("conference_id","digest")
);
--> statement-breakpoint
ALTER TABLE "conference" ADD COLUMN "pause_words" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "conference" ADD COLUMN "known_findings" text[];--> statement-breakpoint
ALTER TABLE "finding_aside" ADD CONSTRAINT "finding_aside_conference_id_conference_id_fk" FOREIGN KEY ("conference_id") REFERENCES "public"."conference"("id") ON DELETE no action ON UPDATE no action;