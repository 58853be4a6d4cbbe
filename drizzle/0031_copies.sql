DROP INDEX "standing_change_by_author";--> statement-breakpoint
ALTER TABLE "standing_change" ADD COLUMN "copies" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
CREATE INDEX "standing_change_copies" ON "standing_change" USING btree ("course_id","wiki_id","author_id","copies") WHERE copies <> 0;--> statement-breakpoint
CREATE INDEX "standing_change_by_author" ON "standing_change" USING btree ("course_id","wiki_id","author_id","at","words","copies");