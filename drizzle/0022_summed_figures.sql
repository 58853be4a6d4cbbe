DROP INDEX "credit_by_author";--> statement-breakpoint
ALTER TABLE "entry_credit" ADD COLUMN "corrected" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "entry_credit" ADD COLUMN "moved" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "entry_credit" ADD COLUMN "restored" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
UPDATE "entry_credit" SET "corrected" = ("figures"->>'corrected')::int, "moved" = ("figures"->>'moved')::int, "restored" = ("figures"->>'restored')::int;--> statement-breakpoint
CREATE INDEX "credit_by_author" ON "entry_credit" USING btree ("course_id","wiki_id","author_id","at","added","corrected","moved","restored");