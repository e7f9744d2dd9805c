import type { APIRoute } from "astro";
import { listFormulaVersions } from "../../../../../data/library";
import { database } from "../../../../../server/database";
import { json, notFound, otherMethods } from "../../../../../server/problem";

export const prerender = false;

/** Every version that a formula has had, newest first. */
export const GET: APIRoute = async ({ params }) => {
  if (params.kind !== "formulas") return notFound("list of versions");
  const { db } = await database();
  const rows = await listFormulaVersions(db, params.id!);
  if (rows.length === 0) return notFound("formula");
  return json(rows.map((r) => ({ version: r.version, savedAt: r.savedAt.toISOString(), document: r.document })));
};

export const HEAD = GET;
export const ALL: APIRoute = otherMethods("GET", "HEAD");
