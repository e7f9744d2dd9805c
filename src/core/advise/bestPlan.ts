import { computeMasses } from "../batter/masses";
import { chancesOf } from "../clock/chance";
import { applyEdit, type Edit } from "../document/edits/edit";
import type { Plan } from "../document/schema";
import { programOf } from "../prepare/compile";
import { runs } from "../prepare/steps/make";
import { scentEffect } from "../scent/effect";
import { isOrderFixed } from "../techniques/families/registry";
import { type Operation, type OperationKind, portionOf } from "../techniques/operations/registry";
import { byId } from "../units/byId";
import { solveOrders } from "./orders";

/** One part of a best plan, in words, and the edit that does it. */
interface Move {
  words: string;
  edit: Edit;
}

/** The best way found to do this design with these scents and colours. */
export interface BestPlan {
  /** What it does differently, part by part, in the order of the work; empty where the plan is the best found. */
  words: string[];
  edit: Edit;
  /** Whether pours change places: the cut face is then another. */
  changesFace: boolean;
  /** Chance of the plan as it is, and of the best plan, on the same draws. */
  before: number;
  chance: number;
}

export interface BestPlanOptions {
  seed: number;
  /** Draws for telling candidates apart, and for the two that are compared in the end. */
  screenDraws?: number;
  draws?: number;
  onProgress?: (share: number) => boolean;
}

/** Traces that blending may stop at. */
const TARGETS = [1.1, 1.3, 1.5, 1.8, 2.1, 2.4] as const;
const SCREEN_DRAWS = 120;
const DRAWS = 400;
/** Blending stops at a trace already where it is this near. */
const SAME_TRACE = 0.04;
/** A cup runs clearly faster than the next one from this ratio on. */
const CLEARLY_FASTER = 1.3;
/** How far the work is when arrangements, then cups, then the order have been tried, shares. */
const STAGES = { arranged: 0.7, refined: 0.9, ordered: 0.95 } as const;
/** Below this a change is not worth a word. */
const WORTH = 0.01;
/** How many of the laid-out candidates are gone on with. */
const KEPT = 2;

/** Pours whose colours may change places where the family leaves them free; the floor among them. */
export const FREE_POURS: ReadonlySet<OperationKind> = new Set(["stripe", "plop", "potDrop", "spoonRow"]);
const FREE_WITH_FLOOR: ReadonlySet<OperationKind> = new Set([...FREE_POURS, "layer"]);

/** The list with some cup's pours of the given kinds first among all of them, mould by mould; `count` of them, or all. */
function led(
  operations: readonly Operation[],
  portionId: string,
  kinds: ReadonlySet<OperationKind>,
  count: number,
): Operation[] {
  const next = [...operations];
  for (const mouldId of new Set(operations.map((o) => o.mouldId))) {
    const places = operations.flatMap((o, i) => (o.mouldId === mouldId && kinds.has(o.kind) ? [i] : []));
    const pours = places.map((i) => operations[i]);
    const lead = pours.filter((o) => portionOf(o) === portionId).slice(0, count);
    const order = [...lead, ...pours.filter((o) => !lead.includes(o))];
    places.forEach((place, k) => {
      next[place] = order[k];
    });
  }
  return next;
}

/** Cups whose scent runs, the fastest first. */
function runnersOf(plan: Plan): { id: string; name: string; speed: number }[] {
  const masses = computeMasses(plan);
  if (!masses) return [];
  return plan.portions
    .flatMap((p) => {
      const effect = p.scent ? scentEffect(p.scent, byId(masses.portions, p.id).dose) : null;
      return effect && runs(effect)
        ? [{ id: p.id, name: p.name, speed: Math.log(effect.rateFactor) + effect.jumpSteps }]
        : [];
    })
    .sort((a, b) => b.speed - a.speed);
}

