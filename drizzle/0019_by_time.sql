CREATE INDEX "comment_by_time" ON "comment" USING btree ("course_id","at");--> statement-breakpoint
CREATE INDEX "entry_by_time" ON "entry" USING btree ("course_id","at");