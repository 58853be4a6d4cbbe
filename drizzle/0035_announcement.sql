CREATE TABLE "announcement" (
	"course_id" text NOT NULL,
	"assignment_id" text NOT NULL,
	"key" text NOT NULL,
	"told" jsonb NOT NULL,
	"by_id" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	CONSTRAINT "announcement_course_id_assignment_id_key_pk" PRIMARY KEY("course_id","assignment_id","key")
);
--> statement-breakpoint
ALTER TABLE "announcement" ADD CONSTRAINT "announcement_by_id_person_id_fk" FOREIGN KEY ("by_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "announcement" ADD CONSTRAINT "announcement_course_id_assignment_id_assignment_course_id_id_fk" FOREIGN KEY ("course_id","assignment_id") REFERENCES "public"."assignment"("course_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "announcement_by_time" ON "announcement" USING btree ("course_id","at");