ALTER TABLE "assignment" ADD COLUMN "counts" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "assignment" ADD COLUMN "thresholds" jsonb;