-- What batches are searched by: every word of them, the rows of the libraries that they use, their family and rating, and the batch that one was copied from.
ALTER TABLE "batches" ADD COLUMN "family" text DEFAULT '' NOT NULL;
--> statement-breakpoint
ALTER TABLE "batches" ADD COLUMN "rating" integer;
--> statement-breakpoint
ALTER TABLE "batches" ADD COLUMN "origin_id" text;
--> statement-breakpoint
ALTER TABLE "batches" ADD COLUMN "uses" text[] DEFAULT '{}'::text[] NOT NULL;
--> statement-breakpoint
ALTER TABLE "batches" ADD COLUMN "words" "tsvector" DEFAULT ''::tsvector NOT NULL;
--> statement-breakpoint
CREATE INDEX "batches_origin" ON "batches" USING btree ("origin_id");
--> statement-breakpoint
CREATE INDEX "batches_uses" ON "batches" USING gin ("uses");
--> statement-breakpoint
CREATE INDEX "batches_words" ON "batches" USING gin ("words");
