import { sql } from "drizzle-orm";
import {
  type AnyPgColumn,
  boolean,
  customType,
  doublePrecision,
  index,
  integer,
  json,
  pgTable,
  primaryKey,
  text,
  timestamp,
} from "drizzle-orm/pg-core";
import type { RackFigures } from "../core/derive/rack";
import type { ShelfSummary } from "../core/derive/shelfEntry";
import type { Plan } from "../core/document/schema";
import type { LibraryDocument } from "../core/library/kinds";
import type { LibraryKind } from "../core/library/names";
import type { PaperId } from "../core/practice/papers";
import type { Settings } from "../core/practice/practiceSchema";
import type { Need, Taken } from "../core/practice/stockSchema";

/** Words of a text as PostgreSQL's full text search keeps them. */
const tsvector = customType<{ data: string }>({ dataType: () => "tsvector" });

/** True where nothing is due of a batch but a look at the bar that is kept. */
export const isLookOnly = (summary: AnyPgColumn) => sql`(${summary} -> 'due' -> 0 ->> 'what') = 'look'`;

/** The day when a batch is ready; far off where none is known. */
export const readyDay = (readyOn: AnyPgColumn) => sql`coalesce(${readyOn}, '9999-12-31')`;
export const isPouring = (phase: AnyPgColumn) => sql`(${phase} = 'pouring')`;
export const isUnpoured = (phase: AnyPgColumn) => sql`${phase} <> 'poured'`;

/**
 * One row a batch. The document is kept as `json`, not `jsonb`: its text order survives, so that what is exported is byte for
 * byte what was stored. `version` grows by one with every save and guards against silent overwriting.
 */
export const batches = pgTable(
  "batches",
  {
    id: text("id").primaryKey(),
    version: integer("version").notNull().default(1),
    /** The last version that was an edit; those after it only noted what happened at the bench, and whoever saw this one may still save. */
    editedVersion: integer("edited_version").notNull().default(0),
    document: json("document").$type<Plan>().notNull(),
    /** What lists show and search, derived from the document at every save; null until then (rows of an older Tundish). */
    title: text("title").notNull().default(""),
    phase: text("phase").$type<"planned" | "pouring" | "poured">().notNull().default("planned"),
    /** Day of the pour, planned or done. */
    pourOn: text("pour_on"),
    readyOn: text("ready_on"),
    dueOn: text("due_on"),
    /** When the first thing is asked about after the pour; null where nothing is. */
    careAt: timestamp("care_at", { withTimezone: true }),
    summary: json("summary").$type<ShelfSummary>(),
    /** What of it stands, or is to stand, on the rack. */
    rack: json("rack").$type<RackFigures>(),
    family: text("family").notNull().default(""),
    rating: integer("rating"),
    /** The batch that it was copied from; null for one that stands for itself. */
    originId: text("origin_id"),
    /** Rows of the libraries that it uses, as "kind:id". */
    uses: text("uses").array().notNull().default(sql`'{}'::text[]`),
    words: tsvector("words").notNull().default(sql`''::tsvector`),
    /** What was weighed out of the studio's materials, and when the last of it was; null where nothing was. */
    taken: json("taken").$type<Taken[]>(),
    takenAt: timestamp("taken_at", { withTimezone: true }),
    /** What a planned batch still takes of them; null of one that is poured. */
    needs: json("needs").$type<Need[]>(),
    createdAt: timestamp("created_at", { withTimezone: true }).notNull().defaultNow(),
    updatedAt: timestamp("updated_at", { withTimezone: true }).notNull().defaultNow(),
  },
  (t) => [
    index("batches_phase").on(t.phase, sql`(${readyDay(t.readyOn)})`, t.id),
    index("batches_unpoured")
      .on(sql`${isPouring(t.phase)} desc`, sql`${t.createdAt} desc`, t.id)
      .where(isUnpoured(t.phase)),
    index("batches_title").on(sql`lower(${t.title})`),
    index("batches_origin").on(t.originId),
    index("batches_uses").using("gin", t.uses),
    index("batches_words").using("gin", t.words),
    index("batches_taken_at").on(t.takenAt),
    index("batches_care_at").on(t.careAt),
    index("batches_due")
      .on(sql`(${isLookOnly(t.summary)})`, t.dueOn, t.id)
      .where(sql`${t.dueOn} is not null and ${t.summary} is not null`),
  ],
);

/** One row an oil, formula, mould, tool, colourant or scent. `name` stands beside the document for search and order. */
export const libraryItems = pgTable(
  "library_items",
  {
    kind: text("kind").$type<LibraryKind>().notNull(),
    id: text("id").notNull(),
    version: integer("version").notNull().default(1),
    name: text("name").notNull(),
    isArchived: boolean("is_archived").notNull().default(false),
    document: json("document").$type<LibraryDocument>().notNull(),
    createdAt: timestamp("created_at", { withTimezone: true }).notNull().defaultNow(),
    updatedAt: timestamp("updated_at", { withTimezone: true }).notNull().defaultNow(),
  },
  (t) => [
    primaryKey({ columns: [t.kind, t.id] }),
    index("library_items_name").on(t.kind, t.isArchived, sql`lower(${t.name})`),
  ],
);

/** Every version that a formula has had. */
export const formulaVersions = pgTable(
  "formula_versions",
  {
    formulaId: text("formula_id").notNull(),
    version: integer("version").notNull(),
    document: json("document").$type<LibraryDocument<"formulas">>().notNull(),
    savedAt: timestamp("saved_at", { withTimezone: true }).notNull().defaultNow(),
  },
  (t) => [primaryKey({ columns: [t.formulaId, t.version] })],
);

/** What poured batches taught the clock: one row a batch and unknown (`F:`, `J:` a scent, `formula:` a formula, `A:` an additive, `pace`). */
export const lessons = pgTable(
  "lessons",
  {
    batchId: text("batch_id").notNull(),
    unknown: text("unknown").notNull(),
    mean: doublePrecision("mean").notNull(),
    precision: doublePrecision("precision").notNull(),
    isLeftOut: boolean("is_left_out").notNull().default(false),
    learnedAt: timestamp("learned_at", { withTimezone: true }).notNull().defaultNow(),
  },
  (t) => [primaryKey({ columns: [t.batchId, t.unknown] }), index("lessons_unknown").on(t.unknown)],
);
export type LessonRow = typeof lessons.$inferSelect;

/** The studio's settings: one row. */
export const settings = pgTable("settings", {
  id: integer("id").primaryKey().default(1),
  version: integer("version").notNull().default(1),
  document: json("document").$type<Settings>().notNull(),
});

/** What the studio keeps beside batches and libraries: one row a paper (`stock`, `orders`). */
export const papers = pgTable("papers", {
  id: text("id").$type<PaperId>().primaryKey(),
  version: integer("version").notNull().default(1),
  document: json("document").notNull(),
});

/** Devices that were let in from elsewhere than this machine, by the hash of the token that each holds. */
export const devices = pgTable("devices", {
  id: text("id").primaryKey(),
  name: text("name").notNull(),
  tokenHash: text("token_hash").notNull().unique(),
  pairedAt: timestamp("paired_at", { withTimezone: true }).notNull().defaultNow(),
  lastSeenAt: timestamp("last_seen_at", { withTimezone: true }).notNull().defaultNow(),
});
export type DeviceRow = typeof devices.$inferSelect;

export type BatchRow = typeof batches.$inferSelect;
export type LibraryRow = typeof libraryItems.$inferSelect;
export type FormulaVersionRow = typeof formulaVersions.$inferSelect;
