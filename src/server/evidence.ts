import { type EvidenceKind, evidenceOf } from "../core/derive/evidence";
import { readPlan } from "../core/document/read";
import { documentsOf, searchBatches } from "../data/search";
import { database } from "./database";
import { json } from "./problem";

/** Batches that are asked at most: the newest. */
const MOST_ASKED = 200;

/** What own poured batches say of a row of a library, or of a family of designs: signs at the pour, findings at the cut, looks at kept bars. */
export async function evidenceAnswer(kind: EvidenceKind, id: string): Promise<Response> {
  const { db } = await database();
  const of = kind === "families" ? { family: id, uses: "" } : { family: "", uses: `${kind}:${id}` };
  const { rows } = await searchBatches(
    db,
    { query: "", phase: "poured", rating: null, ...of },
    { offset: 0, limit: MOST_ASKED },
  );
  const documents = await documentsOf(
    db,
    rows.map((r) => r.id),
  );
  const plans = rows.flatMap((row) => {
    const read = readPlan(documents.get(row.id));
    return read.ok ? [read.plan] : [];
  });
  return json(evidenceOf(kind, id, plans));
}
