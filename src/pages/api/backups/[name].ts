import type { APIRoute } from "astro";
import { readKept, zipAnswer } from "../../../server/backup/answer";
import { otherMethods } from "../../../server/problem";

export const prerender = false;

/** A backup that lies in the data directory, as a file. */
export const GET: APIRoute = async ({ params }) => {
  const kept = await readKept(params.name!);
  return kept.ok ? zipAnswer(kept.value, params.name!) : kept.answer;
};

export const HEAD = GET;
export const ALL: APIRoute = otherMethods("GET", "HEAD");
