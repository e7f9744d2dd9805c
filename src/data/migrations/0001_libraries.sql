CREATE TABLE "formula_versions" (
	"formula_id" text NOT NULL,
	"version" integer NOT NULL,
	"document" json NOT NULL,
	"saved_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "formula_versions_formula_id_version_pk" PRIMARY KEY("formula_id","version")
);
--> statement-breakpoint
CREATE TABLE "library_items" (
	"kind" text NOT NULL,
	"id" text NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"name" text NOT NULL,
	"is_archived" boolean DEFAULT false NOT NULL,
	"document" json NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "library_items_kind_id_pk" PRIMARY KEY("kind","id")
);
--> statement-breakpoint
CREATE TABLE "settings" (
	"id" integer PRIMARY KEY DEFAULT 1 NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"document" json NOT NULL
);
--> statement-breakpoint
ALTER TABLE "batches" ADD COLUMN "title" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "batches" ADD COLUMN "phase" text DEFAULT 'planned' NOT NULL;--> statement-breakpoint
ALTER TABLE "batches" ADD COLUMN "ready_on" text;--> statement-breakpoint
ALTER TABLE "batches" ADD COLUMN "due_on" text;--> statement-breakpoint
ALTER TABLE "batches" ADD COLUMN "summary" json;--> statement-breakpoint
CREATE INDEX "library_items_name" ON "library_items" USING btree ("kind","is_archived",lower("name"));--> statement-breakpoint
CREATE INDEX "batches_phase" ON "batches" USING btree ("phase","ready_on","created_at");--> statement-breakpoint
CREATE INDEX "batches_title" ON "batches" USING btree (lower("title"));