CREATE TABLE "account_merge" (
	"course_id" text NOT NULL,
	"id" text NOT NULL,
	"gone_id" text NOT NULL,
	"kept_id" text NOT NULL,
	"by_id" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"undone_at" timestamp with time zone,
	"changes" jsonb NOT NULL,
	CONSTRAINT "account_merge_course_id_id_pk" PRIMARY KEY("course_id","id")
);
--> statement-breakpoint
ALTER TABLE "account_merge" ADD CONSTRAINT "account_merge_course_id_course_id_fk" FOREIGN KEY ("course_id") REFERENCES "public"."course"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "account_merge" ADD CONSTRAINT "account_merge_gone_id_person_id_fk" FOREIGN KEY ("gone_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "account_merge" ADD CONSTRAINT "account_merge_kept_id_person_id_fk" FOREIGN KEY ("kept_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "account_merge" ADD CONSTRAINT "account_merge_by_id_person_id_fk" FOREIGN KEY ("by_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "merge_of_gone" ON "account_merge" USING btree ("course_id","gone_id") WHERE undone_at is null;