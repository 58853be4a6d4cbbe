CREATE TABLE "account" (
	"id" text PRIMARY KEY NOT NULL,
	"account_id" text NOT NULL,
	"provider_id" text NOT NULL,
	"user_id" text NOT NULL,
	"access_token" text,
	"refresh_token" text,
	"id_token" text,
	"access_token_expires_at" timestamp with time zone,
	"refresh_token_expires_at" timestamp with time zone,
	"scope" text,
	"password" text,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "person" (
	"id" text PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"email" text NOT NULL,
	"email_verified" boolean DEFAULT false NOT NULL,
	"image" text,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "person_email_unique" UNIQUE("email")
);
--> statement-breakpoint
CREATE TABLE "rate_limit" (
	"id" text PRIMARY KEY NOT NULL,
	"key" text NOT NULL,
	"count" integer NOT NULL,
	"last_request" bigint NOT NULL,
	CONSTRAINT "rate_limit_key_unique" UNIQUE("key")
);
--> statement-breakpoint
CREATE TABLE "session" (
	"id" text PRIMARY KEY NOT NULL,
	"token" text NOT NULL,
	"user_id" text NOT NULL,
	"expires_at" timestamp with time zone NOT NULL,
	"ip_address" text,
	"user_agent" text,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "session_token_unique" UNIQUE("token")
);
--> statement-breakpoint
CREATE TABLE "verification" (
	"id" text PRIMARY KEY NOT NULL,
	"identifier" text NOT NULL,
	"value" text NOT NULL,
	"expires_at" timestamp with time zone NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "course" (
	"id" text PRIMARY KEY NOT NULL,
	"title" text NOT NULL,
	"term" text NOT NULL,
	"time_zone" text NOT NULL,
	"starts_on" date NOT NULL,
	"ends_on" date NOT NULL
);
--> statement-breakpoint
CREATE TABLE "course_group" (
	"course_id" text NOT NULL,
	"id" text NOT NULL,
	"set_id" text NOT NULL,
	"name" text NOT NULL,
	"position" integer NOT NULL,
	CONSTRAINT "course_group_course_id_id_pk" PRIMARY KEY("course_id","id")
);
--> statement-breakpoint
CREATE TABLE "enrolment" (
	"course_id" text NOT NULL,
	"person_id" text NOT NULL,
	"role" text NOT NULL,
	"since" timestamp with time zone NOT NULL,
	CONSTRAINT "enrolment_course_id_person_id_pk" PRIMARY KEY("course_id","person_id")
);
--> statement-breakpoint
CREATE TABLE "group_member" (
	"course_id" text NOT NULL,
	"group_id" text NOT NULL,
	"person_id" text NOT NULL,
	"position" integer NOT NULL,
	"since" timestamp with time zone NOT NULL,
	CONSTRAINT "group_member_course_id_group_id_person_id_pk" PRIMARY KEY("course_id","group_id","person_id")
);
--> statement-breakpoint
CREATE TABLE "group_set" (
	"course_id" text NOT NULL,
	"id" text NOT NULL,
	"title" text NOT NULL,
	CONSTRAINT "group_set_course_id_id_pk" PRIMARY KEY("course_id","id")
);
--> statement-breakpoint
CREATE TABLE "access_rule" (
	"course_id" text NOT NULL,
	"id" text NOT NULL,
	"scope" text NOT NULL,
	"place" text NOT NULL,
	"who_kind" text NOT NULL,
	"who_person" text,
	"level" text NOT NULL,
	"from_at" timestamp with time zone,
	"until_at" timestamp with time zone,
	"made_at" timestamp with time zone NOT NULL,
	"made_by" text NOT NULL,
	"ended_at" timestamp with time zone,
	"ended_by" text,
	CONSTRAINT "access_rule_course_id_id_pk" PRIMARY KEY("course_id","id")
);
--> statement-breakpoint
CREATE TABLE "assignment" (
	"course_id" text NOT NULL,
	"id" text NOT NULL,
	"title" text NOT NULL,
	"brief" text NOT NULL,
	"opens_at" timestamp with time zone NOT NULL,
	"due_at" timestamp with time zone NOT NULL,
	"sharing" text NOT NULL,
	"set_id" text,
	"created_at" timestamp with time zone NOT NULL,
	CONSTRAINT "assignment_course_id_id_pk" PRIMARY KEY("course_id","id")
);
--> statement-breakpoint
CREATE TABLE "comment" (
	"course_id" text NOT NULL,
	"id" text NOT NULL,
	"wiki_id" text NOT NULL,
	"page_id" text NOT NULL,
	"parent_id" text,
	"author_id" text NOT NULL,
	"body" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	CONSTRAINT "comment_course_id_id_pk" PRIMARY KEY("course_id","id")
);
--> statement-breakpoint
CREATE TABLE "entry" (
	"course_id" text NOT NULL,
	"page_id" text NOT NULL,
	"number" integer NOT NULL,
	"wiki_id" text NOT NULL,
	"rev" integer NOT NULL,
	"base" integer NOT NULL,
	"kind" text NOT NULL,
	"author_id" text,
	"at" timestamp with time zone NOT NULL,
	"note" text NOT NULL,
	"title" text NOT NULL,
	"restored_from" integer,
	"document" jsonb NOT NULL,
	"words_hash" text NOT NULL,
	"origins" jsonb NOT NULL,
	"figures" jsonb NOT NULL,
	"hash" text NOT NULL,
	CONSTRAINT "entry_course_id_page_id_number_pk" PRIMARY KEY("course_id","page_id","number")
);
--> statement-breakpoint
CREATE TABLE "page" (
	"course_id" text NOT NULL,
	"id" text NOT NULL,
	"wiki_id" text NOT NULL,
	"title" text NOT NULL,
	"title_key" text NOT NULL,
	"position" integer NOT NULL,
	"started_by" text,
	"entries" integer NOT NULL,
	"words" integer NOT NULL,
	"credit" jsonb NOT NULL,
	CONSTRAINT "page_course_id_id_pk" PRIMARY KEY("course_id","id")
);
--> statement-breakpoint
CREATE TABLE "standing" (
	"course_id" text NOT NULL,
	"wiki_id" text NOT NULL,
	"page_id" text NOT NULL,
	"rev" integer NOT NULL,
	"author_id" text,
	"words" integer NOT NULL,
	CONSTRAINT "standing_course_id_page_id_rev_pk" PRIMARY KEY("course_id","page_id","rev")
);
--> statement-breakpoint
CREATE TABLE "starter_page" (
	"course_id" text NOT NULL,
	"assignment_id" text NOT NULL,
	"position" integer NOT NULL,
	"title" text NOT NULL,
	"document" jsonb NOT NULL,
	CONSTRAINT "starter_page_course_id_assignment_id_position_pk" PRIMARY KEY("course_id","assignment_id","position")
);
--> statement-breakpoint
CREATE TABLE "wiki" (
	"course_id" text NOT NULL,
	"id" text NOT NULL,
	"assignment_id" text NOT NULL,
	"group_id" text,
	"person_id" text,
	"name" text NOT NULL,
	"position" integer NOT NULL,
	"home_page_id" text,
	"entries" integer DEFAULT 0 NOT NULL,
	"memory" jsonb DEFAULT '[]'::jsonb NOT NULL,
	CONSTRAINT "wiki_course_id_id_pk" PRIMARY KEY("course_id","id")
);
--> statement-breakpoint
ALTER TABLE "account" ADD CONSTRAINT "account_user_id_person_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."person"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "session" ADD CONSTRAINT "session_user_id_person_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."person"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "course_group" ADD CONSTRAINT "course_group_course_id_course_id_fk" FOREIGN KEY ("course_id") REFERENCES "public"."course"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "enrolment" ADD CONSTRAINT "enrolment_course_id_course_id_fk" FOREIGN KEY ("course_id") REFERENCES "public"."course"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "enrolment" ADD CONSTRAINT "enrolment_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "group_member" ADD CONSTRAINT "group_member_course_id_course_id_fk" FOREIGN KEY ("course_id") REFERENCES "public"."course"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "group_member" ADD CONSTRAINT "group_member_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "group_set" ADD CONSTRAINT "group_set_course_id_course_id_fk" FOREIGN KEY ("course_id") REFERENCES "public"."course"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "access_rule" ADD CONSTRAINT "access_rule_course_id_course_id_fk" FOREIGN KEY ("course_id") REFERENCES "public"."course"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "access_rule" ADD CONSTRAINT "access_rule_who_person_person_id_fk" FOREIGN KEY ("who_person") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "access_rule" ADD CONSTRAINT "access_rule_made_by_person_id_fk" FOREIGN KEY ("made_by") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "access_rule" ADD CONSTRAINT "access_rule_ended_by_person_id_fk" FOREIGN KEY ("ended_by") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "assignment" ADD CONSTRAINT "assignment_course_id_course_id_fk" FOREIGN KEY ("course_id") REFERENCES "public"."course"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "comment" ADD CONSTRAINT "comment_author_id_person_id_fk" FOREIGN KEY ("author_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "comment" ADD CONSTRAINT "comment_course_id_page_id_page_course_id_id_fk" FOREIGN KEY ("course_id","page_id") REFERENCES "public"."page"("course_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "entry" ADD CONSTRAINT "entry_author_id_person_id_fk" FOREIGN KEY ("author_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "entry" ADD CONSTRAINT "entry_course_id_page_id_page_course_id_id_fk" FOREIGN KEY ("course_id","page_id") REFERENCES "public"."page"("course_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "page" ADD CONSTRAINT "page_started_by_person_id_fk" FOREIGN KEY ("started_by") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "page" ADD CONSTRAINT "page_course_id_wiki_id_wiki_course_id_id_fk" FOREIGN KEY ("course_id","wiki_id") REFERENCES "public"."wiki"("course_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "starter_page" ADD CONSTRAINT "starter_page_course_id_assignment_id_assignment_course_id_id_fk" FOREIGN KEY ("course_id","assignment_id") REFERENCES "public"."assignment"("course_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "wiki" ADD CONSTRAINT "wiki_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "wiki" ADD CONSTRAINT "wiki_course_id_assignment_id_assignment_course_id_id_fk" FOREIGN KEY ("course_id","assignment_id") REFERENCES "public"."assignment"("course_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "account_by_person" ON "account" USING btree ("user_id");--> statement-breakpoint
CREATE INDEX "session_by_person" ON "session" USING btree ("user_id");--> statement-breakpoint
CREATE INDEX "verification_by_identifier" ON "verification" USING btree ("identifier");--> statement-breakpoint
CREATE INDEX "group_by_set" ON "course_group" USING btree ("course_id","set_id");--> statement-breakpoint
CREATE INDEX "enrolment_by_person" ON "enrolment" USING btree ("person_id");--> statement-breakpoint
CREATE INDEX "member_by_person" ON "group_member" USING btree ("course_id","person_id");--> statement-breakpoint
CREATE INDEX "rule_by_place" ON "access_rule" USING btree ("course_id","place");--> statement-breakpoint
CREATE INDEX "comment_by_page" ON "comment" USING btree ("course_id","page_id","at");--> statement-breakpoint
CREATE INDEX "comment_by_author" ON "comment" USING btree ("course_id","wiki_id","author_id");--> statement-breakpoint
CREATE UNIQUE INDEX "entry_by_rev" ON "entry" USING btree ("course_id","wiki_id","rev");--> statement-breakpoint
CREATE INDEX "entry_by_author" ON "entry" USING btree ("course_id","wiki_id","author_id","at");--> statement-breakpoint
CREATE INDEX "entry_by_words" ON "entry" USING btree ("course_id","page_id","words_hash");--> statement-breakpoint
CREATE UNIQUE INDEX "page_by_title" ON "page" USING btree ("course_id","wiki_id","title_key");--> statement-breakpoint
CREATE INDEX "standing_by_author" ON "standing" USING btree ("course_id","wiki_id","author_id");--> statement-breakpoint
CREATE INDEX "wiki_by_assignment" ON "wiki" USING btree ("course_id","assignment_id","position");