ALTER TABLE "season_version" ADD COLUMN "how" text DEFAULT 'planned' NOT NULL;--> statement-breakpoint
ALTER TABLE "season_version" ADD COLUMN "aside" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "season_version" ADD COLUMN "by_hand" jsonb DEFAULT '{}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "season_version" ADD COLUMN "aimed" jsonb;--> statement-breakpoint
ALTER TABLE "season_version" ADD CONSTRAINT "season_version_how_known" CHECK ("how" in ('planned', 'by_hand', 'repeated', 'restored'));