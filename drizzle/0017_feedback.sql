CREATE TABLE "feedback" (
	"course_id" text NOT NULL,
	"id" text NOT NULL,
	"assignment_id" text NOT NULL,
	"wiki_id" text,
	"person_id" text,
	"author_id" text NOT NULL,
	"body" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"edited_at" timestamp with time zone,
	"earlier" jsonb DEFAULT '[]'::jsonb NOT NULL,
	"withdrawn_at" timestamp with time zone,
	CONSTRAINT "feedback_course_id_id_pk" PRIMARY KEY("course_id","id")
);
--> statement-breakpoint
CREATE TABLE "feedback_seen" (
	"course_id" text NOT NULL,
	"feedback_id" text NOT NULL,
	"person_id" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	CONSTRAINT "feedback_seen_course_id_feedback_id_person_id_pk" PRIMARY KEY("course_id","feedback_id","person_id")
);
--> statement-breakpoint
ALTER TABLE "feedback" ADD CONSTRAINT "feedback_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "feedback" ADD CONSTRAINT "feedback_author_id_person_id_fk" FOREIGN KEY ("author_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "feedback" ADD CONSTRAINT "feedback_course_id_assignment_id_assignment_course_id_id_fk" FOREIGN KEY ("course_id","assignment_id") REFERENCES "public"."assignment"("course_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "feedback" ADD CONSTRAINT "feedback_course_id_wiki_id_wiki_course_id_id_fk" FOREIGN KEY ("course_id","wiki_id") REFERENCES "public"."wiki"("course_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "feedback_seen" ADD CONSTRAINT "feedback_seen_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "feedback_seen" ADD CONSTRAINT "feedback_seen_course_id_feedback_id_feedback_course_id_id_fk" FOREIGN KEY ("course_id","feedback_id") REFERENCES "public"."feedback"("course_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "feedback_by_assignment" ON "feedback" USING btree ("course_id","assignment_id","at");