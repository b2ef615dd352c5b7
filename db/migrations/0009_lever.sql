ALTER TABLE "set_log" ADD COLUMN "lever" double precision;--> statement-breakpoint
ALTER TABLE "under_way" ADD COLUMN "lever" double precision;