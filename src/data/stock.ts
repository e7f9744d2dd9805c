import { and, eq, gt, inArray, or, sql } from "drizzle-orm";
import { COUNTED_FIELDS, withoutCounts } from "../core/library/kinds";
import { type OnHand, stockOf, type TakenBy } from "../core/library/stock";
import type { MaterialKind, Need, Stock, StockEntry } from "../core/practice/stockSchema";
import { rowKey } from "../core/practice/stockSchema";
import type { Database } from "./database";
import { getPaper, savePaper } from "./papers";
import { batches, libraryItems } from "./schema";

/** What batches took of the studio's materials: those that took something after an instant. */
export async function takenSince(db: Database, since: string): Promise<TakenBy[]> {
  const rows = await db
    .select({ batchId: batches.id, title: batches.title, taken: batches.taken })
    .from(batches)
    .where(gt(batches.takenAt, new Date(since)));
  return rows.map((r) => ({ ...r, taken: r.taken ?? [] }));
}

/** How far back lots are looked for where nothing is counted, ms. */
const UNCOUNTED_MS = 90 * 86_400_000;

/** From when on it matters what was taken. */
export const sinceOf = (stock: Stock): string =>
  stock.materials.flatMap((m) => m.countedAt ?? []).sort()[0] ?? new Date(Date.now() - UNCOUNTED_MS).toISOString();

/** The studio's materials as they stand now. @param planned what planned batches still need */
export async function stockNow(db: Database, planned: readonly Need[] = []): Promise<OnHand[]> {
  const { document } = await getPaper(db, "stock");
  return stockOf(document, await takenSince(db, sinceOf(document)), planned);
}

type OldRow = { kind: MaterialKind; id: string; updatedAt: string; document: unknown };

/** What rows of an older Tundish said to be on hand, as it was counted. */
export function countedInRows(rows: readonly OldRow[]): StockEntry[] {
  return rows.flatMap((r, i): StockEntry[] => {
    const { name, stockG, lot } = r.document as { name?: unknown; stockG?: unknown; lot?: unknown };
    if (typeof name !== "string" || (typeof stockG !== "number" && !lot)) return [];
    const isCounted = typeof stockG === "number";
    return [
      {
        ...{ id: `m${i + 1}`, key: rowKey(r.kind, r.id), kind: r.kind, name },
        ...{ countedG: isCounted ? stockG : null, countedAt: isCounted ? r.updatedAt : null },
        ...{ lot: typeof lot === "string" ? lot : "", lowG: null },
      },
    ];
  });
}

/** Moves what rows of an older Tundish counted into the stock. */
export async function liftCounts(db: Database): Promise<void> {
  const old = await db
    .select()
    .from(libraryItems)
    .where(
      and(
        inArray(libraryItems.kind, ["colourants", "scents"]),
        or(...COUNTED_FIELDS.map((f) => sql`${libraryItems.document} -> ${f} is not null`)),
      ),
    );
  if (old.length === 0) return;
  await db.transaction(async (tx) => {
    const counted = countedInRows(
      old.map((r) => ({ ...r, kind: r.kind as MaterialKind, updatedAt: r.updatedAt.toISOString() })),
    );
    const stored = await getPaper(tx, "stock");
    const known = new Set(stored.document.materials.map((m) => m.key));
    const materials = [...stored.document.materials, ...counted.filter((m) => !known.has(m.key))];
    const document: Stock = { materials: materials.map((m, i) => ({ ...m, id: `m${i + 1}` })) };
    await savePaper(tx, "stock", stored.version, document);
    for (const row of old) {
      await tx
        .update(libraryItems)
        .set({ document: withoutCounts(row.document) as typeof row.document })
        .where(and(eq(libraryItems.kind, row.kind), eq(libraryItems.id, row.id)));
    }
  });
}
