CREATE TABLE "own_word" (
	"course_id" text NOT NULL,
	"id" text NOT NULL,
	"wiki_id" text NOT NULL,
	"person_id" text NOT NULL,
	"kind" text NOT NULL,
	"body" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"taken_back_at" timestamp with time zone,
	"answer" text,
	"answered_by" text,
	"answered_at" timestamp with time zone,
	CONSTRAINT "own_word_course_id_id_pk" PRIMARY KEY("course_id","id")
);
--> statement-breakpoint
ALTER TABLE "own_word" ADD CONSTRAINT "own_word_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "own_word" ADD CONSTRAINT "own_word_answered_by_person_id_fk" FOREIGN KEY ("answered_by") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "own_word" ADD CONSTRAINT "own_word_course_id_wiki_id_wiki_course_id_id_fk" FOREIGN KEY ("course_id","wiki_id") REFERENCES "public"."wiki"("course_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "own_word_by_wiki" ON "own_word" USING btree ("course_id","wiki_id","person_id");