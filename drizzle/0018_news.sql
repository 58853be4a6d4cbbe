CREATE TABLE "muted" (
	"course_id" text NOT NULL,
	"person_id" text NOT NULL,
	"place_id" text NOT NULL,
	"is_page" boolean NOT NULL,
	"at" timestamp with time zone NOT NULL,
	CONSTRAINT "muted_course_id_person_id_place_id_pk" PRIMARY KEY("course_id","person_id","place_id")
);
--> statement-breakpoint
CREATE TABLE "news_wish" (
	"course_id" text NOT NULL,
	"person_id" text NOT NULL,
	"mail" text DEFAULT 'never' NOT NULL,
	"mailed_until" timestamp with time zone NOT NULL,
	"feed_token" text,
	CONSTRAINT "news_wish_course_id_person_id_pk" PRIMARY KEY("course_id","person_id")
);
--> statement-breakpoint
CREATE TABLE "page_visit" (
	"course_id" text NOT NULL,
	"person_id" text NOT NULL,
	"page_id" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	CONSTRAINT "page_visit_course_id_person_id_page_id_pk" PRIMARY KEY("course_id","person_id","page_id")
);
--> statement-breakpoint
ALTER TABLE "muted" ADD CONSTRAINT "muted_course_id_course_id_fk" FOREIGN KEY ("course_id") REFERENCES "public"."course"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "muted" ADD CONSTRAINT "muted_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "news_wish" ADD CONSTRAINT "news_wish_course_id_course_id_fk" FOREIGN KEY ("course_id") REFERENCES "public"."course"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "news_wish" ADD CONSTRAINT "news_wish_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "page_visit" ADD CONSTRAINT "page_visit_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "page_visit" ADD CONSTRAINT "page_visit_course_id_page_id_page_course_id_id_fk" FOREIGN KEY ("course_id","page_id") REFERENCES "public"."page"("course_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "news_by_feed" ON "news_wish" USING btree ("feed_token");--> statement-breakpoint
CREATE INDEX "news_by_mail" ON "news_wish" USING btree ("mail");