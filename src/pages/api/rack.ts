import type { APIRoute } from "astro";
import { getPaper } from "../../data/papers";
import { rackBatches } from "../../data/rack";
import { database } from "../../server/database";
import { json, otherMethods } from "../../server/problem";
import { today } from "../../server/today";

export const prerender = false;

/** What is on the rack, cures, or is planned: the batches that orders are served from. */
export const GET: APIRoute = async () => {
  const { db } = await database();
  const { document } = await getPaper(db, "orders");
  return json({ batches: await rackBatches(db, document, today()) });
};

export const HEAD = GET;
export const ALL: APIRoute = otherMethods("GET", "HEAD");
