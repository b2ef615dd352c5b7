CREATE TABLE "athlete_fact" (
	"id" uuid PRIMARY KEY NOT NULL,
	"practice_id" uuid NOT NULL,
	"athlete_id" uuid NOT NULL,
	"on_date" date NOT NULL,
	"discipline_id" text NOT NULL,
	"level" text NOT NULL,
	"mass_kg" double precision NOT NULL,
	"stature_m" double precision NOT NULL,
	"kit" text[] NOT NULL,
	"school_id" text,
	"staff_id" uuid,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "athlete_fact_level_known" CHECK ("level" in ('novice', 'trained', 'advanced'))
);
--> statement-breakpoint
CREATE TABLE "sign_in_try" (
	"id" uuid PRIMARY KEY NOT NULL,
	"email" text NOT NULL,
	"address" text NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
ALTER TABLE "sign_in_failure" DISABLE ROW LEVEL SECURITY;--> statement-breakpoint
DROP TABLE "sign_in_failure" CASCADE;--> statement-breakpoint
DROP INDEX "flag_athlete";--> statement-breakpoint
DROP INDEX "core_session_day";--> statement-breakpoint
DROP INDEX "prescription_session";--> statement-breakpoint
DROP INDEX "session_log_session";--> statement-breakpoint
DROP INDEX "blackout_athlete";--> statement-breakpoint
ALTER TABLE "agreement" ADD COLUMN "signs" text[] DEFAULT '{}' NOT NULL;--> statement-breakpoint
ALTER TABLE "agreement" ADD COLUMN "cautions" text[] DEFAULT '{}' NOT NULL;--> statement-breakpoint
-- A word that lifted a stop names the signs of its form; either word agreed to the form's ask-first cautions.
UPDATE "agreement" a SET
	"signs" = CASE WHEN a."lifts" = 'stop_and_refer' THEN c."stop_signs" || CASE WHEN coalesce(c."systolic_mm_hg", 0) >= 180 OR coalesce(c."diastolic_mm_hg", 0) >= 110 THEN array['pressure_180_110'] ELSE '{}'::text[] END ELSE '{}'::text[] END,
	"cautions" = ARRAY(SELECT x FROM unnest(c."cautions") x WHERE x IN ('pregnancy', 'postpartum', 'hernia', 'acute_back_pain', 'heart_disease'))
	FROM "clearance" c WHERE c."id" = a."clearance_id";--> statement-breakpoint
ALTER TABLE "agreement" ALTER COLUMN "signs" DROP DEFAULT;--> statement-breakpoint
ALTER TABLE "agreement" ALTER COLUMN "cautions" DROP DEFAULT;--> statement-breakpoint
ALTER TABLE "clearance" ADD COLUMN "due_on" date;--> statement-breakpoint
ALTER TABLE "flag" ADD COLUMN "region" text;--> statement-breakpoint
ALTER TABLE "flag" ADD COLUMN "source_id" uuid;--> statement-breakpoint
ALTER TABLE "core_session" ADD COLUMN "state" text DEFAULT 'planned' NOT NULL;--> statement-breakpoint
ALTER TABLE "core_session" ADD COLUMN "revision" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "core_session" ADD COLUMN "changes" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "prescription" ADD COLUMN "load_kind" text;--> statement-breakpoint
ALTER TABLE "prescription" ADD COLUMN "load_value" double precision;--> statement-breakpoint
ALTER TABLE "prescription" ADD COLUMN "load_unit" text;--> statement-breakpoint
ALTER TABLE "prescription" ADD COLUMN "bars" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "prescription" ADD COLUMN "shown_amount" double precision;--> statement-breakpoint
ALTER TABLE "prescription" ADD COLUMN "shown_load" double precision;--> statement-breakpoint
-- Loads were words; their number and place become figures.
UPDATE "prescription" SET "shown_amount" = "amount",
	"load_value" = substring("detail"->>'load' from '^[0-9]+(?:\.[0-9]+)?')::double precision,
	"load_kind" = CASE
		WHEN "detail"->>'load' LIKE '%kg on the pelvis' THEN 'pelvis_kg'
		WHEN "detail"->>'load' LIKE '%kg vest' THEN 'vest_kg'
		WHEN "detail"->>'load' LIKE '%kg at the ankle' THEN 'ankle_kg'
		WHEN "detail"->>'load' LIKE '%kg in the hand' THEN 'hand_kg'
		WHEN "detail"->>'load' LIKE '%N in the cable' THEN 'cable_N'
		WHEN "detail"->>'load' LIKE '%N in the band' THEN 'band_N'
		WHEN "detail"->>'load' LIKE '%N spring' THEN 'spring_N' END;--> statement-breakpoint
UPDATE "prescription" SET "shown_load" = "load_value", "load_unit" = CASE WHEN "load_kind" LIKE '%kg' THEN 'kg' ELSE 'N' END, "detail" = "detail" - 'load' WHERE "load_kind" IS NOT NULL;--> statement-breakpoint
ALTER TABLE "prescription" ALTER COLUMN "shown_amount" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "session_log" ADD COLUMN "version" integer DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE "set_log" ADD COLUMN "load_kind" text;--> statement-breakpoint
ALTER TABLE "set_log" ADD COLUMN "load_value" double precision;--> statement-breakpoint
ALTER TABLE "set_log" ADD COLUMN "load_unit" text;--> statement-breakpoint
ALTER TABLE "priority_run" ADD COLUMN "on_date" date;--> statement-breakpoint
UPDATE "priority_run" r SET "on_date" = (r."created_at" AT TIME ZONE p."time_zone")::date FROM "practice" p WHERE p."id" = r."practice_id";--> statement-breakpoint
ALTER TABLE "priority_run" ALTER COLUMN "on_date" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "priority_run" ADD COLUMN "catalogue_revision" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "audit" ADD COLUMN "detail" jsonb;--> statement-breakpoint
ALTER TABLE "staff" ADD COLUMN "must_change_password" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "staff" ADD COLUMN "created_at" timestamp with time zone DEFAULT now() NOT NULL;--> statement-breakpoint
ALTER TABLE "trial" ADD COLUMN "answered" boolean DEFAULT true NOT NULL;--> statement-breakpoint
ALTER TABLE "trial" ADD COLUMN "amendment_id" uuid;--> statement-breakpoint
ALTER TABLE "trial" ADD COLUMN "simulated" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "trial" ADD COLUMN "marks" text[] DEFAULT '{}' NOT NULL;--> statement-breakpoint
ALTER TABLE "athlete_fact" ADD CONSTRAINT "athlete_fact_practice_id_practice_id_fk" FOREIGN KEY ("practice_id") REFERENCES "public"."practice"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "athlete_fact" ADD CONSTRAINT "athlete_fact_athlete_id_athlete_id_fk" FOREIGN KEY ("athlete_id") REFERENCES "public"."athlete"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "athlete_fact" ADD CONSTRAINT "athlete_fact_staff_id_staff_id_fk" FOREIGN KEY ("staff_id") REFERENCES "public"."staff"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "athlete_fact_athlete" ON "athlete_fact" USING btree ("athlete_id","on_date","created_at");--> statement-breakpoint
CREATE INDEX "athlete_fact_practice" ON "athlete_fact" USING btree ("practice_id");--> statement-breakpoint
CREATE INDEX "athlete_fact_staff" ON "athlete_fact" USING btree ("staff_id");--> statement-breakpoint
CREATE INDEX "sign_in_try_email" ON "sign_in_try" USING btree ("email","at");--> statement-breakpoint
CREATE INDEX "sign_in_try_address" ON "sign_in_try" USING btree ("address","at");--> statement-breakpoint
CREATE INDEX "sign_in_try_at" ON "sign_in_try" USING btree ("at");--> statement-breakpoint
CREATE INDEX "agreement_practice" ON "agreement" USING btree ("practice_id");--> statement-breakpoint
CREATE INDEX "agreement_staff" ON "agreement" USING btree ("staff_id");--> statement-breakpoint
CREATE INDEX "clearance_practice" ON "clearance" USING btree ("practice_id");--> statement-breakpoint
CREATE INDEX "clearance_staff" ON "clearance" USING btree ("staff_id");--> statement-breakpoint
CREATE INDEX "flag_closed_by" ON "flag" USING btree ("closed_by");--> statement-breakpoint
CREATE INDEX "core_session_athlete" ON "core_session" USING btree ("athlete_id","on_date");--> statement-breakpoint
CREATE INDEX "core_session_season" ON "core_session" USING btree ("season_version_id");--> statement-breakpoint
CREATE INDEX "proposal_log" ON "proposal" USING btree ("log_id");--> statement-breakpoint
CREATE INDEX "proposal_decided_by" ON "proposal" USING btree ("decided_by");--> statement-breakpoint
CREATE INDEX "session_log_practice" ON "session_log" USING btree ("practice_id","on_date");--> statement-breakpoint
CREATE INDEX "session_log_staff" ON "session_log" USING btree ("staff_id");--> statement-breakpoint
CREATE INDEX "priority_run_practice" ON "priority_run" USING btree ("practice_id");--> statement-breakpoint
CREATE INDEX "blackout_practice" ON "blackout" USING btree ("practice_id");--> statement-breakpoint
CREATE INDEX "season_version_practice" ON "season_version" USING btree ("practice_id");--> statement-breakpoint
CREATE INDEX "season_version_staff" ON "season_version" USING btree ("staff_id");--> statement-breakpoint
CREATE INDEX "audit_staff" ON "audit" USING btree ("staff_id");--> statement-breakpoint
CREATE INDEX "auth_session_expires" ON "auth_session" USING btree ("expires_at");--> statement-breakpoint
CREATE INDEX "catalogue_edit_entry" ON "catalogue_edit" USING btree ("practice_id","entry_id");--> statement-breakpoint
CREATE INDEX "catalogue_edit_staff" ON "catalogue_edit" USING btree ("staff_id");--> statement-breakpoint
CREATE INDEX "import_draft_practice" ON "import_draft" USING btree ("practice_id","created_at");--> statement-breakpoint
CREATE INDEX "staff_practice" ON "staff" USING btree ("practice_id","name");--> statement-breakpoint
CREATE INDEX "battery_staff" ON "battery" USING btree ("staff_id");--> statement-breakpoint
CREATE INDEX "screening_practice" ON "screening" USING btree ("practice_id","on_date");--> statement-breakpoint
CREATE INDEX "screening_staff" ON "screening" USING btree ("staff_id");--> statement-breakpoint
CREATE INDEX "still_practice" ON "still" USING btree ("practice_id");--> statement-breakpoint
CREATE INDEX "still_staff" ON "still" USING btree ("staff_id");--> statement-breakpoint
CREATE INDEX "trace_practice" ON "trace" USING btree ("practice_id");--> statement-breakpoint
CREATE INDEX "trace_staff" ON "trace" USING btree ("staff_id");--> statement-breakpoint
CREATE INDEX "trial_staff" ON "trial" USING btree ("staff_id");--> statement-breakpoint
CREATE INDEX "flag_athlete" ON "flag" USING btree ("athlete_id","closed_at");--> statement-breakpoint
CREATE UNIQUE INDEX "core_session_day" ON "core_session" USING btree ("athlete_id","on_date") WHERE state <> 'replaced';--> statement-breakpoint
CREATE INDEX "prescription_session" ON "prescription" USING btree ("session_id","position");--> statement-breakpoint
CREATE UNIQUE INDEX "session_log_session" ON "session_log" USING btree ("session_id","version");--> statement-breakpoint
CREATE INDEX "blackout_athlete" ON "blackout" USING btree ("athlete_id","from_date");--> statement-breakpoint
ALTER TABLE "agreement" DROP COLUMN "lifts";--> statement-breakpoint
ALTER TABLE "flag" ADD CONSTRAINT "flag_kind_known" CHECK ("kind" in ('pain', 'note'));--> statement-breakpoint
ALTER TABLE "core_session" ADD CONSTRAINT "core_session_state_known" CHECK ("state" in ('planned', 'called_off', 'replaced'));--> statement-breakpoint
ALTER TABLE "prescription" ADD CONSTRAINT "prescription_unit_known" CHECK ("unit" in ('reps', 'hold_s', 'breaths', 'metres', 'reps_in_60s'));--> statement-breakpoint
ALTER TABLE "prescription" ADD CONSTRAINT "prescription_load_kind_known" CHECK ("load_kind" in ('none', 'pelvis_kg', 'vest_kg', 'ankle_kg', 'hand_kg', 'cable_N', 'band_N', 'spring_N'));--> statement-breakpoint
ALTER TABLE "prescription" ADD CONSTRAINT "prescription_load_unit_known" CHECK ("load_unit" in ('kg', 'N'));--> statement-breakpoint
ALTER TABLE "proposal" ADD CONSTRAINT "proposal_kind_known" CHECK ("kind" in ('next_rung', 'more', 'stay', 'shorter', 'back', 'less', 'hold_quality'));--> statement-breakpoint
ALTER TABLE "proposal" ADD CONSTRAINT "proposal_status_known" CHECK ("status" in ('open', 'accepted', 'rejected', 'superseded'));--> statement-breakpoint
ALTER TABLE "set_log" ADD CONSTRAINT "set_log_side_known" CHECK ("side" in ('left', 'right', 'both'));--> statement-breakpoint
ALTER TABLE "set_log" ADD CONSTRAINT "set_log_load_kind_known" CHECK ("load_kind" in ('none', 'pelvis_kg', 'vest_kg', 'ankle_kg', 'hand_kg', 'cable_N', 'band_N', 'spring_N'));--> statement-breakpoint
ALTER TABLE "set_log" ADD CONSTRAINT "set_log_load_unit_known" CHECK ("load_unit" in ('kg', 'N'));--> statement-breakpoint
ALTER TABLE "event" ADD CONSTRAINT "event_priority_known" CHECK ("priority" in ('A', 'B', 'C'));--> statement-breakpoint
ALTER TABLE "plan_week" ADD CONSTRAINT "plan_week_phase_known" CHECK ("phase" in ('ground', 'build', 'load', 'sport', 'sharpen', 'hold', 'restore'));--> statement-breakpoint
ALTER TABLE "plan_week" ADD CONSTRAINT "plan_week_kind_known" CHECK ("kind" in ('black', 'sharpen', 'restore', 'event', 'after', 'deload', 'load'));--> statement-breakpoint
ALTER TABLE "week_dose" ADD CONSTRAINT "week_dose_side_known" CHECK ("side" in ('left', 'right', 'both'));--> statement-breakpoint
ALTER TABLE "athlete" ADD CONSTRAINT "athlete_sex_known" CHECK ("sex" in ('female', 'male', 'unspecified'));--> statement-breakpoint
ALTER TABLE "athlete" ADD CONSTRAINT "athlete_level_known" CHECK ("level" in ('novice', 'trained', 'advanced'));--> statement-breakpoint
ALTER TABLE "catalogue_edit" ADD CONSTRAINT "catalogue_edit_kind_known" CHECK ("kind" in ('rung', 'ladder', 'test'));--> statement-breakpoint
ALTER TABLE "staff" ADD CONSTRAINT "staff_role_known" CHECK ("role" in ('owner', 'coach', 'assistant'));--> statement-breakpoint
ALTER TABLE "screening" ADD CONSTRAINT "screening_first_side_known" CHECK ("first_side" in ('left', 'right'));--> statement-breakpoint
ALTER TABLE "screening" ADD CONSTRAINT "screening_purpose_known" CHECK ("purpose" in ('first', 'quick', 'return', 'squad'));--> statement-breakpoint
ALTER TABLE "still" ADD CONSTRAINT "still_mime_known" CHECK ("mime" in ('image/png', 'image/jpeg'));--> statement-breakpoint
ALTER TABLE "still" ADD CONSTRAINT "still_source_known" CHECK ("source" in ('photo', 'drawn'));--> statement-breakpoint
ALTER TABLE "still" ADD CONSTRAINT "still_angle_known" CHECK ("angle" in ('leg_angle', 'pelvic_drop', 'trunk_lean', 'knee_line', 'hip_turn_out'));--> statement-breakpoint
ALTER TABLE "trace" ADD CONSTRAINT "trace_side_known" CHECK ("side" in ('left', 'right', 'both'));--> statement-breakpoint
ALTER TABLE "trace" ADD CONSTRAINT "trace_instrument_known" CHECK ("instrument" in ('cuff', 'pelvis', 'loadcell', 'belt'));--> statement-breakpoint
ALTER TABLE "trace" ADD CONSTRAINT "trace_source_known" CHECK ("source" in ('simulated', 'imported'));--> statement-breakpoint
ALTER TABLE "trial" ADD CONSTRAINT "trial_side_known" CHECK ("side" in ('left', 'right', 'both'));--> statement-breakpoint
ALTER TABLE "trial" ADD CONSTRAINT "trial_grade_known" CHECK ("grade" in ('owned', 'cued', 'faulted', 'not_yet'));--> statement-breakpoint
ALTER TABLE "trial" ADD CONSTRAINT "trial_felt_in_known" CHECK ("felt_in" in ('trunk', 'hip', 'low back', 'neck', 'front of hip', 'arms'));--> statement-breakpoint
ALTER TABLE "trial" ADD CONSTRAINT "trial_end_reason_known" CHECK ("end_reason" in ('loss', 'cap', 'done', 'pain', 'stopped'));--> statement-breakpoint
ALTER TABLE "trial" ADD CONSTRAINT "trial_read_by_known" CHECK ("read_by" in ('eye', 'goniometer', 'sensor', 'still'));--> statement-breakpoint
INSERT INTO "athlete_fact" ("id", "practice_id", "athlete_id", "on_date", "discipline_id", "level", "mass_kg", "stature_m", "kit", "school_id", "created_at")
	SELECT gen_random_uuid(), a."practice_id", a."id", (a."created_at" AT TIME ZONE p."time_zone")::date, a."discipline_id", a."level", a."mass_kg", a."stature_m", a."kit", a."school_id", a."created_at"
	FROM "athlete" a JOIN "practice" p ON p."id" = a."practice_id";--> statement-breakpoint
UPDATE "practice" SET "settings" = '{"painEaseFrom": 3, "painEndFrom": 5, "flexionCycles": 150, "flexionSeconds": 240, "passwordLetters": 12}'::jsonb || "settings" || jsonb_build_object('guardianUnderYears', greatest(16, ("settings"->>'guardianUnderYears')::int));--> statement-breakpoint
CREATE TABLE "live_set" (
	"id" uuid PRIMARY KEY NOT NULL,
	"practice_id" uuid NOT NULL,
	"session_id" uuid NOT NULL,
	"rung_id" text NOT NULL,
	"set_no" integer NOT NULL,
	"side" text NOT NULL,
	"done" double precision NOT NULL,
	"fault_id" text,
	"load_kind" text,
	"load_value" double precision,
	"load_unit" text,
	"at" timestamp with time zone NOT NULL,
	"staff_id" uuid,
	CONSTRAINT "live_set_side_known" CHECK ("side" in ('left', 'right', 'both')),
	CONSTRAINT "live_set_load_kind_known" CHECK ("load_kind" in ('none', 'pelvis_kg', 'vest_kg', 'ankle_kg', 'hand_kg', 'cable_N', 'band_N', 'spring_N')),
	CONSTRAINT "live_set_load_unit_known" CHECK ("load_unit" in ('kg', 'N'))
);
--> statement-breakpoint
ALTER TABLE "live_set" ADD CONSTRAINT "live_set_practice_id_practice_id_fk" FOREIGN KEY ("practice_id") REFERENCES "public"."practice"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "live_set" ADD CONSTRAINT "live_set_session_id_core_session_id_fk" FOREIGN KEY ("session_id") REFERENCES "public"."core_session"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "live_set" ADD CONSTRAINT "live_set_staff_id_staff_id_fk" FOREIGN KEY ("staff_id") REFERENCES "public"."staff"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "live_set_of" ON "live_set" USING btree ("session_id","rung_id","set_no","side");--> statement-breakpoint
CREATE INDEX "live_set_practice" ON "live_set" USING btree ("practice_id");--> statement-breakpoint
CREATE INDEX "live_set_staff" ON "live_set" USING btree ("staff_id");