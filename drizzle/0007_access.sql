CREATE TABLE "access_change" (
	"course_id" text NOT NULL,
	"id" text NOT NULL,
	"assignment_id" text NOT NULL,
	"by_id" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"kind" text NOT NULL,
	"undoes" text,
	"undone_at" timestamp with time zone,
	"told" jsonb NOT NULL,
	CONSTRAINT "access_change_course_id_id_pk" PRIMARY KEY("course_id","id")
);
--> statement-breakpoint
CREATE TABLE "contents_act" (
	"course_id" text NOT NULL,
	"id" text NOT NULL,
	"wiki_id" text NOT NULL,
	"kind" text NOT NULL,
	"page_id" text NOT NULL,
	"by_id" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	CONSTRAINT "contents_act_course_id_id_pk" PRIMARY KEY("course_id","id")
);
--> statement-breakpoint
CREATE TABLE "former_title" (
	"course_id" text NOT NULL,
	"wiki_id" text NOT NULL,
	"title_key" text NOT NULL,
	"title" text NOT NULL,
	"page_id" text NOT NULL,
	"until_at" timestamp with time zone NOT NULL,
	CONSTRAINT "former_title_course_id_wiki_id_title_key_pk" PRIMARY KEY("course_id","wiki_id","title_key")
);
--> statement-breakpoint
DROP INDEX "page_by_title";--> statement-breakpoint
ALTER TABLE "access_rule" ALTER COLUMN "level" DROP NOT NULL;--> statement-breakpoint
ALTER TABLE "access_rule" ADD COLUMN "who_group" text;--> statement-breakpoint
ALTER TABLE "access_rule" ADD COLUMN "power" text;--> statement-breakpoint
ALTER TABLE "access_rule" ADD COLUMN "given" boolean;--> statement-breakpoint
ALTER TABLE "access_rule" ADD COLUMN "weekly" jsonb;--> statement-breakpoint
ALTER TABLE "access_rule" ADD COLUMN "change_id" text;--> statement-breakpoint
ALTER TABLE "access_rule" ADD COLUMN "ended_change_id" text;--> statement-breakpoint
ALTER TABLE "assignment" ADD COLUMN "members_may" jsonb DEFAULT '["start","rename","remove","arrange","restore"]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "page" ADD COLUMN "removed_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "access_change" ADD CONSTRAINT "access_change_course_id_course_id_fk" FOREIGN KEY ("course_id") REFERENCES "public"."course"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "access_change" ADD CONSTRAINT "access_change_by_id_person_id_fk" FOREIGN KEY ("by_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "access_change" ADD CONSTRAINT "access_change_course_id_assignment_id_assignment_course_id_id_fk" FOREIGN KEY ("course_id","assignment_id") REFERENCES "public"."assignment"("course_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "contents_act" ADD CONSTRAINT "contents_act_by_id_person_id_fk" FOREIGN KEY ("by_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "contents_act" ADD CONSTRAINT "contents_act_course_id_page_id_page_course_id_id_fk" FOREIGN KEY ("course_id","page_id") REFERENCES "public"."page"("course_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "former_title" ADD CONSTRAINT "former_title_course_id_page_id_page_course_id_id_fk" FOREIGN KEY ("course_id","page_id") REFERENCES "public"."page"("course_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "access_change_by_assignment" ON "access_change" USING btree ("course_id","assignment_id","at");--> statement-breakpoint
CREATE INDEX "contents_act_by_wiki" ON "contents_act" USING btree ("course_id","wiki_id","at");--> statement-breakpoint
CREATE INDEX "rule_by_change" ON "access_rule" USING btree ("course_id","change_id");--> statement-breakpoint
CREATE UNIQUE INDEX "page_by_title" ON "page" USING btree ("course_id","wiki_id","title_key") WHERE removed_at is null;--> statement-breakpoint
UPDATE "assignment" SET "members_may" = "members_may" - 'start' WHERE NOT "members_start";--> statement-breakpoint
INSERT INTO "access_rule" ("course_id", "id", "scope", "place", "who_kind", "power", "given", "origin", "made_at", "made_by")
	SELECT a."course_id", 'start-' || a."id", 'assignment', a."id", 'group', 'start', false, 'assignment', a."published_at", e."person_id"
	FROM "assignment" a, LATERAL (SELECT "person_id" FROM "enrolment" WHERE "course_id" = a."course_id" AND "role" = 'instructor' ORDER BY "since" LIMIT 1) e
	WHERE NOT a."members_start" AND a."published_at" IS NOT NULL;--> statement-breakpoint
ALTER TABLE "assignment" DROP COLUMN "members_start";--> statement-breakpoint
ALTER TABLE "access_rule" ADD CONSTRAINT "rule_gives_one" CHECK ((level is null) <> (power is null) and (power is null) = (given is null));