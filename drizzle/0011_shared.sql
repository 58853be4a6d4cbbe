CREATE TABLE "shared_credit" (
	"course_id" text NOT NULL,
	"page_id" text NOT NULL,
	"number" integer NOT NULL,
	"person_id" text NOT NULL,
	"wiki_id" text NOT NULL,
	"asked_at" timestamp with time zone NOT NULL,
	"is_confirmed" boolean,
	"answered_at" timestamp with time zone,
	CONSTRAINT "shared_credit_course_id_page_id_number_person_id_pk" PRIMARY KEY("course_id","page_id","number","person_id")
);
--> statement-breakpoint
ALTER TABLE "page" ADD COLUMN "heading" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "shared_credit" ADD CONSTRAINT "shared_credit_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "shared_credit" ADD CONSTRAINT "shared_credit_course_id_page_id_number_entry_course_id_page_id_number_fk" FOREIGN KEY ("course_id","page_id","number") REFERENCES "public"."entry"("course_id","page_id","number") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "shared_by_person" ON "shared_credit" USING btree ("course_id","person_id");--> statement-breakpoint
CREATE INDEX "shared_by_wiki" ON "shared_credit" USING btree ("course_id","wiki_id");