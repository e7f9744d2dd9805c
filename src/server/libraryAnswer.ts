import { type KeptLesson, scentKnowledge } from "../core/clock/knowledge";
import type { Bench, BenchPart } from "../core/library/bench";
import { type LibraryItem, readLibraryDocument } from "../core/library/kinds";
import { isLibraryKind, type LibraryKind, libraryNames } from "../core/library/names";
import type { AtHand } from "../core/library/stock";
import type { Told } from "../core/practice/told";
import type { Database } from "../data/database";
import { type TitledLesson, toldLessons } from "../data/lessons";
import { allOf, libraryStamp } from "../data/library";
import type { LibraryRow } from "../data/schema";
import { getSettings } from "../data/settings";
import { stockNow } from "../data/stock";
import { etag } from "./batchAnswer";
import { type Read, readJsonBody } from "./body";
import { invalid, json, notFound } from "./problem";

/** A row of a library as the API shows it. */
export const libraryBody = (row: LibraryRow): LibraryItem => ({
  id: row.id,
  version: row.version,
  updatedAt: row.updatedAt.toISOString(),
  isArchived: row.isArchived,
  document: row.document,
});

export const libraryAnswer = (row: LibraryRow, status = 200) =>
  json(
    libraryBody(row),
    status,
    status === 201 ? { ...etag(row), location: `/api/library/${row.kind}/${row.id}` } : etag(row),
  );

/** The library that a path names, or 404. */
export function readKind(kind: string | undefined): Read<LibraryKind> {
  return kind && isLibraryKind(kind) ? { ok: true, value: kind } : { ok: false, answer: notFound("library") };
}

/** `{document, isArchived}` from a JSON body, or the answer that refuses it; `isArchived` may be left out. */
export async function readLibraryBody(
  request: Request,
  kind: LibraryKind,
): Promise<Read<{ document: LibraryItem["document"]; isArchived: boolean }>> {
  const body = await readJsonBody(request, libraryNames(kind).one);
  if (!body.ok) return body;
  const value = body.value;
  const refuse = (field: string, message: string) => ({ ok: false as const, answer: invalid([{ field, message }]) });
  if (typeof value !== "object" || value === null || Array.isArray(value)) {
    return refuse("document", "must be an object with a document");
  }
  const { document, isArchived = false } = value as { document?: unknown; isArchived?: unknown };
  if (typeof isArchived !== "boolean") return refuse("isArchived", "must be true or false");
  const read = readLibraryDocument(kind, document);
  return read.ok
    ? { ok: true, value: { document: read.document, isArchived } }
    : { ok: false, answer: invalid(read.problems) };
}

const rowsOf = async (db: Database) =>
  Promise.all([
    allOf(db, "oils"),
    allOf(db, "colourants"),
    allOf(db, "scents"),
    allOf(db, "moulds"),
    allOf(db, "tools"),
  ]);
/** The rows read last of each database, with the stamp that they had. */
const readLast = new WeakMap<Database, { stamp: string; rows: Awaited<ReturnType<typeof rowsOf>> }>();

/** What a page has at hand: settings, and what of the small libraries it asks for, every row. Rows are read anew where any has changed. */
export async function bench<K extends BenchPart>(
  db: Database,
  parts: readonly K[],
): Promise<Pick<Bench, K | "settings">> {
  const asks = (...some: BenchPart[]) => some.some((part) => parts.some((asked) => asked === part));
  const [stamp, settings, told, stock] = await Promise.all([
    libraryStamp(db),
    getSettings(db),
    asks("told", "scents") ? toldLessons(db) : [],
    asks("stock") ? stockNow(db) : [],
  ]);
  const known = readLast.get(db);
  const rows = known?.stamp === stamp ? known.rows : await rowsOf(db);
  readLast.set(db, { stamp, rows });
  const [oils, colourants, scents, moulds, tools] = rows;
  const bodies = <K extends LibraryKind>(rows: LibraryRow[]) => rows.map(libraryBody) as LibraryItem<K>[];
  const all: Bench = {
    settings: settings.document,
    oils: bodies<"oils">(oils),
    colourants: bodies<"colourants">(colourants),
    scents: bodies<"scents">(scents).map((s) => withKnowledge(s, told)),
    moulds: bodies<"moulds">(moulds),
    tools: bodies<"tools">(tools),
    told,
    stock: stock.map(({ by: _, ...m }): AtHand => m),
  };
  const asked: readonly (keyof Bench)[] = ["settings", ...parts];
  return Object.fromEntries(asked.map((part) => [part, all[part]])) as Pick<Bench, K | "settings">;
}

/** Lessons as the interface takes them. */
export const keptLessons = (rows: readonly TitledLesson[]): KeptLesson[] => rows.map(({ learnedAt: _, ...l }) => l);

/** A scent as batches take it: measured by own batches where they have said anything. */
function withKnowledge(item: LibraryItem<"scents">, told: readonly Told[]): LibraryItem<"scents"> {
  const known = scentKnowledge(item.id, item.document, told);
  if (!known || known.batches === 0) return item;
  const { rateFactor, jumpSteps, heatC, sdLog } = known;
  const held = (v: number, low: number, high: number) => Math.min(high, Math.max(low, v));
  const measured = {
    rateFactor: held(rateFactor, 0.2, 60),
    jumpSteps: held(jumpSteps, -1, 5),
    heatC,
    sdLog: held(sdLog, 0.01, 1.5),
  };
  return { ...item, document: { ...item.document, measured } };
}
