CREATE TABLE "assistant_group" (
	"course_id" text NOT NULL,
	"person_id" text NOT NULL,
	"group_id" text NOT NULL,
	CONSTRAINT "assistant_group_course_id_person_id_group_id_pk" PRIMARY KEY("course_id","person_id","group_id")
);
--> statement-breakpoint
CREATE TABLE "invitation" (
	"course_id" text NOT NULL,
	"id" text NOT NULL,
	"person_id" text NOT NULL,
	"token_hash" text NOT NULL,
	"made_at" timestamp with time zone NOT NULL,
	"expires_at" timestamp with time zone NOT NULL,
	"used_at" timestamp with time zone,
	CONSTRAINT "invitation_course_id_id_pk" PRIMARY KEY("course_id","id"),
	CONSTRAINT "invitation_token_hash_unique" UNIQUE("token_hash")
);
--> statement-breakpoint
CREATE TABLE "place_request" (
	"course_id" text NOT NULL,
	"id" text NOT NULL,
	"name" text NOT NULL,
	"address" text NOT NULL,
	"message" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"state" text NOT NULL,
	"decided_at" timestamp with time zone,
	"decided_by" text,
	CONSTRAINT "place_request_course_id_id_pk" PRIMARY KEY("course_id","id")
);
--> statement-breakpoint
CREATE TABLE "mail" (
	"id" text PRIMARY KEY NOT NULL,
	"course_id" text,
	"to_name" text NOT NULL,
	"to_address" text NOT NULL,
	"subject" text NOT NULL,
	"text" text NOT NULL,
	"is_secret" boolean NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"sent_at" timestamp with time zone,
	"carried_by" text,
	"tries" integer DEFAULT 0 NOT NULL,
	"last_problem" text
);
--> statement-breakpoint
ALTER TABLE "starter_page" DROP CONSTRAINT "starter_page_course_id_assignment_id_position_pk";--> statement-breakpoint
-- A brief becomes a document like any page: its paragraphs are parted by blank lines.
CREATE FUNCTION paragraphs(plain text) RETURNS jsonb LANGUAGE sql AS $$
  SELECT jsonb_build_object('type', 'doc', 'content', coalesce(jsonb_agg(jsonb_build_object('type', 'paragraph', 'content',
    jsonb_build_array(jsonb_build_object('type', 'text', 'text', trim(part))))), '[{"type": "paragraph"}]'::jsonb))
  FROM regexp_split_to_table(plain, E'\n[ \t]*\n') AS part WHERE trim(part) <> ''
