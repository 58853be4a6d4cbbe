CREATE TABLE "assess_note" (
	"course_id" text NOT NULL,
	"id" text NOT NULL,
	"assignment_id" text NOT NULL,
	"wiki_id" text NOT NULL,
	"person_id" text,
	"by_id" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"criterion" text,
	"body" text NOT NULL,
	"edited_at" timestamp with time zone,
	"earlier" jsonb DEFAULT '[]'::jsonb NOT NULL,
	CONSTRAINT "assess_note_course_id_id_pk" PRIMARY KEY("course_id","id")
);
--> statement-breakpoint
CREATE TABLE "assess_presence" (
	"course_id" text NOT NULL,
	"wiki_id" text NOT NULL,
	"person_id" text NOT NULL,
	"seen_at" timestamp with time zone NOT NULL,
	CONSTRAINT "assess_presence_course_id_wiki_id_person_id_pk" PRIMARY KEY("course_id","wiki_id","person_id")
);
--> statement-breakpoint
CREATE TABLE "assessor" (
	"course_id" text NOT NULL,
	"assignment_id" text NOT NULL,
	"wiki_id" text NOT NULL,
	"person_id" text NOT NULL,
	"hand" text NOT NULL,
	"is_open" boolean DEFAULT false NOT NULL,
	"done_at" timestamp with time zone,
	"by_id" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	CONSTRAINT "assessor_course_id_wiki_id_person_id_pk" PRIMARY KEY("course_id","wiki_id","person_id")
);
--> statement-breakpoint
CREATE TABLE "judgement" (
	"course_id" text NOT NULL,
	"id" text NOT NULL,
	"assignment_id" text NOT NULL,
	"wiki_id" text NOT NULL,
	"person_id" text,
	"by_id" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"order" bigserial NOT NULL,
	"criterion" text NOT NULL,
	"version" integer NOT NULL,
	"hand" text NOT NULL,
	"level" text,
	"points" text,
	"reason" text DEFAULT '' NOT NULL,
	"settles" jsonb,
	CONSTRAINT "judgement_course_id_id_pk" PRIMARY KEY("course_id","id")
);
--> statement-breakpoint
CREATE TABLE "mark_act" (
	"course_id" text NOT NULL,
	"id" text NOT NULL,
	"assignment_id" text NOT NULL,
	"wiki_id" text NOT NULL,
	"person_id" text,
	"by_id" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"order" bigserial NOT NULL,
	"kind" text NOT NULL,
	"value" text,
	"computed" text,
	"working" text DEFAULT '' NOT NULL,
	"reason" text DEFAULT '' NOT NULL,
	"rests_on" jsonb,
	CONSTRAINT "mark_act_course_id_id_pk" PRIMARY KEY("course_id","id")
);
--> statement-breakpoint
CREATE TABLE "mark_archive" (
	"course_id" text NOT NULL,
	"id" text NOT NULL,
	"assignment_id" text NOT NULL,
	"by_id" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"wanted" integer NOT NULL,
	"made" integer DEFAULT 0 NOT NULL,
	"content" "bytea",
	"failed" boolean DEFAULT false NOT NULL,
	"done_at" timestamp with time zone,
	CONSTRAINT "mark_archive_course_id_id_pk" PRIMARY KEY("course_id","id")
);
--> statement-breakpoint
CREATE TABLE "mark_release" (
	"course_id" text NOT NULL,
	"id" text NOT NULL,
	"assignment_id" text NOT NULL,
	"by_id" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"wikis" jsonb NOT NULL,
	"planned_for" timestamp with time zone,
	"done_at" timestamp with time zone,
	"called_off_at" timestamp with time zone,
	"mails" boolean NOT NULL,
	"without_working" jsonb NOT NULL,
	"link" text NOT NULL,
	CONSTRAINT "mark_release_course_id_id_pk" PRIMARY KEY("course_id","id")
);
--> statement-breakpoint
CREATE TABLE "objection" (
	"course_id" text NOT NULL,
	"id" text NOT NULL,
	"assignment_id" text NOT NULL,
	"by_id" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"wiki_id" text NOT NULL,
	"about" jsonb NOT NULL,
	"outcome" text,
	"ended_at" timestamp with time zone,
	"ended_by" text,
	CONSTRAINT "objection_course_id_id_pk" PRIMARY KEY("course_id","id")
);
--> statement-breakpoint
CREATE TABLE "objection_line" (
	"course_id" text NOT NULL,
	"wiki_id" text NOT NULL,
	"objection_id" text NOT NULL,
	"order" bigserial NOT NULL,
	"by_id" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"body" text NOT NULL,
	CONSTRAINT "objection_line_course_id_objection_id_order_pk" PRIMARY KEY("course_id","objection_id","order")
);
--> statement-breakpoint
CREATE TABLE "pin" (
	"course_id" text NOT NULL,
	"id" text NOT NULL,
	"assignment_id" text NOT NULL,
	"wiki_id" text NOT NULL,
	"person_id" text,
	"by_id" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"order" bigserial NOT NULL,
	"criteria" jsonb NOT NULL,
	"thing" jsonb NOT NULL,
	"seen" jsonb NOT NULL,
	"origins" "bytea",
	"from_word" integer,
	"to_word" integer,
	"note" text DEFAULT '' NOT NULL,
	"shown" boolean DEFAULT false NOT NULL,
	"ended_at" timestamp with time zone,
	"ended_by" text,
	CONSTRAINT "pin_course_id_id_pk" PRIMARY KEY("course_id","id")
);
--> statement-breakpoint
CREATE TABLE "released_mark" (
	"course_id" text NOT NULL,
	"release_id" text NOT NULL,
	"assignment_id" text NOT NULL,
	"wiki_id" text NOT NULL,
	"person_id" text NOT NULL,
	"order" bigserial NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"shown" jsonb NOT NULL,
	"seen_at" timestamp with time zone,
	CONSTRAINT "released_mark_course_id_release_id_wiki_id_person_id_pk" PRIMARY KEY("course_id","release_id","wiki_id","person_id")
);
--> statement-breakpoint
CREATE TABLE "sheet_version" (
	"course_id" text NOT NULL,
	"assignment_id" text NOT NULL,
	"version" integer NOT NULL,
	"sheet" jsonb NOT NULL,
	"by_id" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	CONSTRAINT "sheet_version_course_id_assignment_id_version_pk" PRIMARY KEY("course_id","assignment_id","version")
);
--> statement-breakpoint
CREATE TABLE "stock_remark" (
	"course_id" text NOT NULL,
	"id" text NOT NULL,
	"owner_id" text NOT NULL,
	"criterion" text NOT NULL,
	"body" text NOT NULL,
	"used" integer DEFAULT 0 NOT NULL,
	"at" timestamp with time zone NOT NULL,
	CONSTRAINT "stock_remark_course_id_id_pk" PRIMARY KEY("course_id","id")
);
--> statement-breakpoint
CREATE TABLE "team_answer" (
	"course_id" text NOT NULL,
	"assignment_id" text NOT NULL,
	"wiki_id" text NOT NULL,
	"by_id" text NOT NULL,
	"about_id" text NOT NULL,
	"levels" jsonb NOT NULL,
	"line" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	CONSTRAINT "team_answer_course_id_wiki_id_by_id_about_id_pk" PRIMARY KEY("course_id","wiki_id","by_id","about_id")
);
--> statement-breakpoint
CREATE TABLE "team_round" (
	"course_id" text NOT NULL,
	"assignment_id" text NOT NULL,
	"questions" jsonb NOT NULL,
	"opens_at" timestamp with time zone NOT NULL,
	"closes_at" timestamp with time zone NOT NULL,
	"shows_mean" boolean NOT NULL,
	"assistants_see" boolean NOT NULL,
	"by_id" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	CONSTRAINT "team_round_course_id_assignment_id_pk" PRIMARY KEY("course_id","assignment_id")
);
--> statement-breakpoint
ALTER TABLE "assess_note" ADD CONSTRAINT "assess_note_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "assess_note" ADD CONSTRAINT "assess_note_by_id_person_id_fk" FOREIGN KEY ("by_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "assess_note" ADD CONSTRAINT "assess_note_course_id_wiki_id_wiki_course_id_id_fk" FOREIGN KEY ("course_id","wiki_id") REFERENCES "public"."wiki"("course_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "assess_presence" ADD CONSTRAINT "assess_presence_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "assessor" ADD CONSTRAINT "assessor_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "assessor" ADD CONSTRAINT "assessor_by_id_person_id_fk" FOREIGN KEY ("by_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "assessor" ADD CONSTRAINT "assessor_course_id_wiki_id_wiki_course_id_id_fk" FOREIGN KEY ("course_id","wiki_id") REFERENCES "public"."wiki"("course_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "judgement" ADD CONSTRAINT "judgement_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "judgement" ADD CONSTRAINT "judgement_by_id_person_id_fk" FOREIGN KEY ("by_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "judgement" ADD CONSTRAINT "judgement_course_id_wiki_id_wiki_course_id_id_fk" FOREIGN KEY ("course_id","wiki_id") REFERENCES "public"."wiki"("course_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "mark_act" ADD CONSTRAINT "mark_act_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "mark_act" ADD CONSTRAINT "mark_act_by_id_person_id_fk" FOREIGN KEY ("by_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "mark_act" ADD CONSTRAINT "mark_act_course_id_wiki_id_wiki_course_id_id_fk" FOREIGN KEY ("course_id","wiki_id") REFERENCES "public"."wiki"("course_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "mark_archive" ADD CONSTRAINT "mark_archive_by_id_person_id_fk" FOREIGN KEY ("by_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "mark_archive" ADD CONSTRAINT "mark_archive_course_id_assignment_id_assignment_course_id_id_fk" FOREIGN KEY ("course_id","assignment_id") REFERENCES "public"."assignment"("course_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "mark_release" ADD CONSTRAINT "mark_release_by_id_person_id_fk" FOREIGN KEY ("by_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "mark_release" ADD CONSTRAINT "mark_release_course_id_assignment_id_assignment_course_id_id_fk" FOREIGN KEY ("course_id","assignment_id") REFERENCES "public"."assignment"("course_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "objection" ADD CONSTRAINT "objection_by_id_person_id_fk" FOREIGN KEY ("by_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "objection" ADD CONSTRAINT "objection_ended_by_person_id_fk" FOREIGN KEY ("ended_by") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "objection" ADD CONSTRAINT "objection_course_id_wiki_id_wiki_course_id_id_fk" FOREIGN KEY ("course_id","wiki_id") REFERENCES "public"."wiki"("course_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "objection_line" ADD CONSTRAINT "objection_line_by_id_person_id_fk" FOREIGN KEY ("by_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "objection_line" ADD CONSTRAINT "objection_line_course_id_objection_id_objection_course_id_id_fk" FOREIGN KEY ("course_id","objection_id") REFERENCES "public"."objection"("course_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "pin" ADD CONSTRAINT "pin_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "pin" ADD CONSTRAINT "pin_by_id_person_id_fk" FOREIGN KEY ("by_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "pin" ADD CONSTRAINT "pin_ended_by_person_id_fk" FOREIGN KEY ("ended_by") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "pin" ADD CONSTRAINT "pin_course_id_wiki_id_wiki_course_id_id_fk" FOREIGN KEY ("course_id","wiki_id") REFERENCES "public"."wiki"("course_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "released_mark" ADD CONSTRAINT "released_mark_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "released_mark" ADD CONSTRAINT "released_mark_course_id_release_id_mark_release_course_id_id_fk" FOREIGN KEY ("course_id","release_id") REFERENCES "public"."mark_release"("course_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sheet_version" ADD CONSTRAINT "sheet_version_by_id_person_id_fk" FOREIGN KEY ("by_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sheet_version" ADD CONSTRAINT "sheet_version_course_id_assignment_id_assignment_course_id_id_fk" FOREIGN KEY ("course_id","assignment_id") REFERENCES "public"."assignment"("course_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "stock_remark" ADD CONSTRAINT "stock_remark_owner_id_person_id_fk" FOREIGN KEY ("owner_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "team_answer" ADD CONSTRAINT "team_answer_by_id_person_id_fk" FOREIGN KEY ("by_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "team_answer" ADD CONSTRAINT "team_answer_about_id_person_id_fk" FOREIGN KEY ("about_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "team_answer" ADD CONSTRAINT "team_answer_course_id_wiki_id_wiki_course_id_id_fk" FOREIGN KEY ("course_id","wiki_id") REFERENCES "public"."wiki"("course_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "team_round" ADD CONSTRAINT "team_round_by_id_person_id_fk" FOREIGN KEY ("by_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "team_round" ADD CONSTRAINT "team_round_course_id_assignment_id_assignment_course_id_id_fk" FOREIGN KEY ("course_id","assignment_id") REFERENCES "public"."assignment"("course_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "assess_note_by_wiki" ON "assess_note" USING btree ("course_id","wiki_id");--> statement-breakpoint
CREATE INDEX "assessor_by_assignment" ON "assessor" USING btree ("course_id","assignment_id");--> statement-breakpoint
CREATE INDEX "judgement_by_assignment" ON "judgement" USING btree ("course_id","assignment_id","wiki_id","order");--> statement-breakpoint
CREATE INDEX "mark_act_by_assignment" ON "mark_act" USING btree ("course_id","assignment_id","wiki_id","order");--> statement-breakpoint
CREATE INDEX "mark_archive_by_assignment" ON "mark_archive" USING btree ("course_id","assignment_id","at");--> statement-breakpoint
CREATE INDEX "mark_release_by_assignment" ON "mark_release" USING btree ("course_id","assignment_id");--> statement-breakpoint
CREATE INDEX "objection_by_assignment" ON "objection" USING btree ("course_id","assignment_id");--> statement-breakpoint
CREATE INDEX "pin_by_assignment" ON "pin" USING btree ("course_id","assignment_id","wiki_id");--> statement-breakpoint
CREATE INDEX "released_mark_by_person" ON "released_mark" USING btree ("course_id","assignment_id","person_id","order");--> statement-breakpoint
CREATE INDEX "stock_remark_by_owner" ON "stock_remark" USING btree ("course_id","owner_id");--> statement-breakpoint
CREATE INDEX "team_answer_by_assignment" ON "team_answer" USING btree ("course_id","assignment_id");--> statement-breakpoint
-- What was judged and marked is added to, and never changed: what holds is computed from it.
CREATE TRIGGER judgement_append_only BEFORE UPDATE OR DELETE ON "judgement" FOR EACH ROW EXECUTE FUNCTION refuse_change();--> statement-breakpoint
CREATE TRIGGER mark_act_append_only BEFORE UPDATE OR DELETE ON "mark_act" FOR EACH ROW EXECUTE FUNCTION refuse_change();--> statement-breakpoint
CREATE TRIGGER sheet_version_append_only BEFORE UPDATE OR DELETE ON "sheet_version" FOR EACH ROW EXECUTE FUNCTION refuse_change();
