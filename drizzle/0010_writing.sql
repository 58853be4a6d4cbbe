CREATE TABLE "file" (
	"course_id" text NOT NULL,
	"id" text NOT NULL,
	"wiki_id" text,
	"bytes_id" text NOT NULL,
	"name" text NOT NULL,
	"source" text DEFAULT '' NOT NULL,
	"licence" text DEFAULT '' NOT NULL,
	"uploaded_by" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	CONSTRAINT "file_course_id_id_pk" PRIMARY KEY("course_id","id")
);
--> statement-breakpoint
CREATE TABLE "file_use" (
	"course_id" text NOT NULL,
	"file_id" text NOT NULL,
	"page_id" text NOT NULL,
	"stands" boolean NOT NULL,
	CONSTRAINT "file_use_course_id_file_id_page_id_pk" PRIMARY KEY("course_id","file_id","page_id")
);
--> statement-breakpoint
CREATE TABLE "picture_size" (
	"bytes_id" text NOT NULL,
	"width" integer NOT NULL,
	"type" text NOT NULL,
	"content" "bytea" NOT NULL,
	CONSTRAINT "picture_size_bytes_id_width_pk" PRIMARY KEY("bytes_id","width")
);
--> statement-breakpoint
CREATE TABLE "stored_bytes" (
	"id" text PRIMARY KEY NOT NULL,
	"hash" text,
	"size" integer DEFAULT 0 NOT NULL,
	"kind" text,
	"type" text,
	"width" integer,
	"height" integer,
	"made_at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "stored_chunk" (
	"bytes_id" text NOT NULL,
	"position" integer NOT NULL,
	"content" "bytea" NOT NULL,
	CONSTRAINT "stored_chunk_bytes_id_position_pk" PRIMARY KEY("bytes_id","position")
);
--> statement-breakpoint
CREATE TABLE "comment_act" (
	"course_id" text NOT NULL,
	"id" text NOT NULL,
	"comment_id" text NOT NULL,
	"kind" text NOT NULL,
	"by_id" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	CONSTRAINT "comment_act_course_id_id_pk" PRIMARY KEY("course_id","id")
);
--> statement-breakpoint
CREATE TABLE "done_save" (
	"course_id" text NOT NULL,
	"person_id" text NOT NULL,
	"id" text NOT NULL,
	"page_id" text NOT NULL,
	"number" integer NOT NULL,
	"at" timestamp with time zone NOT NULL,
	CONSTRAINT "done_save_course_id_person_id_id_pk" PRIMARY KEY("course_id","person_id","id")
);
--> statement-breakpoint
CREATE TABLE "draft" (
	"course_id" text NOT NULL,
	"person_id" text NOT NULL,
	"place" text NOT NULL,
	"base" integer NOT NULL,
	"title" text NOT NULL,
	"note" text NOT NULL,
	"document" jsonb NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"kept_at" timestamp with time zone NOT NULL,
	CONSTRAINT "draft_course_id_person_id_place_pk" PRIMARY KEY("course_id","person_id","place")
);
--> statement-breakpoint
CREATE TABLE "entry_arrival" (
	"course_id" text NOT NULL,
	"page_id" text NOT NULL,
	"number" integer NOT NULL,
	"pasted" integer NOT NULL,
	"largest_paste" integer NOT NULL,
	CONSTRAINT "entry_arrival_course_id_page_id_number_pk" PRIMARY KEY("course_id","page_id","number")
);
--> statement-breakpoint
CREATE TABLE "page_tag" (
	"course_id" text NOT NULL,
	"page_id" text NOT NULL,
	"wiki_id" text NOT NULL,
	"key" text NOT NULL,
	"tag" text NOT NULL,
	"by_id" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	CONSTRAINT "page_tag_course_id_page_id_key_pk" PRIMARY KEY("course_id","page_id","key")
);
--> statement-breakpoint
ALTER TABLE "assignment" ALTER COLUMN "members_may" SET DEFAULT '["start","rename","remove","arrange","restore","upload","settle"]'::jsonb;--> statement-breakpoint
ALTER TABLE "access_change" ADD COLUMN "powers" jsonb;--> statement-breakpoint
ALTER TABLE "comment" ADD COLUMN "settled_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "comment" ADD COLUMN "settled_by" text;--> statement-breakpoint
ALTER TABLE "file" ADD CONSTRAINT "file_course_id_course_id_fk" FOREIGN KEY ("course_id") REFERENCES "public"."course"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "file" ADD CONSTRAINT "file_bytes_id_stored_bytes_id_fk" FOREIGN KEY ("bytes_id") REFERENCES "public"."stored_bytes"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "file" ADD CONSTRAINT "file_uploaded_by_person_id_fk" FOREIGN KEY ("uploaded_by") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "file_use" ADD CONSTRAINT "file_use_course_id_file_id_file_course_id_id_fk" FOREIGN KEY ("course_id","file_id") REFERENCES "public"."file"("course_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "file_use" ADD CONSTRAINT "file_use_course_id_page_id_page_course_id_id_fk" FOREIGN KEY ("course_id","page_id") REFERENCES "public"."page"("course_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "picture_size" ADD CONSTRAINT "picture_size_bytes_id_stored_bytes_id_fk" FOREIGN KEY ("bytes_id") REFERENCES "public"."stored_bytes"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "stored_chunk" ADD CONSTRAINT "stored_chunk_bytes_id_stored_bytes_id_fk" FOREIGN KEY ("bytes_id") REFERENCES "public"."stored_bytes"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "comment_act" ADD CONSTRAINT "comment_act_by_id_person_id_fk" FOREIGN KEY ("by_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "comment_act" ADD CONSTRAINT "comment_act_course_id_comment_id_comment_course_id_id_fk" FOREIGN KEY ("course_id","comment_id") REFERENCES "public"."comment"("course_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "done_save" ADD CONSTRAINT "done_save_course_id_course_id_fk" FOREIGN KEY ("course_id") REFERENCES "public"."course"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "done_save" ADD CONSTRAINT "done_save_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "done_save" ADD CONSTRAINT "done_save_course_id_page_id_page_course_id_id_fk" FOREIGN KEY ("course_id","page_id") REFERENCES "public"."page"("course_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "draft" ADD CONSTRAINT "draft_course_id_course_id_fk" FOREIGN KEY ("course_id") REFERENCES "public"."course"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "draft" ADD CONSTRAINT "draft_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "entry_arrival" ADD CONSTRAINT "entry_arrival_course_id_page_id_number_entry_course_id_page_id_number_fk" FOREIGN KEY ("course_id","page_id","number") REFERENCES "public"."entry"("course_id","page_id","number") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "page_tag" ADD CONSTRAINT "page_tag_by_id_person_id_fk" FOREIGN KEY ("by_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "page_tag" ADD CONSTRAINT "page_tag_course_id_page_id_page_course_id_id_fk" FOREIGN KEY ("course_id","page_id") REFERENCES "public"."page"("course_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "file_by_wiki" ON "file" USING btree ("course_id","wiki_id","at");--> statement-breakpoint
CREATE INDEX "file_use_by_page" ON "file_use" USING btree ("course_id","page_id");--> statement-breakpoint
CREATE UNIQUE INDEX "bytes_by_hash" ON "stored_bytes" USING btree ("hash") WHERE hash is not null;--> statement-breakpoint
CREATE INDEX "comment_act_by_comment" ON "comment_act" USING btree ("course_id","comment_id","at");--> statement-breakpoint
CREATE INDEX "draft_by_person" ON "draft" USING btree ("person_id");--> statement-breakpoint
CREATE INDEX "tag_by_wiki" ON "page_tag" USING btree ("course_id","wiki_id","key");--> statement-breakpoint
ALTER TABLE "comment" ADD CONSTRAINT "comment_settled_by_person_id_fk" FOREIGN KEY ("settled_by") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
-- Members of assignments that were made before files could be uploaded and comments settled may do both.
UPDATE "assignment" SET "members_may" = "members_may" || '["upload", "settle"]'::jsonb;
