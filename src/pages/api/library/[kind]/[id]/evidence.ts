import type { APIRoute } from "astro";
import { isLibraryKind } from "../../../../../core/library/names";
import { evidenceAnswer } from "../../../../../server/evidence";
import { notFound, otherMethods } from "../../../../../server/problem";

export const prerender = false;

/** What own poured batches say of a row of a library. */
export const GET: APIRoute = async ({ params }) => {
  const { kind, id } = params as { kind: string; id: string };
  return isLibraryKind(kind) ? evidenceAnswer(kind, id) : notFound("library");
};

export const HEAD = GET;
export const ALL: APIRoute = otherMethods("GET", "HEAD");
