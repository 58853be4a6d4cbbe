ALTER TABLE "assignment" ADD COLUMN "expected" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "page" ADD COLUMN "starter_text" jsonb;