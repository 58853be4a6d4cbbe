ALTER TABLE "comment" ADD COLUMN "edited_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "comment" ADD COLUMN "withdrawn_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "comment" ADD COLUMN "withdrawn_by" text;--> statement-breakpoint
ALTER TABLE "comment_act" ADD COLUMN "earlier" text;--> statement-breakpoint
ALTER TABLE "comment" ADD CONSTRAINT "comment_withdrawn_by_person_id_fk" FOREIGN KEY ("withdrawn_by") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;