CREATE TABLE "exercise_set" (
	"id" uuid PRIMARY KEY NOT NULL,
	"practice_id" uuid NOT NULL,
	"name" text NOT NULL,
	"items" jsonb NOT NULL,
	"staff_id" uuid,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
ALTER TABLE "core_session" DROP CONSTRAINT "core_session_state_known";--> statement-breakpoint
ALTER TABLE "core_session" ALTER COLUMN "season_version_id" DROP NOT NULL;--> statement-breakpoint
ALTER TABLE "proposal" ADD COLUMN "effect" jsonb;--> statement-breakpoint
ALTER TABLE "proposal" ADD COLUMN "taken" jsonb;--> statement-breakpoint
ALTER TABLE "exercise_set" ADD CONSTRAINT "exercise_set_practice_id_practice_id_fk" FOREIGN KEY ("practice_id") REFERENCES "public"."practice"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "exercise_set" ADD CONSTRAINT "exercise_set_staff_id_staff_id_fk" FOREIGN KEY ("staff_id") REFERENCES "public"."staff"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "exercise_set_name" ON "exercise_set" USING btree ("practice_id","name");--> statement-breakpoint
CREATE INDEX "exercise_set_staff" ON "exercise_set" USING btree ("staff_id");--> statement-breakpoint
ALTER TABLE "core_session" ADD CONSTRAINT "core_session_state_known" CHECK ("state" in ('planned', 'called_off', 'replaced', 'skipped', 'missed', 'unplanned'));