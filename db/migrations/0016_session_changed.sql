ALTER TABLE "core_session" ADD COLUMN "sequence" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "core_session" ADD COLUMN "uid" uuid DEFAULT gen_random_uuid() NOT NULL;--> statement-breakpoint
ALTER TABLE "core_session" ADD COLUMN "changed_at" timestamp with time zone DEFAULT now() NOT NULL;--> statement-breakpoint
UPDATE "core_session" SET "uid" = "id", "sequence" = "revision", "changed_at" = "created_at";--> statement-breakpoint
-- A session that takes the place of another on its day is the same appointment, and goes on counting.
CREATE FUNCTION session_takes_place() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE
  was record;
BEGIN
  SELECT before.uid, before.sequence INTO was FROM core_session before
    WHERE before.athlete_id = NEW.athlete_id AND before.on_date = NEW.on_date AND before.state = 'replaced'
      AND NOT EXISTS (SELECT 1 FROM core_session standing
        WHERE standing.athlete_id = NEW.athlete_id AND standing.uid = before.uid AND standing.state <> 'replaced')
    ORDER BY before.sequence DESC, before.created_at DESC LIMIT 1;
  NEW.uid := COALESCE(was.uid, NEW.id);
  NEW.sequence := COALESCE(was.sequence + 1, 0);
  RETURN NEW;
END $$;
--> statement-breakpoint
CREATE TRIGGER session_takes_place BEFORE INSERT ON "core_session" FOR EACH ROW EXECUTE FUNCTION session_takes_place();
--> statement-breakpoint
-- A session and its exercises are one appointment: whatever changes of either counts once more.
CREATE FUNCTION session_changed() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF (NEW.on_date, NEW.minutes, NEW.state, NEW.revision) IS DISTINCT FROM (OLD.on_date, OLD.minutes, OLD.state, OLD.revision)
     AND NEW.sequence = OLD.sequence THEN
    NEW.sequence := OLD.sequence + 1;
    NEW.changed_at := now();
  END IF;
  RETURN NEW;
END $$;
--> statement-breakpoint
CREATE TRIGGER session_changed BEFORE UPDATE ON "core_session" FOR EACH ROW EXECUTE FUNCTION session_changed();
--> statement-breakpoint
CREATE FUNCTION session_items_changed() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  UPDATE core_session SET sequence = sequence + 1, changed_at = now()
    WHERE id IN (SELECT session_id FROM touched);
  RETURN NULL;
END $$;
--> statement-breakpoint
CREATE TRIGGER session_items_added AFTER INSERT ON "prescription" REFERENCING NEW TABLE AS touched FOR EACH STATEMENT EXECUTE FUNCTION session_items_changed();
--> statement-breakpoint
CREATE TRIGGER session_items_altered AFTER UPDATE ON "prescription" REFERENCING NEW TABLE AS touched FOR EACH STATEMENT EXECUTE FUNCTION session_items_changed();
--> statement-breakpoint
CREATE TRIGGER session_items_gone AFTER DELETE ON "prescription" REFERENCING OLD TABLE AS touched FOR EACH STATEMENT EXECUTE FUNCTION session_items_changed();
