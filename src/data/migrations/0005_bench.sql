-- The last version of a batch that was an edit: what is noted at the bench raises the version alone, and stands in nobody's way.
ALTER TABLE "batches" ADD COLUMN "edited_version" integer DEFAULT 0 NOT NULL;
--> statement-breakpoint
UPDATE "batches" SET "edited_version" = "version";
