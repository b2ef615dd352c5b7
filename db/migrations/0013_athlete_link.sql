CREATE TABLE "athlete_link" (
	"id" uuid PRIMARY KEY NOT NULL,
	"practice_id" uuid NOT NULL,
	"athlete_id" uuid NOT NULL,
	"holder" text NOT NULL,
	"token_hash" text NOT NULL,
	"calendar_hash" text NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"created_by" uuid,
	"expires_at" timestamp with time zone NOT NULL,
	"revoked_at" timestamp with time zone,
	"agreed_at" timestamp with time zone,
	"opened_at" timestamp with time zone,
	"opened_times" integer DEFAULT 0 NOT NULL,
	CONSTRAINT "athlete_link_holder_known" CHECK ("holder" in ('athlete', 'guardian'))
);
--> statement-breakpoint
ALTER TABLE "session_log" ADD COLUMN "link_id" uuid;--> statement-breakpoint
ALTER TABLE "athlete_link" ADD CONSTRAINT "athlete_link_practice_id_practice_id_fk" FOREIGN KEY ("practice_id") REFERENCES "public"."practice"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "athlete_link" ADD CONSTRAINT "athlete_link_athlete_id_athlete_id_fk" FOREIGN KEY ("athlete_id") REFERENCES "public"."athlete"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "athlete_link" ADD CONSTRAINT "athlete_link_created_by_staff_id_fk" FOREIGN KEY ("created_by") REFERENCES "public"."staff"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "athlete_link_token" ON "athlete_link" USING btree ("token_hash");--> statement-breakpoint
CREATE UNIQUE INDEX "athlete_link_calendar" ON "athlete_link" USING btree ("calendar_hash");--> statement-breakpoint
CREATE INDEX "athlete_link_athlete" ON "athlete_link" USING btree ("athlete_id","created_at");--> statement-breakpoint
CREATE INDEX "athlete_link_practice" ON "athlete_link" USING btree ("practice_id");--> statement-breakpoint
CREATE INDEX "athlete_link_staff" ON "athlete_link" USING btree ("created_by");--> statement-breakpoint
ALTER TABLE "session_log" ADD CONSTRAINT "session_log_link_id_athlete_link_id_fk" FOREIGN KEY ("link_id") REFERENCES "public"."athlete_link"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "session_log_link" ON "session_log" USING btree ("link_id");