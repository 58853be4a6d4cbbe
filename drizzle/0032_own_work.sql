DROP INDEX "credit_by_author";--> statement-breakpoint
ALTER TABLE "entry_credit" ADD COLUMN "on_others" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
CREATE INDEX "credit_by_author" ON "entry_credit" USING btree ("course_id","wiki_id","author_id","at","page_id","added","corrected","moved","restored","on_others");