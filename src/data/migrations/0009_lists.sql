DROP INDEX "batches_phase";--> statement-breakpoint
ALTER TABLE "batches" ADD COLUMN "pour_on" text;--> statement-breakpoint
ALTER TABLE "batches" ADD COLUMN "care_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "batches" ADD COLUMN "rack" json;--> statement-breakpoint
ALTER TABLE "batches" ADD COLUMN "needs" json;--> statement-breakpoint
CREATE INDEX "batches_unpoured" ON "batches" USING btree (("phase" = 'pouring') desc,"created_at" desc,"id") WHERE "batches"."phase" <> 'poured';--> statement-breakpoint
CREATE INDEX "batches_care_at" ON "batches" USING btree ("care_at");--> statement-breakpoint
CREATE INDEX "batches_phase" ON "batches" USING btree ("phase",(coalesce("ready_on", '9999-12-31')),"id");