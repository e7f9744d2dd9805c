import { type FoundBatch, type FoundPage, foundIn, queryWords, searchedOf } from "../core/derive/searched";
import { shelfEntry } from "../core/derive/shelf";
import type { ShelfEntry } from "../core/derive/shelfEntry";
import { readPlan } from "../core/document/read";
import type { Plan } from "../core/document/schema";
import type { Database } from "../data/database";
import { type FoundRow, type Sought, searchBatches } from "../data/search";

const entryOf = (row: FoundRow, plan: Plan, today: string): ShelfEntry =>
  shelfEntry({ ...row, version: 0, updatedAt: row.updatedAt.toISOString(), title: plan.title }, today);

/** What was found, with the sentence that has the words. */
export async function foundPage(
  db: Database,
  sought: Sought,
  page: { offset: number; limit: number },
  today: string,
): Promise<FoundPage> {
  const { total, rows } = await searchBatches(db, sought, page);
  const words = queryWords(sought.query);
  const found = rows.flatMap((row): FoundBatch[] => {
    const read = readPlan(row.document);
    if (!read.ok) return [];
    const { plan } = read;
    return [
      {
        entry: entryOf(row, plan, today),
        family: row.family,
        pouredOn: plan.record.startedAt?.slice(0, 10) ?? null,
        at: words.length > 0 ? foundIn(searchedOf(plan), words) : null,
      },
    ];
  });
  return { total, found };
}
