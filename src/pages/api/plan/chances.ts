import type { APIRoute } from "astro";
import { FULL_DRAWS } from "../../../core/clock/chance";
import { readPlanText, readWhole } from "../../../server/body";
import { computedAnswer } from "../../../server/compute/answer";
import { otherMethods } from "../../../server/problem";

export const prerender = false;

/**
 * Chances, bands and turn-back points of a plan document, and with `advice=1` what would help; stores nothing. `draws` (at most 5,000), `seed`. `draws` of the
 * answer says how many were taken: fewer than `asked` where so many would take too long.
 */
export const POST: APIRoute = async ({ request, url }) => {
  const text = await readPlanText(request);
  if (!text.ok) return text.answer;
  const draws = readWhole(url.searchParams, "draws", FULL_DRAWS, 20, 5000);
  const seed = readWhole(url.searchParams, "seed", 1, 0, 2 ** 31);
  const withAdvice = url.searchParams.get("advice") === "1";
  return computedAnswer({ kind: "chances", text: text.value, draws, seed, withAdvice }, request);
};

export const ALL: APIRoute = otherMethods("POST");
