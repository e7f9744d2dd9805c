import type { APIRoute } from "astro";
import { getBatch } from "../../../../data/batches";
import { computedAnswer } from "../../../../server/compute/answer";
import { database } from "../../../../server/database";
import { notFound, otherMethods } from "../../../../server/problem";

export const prerender = false;

/** The chance that was stated before the pour of a batch, and how many of its steps met their windows. */
export const GET: APIRoute = async ({ params, request }) => {
  const { db } = await database();
  const batch = await getBatch(db, params.id!);
  return batch ? computedAnswer({ kind: "kept", text: JSON.stringify(batch.document) }, request) : notFound("batch");
};

export const HEAD = GET;
export const ALL: APIRoute = otherMethods("GET", "HEAD");
