CREATE TABLE "put_off" (
	"staff_id" uuid NOT NULL,
	"practice_id" uuid NOT NULL,
	"athlete_id" uuid NOT NULL,
	"sign" text NOT NULL,
	"until" date NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "put_off_staff_id_athlete_id_sign_pk" PRIMARY KEY("staff_id","athlete_id","sign")
);
--> statement-breakpoint
ALTER TABLE "session_log" ADD COLUMN "pain_places" text[] DEFAULT '{}' NOT NULL;--> statement-breakpoint
ALTER TABLE "session_log" ADD COLUMN "sleep_hours" double precision;--> statement-breakpoint
ALTER TABLE "session_log" ADD COLUMN "readiness" integer;--> statement-breakpoint
ALTER TABLE "put_off" ADD CONSTRAINT "put_off_staff_id_staff_id_fk" FOREIGN KEY ("staff_id") REFERENCES "public"."staff"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "put_off" ADD CONSTRAINT "put_off_practice_id_practice_id_fk" FOREIGN KEY ("practice_id") REFERENCES "public"."practice"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "put_off" ADD CONSTRAINT "put_off_athlete_id_athlete_id_fk" FOREIGN KEY ("athlete_id") REFERENCES "public"."athlete"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "put_off_athlete" ON "put_off" USING btree ("athlete_id");--> statement-breakpoint
CREATE INDEX "put_off_practice" ON "put_off" USING btree ("practice_id");--> statement-breakpoint
-- What was written is told to whoever listens, when it is committed: names of things and their ids, never what they say.
CREATE FUNCTION tell_audit() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  PERFORM pg_notify('news', json_build_object('practiceId', NEW.practice_id, 'what', NEW.action, 'id', NEW.subject_id, 'by', NEW.staff_id)::text);
  RETURN NULL;
END $$;
--> statement-breakpoint
CREATE TRIGGER audit_news AFTER INSERT ON "audit" FOR EACH ROW EXECUTE FUNCTION tell_audit();
--> statement-breakpoint
CREATE FUNCTION tell_flag() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  PERFORM pg_notify('news', json_build_object('practiceId', NEW.practice_id, 'what', 'flag.raised', 'id', NEW.athlete_id, 'flagId', NEW.id)::text);
  RETURN NULL;
END $$;
--> statement-breakpoint
CREATE TRIGGER flag_news AFTER INSERT ON "flag" FOR EACH ROW EXECUTE FUNCTION tell_flag();
