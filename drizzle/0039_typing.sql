CREATE TABLE "remark_draft" (
	"course_id" text NOT NULL,
	"person_id" text NOT NULL,
	"page_id" text NOT NULL,
	"place" text NOT NULL,
	"body" text NOT NULL,
	"about" jsonb,
	"at" timestamp with time zone NOT NULL,
	"session" text NOT NULL,
	"step" integer NOT NULL,
	CONSTRAINT "remark_draft_course_id_person_id_page_id_place_pk" PRIMARY KEY("course_id","person_id","page_id","place")
);
--> statement-breakpoint
ALTER TABLE "done_save" ADD COLUMN "session" text;--> statement-breakpoint
ALTER TABLE "done_save" ADD COLUMN "step" integer;--> statement-breakpoint
ALTER TABLE "draft" ADD COLUMN "session" text;--> statement-breakpoint
ALTER TABLE "draft" ADD COLUMN "step" integer;--> statement-breakpoint
ALTER TABLE "remark_draft" ADD CONSTRAINT "remark_draft_course_id_course_id_fk" FOREIGN KEY ("course_id") REFERENCES "public"."course"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "remark_draft" ADD CONSTRAINT "remark_draft_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "remark_draft" ADD CONSTRAINT "remark_draft_course_id_page_id_page_course_id_id_fk" FOREIGN KEY ("course_id","page_id") REFERENCES "public"."page"("course_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "done_save_by_session" ON "done_save" USING btree ("course_id","person_id","session");