ALTER TABLE "ladder_state" ADD COLUMN "load" double precision;--> statement-breakpoint
ALTER TABLE "ladder_state" ADD COLUMN "setting" text;