/** Ways to bring the cups that run forward; the list as it is among them. */
export function arrangements(plan: Plan): (Move | null)[] {
  const found: (Move | null)[] = [null];
  if (isOrderFixed(plan)) return found;
  const runners = runnersOf(plan);
  const [first, second] = runners;
  if (!first) return found;
  const add = (words: string, operations: Operation[]) => {
    const isSame = operations.every((o, i) => o.id === plan.operations[i].id);
    const ids = operations.map((o) => o.id).join();
    const isKnown = found.some(
      (m) => m?.edit.kind === "set" && (m.edit.value as Operation[]).map((o) => o.id).join() === ids,
    );
    if (!isSame && !isKnown) found.push({ words, edit: { kind: "set", path: ["operations"], value: operations } });
  };
  add(`pour ${first.name} first of the colours`, led(plan.operations, first.id, FREE_POURS, 1));
  add(`pour ${first.name} first, under the floor`, led(plan.operations, first.id, FREE_WITH_FLOOR, 1));
  // Done for every cup it would turn drops into layers: only one that is clearly faster than the rest goes in whole.
  if (!second || first.speed > second.speed * CLEARLY_FASTER) {
    add(`pour all of ${first.name} first`, led(plan.operations, first.id, FREE_POURS, Number.POSITIVE_INFINITY));
    add(
      `pour all of ${first.name} first, lowest in the mould`,
      led(plan.operations, first.id, FREE_WITH_FLOOR, Number.POSITIVE_INFINITY),
    );
  }
  return found;
}

/** Targets of blending as a soaper says them. */
const TARGET_WORDS: Record<(typeof TARGETS)[number], string> = {
  1.1: "stop blending at emulsion",
  1.3: "blend just past emulsion",
  1.5: "blend halfway from emulsion to light trace",
  1.8: "blend to just short of light trace",
  2.1: "blend to light trace",
  2.4: "blend a little past light trace",
};

const blendTo = (plan: Plan, target: (typeof TARGETS)[number]): Move => ({
  words: TARGET_WORDS[target],
  edit: {
    kind: "all",
    edits: plan.batters.map(
      (b): Edit => ({ kind: "set", path: ["batters", `#${b.id}`, "blendToTrace"], value: target }),
    ),
  },
});

/** What may be done with a cup where it is too thin at its pour. */
function thinMoves(plan: Plan, p: Plan["portions"][number]): Move[] {
  const runners = new Set(runnersOf(plan).map((r) => r.id));
  const set = (way: Plan["schedule"]["thin"][string]): Edit => ({
    kind: "set",
    path: ["schedule", "thin"],
    value: { ...plan.schedule.thin, [p.id]: way },
  });
  const moves: Move[] = [{ words: `blend ${p.name} up at its pour instead of waiting`, edit: set("blend") }];
  if (runners.size > 0 && !runners.has(p.id))
    moves.push({ words: `bring ${p.name} up before the first scent that runs`, edit: set("before-scent") });
  return moves;
}

interface Candidate {
  plan: Plan;
  moves: Move[];
  chance: number;
}

function chanceOf(plan: Plan, seed: number, draws: number): number {
  const masses = computeMasses(plan);
  return masses ? chancesOf(programOf(plan, masses), { seed, draws, withBands: false })!.chance : 0;
}

function withMove({ plan, moves }: Candidate, move: Move, seed: number, draws: number): Candidate | null {
  const done = applyEdit(plan, move.edit);
  if (!done.ok) return null;
  return { plan: done.document, moves: [...moves, move], chance: chanceOf(done.document, seed, draws) };
}

/**
 * The best plan with these scents and colours: which trace to blend to, who leads, who is scented late, who is blended up. Blending targets and
 * arrangements are tried together (they belong together: a batter split at emulsion, the runner first and scented late), then what is done with each
 * cup that is thin, then the order of the steps by the exact search; all on the same draws. Null when stopped.
 */
