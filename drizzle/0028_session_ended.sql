-- Whoever ends a session, and wherever: streams that were opened in it are told, in all processes.
CREATE FUNCTION "tell_session_ended"() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  PERFORM pg_notify('session_ended', OLD.id);
  RETURN NULL;
END $$;--> statement-breakpoint
CREATE TRIGGER "session_ended" AFTER DELETE ON "session" FOR EACH ROW EXECUTE FUNCTION "tell_session_ended"();
