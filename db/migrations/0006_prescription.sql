CREATE TABLE "lesson" (
	"log_id" uuid NOT NULL,
	"athlete_id" uuid NOT NULL,
	"on_date" date NOT NULL,
	"rung_id" text NOT NULL,
	"side" text NOT NULL,
	"group" text NOT NULL,
	"moved" double precision NOT NULL,
	"before" double precision NOT NULL,
	"after" double precision NOT NULL,
	"why" text NOT NULL,
	CONSTRAINT "lesson_log_id_rung_id_side_pk" PRIMARY KEY("log_id","rung_id","side"),
	CONSTRAINT "lesson_side_known" CHECK ("side" in ('left', 'right', 'both')),
	CONSTRAINT "lesson_why_known" CHECK ("why" in ('clean', 'lost', 'none', 'little', 'planned', 'lots'))
);
--> statement-breakpoint
CREATE TABLE "owned_rung" (
	"athlete_id" uuid NOT NULL,
	"rung_id" text NOT NULL,
	"proposal_id" uuid,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "owned_rung_athlete_id_rung_id_pk" PRIMARY KEY("athlete_id","rung_id")
);
--> statement-breakpoint
CREATE TABLE "under_way" (
	"athlete_id" uuid NOT NULL,
	"quality" text NOT NULL,
	"role" text NOT NULL,
	"ladder_id" text NOT NULL,
	"rung_id" text NOT NULL,
	"load" double precision,
	"setting" text,
	"since" date NOT NULL,
	"proposal_id" uuid,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "under_way_athlete_id_quality_role_pk" PRIMARY KEY("athlete_id","quality","role"),
	CONSTRAINT "under_way_role_known" CHECK ("role" in ('opener', 'main', 'accessory', 'keep', 'neck'))
);
--> statement-breakpoint
CREATE TABLE "tier_choice" (
	"practice_id" uuid NOT NULL,
	"athlete_id" uuid NOT NULL,
	"quality" text NOT NULL,
	"tier" text NOT NULL,
	"reason" text NOT NULL,
	"staff_id" uuid,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "tier_choice_athlete_id_quality_pk" PRIMARY KEY("athlete_id","quality"),
	CONSTRAINT "tier_choice_tier_known" CHECK ("tier" in ('main', 'keep', 'rest'))
);
--> statement-breakpoint
ALTER TABLE "session_log" ADD COLUMN "reserve" jsonb DEFAULT '{}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "plan_week" ADD COLUMN "sessions" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "plan_week" ADD COLUMN "focus" text;--> statement-breakpoint
ALTER TABLE "plan_week" ADD COLUMN "waiting" text[] DEFAULT '{}' NOT NULL;--> statement-breakpoint
ALTER TABLE "plan_week" ADD COLUMN "left_out" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "week_dose" ADD COLUMN "sets" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "week_dose" ADD COLUMN "tier" text DEFAULT 'keep' NOT NULL;--> statement-breakpoint
ALTER TABLE "athlete" ADD COLUMN "trunk_work" text;--> statement-breakpoint
ALTER TABLE "lesson" ADD CONSTRAINT "lesson_log_id_session_log_id_fk" FOREIGN KEY ("log_id") REFERENCES "public"."session_log"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "lesson" ADD CONSTRAINT "lesson_athlete_id_athlete_id_fk" FOREIGN KEY ("athlete_id") REFERENCES "public"."athlete"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "owned_rung" ADD CONSTRAINT "owned_rung_athlete_id_athlete_id_fk" FOREIGN KEY ("athlete_id") REFERENCES "public"."athlete"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "under_way" ADD CONSTRAINT "under_way_athlete_id_athlete_id_fk" FOREIGN KEY ("athlete_id") REFERENCES "public"."athlete"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "tier_choice" ADD CONSTRAINT "tier_choice_practice_id_practice_id_fk" FOREIGN KEY ("practice_id") REFERENCES "public"."practice"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "tier_choice" ADD CONSTRAINT "tier_choice_athlete_id_athlete_id_fk" FOREIGN KEY ("athlete_id") REFERENCES "public"."athlete"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "tier_choice" ADD CONSTRAINT "tier_choice_staff_id_staff_id_fk" FOREIGN KEY ("staff_id") REFERENCES "public"."staff"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "lesson_athlete" ON "lesson" USING btree ("athlete_id","on_date");--> statement-breakpoint
CREATE INDEX "tier_choice_practice" ON "tier_choice" USING btree ("practice_id");--> statement-breakpoint
CREATE INDEX "tier_choice_staff" ON "tier_choice" USING btree ("staff_id");--> statement-breakpoint
ALTER TABLE "week_dose" ADD CONSTRAINT "week_dose_tier_known" CHECK ("tier" in ('main', 'keep'));--> statement-breakpoint
ALTER TABLE "athlete" ADD CONSTRAINT "athlete_trunk_work_known" CHECK ("trunk_work" in ('none', 'once', 'more'));