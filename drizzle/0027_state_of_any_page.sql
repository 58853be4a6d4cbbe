DROP INDEX "credit_by_state";--> statement-breakpoint
CREATE INDEX "credit_by_state" ON "entry_credit" USING btree ("course_id","wiki_id","state_key");