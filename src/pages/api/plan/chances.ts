import type { APIRoute } from "astro";
import { computeMasses } from "../../../core/plan/masses";
import { adviceFor } from "../../../core/schedule/advice";
import { chancesOf, FULL_DRAWS } from "../../../core/schedule/chance";
import { compileProgram } from "../../../core/schedule/program";
import { computeTimeline } from "../../../core/schedule/timeline";
import { turnBacks } from "../../../core/schedule/turnBack";
import { readPlanBody, readWhole } from "../../../server/body";
import { json, problem } from "../../../server/problem";

export const prerender = false;

/** Points of a band; null while the vessel is not there. */
const points = (values: Float64Array) => Array.from(values, (v) => (Number.isFinite(v) ? v : null));

/** Chances, bands and turn-back points of a plan document, and with `advice=1` what would help; stores nothing. `draws` (at most 5,000), `seed`. */
export const POST: APIRoute = async ({ request, url }) => {
  const body = await readPlanBody(request);
  if (!body.ok) return body.answer;
  const masses = computeMasses(body.value);
  if (!masses)
    return problem(
      422,
      "Cannot be computed",
      "The formula cannot be computed: it has no oils, or one that is not known.",
    );
  const draws = readWhole(url.searchParams, "draws", FULL_DRAWS, 20, 5000);
  const seed = readWhole(url.searchParams, "seed", 1, 0, 2 ** 31);
  const chances = chancesOf(compileProgram(body.value, masses), { seed, draws })!;
  const timeline = computeTimeline(body.value, masses);
  return json({
    ...chances,
    bands: chances.bands.map((b) => ({ id: b.id, low: points(b.low), mid: points(b.mid), high: points(b.high) })),
    turnBacks: turnBacks(body.value, timeline, chances),
    ...(url.searchParams.get("advice") === "1"
      ? { advice: adviceFor(body.value, { seed, draws: Math.min(draws, 500) }) }
      : {}),
  });
};
