CREATE TABLE "link_sending" (
	"id" uuid PRIMARY KEY NOT NULL,
	"began_at" timestamp with time zone NOT NULL,
	"ended_at" timestamp with time zone
);
--> statement-breakpoint
CREATE TABLE "link_sending_person" (
	"sending_id" uuid NOT NULL,
	"person_id" uuid NOT NULL,
	"outcome" text,
	CONSTRAINT "link_sending_person_sending_id_person_id_pk" PRIMARY KEY("sending_id","person_id")
);
--> statement-breakpoint
ALTER TABLE "link_sending_person" ADD CONSTRAINT "link_sending_person_sending_id_link_sending_id_fk" FOREIGN KEY ("sending_id") REFERENCES "public"."link_sending"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "link_sending_person" ADD CONSTRAINT "link_sending_person_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "link_sending_person_person" ON "link_sending_person" USING btree ("person_id");