CREATE TABLE "job" (
	"id" uuid PRIMARY KEY NOT NULL,
	"practice_id" uuid NOT NULL,
	"staff_id" uuid NOT NULL,
	"created_at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "job_item" (
	"job_id" uuid NOT NULL,
	"athlete_id" uuid NOT NULL,
	"season_id" uuid NOT NULL,
	"state" text DEFAULT 'waiting' NOT NULL,
	"why" jsonb,
	"started_at" timestamp with time zone,
	CONSTRAINT "job_item_job_id_athlete_id_pk" PRIMARY KEY("job_id","athlete_id"),
	CONSTRAINT "job_item_state_known" CHECK ("state" in ('waiting', 'doing', 'done', 'refused', 'cancelled'))
);
--> statement-breakpoint
ALTER TABLE "job" ADD CONSTRAINT "job_practice_id_practice_id_fk" FOREIGN KEY ("practice_id") REFERENCES "public"."practice"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "job" ADD CONSTRAINT "job_staff_id_staff_id_fk" FOREIGN KEY ("staff_id") REFERENCES "public"."staff"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "job_item" ADD CONSTRAINT "job_item_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "job_item" ADD CONSTRAINT "job_item_athlete_id_athlete_id_fk" FOREIGN KEY ("athlete_id") REFERENCES "public"."athlete"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "job_practice" ON "job" USING btree ("practice_id","created_at");--> statement-breakpoint
CREATE INDEX "job_staff" ON "job" USING btree ("staff_id");--> statement-breakpoint
CREATE INDEX "job_item_open" ON "job_item" USING btree ("state");--> statement-breakpoint
CREATE INDEX "job_item_athlete" ON "job_item" USING btree ("athlete_id");