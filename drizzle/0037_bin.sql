CREATE TABLE "removal" (
	"course_id" text NOT NULL,
	"id" text NOT NULL,
	"kind" text NOT NULL,
	"place_id" text NOT NULL,
	"by_id" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"brought_back_at" timestamp with time zone,
	"brought_back_by" text,
	"erased_at" timestamp with time zone,
	"entries" integer,
	"files" integer,
	CONSTRAINT "removal_course_id_id_pk" PRIMARY KEY("course_id","id")
);
--> statement-breakpoint
ALTER TABLE "course" ADD COLUMN "removed_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "assignment" ADD COLUMN "removed_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "wiki" ADD COLUMN "removed_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "removal" ADD CONSTRAINT "removal_by_id_person_id_fk" FOREIGN KEY ("by_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "removal" ADD CONSTRAINT "removal_brought_back_by_person_id_fk" FOREIGN KEY ("brought_back_by") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "removal_by_place" ON "removal" USING btree ("course_id","place_id");--> statement-breakpoint
CREATE INDEX "removal_by_time" ON "removal" USING btree ("at");--> statement-breakpoint
-- What has lain in the bin for its time is erased by one transaction that says so; everything else is refused as before.
CREATE OR REPLACE FUNCTION refuse_change() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF TG_OP = 'DELETE' AND current_setting('tidy.erasing', true) = 'on' THEN RETURN OLD; END IF;
  RAISE EXCEPTION 'entries are append-only' USING ERRCODE = 'restrict_violation';
END $$;
