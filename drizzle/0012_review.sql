CREATE TABLE "finding_act" (
	"course_id" text NOT NULL,
	"id" text NOT NULL,
	"wiki_id" text NOT NULL,
	"key" text NOT NULL,
	"kind" text NOT NULL,
	"reason" text NOT NULL,
	"by_id" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	CONSTRAINT "finding_act_course_id_id_pk" PRIMARY KEY("course_id","id")
);
--> statement-breakpoint
CREATE TABLE "review_mark" (
	"course_id" text NOT NULL,
	"wiki_id" text NOT NULL,
	"person_id" text NOT NULL,
	"by_id" text NOT NULL,
	"rev" integer NOT NULL,
	"at" timestamp with time zone NOT NULL,
	CONSTRAINT "review_mark_course_id_wiki_id_person_id_by_id_pk" PRIMARY KEY("course_id","wiki_id","person_id","by_id")
);
--> statement-breakpoint
ALTER TABLE "finding_act" ADD CONSTRAINT "finding_act_by_id_person_id_fk" FOREIGN KEY ("by_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "finding_act" ADD CONSTRAINT "finding_act_course_id_wiki_id_wiki_course_id_id_fk" FOREIGN KEY ("course_id","wiki_id") REFERENCES "public"."wiki"("course_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "review_mark" ADD CONSTRAINT "review_mark_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "review_mark" ADD CONSTRAINT "review_mark_by_id_person_id_fk" FOREIGN KEY ("by_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "review_mark" ADD CONSTRAINT "review_mark_course_id_wiki_id_wiki_course_id_id_fk" FOREIGN KEY ("course_id","wiki_id") REFERENCES "public"."wiki"("course_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "finding_act_by_wiki" ON "finding_act" USING btree ("course_id","wiki_id","at");