DROP INDEX "credit_by_author";--> statement-breakpoint
DROP INDEX "standing_by_author";--> statement-breakpoint
CREATE INDEX "credit_by_author" ON "entry_credit" USING btree ("course_id","wiki_id","author_id","at","page_id","added","corrected","moved","restored");--> statement-breakpoint
CREATE INDEX "standing_by_author" ON "standing" USING btree ("course_id","wiki_id","author_id","words");