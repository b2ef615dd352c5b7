CREATE TABLE "sport_training" (
	"id" uuid PRIMARY KEY NOT NULL,
	"practice_id" uuid NOT NULL,
	"athlete_id" uuid NOT NULL,
	"on_date" date NOT NULL,
	"starts_at" text,
	"minutes" integer NOT NULL,
	"hardness" integer,
	"risk" boolean DEFAULT false NOT NULL,
	"name" text NOT NULL,
	"source" text
);
--> statement-breakpoint
CREATE TABLE "usual_training" (
	"id" uuid PRIMARY KEY NOT NULL,
	"practice_id" uuid NOT NULL,
	"athlete_id" uuid NOT NULL,
	"weekday" integer NOT NULL,
	"starts_at" text,
	"minutes" integer NOT NULL,
	"hardness" integer,
	"risk" boolean DEFAULT false NOT NULL,
	"name" text NOT NULL
);
--> statement-breakpoint
ALTER TABLE "sport_training" ADD CONSTRAINT "sport_training_practice_id_practice_id_fk" FOREIGN KEY ("practice_id") REFERENCES "public"."practice"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sport_training" ADD CONSTRAINT "sport_training_athlete_id_athlete_id_fk" FOREIGN KEY ("athlete_id") REFERENCES "public"."athlete"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "usual_training" ADD CONSTRAINT "usual_training_practice_id_practice_id_fk" FOREIGN KEY ("practice_id") REFERENCES "public"."practice"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "usual_training" ADD CONSTRAINT "usual_training_athlete_id_athlete_id_fk" FOREIGN KEY ("athlete_id") REFERENCES "public"."athlete"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "sport_training_athlete" ON "sport_training" USING btree ("athlete_id","on_date");--> statement-breakpoint
CREATE INDEX "sport_training_practice" ON "sport_training" USING btree ("practice_id");--> statement-breakpoint
CREATE INDEX "usual_training_athlete" ON "usual_training" USING btree ("athlete_id");--> statement-breakpoint
CREATE INDEX "usual_training_practice" ON "usual_training" USING btree ("practice_id");