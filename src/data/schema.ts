import { integer, json, pgTable, text, timestamp } from "drizzle-orm/pg-core";
import type { Plan } from "../core/plan/schema";

/**
 * One row a batch. The document is kept as `json`, not `jsonb`: its text order survives, so that what is exported is byte for
 * byte what was stored. `version` grows by one with every save and guards against silent overwriting.
 */
export const batches = pgTable("batches", {
  id: text("id").primaryKey(),
  version: integer("version").notNull().default(1),
  document: json("document").$type<Plan>().notNull(),
  createdAt: timestamp("created_at", { withTimezone: true }).notNull().defaultNow(),
  updatedAt: timestamp("updated_at", { withTimezone: true }).notNull().defaultNow(),
});

export type BatchRow = typeof batches.$inferSelect;
