CREATE TABLE "discussion" (
	"course_id" text NOT NULL,
	"id" text NOT NULL,
	"wiki_id" text NOT NULL,
	"page_id" text NOT NULL,
	"entry" integer NOT NULL,
	"from_word" integer NOT NULL,
	"to_word" integer NOT NULL,
	"quote" text NOT NULL,
	"origins" "bytea" NOT NULL,
	"by_id" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"ended_at" timestamp with time zone,
	"ended_by" text,
	CONSTRAINT "discussion_course_id_id_pk" PRIMARY KEY("course_id","id")
);
--> statement-breakpoint
CREATE TABLE "standing_change" (
	"course_id" text NOT NULL,
	"wiki_id" text NOT NULL,
	"page_id" text NOT NULL,
	"number" integer NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"rev" integer NOT NULL,
	"author_id" text,
	"words" integer NOT NULL,
	CONSTRAINT "standing_change_course_id_page_id_number_rev_pk" PRIMARY KEY("course_id","page_id","number","rev")
);
--> statement-breakpoint
ALTER TABLE "discussion" ADD CONSTRAINT "discussion_by_id_person_id_fk" FOREIGN KEY ("by_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "discussion" ADD CONSTRAINT "discussion_ended_by_person_id_fk" FOREIGN KEY ("ended_by") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "discussion" ADD CONSTRAINT "discussion_course_id_page_id_page_course_id_id_fk" FOREIGN KEY ("course_id","page_id") REFERENCES "public"."page"("course_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "standing_change" ADD CONSTRAINT "standing_change_course_id_page_id_number_entry_course_id_page_id_number_fk" FOREIGN KEY ("course_id","page_id","number") REFERENCES "public"."entry"("course_id","page_id","number") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "discussion_by_wiki" ON "discussion" USING btree ("course_id","wiki_id");--> statement-breakpoint
CREATE INDEX "standing_change_by_author" ON "standing_change" USING btree ("course_id","wiki_id","author_id","at","words");--> statement-breakpoint
CREATE INDEX "standing_change_by_rev" ON "standing_change" USING btree ("course_id","wiki_id","rev");--> statement-breakpoint
INSERT INTO "standing_change" ("course_id", "wiki_id", "page_id", "number", "at", "rev", "author_id", "words")
SELECT c."course_id", c."wiki_id", c."page_id", c."number", c."at", (change->>0)::int, first_credit."author_id", (change->>1)::int
FROM "entry_credit" c
CROSS JOIN LATERAL jsonb_array_elements(c."figures"->'standingChange') AS change
JOIN "entry" first ON first."course_id" = c."course_id" AND first."wiki_id" = c."wiki_id" AND first."rev" = (change->>0)::int
JOIN "entry_credit" first_credit ON first_credit."course_id" = first."course_id" AND first_credit."page_id" = first."page_id" AND first_credit."number" = first."number";
