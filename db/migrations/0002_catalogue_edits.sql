CREATE TABLE "catalogue_edit" (
	"id" uuid PRIMARY KEY NOT NULL,
	"practice_id" uuid NOT NULL,
	"revision" integer NOT NULL,
	"kind" text NOT NULL,
	"entry_id" text NOT NULL,
	"edit" jsonb NOT NULL,
	"reason" text NOT NULL,
	"staff_id" uuid,
	"at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
ALTER TABLE "practice" ADD COLUMN "catalogue" jsonb DEFAULT '{"rungs":{},"ladders":{},"tests":{},"added":{}}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "practice" ADD COLUMN "catalogue_revision" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "catalogue_edit" ADD CONSTRAINT "catalogue_edit_practice_id_practice_id_fk" FOREIGN KEY ("practice_id") REFERENCES "public"."practice"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "catalogue_edit" ADD CONSTRAINT "catalogue_edit_staff_id_staff_id_fk" FOREIGN KEY ("staff_id") REFERENCES "public"."staff"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "catalogue_edit_revision" ON "catalogue_edit" USING btree ("practice_id","revision");