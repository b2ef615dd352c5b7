ALTER TABLE "trial" DROP CONSTRAINT "trial_end_reason_known";--> statement-breakpoint
ALTER TABLE "trial" ADD COLUMN "felt_also" text[] DEFAULT '{}' NOT NULL;--> statement-breakpoint
ALTER TABLE "trial" ADD COLUMN "note" text;--> statement-breakpoint
ALTER TABLE "trial" ADD CONSTRAINT "trial_end_reason_known" CHECK ("end_reason" in ('loss', 'gave_up', 'slipped', 'cap', 'done', 'pain', 'stopped'));