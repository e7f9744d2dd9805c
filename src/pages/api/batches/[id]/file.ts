import type { APIRoute } from "astro";
import { getBatch } from "../../../../data/batches";
import { writeBatchFile } from "../../../../formats/batchFile";
import { batchBody } from "../../../../server/batchAnswer";
import { database } from "../../../../server/database";
import { notFound, otherMethods } from "../../../../server/problem";

export const prerender = false;

/** The batch as a file to keep or hand on. */
export const GET: APIRoute = async ({ params }) => {
  const { db } = await database();
  const batch = await getBatch(db, params.id!);
  if (!batch) return notFound("batch");
  const plan = batchBody(batch).document;
  const name =
    plan.title
      .normalize("NFKD")
      .replace(/[^A-Za-z0-9]+/g, "-")
      .replace(/^-|-$/g, "")
      .toLowerCase() || "batch";
  return new Response(writeBatchFile(plan), {
    headers: {
      "content-type": "application/json",
      "content-disposition": `attachment; filename="${name}.tundish.json"`,
      "cache-control": "no-store",
    },
  });
};

export const HEAD = GET;
export const ALL: APIRoute = otherMethods("GET", "HEAD");
