ALTER TABLE "adult" ADD COLUMN "trial_of" uuid;--> statement-breakpoint
ALTER TABLE "family" ADD COLUMN "trial_of" uuid;--> statement-breakpoint
ALTER TABLE "student" ADD COLUMN "trial_of" uuid;--> statement-breakpoint
ALTER TABLE "adult" ADD CONSTRAINT "adult_trial_of_conference_id_fk" FOREIGN KEY ("trial_of") REFERENCES "public"."conference"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "family" ADD CONSTRAINT "family_trial_of_conference_id_fk" FOREIGN KEY ("trial_of") REFERENCES "public"."conference"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "student" ADD CONSTRAINT "student_trial_of_conference_id_fk" FOREIGN KEY ("trial_of") REFERENCES "public"."conference"("id") ON DELETE no action ON UPDATE no action;