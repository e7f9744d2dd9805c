import { type SQL, sql } from "drizzle-orm";
import { PLACES_SEARCHED } from "../core/derive/searched";
import { summaryOf } from "../core/derive/shelf";
import type { Plan } from "../core/document/schema";

/** How words weigh by where they stand, in the order of `PLACES_SEARCHED`. */
const WEIGHTS = ["A", "B", "C", "D"] as const;
/** The longest text that is searched in one place of a batch, characters. */
const LONGEST = 20_000;

/** What lists show and search of a batch, as it stands in its row. */
export function listColumns(plan: Plan) {
  const { searched, ...columns } = summaryOf(plan);
  const parts = PLACES_SEARCHED.map(
    (place, i): SQL =>
      sql`setweight(to_tsvector('english', ${searched[place].join(" . ").slice(0, LONGEST)}), ${sql.raw(`'${WEIGHTS[i]}'`)})`,
  );
  return { ...columns, words: sql`${sql.join(parts, sql` || `)}` };
}
