-- An entry, once saved, is never changed or taken away: not by the application, not by a mistake in a console.
CREATE FUNCTION refuse_change() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  RAISE EXCEPTION 'entries are append-only' USING ERRCODE = 'restrict_violation';
END $$;--> statement-breakpoint
CREATE TRIGGER entry_append_only BEFORE UPDATE OR DELETE ON "entry" FOR EACH ROW EXECUTE FUNCTION refuse_change();--> statement-breakpoint
CREATE TRIGGER entry_no_truncate BEFORE TRUNCATE ON "entry" FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
