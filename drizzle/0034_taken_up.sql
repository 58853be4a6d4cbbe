ALTER TABLE "comment" ADD COLUMN "taken_up_in" integer;--> statement-breakpoint
ALTER TABLE "comment" ADD COLUMN "taken_up_by" text;--> statement-breakpoint
ALTER TABLE "comment" ADD COLUMN "taken_up_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "comment" ADD CONSTRAINT "comment_taken_up_by_person_id_fk" FOREIGN KEY ("taken_up_by") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;