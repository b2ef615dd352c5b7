CREATE TABLE "battery" (
	"id" uuid PRIMARY KEY NOT NULL,
	"practice_id" uuid NOT NULL,
	"name" text NOT NULL,
	"test_ids" text[] NOT NULL,
	"rests" jsonb DEFAULT '{}'::jsonb NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"staff_id" uuid
);
--> statement-breakpoint
CREATE TABLE "still" (
	"id" uuid PRIMARY KEY NOT NULL,
	"practice_id" uuid NOT NULL,
	"athlete_id" uuid NOT NULL,
	"mime" text NOT NULL,
	"width_px" integer NOT NULL,
	"height_px" integer NOT NULL,
	"bytes" "bytea" NOT NULL,
	"source" text NOT NULL,
	"angle" text NOT NULL,
	"landmarks" jsonb DEFAULT '{}'::jsonb NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"staff_id" uuid
);
--> statement-breakpoint
CREATE TABLE "trace" (
	"id" uuid PRIMARY KEY NOT NULL,
	"practice_id" uuid NOT NULL,
	"athlete_id" uuid NOT NULL,
	"test_id" text,
	"side" text NOT NULL,
	"instrument" text NOT NULL,
	"source" text NOT NULL,
	"seconds" double precision NOT NULL,
	"csv" text NOT NULL,
	"recorded_at" timestamp with time zone NOT NULL,
	"staff_id" uuid
);
--> statement-breakpoint
ALTER TABLE "screening" ADD COLUMN "purpose" text DEFAULT 'first' NOT NULL;--> statement-breakpoint
ALTER TABLE "screening" ADD COLUMN "rests" jsonb DEFAULT '{}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "trial" ADD COLUMN "parts" jsonb;--> statement-breakpoint
ALTER TABLE "trial" ADD COLUMN "rung_id" text;--> statement-breakpoint
ALTER TABLE "trial" ADD COLUMN "read_by" text;--> statement-breakpoint
ALTER TABLE "trial" ADD COLUMN "trace_id" uuid;--> statement-breakpoint
ALTER TABLE "trial" ADD COLUMN "still_id" uuid;--> statement-breakpoint
ALTER TABLE "trial" ADD COLUMN "supersedes_id" uuid;--> statement-breakpoint
ALTER TABLE "trial" ADD COLUMN "reason" text;--> statement-breakpoint
ALTER TABLE "trial" ADD COLUMN "staff_id" uuid;--> statement-breakpoint
ALTER TABLE "battery" ADD CONSTRAINT "battery_practice_id_practice_id_fk" FOREIGN KEY ("practice_id") REFERENCES "public"."practice"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "battery" ADD CONSTRAINT "battery_staff_id_staff_id_fk" FOREIGN KEY ("staff_id") REFERENCES "public"."staff"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "still" ADD CONSTRAINT "still_practice_id_practice_id_fk" FOREIGN KEY ("practice_id") REFERENCES "public"."practice"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "still" ADD CONSTRAINT "still_athlete_id_athlete_id_fk" FOREIGN KEY ("athlete_id") REFERENCES "public"."athlete"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "still" ADD CONSTRAINT "still_staff_id_staff_id_fk" FOREIGN KEY ("staff_id") REFERENCES "public"."staff"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "trace" ADD CONSTRAINT "trace_practice_id_practice_id_fk" FOREIGN KEY ("practice_id") REFERENCES "public"."practice"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "trace" ADD CONSTRAINT "trace_athlete_id_athlete_id_fk" FOREIGN KEY ("athlete_id") REFERENCES "public"."athlete"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "trace" ADD CONSTRAINT "trace_staff_id_staff_id_fk" FOREIGN KEY ("staff_id") REFERENCES "public"."staff"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "battery_name" ON "battery" USING btree ("practice_id","name");--> statement-breakpoint
CREATE INDEX "still_athlete" ON "still" USING btree ("athlete_id","created_at");--> statement-breakpoint
CREATE INDEX "trace_athlete" ON "trace" USING btree ("athlete_id","recorded_at");--> statement-breakpoint
ALTER TABLE "trial" ADD CONSTRAINT "trial_staff_id_staff_id_fk" FOREIGN KEY ("staff_id") REFERENCES "public"."staff"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "trial_supersedes" ON "trial" USING btree ("supersedes_id");--> statement-breakpoint
CREATE INDEX "trial_practice_test" ON "trial" USING btree ("practice_id","test_id","on_date");