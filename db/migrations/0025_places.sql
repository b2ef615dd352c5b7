ALTER TABLE "under_way" ADD COLUMN "place" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "under_way" DROP CONSTRAINT "under_way_athlete_id_quality_role_pk";--> statement-breakpoint
ALTER TABLE "under_way" ADD CONSTRAINT "under_way_athlete_id_quality_role_place_pk" PRIMARY KEY("athlete_id","quality","role","place");--> statement-breakpoint
ALTER TABLE "core_session" ADD COLUMN "place" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "athlete" ADD COLUMN "places" jsonb DEFAULT '[]'::jsonb NOT NULL;
