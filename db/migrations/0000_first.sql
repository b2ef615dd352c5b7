CREATE TABLE "agreement" (
	"id" uuid PRIMARY KEY NOT NULL,
	"practice_id" uuid NOT NULL,
	"clearance_id" uuid NOT NULL,
	"on_date" date NOT NULL,
	"name" text NOT NULL,
	"role" text NOT NULL,
	"lifts" text NOT NULL,
	"note" text DEFAULT '' NOT NULL,
	"staff_id" uuid,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "clearance" (
	"id" uuid PRIMARY KEY NOT NULL,
	"practice_id" uuid NOT NULL,
	"athlete_id" uuid NOT NULL,
	"on_date" date NOT NULL,
	"stop_signs" text[] NOT NULL,
	"cautions" text[] NOT NULL,
	"systolic_mm_hg" integer,
	"diastolic_mm_hg" integer,
	"consent_athlete" boolean NOT NULL,
	"consent_guardian" boolean NOT NULL,
	"guardian_name" text DEFAULT '' NOT NULL,
	"staff_id" uuid,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "flag" (
	"id" uuid PRIMARY KEY NOT NULL,
	"practice_id" uuid NOT NULL,
	"athlete_id" uuid NOT NULL,
	"kind" text NOT NULL,
	"text" text NOT NULL,
	"qualities" text[] NOT NULL,
	"opened_at" timestamp with time zone DEFAULT now() NOT NULL,
	"closed_at" timestamp with time zone,
	"closed_reason" text,
	"closed_by" uuid
);
--> statement-breakpoint
CREATE TABLE "core_session" (
	"id" uuid PRIMARY KEY NOT NULL,
	"practice_id" uuid NOT NULL,
	"athlete_id" uuid NOT NULL,
	"season_version_id" uuid NOT NULL,
	"week_start" date NOT NULL,
	"on_date" date NOT NULL,
	"minutes" integer NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "ladder_state" (
	"athlete_id" uuid NOT NULL,
	"ladder_id" text NOT NULL,
	"rung_id" text NOT NULL,
	"sets" integer NOT NULL,
	"amount" double precision NOT NULL,
	"owned" text[] NOT NULL,
	"proposal_id" uuid,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "ladder_state_athlete_id_ladder_id_pk" PRIMARY KEY("athlete_id","ladder_id")
);
--> statement-breakpoint
CREATE TABLE "prescription" (
	"id" uuid PRIMARY KEY NOT NULL,
	"session_id" uuid NOT NULL,
	"position" integer NOT NULL,
	"ladder_id" text NOT NULL,
	"rung_id" text NOT NULL,
	"quality" text NOT NULL,
	"sets" integer NOT NULL,
	"amount" double precision NOT NULL,
	"unit" text NOT NULL,
	"sided" boolean NOT NULL,
	"rest_s" integer NOT NULL,
	"minutes" double precision NOT NULL,
	"dose" double precision NOT NULL,
	"detail" jsonb NOT NULL
);
--> statement-breakpoint
CREATE TABLE "proposal" (
	"id" uuid PRIMARY KEY NOT NULL,
	"practice_id" uuid NOT NULL,
	"athlete_id" uuid NOT NULL,
	"log_id" uuid NOT NULL,
	"ladder_id" text NOT NULL,
	"kind" text NOT NULL,
	"before" jsonb NOT NULL,
	"after" jsonb NOT NULL,
	"owns" text,
	"reason" text NOT NULL,
	"status" text DEFAULT 'open' NOT NULL,
	"decided_at" timestamp with time zone,
	"decided_by" uuid,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "session_log" (
	"id" uuid PRIMARY KEY NOT NULL,
	"practice_id" uuid NOT NULL,
	"athlete_id" uuid NOT NULL,
	"session_id" uuid NOT NULL,
	"on_date" date NOT NULL,
	"effort" integer NOT NULL,
	"pain_score" integer NOT NULL,
	"pain_region" text,
	"note" text DEFAULT '' NOT NULL,
	"staff_id" uuid,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "set_log" (
	"log_id" uuid NOT NULL,
	"rung_id" text NOT NULL,
	"ladder_id" text NOT NULL,
	"set_no" integer NOT NULL,
	"side" text NOT NULL,
	"planned" double precision NOT NULL,
	"done" double precision NOT NULL,
	"fault_id" text,
	CONSTRAINT "set_log_log_id_rung_id_set_no_side_pk" PRIMARY KEY("log_id","rung_id","set_no","side")
);
--> statement-breakpoint
CREATE TABLE "priority_run" (
	"id" uuid PRIMARY KEY NOT NULL,
	"practice_id" uuid NOT NULL,
	"athlete_id" uuid NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"catalogue_version" text NOT NULL,
	"trial_ids" uuid[] NOT NULL,
	"settings" jsonb NOT NULL,
	"cells" jsonb NOT NULL
);
--> statement-breakpoint
CREATE TABLE "blackout" (
	"id" uuid PRIMARY KEY NOT NULL,
	"practice_id" uuid NOT NULL,
	"athlete_id" uuid NOT NULL,
	"from_date" date NOT NULL,
	"to_date" date NOT NULL,
	"reason" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "event" (
	"id" uuid PRIMARY KEY NOT NULL,
	"practice_id" uuid NOT NULL,
	"athlete_id" uuid NOT NULL,
	"name" text NOT NULL,
	"on_date" date NOT NULL,
	"priority" text NOT NULL,
	"minutes" double precision,
	"per_minute" double precision
);
--> statement-breakpoint
CREATE TABLE "plan_week" (
	"season_version_id" uuid NOT NULL,
	"index" integer NOT NULL,
	"starts_on" date NOT NULL,
	"phase" text NOT NULL,
	"kind" text NOT NULL,
	"retest" boolean NOT NULL,
	"black_days" integer NOT NULL,
	"minutes" integer NOT NULL,
	"minutes_available" integer NOT NULL,
	"reasons" text[] NOT NULL,
	"event_ids" uuid[] NOT NULL,
	CONSTRAINT "plan_week_season_version_id_index_pk" PRIMARY KEY("season_version_id","index")
);
--> statement-breakpoint
CREATE TABLE "season_version" (
	"id" uuid PRIMARY KEY NOT NULL,
	"practice_id" uuid NOT NULL,
	"athlete_id" uuid NOT NULL,
	"parent_id" uuid,
	"starts_on" date NOT NULL,
	"priority_run_id" uuid NOT NULL,
	"catalogue_version" text NOT NULL,
	"warnings" text[] NOT NULL,
	"settings" jsonb NOT NULL,
	"staff_id" uuid,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "week_dose" (
	"season_version_id" uuid NOT NULL,
	"week_index" integer NOT NULL,
	"quality" text NOT NULL,
	"side" text NOT NULL,
	"dose" double precision NOT NULL,
	CONSTRAINT "week_dose_season_version_id_week_index_quality_side_pk" PRIMARY KEY("season_version_id","week_index","quality","side")
);
--> statement-breakpoint
CREATE TABLE "athlete" (
	"id" uuid PRIMARY KEY NOT NULL,
	"practice_id" uuid NOT NULL,
	"given_name" text NOT NULL,
	"family_name" text NOT NULL,
	"birth_date" date NOT NULL,
	"sex" text NOT NULL,
	"discipline_id" text NOT NULL,
	"level" text NOT NULL,
	"mass_kg" double precision NOT NULL,
	"stature_m" double precision NOT NULL,
	"kit" text[] NOT NULL,
	"school_id" text,
	"sessions_per_week" integer DEFAULT 3 NOT NULL,
	"minutes_per_session" integer DEFAULT 25 NOT NULL,
	"weekdays" integer[] NOT NULL,
	"note" text DEFAULT '' NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "audit" (
	"id" uuid PRIMARY KEY NOT NULL,
	"practice_id" uuid NOT NULL,
	"staff_id" uuid,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	"action" text NOT NULL,
	"subject" text NOT NULL,
	"subject_id" uuid
);
--> statement-breakpoint
CREATE TABLE "auth_session" (
	"token_hash" text PRIMARY KEY NOT NULL,
	"staff_id" uuid NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"expires_at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "import_draft" (
	"id" uuid PRIMARY KEY NOT NULL,
	"practice_id" uuid NOT NULL,
	"file_name" text NOT NULL,
	"content" text NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"confirmed_at" timestamp with time zone
);
--> statement-breakpoint
CREATE TABLE "practice" (
	"id" uuid PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"time_zone" text NOT NULL,
	"first_weekday" integer DEFAULT 1 NOT NULL,
	"school_id" text DEFAULT 'brace' NOT NULL,
	"settings" jsonb NOT NULL,
	"version" integer DEFAULT 1 NOT NULL
);
--> statement-breakpoint
CREATE TABLE "sign_in_failure" (
	"id" uuid PRIMARY KEY NOT NULL,
	"email" text NOT NULL,
	"address" text NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "staff" (
	"id" uuid PRIMARY KEY NOT NULL,
	"practice_id" uuid NOT NULL,
	"email" text NOT NULL,
	"name" text NOT NULL,
	"role" text NOT NULL,
	"password_hash" text NOT NULL,
	"disabled" boolean DEFAULT false NOT NULL
);
--> statement-breakpoint
CREATE TABLE "screening" (
	"id" uuid PRIMARY KEY NOT NULL,
	"practice_id" uuid NOT NULL,
	"athlete_id" uuid NOT NULL,
	"on_date" date NOT NULL,
	"test_ids" text[] NOT NULL,
	"first_side" text NOT NULL,
	"warm_up_done" boolean NOT NULL,
	"warm_up_at" timestamp with time zone,
	"trained_last24h" boolean DEFAULT false NOT NULL,
	"footwear" text DEFAULT '' NOT NULL,
	"staff_id" uuid,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"completed_at" timestamp with time zone
);
--> statement-breakpoint
CREATE TABLE "trial" (
	"id" uuid PRIMARY KEY NOT NULL,
	"practice_id" uuid NOT NULL,
	"athlete_id" uuid NOT NULL,
	"screening_id" uuid NOT NULL,
	"test_id" text NOT NULL,
	"on_date" date NOT NULL,
	"side" text NOT NULL,
	"value" double precision,
	"grade" text,
	"t1_s" double precision,
	"faults" jsonb NOT NULL,
	"felt_in" text,
	"pain_score" integer NOT NULL,
	"pain_region" text,
	"end_reason" text NOT NULL,
	"cap_s" double precision,
	"recorded_at" timestamp with time zone NOT NULL,
	"voided_at" timestamp with time zone
);
--> statement-breakpoint
ALTER TABLE "agreement" ADD CONSTRAINT "agreement_practice_id_practice_id_fk" FOREIGN KEY ("practice_id") REFERENCES "public"."practice"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "agreement" ADD CONSTRAINT "agreement_clearance_id_clearance_id_fk" FOREIGN KEY ("clearance_id") REFERENCES "public"."clearance"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "agreement" ADD CONSTRAINT "agreement_staff_id_staff_id_fk" FOREIGN KEY ("staff_id") REFERENCES "public"."staff"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "clearance" ADD CONSTRAINT "clearance_practice_id_practice_id_fk" FOREIGN KEY ("practice_id") REFERENCES "public"."practice"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "clearance" ADD CONSTRAINT "clearance_athlete_id_athlete_id_fk" FOREIGN KEY ("athlete_id") REFERENCES "public"."athlete"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "clearance" ADD CONSTRAINT "clearance_staff_id_staff_id_fk" FOREIGN KEY ("staff_id") REFERENCES "public"."staff"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "flag" ADD CONSTRAINT "flag_practice_id_practice_id_fk" FOREIGN KEY ("practice_id") REFERENCES "public"."practice"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "flag" ADD CONSTRAINT "flag_athlete_id_athlete_id_fk" FOREIGN KEY ("athlete_id") REFERENCES "public"."athlete"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "flag" ADD CONSTRAINT "flag_closed_by_staff_id_fk" FOREIGN KEY ("closed_by") REFERENCES "public"."staff"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "core_session" ADD CONSTRAINT "core_session_practice_id_practice_id_fk" FOREIGN KEY ("practice_id") REFERENCES "public"."practice"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "core_session" ADD CONSTRAINT "core_session_athlete_id_athlete_id_fk" FOREIGN KEY ("athlete_id") REFERENCES "public"."athlete"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "core_session" ADD CONSTRAINT "core_session_season_version_id_season_version_id_fk" FOREIGN KEY ("season_version_id") REFERENCES "public"."season_version"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "ladder_state" ADD CONSTRAINT "ladder_state_athlete_id_athlete_id_fk" FOREIGN KEY ("athlete_id") REFERENCES "public"."athlete"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "prescription" ADD CONSTRAINT "prescription_session_id_core_session_id_fk" FOREIGN KEY ("session_id") REFERENCES "public"."core_session"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "proposal" ADD CONSTRAINT "proposal_practice_id_practice_id_fk" FOREIGN KEY ("practice_id") REFERENCES "public"."practice"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "proposal" ADD CONSTRAINT "proposal_athlete_id_athlete_id_fk" FOREIGN KEY ("athlete_id") REFERENCES "public"."athlete"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "proposal" ADD CONSTRAINT "proposal_log_id_session_log_id_fk" FOREIGN KEY ("log_id") REFERENCES "public"."session_log"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "proposal" ADD CONSTRAINT "proposal_decided_by_staff_id_fk" FOREIGN KEY ("decided_by") REFERENCES "public"."staff"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "session_log" ADD CONSTRAINT "session_log_practice_id_practice_id_fk" FOREIGN KEY ("practice_id") REFERENCES "public"."practice"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "session_log" ADD CONSTRAINT "session_log_athlete_id_athlete_id_fk" FOREIGN KEY ("athlete_id") REFERENCES "public"."athlete"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "session_log" ADD CONSTRAINT "session_log_session_id_core_session_id_fk" FOREIGN KEY ("session_id") REFERENCES "public"."core_session"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "session_log" ADD CONSTRAINT "session_log_staff_id_staff_id_fk" FOREIGN KEY ("staff_id") REFERENCES "public"."staff"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "set_log" ADD CONSTRAINT "set_log_log_id_session_log_id_fk" FOREIGN KEY ("log_id") REFERENCES "public"."session_log"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "priority_run" ADD CONSTRAINT "priority_run_practice_id_practice_id_fk" FOREIGN KEY ("practice_id") REFERENCES "public"."practice"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "priority_run" ADD CONSTRAINT "priority_run_athlete_id_athlete_id_fk" FOREIGN KEY ("athlete_id") REFERENCES "public"."athlete"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "blackout" ADD CONSTRAINT "blackout_practice_id_practice_id_fk" FOREIGN KEY ("practice_id") REFERENCES "public"."practice"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "blackout" ADD CONSTRAINT "blackout_athlete_id_athlete_id_fk" FOREIGN KEY ("athlete_id") REFERENCES "public"."athlete"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "event" ADD CONSTRAINT "event_practice_id_practice_id_fk" FOREIGN KEY ("practice_id") REFERENCES "public"."practice"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "event" ADD CONSTRAINT "event_athlete_id_athlete_id_fk" FOREIGN KEY ("athlete_id") REFERENCES "public"."athlete"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "plan_week" ADD CONSTRAINT "plan_week_season_version_id_season_version_id_fk" FOREIGN KEY ("season_version_id") REFERENCES "public"."season_version"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "season_version" ADD CONSTRAINT "season_version_practice_id_practice_id_fk" FOREIGN KEY ("practice_id") REFERENCES "public"."practice"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "season_version" ADD CONSTRAINT "season_version_athlete_id_athlete_id_fk" FOREIGN KEY ("athlete_id") REFERENCES "public"."athlete"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "season_version" ADD CONSTRAINT "season_version_staff_id_staff_id_fk" FOREIGN KEY ("staff_id") REFERENCES "public"."staff"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "week_dose" ADD CONSTRAINT "week_dose_season_version_id_season_version_id_fk" FOREIGN KEY ("season_version_id") REFERENCES "public"."season_version"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "athlete" ADD CONSTRAINT "athlete_practice_id_practice_id_fk" FOREIGN KEY ("practice_id") REFERENCES "public"."practice"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "audit" ADD CONSTRAINT "audit_practice_id_practice_id_fk" FOREIGN KEY ("practice_id") REFERENCES "public"."practice"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "audit" ADD CONSTRAINT "audit_staff_id_staff_id_fk" FOREIGN KEY ("staff_id") REFERENCES "public"."staff"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "auth_session" ADD CONSTRAINT "auth_session_staff_id_staff_id_fk" FOREIGN KEY ("staff_id") REFERENCES "public"."staff"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "import_draft" ADD CONSTRAINT "import_draft_practice_id_practice_id_fk" FOREIGN KEY ("practice_id") REFERENCES "public"."practice"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "staff" ADD CONSTRAINT "staff_practice_id_practice_id_fk" FOREIGN KEY ("practice_id") REFERENCES "public"."practice"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "screening" ADD CONSTRAINT "screening_practice_id_practice_id_fk" FOREIGN KEY ("practice_id") REFERENCES "public"."practice"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "screening" ADD CONSTRAINT "screening_athlete_id_athlete_id_fk" FOREIGN KEY ("athlete_id") REFERENCES "public"."athlete"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "screening" ADD CONSTRAINT "screening_staff_id_staff_id_fk" FOREIGN KEY ("staff_id") REFERENCES "public"."staff"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "trial" ADD CONSTRAINT "trial_practice_id_practice_id_fk" FOREIGN KEY ("practice_id") REFERENCES "public"."practice"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "trial" ADD CONSTRAINT "trial_athlete_id_athlete_id_fk" FOREIGN KEY ("athlete_id") REFERENCES "public"."athlete"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "trial" ADD CONSTRAINT "trial_screening_id_screening_id_fk" FOREIGN KEY ("screening_id") REFERENCES "public"."screening"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "agreement_clearance" ON "agreement" USING btree ("clearance_id");--> statement-breakpoint
CREATE INDEX "clearance_athlete" ON "clearance" USING btree ("athlete_id","created_at");--> statement-breakpoint
CREATE INDEX "flag_athlete" ON "flag" USING btree ("athlete_id");--> statement-breakpoint
CREATE INDEX "flag_practice_open" ON "flag" USING btree ("practice_id","closed_at");--> statement-breakpoint
CREATE UNIQUE INDEX "core_session_day" ON "core_session" USING btree ("athlete_id","on_date");--> statement-breakpoint
CREATE INDEX "core_session_practice" ON "core_session" USING btree ("practice_id","on_date");--> statement-breakpoint
CREATE INDEX "prescription_session" ON "prescription" USING btree ("session_id");--> statement-breakpoint
CREATE INDEX "proposal_athlete" ON "proposal" USING btree ("athlete_id","status");--> statement-breakpoint
CREATE INDEX "proposal_practice" ON "proposal" USING btree ("practice_id","status");--> statement-breakpoint
CREATE UNIQUE INDEX "session_log_session" ON "session_log" USING btree ("session_id");--> statement-breakpoint
CREATE INDEX "session_log_athlete" ON "session_log" USING btree ("athlete_id","on_date");--> statement-breakpoint
CREATE INDEX "priority_run_athlete" ON "priority_run" USING btree ("athlete_id","created_at");--> statement-breakpoint
CREATE INDEX "blackout_athlete" ON "blackout" USING btree ("athlete_id");--> statement-breakpoint
CREATE INDEX "event_athlete" ON "event" USING btree ("athlete_id","on_date");--> statement-breakpoint
CREATE INDEX "event_practice" ON "event" USING btree ("practice_id","on_date");--> statement-breakpoint
CREATE INDEX "season_version_athlete" ON "season_version" USING btree ("athlete_id","created_at");--> statement-breakpoint
CREATE INDEX "athlete_practice" ON "athlete" USING btree ("practice_id","family_name","given_name");--> statement-breakpoint
CREATE INDEX "audit_practice" ON "audit" USING btree ("practice_id","at");--> statement-breakpoint
CREATE INDEX "auth_session_staff" ON "auth_session" USING btree ("staff_id");--> statement-breakpoint
CREATE INDEX "sign_in_failure_email" ON "sign_in_failure" USING btree ("email","at");--> statement-breakpoint
CREATE INDEX "sign_in_failure_address" ON "sign_in_failure" USING btree ("address","at");--> statement-breakpoint
CREATE UNIQUE INDEX "staff_email" ON "staff" USING btree ("email");--> statement-breakpoint
CREATE INDEX "screening_athlete" ON "screening" USING btree ("athlete_id","on_date");--> statement-breakpoint
CREATE INDEX "trial_athlete" ON "trial" USING btree ("athlete_id","on_date");--> statement-breakpoint
CREATE INDEX "trial_screening" ON "trial" USING btree ("screening_id");