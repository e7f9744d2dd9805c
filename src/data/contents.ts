import { isDeepStrictEqual } from "node:util";
import { asc, eq, sql } from "drizzle-orm";
import * as z from "zod/mini";
import { type FieldProblem, problemsOf } from "../core/document/problems";
import { readPlan } from "../core/document/read";
import type { Plan } from "../core/document/schema";
import { type LibraryDocument, readLibraryDocument, withoutCounts } from "../core/library/kinds";
import { isLibraryKind } from "../core/library/names";
import { PAPER_IDS, PAPERS, type PaperId } from "../core/practice/papers";
import { settingsSchema } from "../core/practice/practiceSchema";
import type { KindChange, RestoreChanges } from "../core/practice/restoring";
import type { Database } from "./database";
import { listColumns } from "./listColumns";
import { hashOf } from "./photoFiles";
import { batches, formulaVersions, lessons, libraryItems, papers, settings } from "./schema";
import { countedInRows } from "./stock";

/** One document of all that is kept, with the place that it has in a backup. */
export interface Part {
  path: string;
  value: unknown;
}

const version = z.int().check(z.minimum(1), z.maximum(1_000_000_000));
const at = z.iso.datetime();
const shortId = z.string().check(z.minLength(1), z.maxLength(200));

const batchSchema = z.strictObject({ id: shortId, version, createdAt: at, updatedAt: at, document: z.unknown() });
const itemSchema = z.strictObject({
  kind: z.string().check(z.refine(isLibraryKind, "is no library")),
  id: shortId,
  version,
  isArchived: z.boolean(),
  createdAt: at,
  updatedAt: at,
  document: z.unknown(),
});
const formulaVersionSchema = z.strictObject({ formulaId: shortId, version, savedAt: at, document: z.unknown() });
const lessonsSchema = z.array(
  z.strictObject({
    batchId: shortId,
    unknown: z.string().check(z.minLength(1), z.maxLength(300)),
    mean: z.number(),
    precision: z.number().check(z.positive()),
    isLeftOut: z.boolean(),
    learnedAt: at,
  }),
);
const settingsPartSchema = z.strictObject({ version, document: settingsSchema });

const paperPart = (id: PaperId) => z.strictObject({ version, document: PAPERS[id].schema });

type BatchPart = z.infer<typeof batchSchema>;

const fileOf = (...parts: string[]) => `${parts.map(encodeURIComponent).join("/")}.json`;
const instants = <R extends object>(row: R, ...names: (keyof R)[]) => ({
  ...row,
  ...Object.fromEntries(names.map((n) => [n, (row[n] as Date).toISOString()])),
});

/** Everything that the database holds at one moment, part by part. */
export const allParts = (db: Database): Promise<Part[]> =>
  db.transaction((tx) => readParts(tx), {
    isolationLevel: "repeatable read",
    accessMode: "read only",
  });

async function readParts(db: Database): Promise<Part[]> {
  const { id, version, createdAt, updatedAt, document } = batches;
  const rows = await db.select({ id, version, createdAt, updatedAt, document }).from(batches).orderBy(asc(batches.id));
  const items = await db.select().from(libraryItems).orderBy(libraryItems.kind, libraryItems.id);
  const versions = await db.select().from(formulaVersions).orderBy(formulaVersions.formulaId, formulaVersions.version);
  const taught = await db.select().from(lessons).orderBy(lessons.batchId, lessons.unknown);
  const kept = await db.select().from(papers).orderBy(asc(papers.id));
  const [own] = await db.select().from(settings).where(eq(settings.id, 1));
  return [
    ...rows.map((b) => ({ path: fileOf("batches", b.id), value: instants(b, "createdAt", "updatedAt") })),
    ...items.map(({ name: _, ...item }) => ({
      path: fileOf("library", item.kind, item.id),
      value: instants(item, "createdAt", "updatedAt"),
    })),
    ...versions.map((v) => ({
      path: fileOf("formula-versions", v.formulaId, String(v.version)),
      value: instants(v, "savedAt"),
    })),
    { path: "lessons.json", value: taught.map((l) => instants(l, "learnedAt")) },
    ...kept.map((p) => ({ path: fileOf("papers", p.id), value: { version: p.version, document: p.document } })),
    ...(own ? [{ path: "settings.json", value: { version: own.version, document: own.document } }] : []),
  ];
}

/** What a backup holds, read and checked. */
export interface BackupContents {
  madeAt: string;
  batches: (BatchPart & { plan: Plan })[];
  items: z.infer<typeof itemSchema>[];
  formulaVersions: z.infer<typeof formulaVersionSchema>[];
  lessons: z.infer<typeof lessonsSchema>;
  settings: z.infer<typeof settingsPartSchema> | null;
  papers: { id: PaperId; version: number; document: object }[];
  photos: { hash: string; bytes: Uint8Array }[];
}
export type BackupRead = { ok: true; contents: BackupContents } | { ok: false; problems: FieldProblem[] };

