import { FAMILIES } from "../families/registry";
import type { Edit } from "../plan/edits/edit";
import { applyEdit } from "../plan/edits/edit";
import { computeMasses, type Masses } from "../plan/masses";
import { isCupPour, portionOf } from "../plan/operations";
import type { Plan } from "../plan/schema";
import { chancesOf } from "./chance";
import { hasReadings, type Posterior, posteriorOf } from "./learn";
import { compileProgram } from "./program";
import { type Timeline, timelineOf } from "./timeline";
import { turnBacks } from "./turnBack";
import { stepName } from "./words";

const kept = new WeakMap<Plan["record"]["events"], { plan: Plan; posterior: Posterior }>();

/** What the record says so far; worked out once for every state of the record and the plan. */
export function livePosterior(plan: Plan, masses: Masses): Posterior {
  const known = kept.get(plan.record.events);
  if (known && known.plan.operations === plan.operations && known.plan.portions === plan.portions)
    return known.posterior;
  const posterior = posteriorOf(plan, masses);
  kept.set(plan.record.events, { plan, posterior });
  return posterior;
}

/** The timeline of a pour that is on, at what its own readings make most likely. */
export function liveTimeline(plan: Plan, masses: Masses, nowS: number): Timeline {
  const program = compileProgram(plan, masses, nowS);
  if (!hasReadings(plan)) return timelineOf(plan, masses, program);
  return timelineOf(plan, masses, program, livePosterior(plan, masses).mean);
}

/** How much faster than planned each portion runs, by what was seen: 1 as planned. */
export function paceOfPortions(posterior: Posterior): { portionId: string; factor: number }[] {
  const { program, mean } = posterior;
  return program.vessels.flatMap((v) => {
    if (v.pot < 0) return [];
    const of = (id: string) => program.unknowns.findIndex((u) => u.id === id);
    const formula = of(`formula:${program.vessels[v.pot].id}`);
    let log = mean[formula] - program.unknowns[formula].mean;
    for (const a of v.scent) log += a.weight * (mean[a.unknownF] - program.unknowns[a.unknownF].mean);
    return [{ portionId: v.id, factor: Math.exp(log) }];
  });
}

/** Another way to go on, with its chance. */
export interface Replan {
  words: string;
  edit: Edit;
  chance: number;
}

export interface LiveView {
  /** What changed and what to do, in one sentence; null while all goes as planned. */
  sentence: string | null;
  chance: number;
  options: Replan[];
}

const NOTICEABLE = 1.2;
const WORTH = 0.03;
/** Below this chance, with no better way to go on, the fallback is named. */
const DOUBTFUL = 0.5;
const clock = (s: number) => `${Math.floor(s / 60)}:${String(Math.floor(s % 60)).padStart(2, "0")}`;
const times = (f: number) =>
  `${f >= 1 ? f.toFixed(1) : (1 / f).toFixed(1)} × ${f >= 1 ? "faster" : "slower"} than planned`;

/** Changes of what is left that could help: the fast cup's pours first, one of them left out, the step at risk left out. */
function candidates(plan: Plan, timeline: Timeline, fastId: string): { words: string; edit: Edit }[] {
  const left = timeline.steps.filter((s) => !s.done && s.operationId);
  const doneCount = plan.operations.filter((o) => !left.some((s) => s.operationId === o.id)).length;
  const name = plan.portions.find((p) => p.id === fastId)?.name ?? "";
  const own = plan.operations.filter((o) => portionOf(o) === fastId && left.some((s) => s.operationId === o.id));
  const list: { words: string; edit: Edit }[] = [];
  const isFree = !FAMILIES[plan.design.family].isOrderFixed;
  if (own.length > 0 && isFree && plan.operations[doneCount]?.id !== own[0].id) {
    list.push({
      words: `pour ${name} next`,
      edit: { kind: "move", path: ["operations"], id: own[0].id, index: doneCount },
    });
    if (own.length > 1) {
      const edits = own.map((o, i): Edit => ({ kind: "move", path: ["operations"], id: o.id, index: doneCount + i }));
      list.push({ words: `pour all of ${name} now`, edit: { kind: "all", edits } });
    }
  }
  const pours = own.filter(isCupPour);
  if (pours.length > 1) {
    const [first, second] = pours;
    const cupPct = Math.min(100, first.cupPct + second.cupPct);
    const edits: Edit[] = [
      { kind: "set", path: ["operations", `#${first.id}`, "cupPct"], value: cupPct },
      { kind: "remove", path: ["operations"], id: second.id },
    ];
    if (isFree && plan.operations[doneCount]?.id !== first.id)
      edits.push({ kind: "move", path: ["operations"], id: first.id, index: doneCount });
    list.push({ words: `pour ${name} next and skip its second pour`, edit: { kind: "all", edits } });
  }
  const drawn = plan.operations.find(
    (o) => portionOf(o) === null && o.kind !== "tap" && o.kind !== "tilt" && left.some((s) => s.operationId === o.id),
  );
  if (drawn) {
    const step = left.find((s) => s.operationId === drawn.id)!;
    list.push({
      words: `leave out ${stepName(plan, step).replace(/^Step \d+ \((.*)\)$/, "the $1")}`,
      edit: { kind: "remove", path: ["operations"], id: drawn.id },
    });
  }
  return list;
}

