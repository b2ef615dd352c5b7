ALTER TABLE "import_draft" ADD COLUMN "athlete_id" uuid;--> statement-breakpoint
ALTER TABLE "import_draft" ADD CONSTRAINT "import_draft_athlete_id_athlete_id_fk" FOREIGN KEY ("athlete_id") REFERENCES "public"."athlete"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "import_draft_athlete" ON "import_draft" USING btree ("athlete_id");