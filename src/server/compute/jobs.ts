import { adviceFor } from "../../core/advise/advice";
import { turnBacks } from "../../core/advise/turnBack";
import { computeMasses, type Masses } from "../../core/batter/masses";
import { chancesOf } from "../../core/clock/chance";
import { type Curve, thinned } from "../../core/clock/curves";
import type { Program } from "../../core/clock/program";
import { derive } from "../../core/derive/derive";
import { keptOf } from "../../core/derive/kept";
import { taughtBy } from "../../core/derive/taught";
import type { Plan } from "../../core/document/schema";
import { programOf } from "../../core/prepare/compile";
import { computeTimeline } from "../../core/prepare/timeline";
import { type ParsedBatchFile, readBatchFile } from "../../formats/batchFile";
import { toJson } from "../json";

/** What a worker thread is asked: always of a document as text, which is cheaper to hand over than an object. */
export type Job =
  | { kind: "derive"; text: string }
  | { kind: "chances"; text: string; draws: number; seed: number; withAdvice: boolean }
  | { kind: "teach"; text: string }
  | { kind: "kept"; text: string };

/** What it answers: JSON to send on, or why there is none. */
export type Done =
  | { ok: true; json: string }
  | { ok: false; why: "invalid"; parsed: Extract<ParsedBatchFile, { ok: false }> }
  | { ok: false; why: "no-formula" }
  | { ok: false; why: "not-poured" };

/** Points of a curve in an answer: as many as a chart can show. */
export const CURVE_POINTS = 240;
/** Most draws x steps x vessels of one answer; an ordinary batch stays far below it. */
const MOST_PLAYED = 3_000_000;
/** Time that the draws of one answer may take, ms, where waits of hours make each of them slow; what does not fit is left away and said. */
const DRAWS_MS = 3500;
const ADVICE_MS = 6000;
const ADVICE_DRAWS = 500;
/** Plans that advice plays, about. */
const PLAYED_FOR_ADVICE = 60;
const PROBE_DRAWS = 20;
/** Numbers of draws that are offered: a machine that is a little slower gives the same answer. */
const DRAW_COUNTS = [5000, 2000, 1000, 500, 200, 100, 50, PROBE_DRAWS] as const;

/** Points of a band; null while the vessel is not there. */
const points = (values: Float64Array) => Array.from(values, (v) => (Number.isFinite(v) ? v : null));

/** How many of the wanted draws fit into a time, by a few of them tried. */
function drawsThatFit(program: Program, seed: number, asked: number, withinMs: number): number {
  const most = Math.floor(MOST_PLAYED / (program.steps.length * program.vessels.length));
  const wanted = Math.min(asked, Math.max(PROBE_DRAWS, most));
  chancesOf(program, { seed, draws: PROBE_DRAWS });
  const start = performance.now();
  chancesOf(program, { seed, draws: PROBE_DRAWS });
  const eachMs = (performance.now() - start) / PROBE_DRAWS;
  if (wanted * eachMs <= withinMs) return wanted;
  return DRAW_COUNTS.find((n) => n <= wanted && n * eachMs <= withinMs) ?? PROBE_DRAWS;
}

function deriveJson(plan: Plan): string {
  const derived = derive(plan);
  const thin = (c: Curve): Curve => ({ ...c, points: thinned(c.points, CURVE_POINTS) });
  const timeline = derived.timeline && { ...derived.timeline, curves: derived.timeline.curves.map(thin) };
  return toJson({ ...derived, timeline });
}

/** What would help, on the draws that fit; null and a reason where even few of them take too long. */
function adviceOf(plan: Plan, program: Program, { seed, draws }: { seed: number; draws: number }) {
  const adviceDraws = drawsThatFit(program, seed, Math.min(draws, ADVICE_DRAWS), ADVICE_MS / PLAYED_FOR_ADVICE);
  const until = performance.now() + ADVICE_MS;
  const advice = adviceFor(plan, { seed, draws: adviceDraws, onProgress: () => performance.now() > until });
  return advice
    ? { adviceDraws, advice }
    : { adviceDraws, advice, adviceLeftOut: "a document of this size takes too long" };
}

function chancesJson(plan: Plan, masses: Masses, job: Extract<Job, { kind: "chances" }>): string {
  const program = programOf(plan, masses);
  const draws = drawsThatFit(program, job.seed, job.draws, DRAWS_MS);
  const chances = chancesOf(program, { seed: job.seed, draws })!;
  return toJson({
    ...chances,
    asked: job.draws,
    bands: chances.bands.map((b) => ({ id: b.id, low: points(b.low), mid: points(b.mid), high: points(b.high) })),
    turnBacks: turnBacks(plan, computeTimeline(plan, masses), chances),
    ...(job.withAdvice ? adviceOf(plan, program, { ...job, draws }) : {}),
  });
}

/** Does one job. Pure but for the clock that it holds its time by. */
export function runJob(job: Job): Done {
  const parsed = readBatchFile(job.text);
  if (!parsed.ok) return { ok: false, why: "invalid", parsed };
  const { plan } = parsed;
  if (job.kind === "derive") return { ok: true, json: deriveJson(plan) };
  const masses = computeMasses(plan);
  if (job.kind === "teach") {
    const taught = masses && taughtBy(plan, masses);
    return taught ? { ok: true, json: toJson(taught) } : { ok: false, why: "not-poured" };
  }
  if (job.kind === "kept") {
    const kept = keptOf(plan);
    return kept ? { ok: true, json: toJson(kept) } : { ok: false, why: "not-poured" };
  }
  return masses ? { ok: true, json: chancesJson(plan, masses, job) } : { ok: false, why: "no-formula" };
}
