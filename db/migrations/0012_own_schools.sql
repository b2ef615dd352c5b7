ALTER TABLE "catalogue_edit" DROP CONSTRAINT "catalogue_edit_kind_known";--> statement-breakpoint
ALTER TABLE "practice" ALTER COLUMN "catalogue" SET DEFAULT '{"rungs":{},"ladders":{},"tests":{},"added":{},"schools":{}}'::jsonb;--> statement-breakpoint
ALTER TABLE "catalogue_edit" ADD CONSTRAINT "catalogue_edit_kind_known" CHECK ("kind" in ('rung', 'ladder', 'test', 'school'));