ALTER TABLE "own_word" ADD COLUMN "page_id" text;--> statement-breakpoint
ALTER TABLE "own_word" ADD COLUMN "entry" integer;