/**
 * What the readings change: who runs faster, which other ways to go on have a better chance on the same random numbers, until when
 * the next step at risk works, and what to fall back on where no way is better.
 */
export function liveView(plan: Plan, nowS: number, seed: number, draws = 200): LiveView | null {
  const masses = computeMasses(plan);
  if (!masses || !hasReadings(plan)) return null;
  const posterior = posteriorOf(plan, masses, nowS);
  const chanceOf = (p: Plan) => {
    const m = computeMasses(p);
    if (!m) return 0;
    const own = p === plan ? posterior : posteriorOf(p, m, nowS);
    return chancesOf(own.program, { seed, draws, belief: own, withBands: false })!.chance;
  };
  const timeline = timelineOf(plan, masses, posterior.program, posterior.mean);
  const chance = chanceOf(plan);
  const paces = paceOfPortions(posterior).sort((a, b) => Math.abs(Math.log(b.factor)) - Math.abs(Math.log(a.factor)));
  const [odd] = paces;
  const fastest = paces.filter((p) => p.factor > NOTICEABLE).sort((a, b) => b.factor - a.factor)[0];
  const watched = fastest?.portionId ?? timeline.steps.find((s) => s.id === timeline.critical?.stepId)?.portionIds[0];
  const options: Replan[] = [];
  if (watched && chance < 0.97) {
    for (const c of candidates(plan, timeline, watched)) {
      const tried = applyEdit(plan, c.edit);
      if (!tried.ok) continue;
      const after = chanceOf(tried.document);
      if (after > chance + WORTH) options.push({ ...c, chance: after });
    }
    options.sort((a, b) => b.chance - a.chance);
  }
  const name = (id: string) => plan.portions.find((p) => p.id === id)?.name ?? "";
  const risk = timeline.steps.find((s) => s.id === timeline.critical?.stepId);
  const until =
    risk && timeline.critical?.slackS != null
      ? `${stepName(plan, risk)} until ${clock(risk.endS + timeline.critical.slackS)}`
      : null;
  const back =
    chance < DOUBTFUL && options.length === 0
      ? turnBacks(plan, timeline, chancesOf(posterior.program, { seed, draws, belief: posterior })!)[0]
      : undefined;
  const isOdd = odd && Math.max(odd.factor, 1 / odd.factor) > NOTICEABLE;
  if (!isOdd && options.length === 0 && !back) return { sentence: null, chance, options };
  const isAll = isOdd && paces.length > 1 && paces.every((p) => Math.abs(Math.log(p.factor / odd.factor)) < 0.05);
  const parts = [
    isOdd
      ? `${isAll ? "The whole batter" : name(odd.portionId)} runs ${times(odd.factor)}`
      : "The plan is getting tight",
    options[0]?.words,
    until,
    back && `else ${back.words}${back.latestS > nowS ? ` by ${clock(back.latestS)}` : " now"}`,
  ].filter(Boolean);
  const [head, ...rest] = parts as string[];
  return { sentence: rest.length ? `${head}: ${rest.join("; ")}.` : `${head}.`, chance, options: options.slice(0, 3) };
}