/** Reads the parts of a backup as they would be read from the database. Never throws. */
export function contentsOf(madeAt: string, parts: readonly Part[]): BackupRead {
  const contents: BackupContents = {
    madeAt,
    batches: [],
    items: [],
    formulaVersions: [],
    lessons: [],
    settings: null,
    papers: [],
    photos: [],
  };
  const problems: FieldProblem[] = [];
  const old: Parameters<typeof countedInRows>[0][number][] = [];
  const inFile = (path: string, found: readonly FieldProblem[]) =>
    problems.push(...found.map((p) => ({ field: `${path}: ${p.field}`, message: p.message })));
  const parsed = <T>(path: string, schema: z.ZodMiniType<T>, value: unknown): T | null => {
    const read = schema.safeParse(value);
    if (!read.success) inFile(path, problemsOf(read.error));
    return read.success ? read.data : null;
  };
  for (const { path, value } of parts) {
    if (path.startsWith("batches/")) {
      const part = parsed(path, batchSchema, value);
      const read = part && readPlan(part.document);
      if (read?.ok) contents.batches.push({ ...part!, plan: read.plan });
      else if (read) inFile(path, read.problems);
    } else if (path.startsWith("library/")) {
      const part = parsed(path, itemSchema, value);
      const isCounted = (part?.kind === "colourants" || part?.kind === "scents") && isObject(part.document);
      if (part && isCounted) {
        old.push({ ...part, kind: part.kind as "scents" });
        part.document = withoutCounts(part.document as object);
      }
      const read = part && readLibraryDocument(part.kind as "oils", part.document);
      if (read?.ok) contents.items.push({ ...part!, document: asItStood(part!.document, read.document) });
      else if (read) inFile(path, read.problems);
    } else if (path.startsWith("formula-versions/")) {
      const part = parsed(path, formulaVersionSchema, value);
      const read = part && readLibraryDocument("formulas", part.document);
      if (read?.ok) contents.formulaVersions.push({ ...part!, document: asItStood(part!.document, read.document) });
      else if (read) inFile(path, read.problems);
    } else if (path.startsWith("photos/")) {
      const hash = /^photos\/([0-9a-f]{64})\.jpg$/.exec(path)?.[1];
      if (hash && value instanceof Uint8Array && hashOf(value) === hash) contents.photos.push({ hash, bytes: value });
      else inFile(path, [{ field: "file", message: "is not the photo that its name says" }]);
    } else if (path.startsWith("papers/")) {
      const id = PAPER_IDS.find((p) => path === fileOf("papers", p));
      const part = id && parsed<{ version: number; document: object }>(path, paperPart(id), value);
      if (part) contents.papers.push({ id, ...part });
      else if (!id) inFile(path, [{ field: "file", message: "is not known in a backup" }]);
    } else if (path === "lessons.json") contents.lessons = parsed(path, lessonsSchema, value) ?? [];
    else if (path === "settings.json") {
      const part = parsed(path, settingsPartSchema, value);
      const stood = (value as { document: unknown } | null)?.document;
      contents.settings = part && { ...part, document: asItStood(stood, part.document) as typeof part.document };
    } else inFile(path, [{ field: "file", message: "is not known in a backup" }]);
  }
  inFile("backup", twice(contents));
  // A backup of an older Tundish counted in the rows themselves.
  const counted = countedInRows(old);
  if (counted.length > 0 && !contents.papers.some((p) => p.id === "stock"))
    contents.papers.push({ id: "stock", version: 1, document: { materials: counted } });
  return problems.length ? { ok: false, problems: problems.slice(0, 20) } : { ok: true, contents };
}

const isObject = (value: unknown): value is object => typeof value === "object" && value !== null;

/** A document as it stood, with its keys in their order, unless reading lifted it to the present form. */
const asItStood = (stood: unknown, read: unknown) => (isDeepStrictEqual(stood, read) ? stood : read);

/** Rows that stand twice. */
function twice(contents: BackupContents): FieldProblem[] {
  const keys = [
    ...contents.batches.map((b) => `batch ${b.id}`),
    ...contents.items.map((i) => `${i.kind} ${i.id}`),
    ...contents.formulaVersions.map((v) => `version ${v.version} of formula ${v.formulaId}`),
    ...contents.lessons.map((l) => `lesson ${l.unknown} of ${l.batchId}`),
  ];
  const seen = new Set<string>();
  return keys.flatMap((key) => {
    if (!seen.has(key)) {
      seen.add(key);
      return [];
    }
    return [{ field: key, message: "stands twice" }];
  });
}

const textOf = (value: unknown) => JSON.stringify(value);

/** Which papers of the studio become otherwise; one that holds nothing is as none. */
async function papersChange(db: Database, contents: BackupContents): Promise<Record<PaperId, boolean>> {
  const now = new Map((await db.select().from(papers)).map((p) => [p.id, p.document]));
  const then = new Map(contents.papers.map((p) => [p.id, p.document]));
  const changes = (id: PaperId) => {
    const empty = PAPERS[id].empty();
    return !isDeepStrictEqual(now.get(id) ?? empty, then.get(id) ?? empty);
  };
  return { stock: changes("stock"), orders: changes("orders") };
}

