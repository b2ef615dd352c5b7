ALTER TABLE "priority_run" ADD COLUMN "owned" text[];--> statement-breakpoint
ALTER TABLE "priority_run" ADD COLUMN "held" text[];--> statement-breakpoint
ALTER TABLE "athlete" ADD COLUMN "second_discipline_id" text;--> statement-breakpoint
ALTER TABLE "athlete" ADD COLUMN "second_percent" integer;--> statement-breakpoint
ALTER TABLE "athlete_fact" ADD COLUMN "second_discipline_id" text;--> statement-breakpoint
ALTER TABLE "athlete_fact" ADD COLUMN "second_percent" integer;--> statement-breakpoint
ALTER TABLE "athlete" ADD CONSTRAINT "athlete_two_sports" CHECK ((second_discipline_id is null) = (second_percent is null) and (second_percent is null or second_percent between 1 and 99));--> statement-breakpoint
ALTER TABLE "athlete_fact" ADD CONSTRAINT "athlete_fact_two_sports" CHECK ((second_discipline_id is null) = (second_percent is null) and (second_percent is null or second_percent between 1 and 99));