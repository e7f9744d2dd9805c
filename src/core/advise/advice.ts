import { computeMasses } from "../batter/masses";
import { chancesOf } from "../clock/chance";
import type { Program } from "../clock/program";
import { applyEdit, type Edit } from "../document/edits/edit";
import type { Plan } from "../document/schema";
import { programOf } from "../prepare/compile";
import { computeTimeline } from "../prepare/timeline";
import { FAMILIES } from "../techniques/families/registry";
import type { Sayer } from "../units/sayer";
import { bestPlanOf } from "./bestPlan";
import { changesFor } from "./changes";
import { solveOrders } from "./orders";

/** One change that would help, with what it gains and what it costs. */
export interface Advice {
  id: string;
  words: string;
  /** What it consists of, in the order of the work; one part where it is a single change. */
  parts: string[];
  cost: string;
  edit: Edit;
  /** Chance after it, and what it gains. */
  chance: number;
  gain: number;
  /** Working time gained, min; null where there was none to compare. */
  minutes: number | null;
}

export interface AdviceOptions {
  seed: number;
  draws: number;
  say?: Sayer;
  onProgress?: (share: number) => boolean;
}

/** How far the work is when the best plan, and the best order, have been found, shares. */
const STAGES = { best: 0.6, ordered: 0.7 } as const;
/** Draws by which orders are told apart, at most. */
const MOST_ORDER_DRAWS = 400;
/** Washing a cup up, min (a Tundish estimate). */
const CUP_WASH_UP_MIN = 0.7;
const WORTH_CHANCE = 0.01;
const WORTH_MINUTES = 0.75;
const MOST = 6;

const chanceOf = (program: Program, options: AdviceOptions): number =>
  chancesOf(program, { seed: options.seed, draws: options.draws, withBands: false })!.chance;

/**
 * What would help most: every change is played on the same random numbers as the plan itself, ranked by its gain in chance, then in minutes of
 * working time. A better order of steps is among them. Null when stopped.
 */
export function adviceFor(plan: Plan, options: AdviceOptions): Advice[] | null {
  const masses = computeMasses(plan);
  if (!masses) return [];
  const best = bestPlanOf(plan, {
    seed: options.seed,
    draws: options.draws,
    onProgress: (share) => options.onProgress?.(STAGES.best * share) ?? false,
  });
  if (!best) return null;
  const whole: Advice | null = best.words.length
    ? {
        id: "best",
        words: "the best plan with these scents and colours",
        parts: best.words,
        cost: best.changesFace
          ? "pours change places, and the cut face with them: see it after the press"
          : "nothing but the order of the work",
        edit: best.edit,
        chance: best.chance,
        gain: best.chance - best.before,
        minutes: null,
      }
    : null;
  const before = chanceOf(programOf(plan, masses), options);
  const workedS = computeTimeline(plan, masses).workingTimeS;
  const solved = solveOrders(plan, masses, {
    seed: options.seed,
    draws: Math.min(MOST_ORDER_DRAWS, options.draws),
    onProgress: (share) => options.onProgress?.(STAGES.best + (STAGES.ordered - STAGES.best) * share) ?? false,
  });
  if (!solved) return null;
  const changes = changesFor(plan, options.say);
  const current = programOf(plan, masses).steps.map((s) => s.id);
  if (solved[0] && solved[0].order.join() !== current.join()) {
    changes.unshift({
      id: "order",
      words: orderWords(plan, current, solved[0].order),
      cost: "nothing but the order",
      edit: { kind: "set", path: ["schedule", "order"], value: solved[0].order },
    });
  }
  const found: Advice[] = [];
  for (const [k, change] of changes.entries()) {
    if (options.onProgress?.(STAGES.ordered + ((1 - STAGES.ordered) * k) / changes.length)) return null;
    const tried = applyEdit(plan, change.edit);
    if (!tried.ok) continue;
    const changed = computeMasses(tried.document);
    if (!changed) continue;
    const chance = chanceOf(programOf(tried.document, changed), options);
    const nowS = computeTimeline(tried.document, changed).workingTimeS;
    const minutes = nowS !== null && workedS !== null ? (nowS - workedS) / 60 : null;
    const gain = chance - before;
    if (gain < WORTH_CHANCE && !(gain > -WORTH_CHANCE && (minutes ?? 0) > WORTH_MINUTES)) continue;
    found.push({ ...change, parts: [change.words], chance, gain, minutes });
  }
  const single = found.sort((a, b) => b.gain - a.gain || (b.minutes ?? 0) - (a.minutes ?? 0)).slice(0, MOST);
  return whole ? [whole, ...single] : single;
}

/** What a better order does differently, in words. */
function orderWords(plan: Plan, before: readonly string[], after: readonly string[]): string {
  const name = (id: string) => plan.portions.find((p) => `scent:${p.id}` === id)?.name;
  const pours = new Set(plan.operations.map((o) => o.id));
  const firstPour = after.findIndex((id) => pours.has(id));
  const late = after.flatMap((id, i) => (i > firstPour && name(id) ? [name(id)!] : []));
  if (late.length > 0) return `scent ${late.join(" and ")} at the last moment, right before its first pour`;
  const scents = after.filter((id) => name(id));
  const was = before.filter((id) => name(id));
  return scents.join() === was.join()
    ? "another order of the steps"
    : `scent in the order ${scents.map(name).join(", ")}`;
}

/** Cost of a design in minutes and grams: at the bench, at the sink, on the tools. */
export function costOf(plan: Plan, endS: number): { benchMin: number; washUpMin: number; lostG: number } {
  const masses = computeMasses(plan);
  const family = FAMILIES[plan.design.family];
  const madeG = masses?.batters.reduce((sum, b) => sum + b.baseG, 0) ?? 0;
  const lossG = masses?.portions.reduce((sum, p) => sum + p.lossG, 0) ?? 0;
  return {
    benchMin: endS / 60,
    washUpMin: family.leaves.washUpMin + CUP_WASH_UP_MIN * plan.portions.length,
    lostG: lossG + (family.leaves.lostGPerKg * madeG) / 1000,
  };
}