/** What would change if a backup were put in place of what is there. Changes nothing. */
export async function changesOfRestore(db: Database, contents: BackupContents): Promise<RestoreChanges> {
  const now = await db.select({ id: batches.id, title: batches.title, document: batches.document }).from(batches);
  const then = new Map(contents.batches.map((b) => [b.id, b]));
  const titles: RestoreChanges["titles"] = [];
  const change: KindChange = { added: 0, changed: 0, removed: 0, same: 0 };
  for (const row of now) {
    const other = then.get(row.id);
    const what = !other ? "removed" : textOf(other.document) === textOf(row.document) ? "same" : "changed";
    change[what]++;
    if (what !== "same") titles.push({ title: row.title, what });
  }
  change.added = contents.batches.length - change.same - change.changed;
  const rows = await db.select().from(libraryItems);
  const items = new Map(contents.items.map((i) => [`${i.kind}/${i.id}`, i]));
  const library: KindChange = { added: 0, changed: 0, removed: 0, same: 0 };
  for (const row of rows) {
    const other = items.get(`${row.kind}/${row.id}`);
    const isSame = other && textOf(other.document) === textOf(row.document) && other.isArchived === row.isArchived;
    library[!other ? "removed" : isSame ? "same" : "changed"]++;
  }
  library.added = contents.items.length - library.same - library.changed;
  const [own] = await db.select().from(settings).where(eq(settings.id, 1));
  const [{ count }] = await db.select({ count: sql<number>`count(*)::int` }).from(lessons);
  return {
    madeAt: contents.madeAt,
    batches: change,
    library,
    lessons: { before: count, after: contents.lessons.length },
    ...(await papersChange(db, contents)),
    settings: textOf(own?.document ?? null) !== textOf(contents.settings?.document ?? null),
    titles: titles.slice(0, 20),
  };
}

/**
 * Puts what a backup holds in place of all that is there, in one transaction. Versions go on from the higher of the two, so that a page that is open with
 * what was there before cannot save over it unasked.
 * @param keep is given what is there, to be kept before anything changes; nothing changes where it fails
 */
export async function putContents<T>(
  db: Database,
  contents: BackupContents,
  keep: (parts: Part[]) => Promise<T>,
): Promise<T> {
  return db.transaction(async (tx) => {
    await tx.execute(
      sql`lock table batches, library_items, formula_versions, lessons, settings, papers in exclusive mode`,
    );
    const kept = await keep(await readParts(tx));
    const versions = new Map(
      (await tx.select({ id: batches.id, version: batches.version }).from(batches)).map((b) => [b.id, b.version]),
    );
    const items = await tx
      .select({ kind: libraryItems.kind, id: libraryItems.id, version: libraryItems.version })
      .from(libraryItems);
    const itemVersions = new Map(items.map((i) => [`${i.kind}/${i.id}`, i.version]));
    const [own] = await tx.select({ version: settings.version }).from(settings).where(eq(settings.id, 1));
    const after = (a: number, b: number | undefined) => (b === undefined ? a : Math.max(a, b) + 1);
    const paperVersions = new Map((await tx.select().from(papers)).map((p) => [p.id, p.version]));
    for (const table of [lessons, formulaVersions, libraryItems, batches, settings, papers]) await tx.delete(table);
    for (const { plan, ...b } of contents.batches) {
      const version = after(b.version, versions.get(b.id));
      await tx.insert(batches).values({
        ...{ id: b.id, version, editedVersion: version },
        document: b.document as Plan,
        ...listColumns(plan),
        createdAt: new Date(b.createdAt),
        updatedAt: new Date(b.updatedAt),
      });
    }
    for (const i of contents.items) {
      const document = i.document as LibraryDocument;
      const kind = i.kind as (typeof libraryItems.$inferInsert)["kind"];
      await tx.insert(libraryItems).values({
        kind,
        id: i.id,
        version: after(i.version, itemVersions.get(`${i.kind}/${i.id}`)),
        name: document.name,
        isArchived: i.isArchived,
        document,
        createdAt: new Date(i.createdAt),
        updatedAt: new Date(i.updatedAt),
      });
    }
    for (const v of contents.formulaVersions)
      await tx.insert(formulaVersions).values({
        formulaId: v.formulaId,
        version: v.version,
        document: v.document as LibraryDocument<"formulas">,
        savedAt: new Date(v.savedAt),
      });
    for (const l of contents.lessons) await tx.insert(lessons).values({ ...l, learnedAt: new Date(l.learnedAt) });
    for (const p of contents.papers)
      await tx.insert(papers).values({ ...p, version: after(p.version, paperVersions.get(p.id)) });
    if (contents.settings)
      await tx.insert(settings).values({
        id: 1,
        version: after(contents.settings.version, own?.version),
        document: contents.settings.document,
      });
    return kept;
  });
}
