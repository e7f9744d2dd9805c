-- What the studio keeps beside batches and libraries (stock, orders), one row each; and what a batch took of its materials, with when it took the last of it.
CREATE TABLE "papers" (
	"id" text PRIMARY KEY NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"document" json NOT NULL
);
--> statement-breakpoint
ALTER TABLE "batches" ADD COLUMN "taken" json;
--> statement-breakpoint
ALTER TABLE "batches" ADD COLUMN "taken_at" timestamp with time zone;
--> statement-breakpoint
CREATE INDEX "batches_taken_at" ON "batches" USING btree ("taken_at");
--> statement-breakpoint
CREATE TRIGGER papers_change AFTER INSERT OR UPDATE OR DELETE ON papers
  FOR EACH STATEMENT EXECUTE FUNCTION tundish_table_change('papers');
