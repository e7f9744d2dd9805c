import type { APIRoute } from "astro";
import { evidenceOf } from "../../../../../core/derive/evidence";
import { readPlan } from "../../../../../core/document/read";
import { isLibraryKind } from "../../../../../core/library/kinds";
import { searchBatches } from "../../../../../data/search";
import { database } from "../../../../../server/database";
import { json, notFound, otherMethods } from "../../../../../server/problem";

export const prerender = false;

/** Batches that are asked at most: the newest. */
const MOST_ASKED = 200;

/** What own poured batches say of a row of a library: signs at the pour, findings at the cut, looks at kept bars. */
export const GET: APIRoute = async ({ params }) => {
  const { kind, id } = params as { kind: string; id: string };
  if (!isLibraryKind(kind)) return notFound("library");
  const { db } = await database();
  const sought = { query: "", family: "", phase: "poured", uses: `${kind}:${id}`, rating: null };
  const { rows } = await searchBatches(db, sought, { offset: 0, limit: MOST_ASKED });
  const plans = rows.flatMap((row) => {
    const read = readPlan(row.document);
    return read.ok ? [read.plan] : [];
  });
  return json(evidenceOf(kind, id, plans));
};

export const HEAD = GET;
export const ALL: APIRoute = otherMethods("GET", "HEAD");
