ALTER TABLE "trial" ADD COLUMN "parts" jsonb;--> statement-breakpoint
ALTER TABLE "trial" ADD COLUMN "rung_id" text;--> statement-breakpoint
ALTER TABLE "trial" ADD COLUMN "read_by" text;--> statement-breakpoint
ALTER TABLE "trial" ADD COLUMN "trace_id" uuid;--> statement-breakpoint
ALTER TABLE "trial" ADD COLUMN "supersedes_id" uuid;--> statement-breakpoint
ALTER TABLE "trial" ADD COLUMN "reason" text;--> statement-breakpoint
ALTER TABLE "trial" ADD COLUMN "staff_id" uuid;--> statement-breakpoint
ALTER TABLE "trial" ADD CONSTRAINT "trial_staff_id_staff_id_fk" FOREIGN KEY ("staff_id") REFERENCES "public"."staff"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "trial_supersedes" ON "trial" USING btree ("supersedes_id");--> statement-breakpoint
CREATE INDEX "trial_practice_test" ON "trial" USING btree ("practice_id","test_id","on_date");