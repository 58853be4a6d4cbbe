CREATE TABLE "mention" (
	"course_id" text NOT NULL,
	"comment_id" text NOT NULL,
	"person_id" text NOT NULL,
	CONSTRAINT "mention_course_id_comment_id_person_id_pk" PRIMARY KEY("course_id","comment_id","person_id")
);
--> statement-breakpoint
ALTER TABLE "comment" ADD COLUMN "passage_entry" integer;--> statement-breakpoint
ALTER TABLE "comment" ADD COLUMN "passage_from" integer;--> statement-breakpoint
ALTER TABLE "comment" ADD COLUMN "passage_to" integer;--> statement-breakpoint
ALTER TABLE "comment" ADD COLUMN "passage_quote" text;--> statement-breakpoint
ALTER TABLE "comment" ADD COLUMN "passage_origins" "bytea";--> statement-breakpoint
ALTER TABLE "mention" ADD CONSTRAINT "mention_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "mention" ADD CONSTRAINT "mention_course_id_comment_id_comment_course_id_id_fk" FOREIGN KEY ("course_id","comment_id") REFERENCES "public"."comment"("course_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "mention_by_person" ON "mention" USING btree ("course_id","person_id");--> statement-breakpoint
CREATE INDEX "comment_with_passage" ON "comment" USING btree ("course_id","wiki_id") WHERE passage_entry is not null;--> statement-breakpoint
ALTER TABLE "comment" ADD CONSTRAINT "passage_is_whole" CHECK (num_nulls(passage_entry, passage_from, passage_to, passage_quote, passage_origins) in (0, 5));