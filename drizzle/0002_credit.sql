CREATE TABLE "entry_credit" (
	"course_id" text NOT NULL,
	"page_id" text NOT NULL,
	"number" integer NOT NULL,
	"wiki_id" text NOT NULL,
	"author_id" text,
	"at" timestamp with time zone NOT NULL,
	"added" integer NOT NULL,
	"state_key" text NOT NULL,
	"origins" bytea NOT NULL,
	"figures" jsonb NOT NULL,
	CONSTRAINT "entry_credit_course_id_page_id_number_pk" PRIMARY KEY("course_id","page_id","number")
);
--> statement-breakpoint
DROP INDEX "entry_by_words";--> statement-breakpoint
-- Credit is computed from the ledger: states in the older form are let go, and every wiki is marked to be computed anew.
ALTER TABLE "page" ALTER COLUMN "credit" SET DATA TYPE bytea USING ''::bytea;--> statement-breakpoint
ALTER TABLE "wiki" ADD COLUMN "spread" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "wiki" ADD COLUMN "credit_version" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "entry_credit" ADD CONSTRAINT "entry_credit_course_id_page_id_number_entry_course_id_page_id_number_fk" FOREIGN KEY ("course_id","page_id","number") REFERENCES "public"."entry"("course_id","page_id","number") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "credit_by_state" ON "entry_credit" USING btree ("course_id","page_id","state_key");--> statement-breakpoint
CREATE INDEX "credit_by_author" ON "entry_credit" USING btree ("course_id","wiki_id","author_id","at","added");--> statement-breakpoint
ALTER TABLE "entry" DROP COLUMN "words_hash";--> statement-breakpoint
ALTER TABLE "entry" DROP COLUMN "origins";--> statement-breakpoint
ALTER TABLE "entry" DROP COLUMN "figures";--> statement-breakpoint
ALTER TABLE "wiki" DROP COLUMN "memory";