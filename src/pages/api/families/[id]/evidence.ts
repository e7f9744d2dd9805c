import type { APIRoute } from "astro";
import { FAMILIES } from "../../../../core/techniques/families/registry";
import { evidenceAnswer } from "../../../../server/evidence";
import { notFound, otherMethods } from "../../../../server/problem";

export const prerender = false;

/** What own poured batches of a family of designs say of it. */
export const GET: APIRoute = async ({ params }) =>
  Object.hasOwn(FAMILIES, params.id!) ? evidenceAnswer("families", params.id!) : notFound("family");

export const HEAD = GET;
export const ALL: APIRoute = otherMethods("GET", "HEAD");
