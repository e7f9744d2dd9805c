CREATE TABLE "lessons" (
	"batch_id" text NOT NULL,
	"unknown" text NOT NULL,
	"mean" double precision NOT NULL,
	"precision" double precision NOT NULL,
	"is_left_out" boolean DEFAULT false NOT NULL,
	"learned_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "lessons_batch_id_unknown_pk" PRIMARY KEY("batch_id","unknown")
);
--> statement-breakpoint
CREATE INDEX "lessons_unknown" ON "lessons" USING btree ("unknown");