-- Both come with PostgreSQL, and whoever owns the database may add them.
CREATE EXTENSION IF NOT EXISTS pg_trgm;--> statement-breakpoint
CREATE EXTENSION IF NOT EXISTS btree_gin;--> statement-breakpoint
CREATE TABLE "search_text" (
	"course_id" text NOT NULL,
	"kind" text NOT NULL,
	"id" text NOT NULL,
	"part" integer NOT NULL,
	"wiki_id" text,
	"page_id" text,
	"key" text NOT NULL,
	"lines" text[] NOT NULL,
	"blocks" text[] NOT NULL,
	"came" integer[],
	"vector" "tsvector" NOT NULL,
	CONSTRAINT "search_text_course_id_kind_id_part_pk" PRIMARY KEY("course_id","kind","id","part")
);
--> statement-breakpoint
CREATE TABLE "search_word" (
	"course_id" text NOT NULL,
	"word" text COLLATE "C" NOT NULL,
	"wiki_id" text NOT NULL,
	CONSTRAINT "search_word_course_id_word_wiki_id_pk" PRIMARY KEY("course_id","word","wiki_id")
);
--> statement-breakpoint
ALTER TABLE "course" ADD COLUMN "language" text DEFAULT 'simple' NOT NULL;--> statement-breakpoint
ALTER TABLE "wiki" ADD COLUMN "search_version" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "search_text" ADD CONSTRAINT "search_text_course_id_course_id_fk" FOREIGN KEY ("course_id") REFERENCES "public"."course"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "search_text" ADD CONSTRAINT "search_text_course_id_wiki_id_wiki_course_id_id_fk" FOREIGN KEY ("course_id","wiki_id") REFERENCES "public"."wiki"("course_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "search_pages" ON "search_text" USING gin ("course_id","vector") WHERE kind = 'page';--> statement-breakpoint
CREATE INDEX "search_beside" ON "search_text" USING gin ("course_id","vector") WHERE kind in ('comment', 'file');--> statement-breakpoint
CREATE INDEX "search_past" ON "search_text" USING gin ("course_id","vector") WHERE kind = 'past';--> statement-breakpoint
CREATE INDEX "search_by_wiki" ON "search_text" USING btree ("course_id","wiki_id");--> statement-breakpoint
CREATE INDEX "search_word_near" ON "search_word" USING gin ("course_id","word" gin_trgm_ops);--> statement-breakpoint
-- PostgreSQL counts a look into a long vector for as little as any other comparison, and would look into all of
-- them one after the other: within these functions it takes the index.
CREATE FUNCTION search_pages(course text, asked tsquery) RETURNS TABLE (id text, part integer)
LANGUAGE sql STABLE SET enable_seqscan = off SET cpu_operator_cost = 0.1 AS $$
  SELECT s.id, s.part FROM search_text s
  WHERE s.course_id = course AND s.kind = 'page' AND s.vector @@ asked $$;--> statement-breakpoint
CREATE FUNCTION search_beside(course text, asked tsquery) RETURNS TABLE (kind text, id text, part integer)
LANGUAGE sql STABLE SET enable_seqscan = off SET cpu_operator_cost = 0.1 AS $$
  SELECT s.kind, s.id, s.part FROM search_text s
  WHERE s.course_id = course AND s.kind IN ('comment', 'file') AND s.vector @@ asked $$;--> statement-breakpoint
CREATE FUNCTION search_past(course text, asked tsquery) RETURNS TABLE (id text, part integer)
LANGUAGE sql STABLE SET enable_seqscan = off SET cpu_operator_cost = 0.1 AS $$
  SELECT s.id, s.part FROM search_text s
  WHERE s.course_id = course AND s.kind = 'past' AND s.vector @@ asked $$;
