CREATE UNLOGGED TABLE "presence" (
	"course_id" text NOT NULL,
	"id" text NOT NULL,
	"page_id" text NOT NULL,
	"person_id" text NOT NULL,
	"is_writing" boolean NOT NULL,
	"near" text,
	"seen_at" timestamp with time zone NOT NULL,
	CONSTRAINT "presence_course_id_id_pk" PRIMARY KEY("course_id","id")
);
--> statement-breakpoint
ALTER TABLE "presence" ADD CONSTRAINT "presence_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "presence" ADD CONSTRAINT "presence_course_id_page_id_page_course_id_id_fk" FOREIGN KEY ("course_id","page_id") REFERENCES "public"."page"("course_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "presence_by_page" ON "presence" USING btree ("course_id","page_id");