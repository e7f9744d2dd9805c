import { FAMILY_IDS } from "../core/techniques/families/registry";
import type { Sought } from "../data/search";
import type { Read } from "./body";
import { problem } from "./problem";

const PHASES: readonly string[] = ["planned", "pouring", "poured"];
const USE = /^(scents|colourants|oils|formulas|moulds|tools):.{1,200}$/;
const [LEAST_RATING, MOST_RATING] = [1, 5] as const;

const refuse = (field: string, message: string): Read<Sought> => ({
  ok: false,
  answer: problem(400, "No such filter", `\`${field}\` ${message}.`),
});

/** What a request looks for; a filter that cannot be is refused rather than left out. */
export function readSought(params: URLSearchParams, query: string): Read<Sought> {
  const family = params.get("family") ?? "";
  if (family !== "" && !FAMILY_IDS.some((f) => f === family)) return refuse("family", "is none of the design families");
  const phase = params.get("phase") ?? "";
  if (phase !== "" && !PHASES.includes(phase)) return refuse("phase", `is one of ${PHASES.join(", ")}`);
  const uses = params.get("uses") ?? "";
  if (uses !== "" && !USE.test(uses)) return refuse("uses", 'names a row of a library, like "scents:s-fir"');
  const rated = params.get("rating") ?? "";
  const rating = rated === "" ? null : Number(rated);
  if (rating !== null && !(Number.isInteger(rating) && rating >= LEAST_RATING && rating <= MOST_RATING))
    return refuse("rating", `is a whole number from ${LEAST_RATING} to ${MOST_RATING}`);
  return { ok: true, value: { query, family, phase, uses, rating } };
}
