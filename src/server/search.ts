import { type FoundBatch, type FoundPage, foundIn, queryWords, searchedOf } from "../core/derive/searched";
import { shelfEntry } from "../core/derive/shelf";
import type { ShelfEntry } from "../core/derive/shelfEntry";
import { readPlan } from "../core/document/read";
import type { Database } from "../data/database";
import { documentsOf, type FoundRow, type Sought, searchBatches } from "../data/search";

const entryOf = (row: FoundRow, today: string): ShelfEntry =>
  shelfEntry({ ...row, version: 0, updatedAt: row.updatedAt.toISOString() }, today);

/** What was found, with the sentence that has the words. */
export async function foundPage(
  db: Database,
  sought: Sought,
  page: { offset: number; limit: number },
  today: string,
): Promise<FoundPage> {
  const { total, rows } = await searchBatches(db, sought, page);
  const words = queryWords(sought.query);
  // Without words there is no sentence to look for, and nothing to read.
  const documents = await documentsOf(db, words.length > 0 ? rows.map((r) => r.id) : []);
  const found = rows.map((row): FoundBatch => {
    const read = readPlan(documents.get(row.id));
    return {
      entry: entryOf(row, today),
      family: row.family,
      pouredOn: row.phase === "planned" ? null : row.pourOn,
      at: read.ok ? foundIn(searchedOf(read.plan), words) : null,
    };
  });
  return { total, found };
}
