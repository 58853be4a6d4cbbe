CREATE TABLE "thing_change" (
	"course_id" text NOT NULL,
	"wiki_id" text NOT NULL,
	"page_id" text NOT NULL,
	"number" integer NOT NULL,
	"rev" integer NOT NULL,
	"thing" text NOT NULL,
	"change" integer NOT NULL,
	CONSTRAINT "thing_change_course_id_page_id_number_thing_pk" PRIMARY KEY("course_id","page_id","number","thing")
);
--> statement-breakpoint
ALTER TABLE "thing_change" ADD CONSTRAINT "thing_change_course_id_page_id_number_entry_course_id_page_id_number_fk" FOREIGN KEY ("course_id","page_id","number") REFERENCES "public"."entry"("course_id","page_id","number") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "thing_change_by_wiki" ON "thing_change" USING btree ("course_id","wiki_id","rev");