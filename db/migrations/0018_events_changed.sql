CREATE TABLE "gone_event" (
	"id" uuid PRIMARY KEY NOT NULL,
	"practice_id" uuid NOT NULL,
	"athlete_id" uuid NOT NULL,
	"name" text NOT NULL,
	"on_date" date NOT NULL,
	"sequence" integer NOT NULL,
	"gone_at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
ALTER TABLE "event" ADD COLUMN "sequence" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "event" ADD COLUMN "changed_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "gone_event" ADD CONSTRAINT "gone_event_practice_id_practice_id_fk" FOREIGN KEY ("practice_id") REFERENCES "public"."practice"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "gone_event" ADD CONSTRAINT "gone_event_athlete_id_athlete_id_fk" FOREIGN KEY ("athlete_id") REFERENCES "public"."athlete"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "gone_event_athlete" ON "gone_event" USING btree ("athlete_id","on_date");--> statement-breakpoint
CREATE INDEX "gone_event_practice" ON "gone_event" USING btree ("practice_id");