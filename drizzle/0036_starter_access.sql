ALTER TABLE "starter_page" ADD COLUMN "read_only" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "starter_page" ADD COLUMN "hidden_until" timestamp with time zone;