$$;--> statement-breakpoint
ALTER TABLE "assignment" ALTER COLUMN "brief" SET DATA TYPE jsonb USING paragraphs("brief");--> statement-breakpoint
DROP FUNCTION paragraphs(text);--> statement-breakpoint
ALTER TABLE "person" ADD COLUMN "may_make_courses" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "course" ADD COLUMN "archived_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "course" ADD COLUMN "ask_code" text;--> statement-breakpoint
ALTER TABLE "course_group" ADD COLUMN "topic" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "enrolment" ADD COLUMN "left_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "enrolment" ADD COLUMN "given_name" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "enrolment" ADD COLUMN "family_name" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "enrolment" ADD COLUMN "preferred_name" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "enrolment" ADD COLUMN "section" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "enrolment" ADD COLUMN "number" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "enrolment" ADD COLUMN "own" jsonb DEFAULT '{}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "enrolment" ADD COLUMN "only_given_groups" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "enrolment" ADD COLUMN "visited_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "enrolment" ADD COLUMN "visited_before" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "group_member" ADD COLUMN "until_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "group_set" ADD COLUMN "published_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "group_set" ADD COLUMN "seed" integer;--> statement-breakpoint
ALTER TABLE "group_set" ADD COLUMN "sign_up_limit" integer;--> statement-breakpoint
ALTER TABLE "group_set" ADD COLUMN "sign_up_until" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "access_rule" ADD COLUMN "origin" text;--> statement-breakpoint
ALTER TABLE "assignment" ADD COLUMN "closes_at_due" boolean DEFAULT true NOT NULL;--> statement-breakpoint
ALTER TABLE "assignment" ADD COLUMN "cut_off_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "assignment" ADD COLUMN "comments_on" boolean DEFAULT true NOT NULL;--> statement-breakpoint
ALTER TABLE "assignment" ADD COLUMN "others_read_from" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "assignment" ADD COLUMN "members_start" boolean DEFAULT true NOT NULL;--> statement-breakpoint
ALTER TABLE "assignment" ADD COLUMN "published_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "page" ADD COLUMN "parent_id" text;--> statement-breakpoint
ALTER TABLE "page" ADD COLUMN "starter_id" text;--> statement-breakpoint
ALTER TABLE "page" ADD COLUMN "owner_id" text;--> statement-breakpoint
ALTER TABLE "starter_page" ADD COLUMN "id" text;--> statement-breakpoint
UPDATE "starter_page" SET "id" = substr(md5("assignment_id" || "position"), 1, 12);--> statement-breakpoint
ALTER TABLE "starter_page" ALTER COLUMN "id" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "starter_page" ADD CONSTRAINT "starter_page_course_id_id_pk" PRIMARY KEY("course_id","id");--> statement-breakpoint
ALTER TABLE "starter_page" ADD COLUMN "parent_id" text;--> statement-breakpoint
ALTER TABLE "starter_page" ADD COLUMN "for_each_member" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "wiki" ADD COLUMN "set_aside_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "assistant_group" ADD CONSTRAINT "assistant_group_course_id_course_id_fk" FOREIGN KEY ("course_id") REFERENCES "public"."course"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "assistant_group" ADD CONSTRAINT "assistant_group_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "invitation" ADD CONSTRAINT "invitation_course_id_course_id_fk" FOREIGN KEY ("course_id") REFERENCES "public"."course"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "invitation" ADD CONSTRAINT "invitation_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "place_request" ADD CONSTRAINT "place_request_course_id_course_id_fk" FOREIGN KEY ("course_id") REFERENCES "public"."course"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "place_request" ADD CONSTRAINT "place_request_decided_by_person_id_fk" FOREIGN KEY ("decided_by") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "mail" ADD CONSTRAINT "mail_course_id_course_id_fk" FOREIGN KEY ("course_id") REFERENCES "public"."course"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "invitation_by_person" ON "invitation" USING btree ("course_id","person_id");--> statement-breakpoint
CREATE INDEX "request_by_state" ON "place_request" USING btree ("course_id","state","at");--> statement-breakpoint
CREATE INDEX "mail_by_course" ON "mail" USING btree ("course_id","at");--> statement-breakpoint
ALTER TABLE "page" ADD CONSTRAINT "page_owner_id_person_id_fk" FOREIGN KEY ("owner_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "starter_by_assignment" ON "starter_page" USING btree ("course_id","assignment_id","position");--> statement-breakpoint
ALTER TABLE "course" ADD CONSTRAINT "course_ask_code_unique" UNIQUE("ask_code");--> statement-breakpoint
-- What was made before there were drafts is published; the rules that came with an assignment are its own.
UPDATE "assignment" SET "published_at" = "created_at";--> statement-breakpoint
UPDATE "group_set" SET "published_at" = now();--> statement-breakpoint
UPDATE "access_rule" r SET "origin" = 'assignment' FROM "assignment" a
  WHERE r."course_id" = a."course_id" AND r."place" = a."id" AND r."scope" = 'assignment' AND r."made_at" = a."created_at";--> statement-breakpoint
UPDATE "assignment" a SET "closes_at_due" = EXISTS (SELECT 1 FROM "access_rule" r
  WHERE r."course_id" = a."course_id" AND r."place" = a."id" AND r."origin" = 'assignment' AND r."level" = 'comment');--> statement-breakpoint
UPDATE "person" SET "may_make_courses" = true WHERE "id" IN (SELECT "person_id" FROM "enrolment" WHERE "role" = 'instructor');
