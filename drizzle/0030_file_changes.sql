CREATE TABLE "file_change" (
	"course_id" text NOT NULL,
	"id" text NOT NULL,
	"file_id" text NOT NULL,
	"wiki_id" text NOT NULL,
	"by_id" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"before" jsonb NOT NULL,
	"after" jsonb NOT NULL,
	CONSTRAINT "file_change_course_id_id_pk" PRIMARY KEY("course_id","id")
);
--> statement-breakpoint
ALTER TABLE "file_change" ADD CONSTRAINT "file_change_by_id_person_id_fk" FOREIGN KEY ("by_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "file_change" ADD CONSTRAINT "file_change_course_id_file_id_file_course_id_id_fk" FOREIGN KEY ("course_id","file_id") REFERENCES "public"."file"("course_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "file_change_by_wiki" ON "file_change" USING btree ("course_id","wiki_id","at");