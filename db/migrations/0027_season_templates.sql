CREATE TABLE "season_template" (
	"id" uuid PRIMARY KEY NOT NULL,
	"practice_id" uuid NOT NULL,
	"name" text NOT NULL,
	"frame" jsonb NOT NULL,
	"staff_id" uuid,
	"created_at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
ALTER TABLE "job" ADD COLUMN "template" jsonb;--> statement-breakpoint
ALTER TABLE "season_template" ADD CONSTRAINT "season_template_practice_id_practice_id_fk" FOREIGN KEY ("practice_id") REFERENCES "public"."practice"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "season_template" ADD CONSTRAINT "season_template_staff_id_staff_id_fk" FOREIGN KEY ("staff_id") REFERENCES "public"."staff"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "season_template_name" ON "season_template" USING btree ("practice_id","name");--> statement-breakpoint
CREATE INDEX "season_template_staff" ON "season_template" USING btree ("staff_id");