CREATE TABLE "given_entry" (
	"course_id" text NOT NULL,
	"id" text NOT NULL,
	"guest_id" text NOT NULL,
	"wiki_id" text,
	"rev" integer,
	"to_id" text NOT NULL,
	"by_id" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"undone_at" timestamp with time zone,
	CONSTRAINT "given_entry_course_id_id_pk" PRIMARY KEY("course_id","id")
);
--> statement-breakpoint
CREATE TABLE "open_room" (
	"course_id" text NOT NULL,
	"id" text NOT NULL,
	"assignment_id" text NOT NULL,
	"title" text NOT NULL,
	"code" text NOT NULL,
	"opened_at" timestamp with time zone NOT NULL,
	"opened_by" text NOT NULL,
	"ends_at" timestamp with time zone NOT NULL,
	"ended_at" timestamp with time zone,
	CONSTRAINT "open_room_course_id_id_pk" PRIMARY KEY("course_id","id"),
	CONSTRAINT "open_room_code_unique" UNIQUE("code")
);
--> statement-breakpoint
CREATE TABLE "reader_link" (
	"course_id" text NOT NULL,
	"id" text NOT NULL,
	"assignment_id" text NOT NULL,
	"wiki_id" text NOT NULL,
	"page_id" text,
	"token" text NOT NULL,
	"names" text NOT NULL,
	"is_listed" boolean DEFAULT false NOT NULL,
	"made_at" timestamp with time zone NOT NULL,
	"made_by" text NOT NULL,
	"ends_at" timestamp with time zone,
	"ended_at" timestamp with time zone,
	CONSTRAINT "reader_link_course_id_id_pk" PRIMARY KEY("course_id","id"),
	CONSTRAINT "reader_link_token_unique" UNIQUE("token")
);
--> statement-breakpoint
CREATE TABLE "room_name" (
	"course_id" text NOT NULL,
	"room_id" text NOT NULL,
	"id" text NOT NULL,
	"name" text NOT NULL,
	"position" integer NOT NULL,
	"person_id" text,
	"guest_id" text,
	"entered_at" timestamp with time zone,
	"token_hash" text,
	CONSTRAINT "room_name_course_id_room_id_id_pk" PRIMARY KEY("course_id","room_id","id"),
	CONSTRAINT "room_name_token_hash_unique" UNIQUE("token_hash")
);
--> statement-breakpoint
CREATE TABLE "room_page" (
	"course_id" text NOT NULL,
	"room_id" text NOT NULL,
	"page_id" text NOT NULL,
	CONSTRAINT "room_page_course_id_room_id_page_id_pk" PRIMARY KEY("course_id","room_id","page_id")
);
--> statement-breakpoint
ALTER TABLE "access_rule" ADD COLUMN "who_door" text;--> statement-breakpoint
ALTER TABLE "given_entry" ADD CONSTRAINT "given_entry_guest_id_person_id_fk" FOREIGN KEY ("guest_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "given_entry" ADD CONSTRAINT "given_entry_to_id_person_id_fk" FOREIGN KEY ("to_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "given_entry" ADD CONSTRAINT "given_entry_by_id_person_id_fk" FOREIGN KEY ("by_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "open_room" ADD CONSTRAINT "open_room_opened_by_person_id_fk" FOREIGN KEY ("opened_by") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "open_room" ADD CONSTRAINT "open_room_course_id_assignment_id_assignment_course_id_id_fk" FOREIGN KEY ("course_id","assignment_id") REFERENCES "public"."assignment"("course_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "reader_link" ADD CONSTRAINT "reader_link_made_by_person_id_fk" FOREIGN KEY ("made_by") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "reader_link" ADD CONSTRAINT "reader_link_course_id_assignment_id_assignment_course_id_id_fk" FOREIGN KEY ("course_id","assignment_id") REFERENCES "public"."assignment"("course_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "room_name" ADD CONSTRAINT "room_name_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "room_name" ADD CONSTRAINT "room_name_guest_id_person_id_fk" FOREIGN KEY ("guest_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "room_name" ADD CONSTRAINT "room_name_course_id_room_id_open_room_course_id_id_fk" FOREIGN KEY ("course_id","room_id") REFERENCES "public"."open_room"("course_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "room_page" ADD CONSTRAINT "room_page_course_id_room_id_open_room_course_id_id_fk" FOREIGN KEY ("course_id","room_id") REFERENCES "public"."open_room"("course_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "given_entry_by_rev" ON "given_entry" USING btree ("course_id","wiki_id","rev") WHERE undone_at is null and rev is not null;--> statement-breakpoint
CREATE UNIQUE INDEX "given_guest" ON "given_entry" USING btree ("course_id","guest_id") WHERE undone_at is null and rev is null;--> statement-breakpoint
CREATE INDEX "room_by_assignment" ON "open_room" USING btree ("course_id","assignment_id","opened_at");--> statement-breakpoint
CREATE INDEX "link_by_assignment" ON "reader_link" USING btree ("course_id","assignment_id","made_at");--> statement-breakpoint
CREATE UNIQUE INDEX "room_name_of_guest" ON "room_name" USING btree ("course_id","guest_id");