export function bestPlanOf(plan: Plan, options: BestPlanOptions): BestPlan | null {
  const { seed, screenDraws = SCREEN_DRAWS, draws = DRAWS, onProgress } = options;
  const own = chanceOf(plan, seed, screenDraws);
  const here: Candidate = { plan, moves: [], chance: own };
  let list: Candidate[] = [here];
  const ways = arrangements(plan);
  const targets = TARGETS.filter((t) => plan.batters.some((b) => Math.abs(b.blendToTrace - t) > SAME_TRACE));
  const total = targets.length + 3 * ways.length;
  let done = 0;
  const tryTargets = (from: Candidate, tried: readonly (typeof TARGETS)[number][]): boolean => {
    for (const target of tried) {
      if (onProgress?.((STAGES.arranged * done++) / total)) return false;
      const candidate = withMove(from, blendTo(plan, target), seed, screenDraws);
      if (candidate) list.push(candidate);
    }
    return true;
  };
  if (!tryTargets(here, targets)) return null;
  // With another arrangement: as it is, at emulsion, and at the target that was best so far.
  const leading = targets[list.slice(1).reduce((at, c, i, all) => (c.chance > all[at].chance ? i : at), 0)];
  const short = [...new Set([TARGETS[0], leading])].filter((t) => targets.some((x) => x === t));
  for (const way of ways) {
    if (onProgress?.((STAGES.arranged * done) / total)) return null;
    const from = way && withMove(here, way, seed, screenDraws);
    if (!from) continue;
    list.push(from);
    if (!tryTargets(from, short)) return null;
  }
  list = fewestFirst(list).slice(0, KEPT);
  const refined: Candidate[] = [here, ...list];
  for (const [k, start] of list.entries()) {
    if (onProgress?.(STAGES.arranged + ((STAGES.refined - STAGES.arranged) * k) / list.length)) return null;
    let best = start;
    for (const p of plan.portions) {
      if (onProgress?.(STAGES.arranged + ((STAGES.refined - STAGES.arranged) * k) / list.length)) return null;
      const tried = thinMoves(best.plan, p).flatMap((m) => withMove(best, m, seed, screenDraws) ?? []);
      const better = fewestFirst([best, ...tried])[0];
      if (better.chance > best.chance + WORTH) best = better;
    }
    refined.push(best);
  }
  let best = fewestFirst(refined)[0];
  if (onProgress?.(STAGES.refined)) return null;
  const ordered = withOrder(best, { ...options, draws: screenDraws });
  if (onProgress?.(STAGES.ordered)) return null;
  if (ordered && ordered.chance > best.chance + WORTH) best = ordered;
  const before = chanceOf(plan, seed, draws);
  const chance = chanceOf(best.plan, seed, draws);
  if (best === here || chance < before + WORTH)
    return { words: [], edit: { kind: "all", edits: [] }, changesFace: false, before, chance: before };
  return {
    words: best.moves.map((m) => m.words),
    edit: editTo(plan, best.plan),
    changesFace: best.plan.operations !== plan.operations,
    before,
    chance,
  };
}

/** The better chance first; of nearly equal ones the one that changes less. */
const fewestFirst = (list: readonly Candidate[]): Candidate[] =>
  [...list].sort((a, b) => b.chance - WORTH * b.moves.length - (a.chance - WORTH * a.moves.length));

/** With the order that the exact search finds; null where there is none better, or it was stopped. */
function withOrder(
  from: Candidate,
  { seed, draws, onProgress }: Pick<BestPlanOptions, "seed" | "onProgress"> & { draws: number },
): Candidate | null {
  const masses = computeMasses(from.plan);
  const stopped = (share: number) => onProgress?.(STAGES.refined + (STAGES.ordered - STAGES.refined) * share) ?? false;
  const solved =
    masses && solveOrders(from.plan, masses, { seed, draws: Math.min(SCREEN_DRAWS, draws), onProgress: stopped });
  const order = solved?.[0]?.order;
  if (!order) return null;
  return withMove(
    from,
    {
      words: "scents in the order that the steps then stand in",
      edit: { kind: "set", path: ["schedule", "order"], value: order },
    },
    seed,
    draws,
  );
}

/** What differs between two plans of one design, as one edit. */
function editTo(from: Plan, to: Plan): Edit {
  const edits: Edit[] = to.batters.flatMap((b, i): Edit[] =>
    b.blendToTrace === from.batters[i].blendToTrace
      ? []
      : [{ kind: "set", path: ["batters", `#${b.id}`, "blendToTrace"], value: b.blendToTrace }],
  );
  if (to.operations !== from.operations) edits.push({ kind: "set", path: ["operations"], value: to.operations });
  if (to.schedule !== from.schedule) edits.push({ kind: "set", path: ["schedule"], value: to.schedule });
  return { kind: "all", edits };
}
