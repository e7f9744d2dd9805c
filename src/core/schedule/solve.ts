import type { Masses } from "../plan/masses";
import type { Plan } from "../plan/schema";
import { chancesOf, gradeOf } from "./chance";
import { makePlayed, type Played, Player } from "./play";
import { compileProgram, type Program } from "./program";
import { meansOf } from "./timeline";

/** A wished order of steps, with what it gives on the deterministic run and by simulation. */
export interface Solution {
  order: string[];
  /** Steps that miss their window on the deterministic run; less is better. */
  missed: number;
  quality: number;
  /** Trace left to the nearest upper edge of a window, at worst. */
  slack: number;
  chance: number | null;
}

export interface SolveOptions {
  seed: number;
  /** Draws for re-ranking the best few; 0 leaves the deterministic order. */
  draws: number;
  onProgress?: (share: number) => boolean;
}

interface Value {
  missed: number;
  quality: number;
  slack: number;
}

const BEST_KEPT = 5;
const better = (a: Value, b: Value): number => a.missed - b.missed || b.quality - a.quality || b.slack - a.slack;

/** How an order does on the deterministic run, over all steps or those of one vessel. */
function worthOf(program: Program, out: Played, vessel = -1): Value {
  let missed = 0;
  let quality = 0;
  let slack = Number.POSITIVE_INFINITY;
  for (let i = 0; i < program.steps.length; i++) {
    const { window, isMust, vessels } = program.steps[i];
    if (!window || (vessel >= 0 && !vessels.includes(vessel))) continue;
    const grade = gradeOf(window.low, window.high, out.startTrace[i], out.endTrace[i]);
    quality += grade;
    if (isMust && grade < 1) missed += 1 - grade;
    if (isMust) slack = Math.min(slack, window.high - Math.max(out.startTrace[i], out.endTrace[i]));
  }
  return { missed, quality, slack };
}

/**
 * Finds the order of colouring and scenting and when each scent goes in, never touching the order of the design. Colours go from light to
 * dark (any other order needs the blender rinsed, which only delays); every scented cup's scent goes in before the pours, in any order among the
 * others, or at the last moment before its first pour. Up to five scents that act: every such plan is played on the deterministic run, so the
 * best is exact. With more: the cups stand alone once the times are set, so the best order for each choice of last moments is found exactly as an
 * assignment of cups to turns (over subsets) and then played. The best few are ranked by simulation. Locked steps stay.
 * Null when stopped by `onProgress`.
 */
export function solve(plan: Plan, masses: Masses, options: SolveOptions): Solution[] | null {
  const order = plan.schedule.locked.length ? plan.schedule.order : [];
  const base = compileProgram({ ...plan, schedule: { ...plan.schedule, order } }, masses);
  const search = new Search(base, new Set(plan.schedule.locked), options);
  if (!search.run()) return null;
  const solutions = search.found.map(({ order, value }): Solution => {
    const simulated = options.draws
      ? chancesOf(reorder(base, order), { seed: options.seed, draws: options.draws, withBands: false })
      : null;
    return {
      order,
      missed: value.missed,
      quality: simulated?.quality ?? value.quality,
      slack: value.slack,
      chance: simulated?.chance ?? null,
    };
  });
  return solutions.sort(
    (a, b) => (b.chance ?? 0) - (a.chance ?? 0) || a.missed - b.missed || b.quality - a.quality || b.slack - a.slack,
  );
}

/** Most scents whose orders are all played; beyond it the assignment decides. */
const MOST_PLAYED = 5;

class Search {
  readonly found: { order: string[]; value: Value }[] = [];
  private readonly ids: string[];
  private readonly scents: { id: string; vessel: number; firstPour: string | undefined }[];
  private readonly firstDesign: string | undefined;
  private tried = 0;
  private isStopped = false;

  constructor(
    private readonly base: Program,
    locked: ReadonlySet<string>,
    private readonly options: SolveOptions,
  ) {
    this.ids = base.steps.map((s) => s.id);
    this.firstDesign = base.steps.find((s) => s.operationId)?.id;
    this.scents = base.steps
      .filter((s) => s.kind === "scent" && s.portionIds.length > 0 && !locked.has(s.id) && actsOn(base, s.vessels[0]))
      .map((s) => ({
        id: s.id,
        vessel: s.vessels[0],
        firstPour: base.steps.find((x) => x.operationId && x.vessels.includes(s.vessels[0]))?.id,
      }));
  }

  run(): boolean {
    this.consider(this.ids);
    for (let mask = 0; mask < 2 ** this.scents.length && !this.isStopped; mask++) {
      const late = this.scents.filter((_, i) => mask & (2 ** i));
      const early = this.scents.filter((_, i) => !(mask & (2 ** i)));
      if (early.length <= MOST_PLAYED) for (const p of permutations(early)) this.consider(this.place(p, late));
      else this.consider(this.place(this.assigned(early, late), late));
    }
    return !this.isStopped;
  }

  private evaluate(order: readonly string[]): { program: Program; out: Played } {
    const program = reorder(this.base, order);
    const out = makePlayed(program);
    new Player(program).play(meansOf(program), out);
    return { program, out };
  }

  private consider(order: string[]): void {
    if (this.isStopped) return;
    this.tried++;
    if (this.options.onProgress && this.tried % 50 === 0) {
      this.isStopped = this.options.onProgress(Math.min(0.9, this.tried / 2000));
    }
    const { program, out } = this.evaluate(order);
    this.found.push({ order, value: worthOf(program, out) });
    this.found.sort((a, b) => better(a.value, b.value));
    if (this.found.length > BEST_KEPT) this.found.length = BEST_KEPT;
  }

  /** Late scents go right before their first pour, the others before the first step of the design, in the given order. */
  private place(
    early: readonly { id: string }[],
    late: readonly { id: string; firstPour: string | undefined }[],
  ): string[] {
    const moved = new Set(this.scents.map((s) => s.id));
    const order: string[] = [];
    for (const id of this.ids) {
      if (moved.has(id)) continue;
      if (id === this.firstDesign) order.push(...early.map((s) => s.id));
      for (const s of late) if (s.firstPour === id) order.push(s.id);
      order.push(id);
    }
    return order;
  }

  /** The best turns of the early scents: each cup is played at each turn, then turns are given out over subsets. */
  private assigned<S extends { id: string; vessel: number }>(
    early: readonly S[],
    late: Parameters<Search["place"]>[1],
  ): S[] {
    const n = early.length;
    const at: Value[][] = early.map(() => []);
    for (let shift = 0; shift < n; shift++) {
      const turned = [...early.slice(shift), ...early.slice(0, shift)];
      const { program, out } = this.evaluate(this.place(turned, late));
      turned.forEach((s, turn) => {
        at[early.indexOf(s)][turn] = worthOf(program, out, s.vessel);
      });
    }
    const best: { value: Value; picked: number[] }[] = new Array(2 ** n);
    best[0] = { value: { missed: 0, quality: 0, slack: Number.POSITIVE_INFINITY }, picked: [] };
    for (let set = 0; set < 2 ** n; set++) {
      const turn = best[set].picked.length;
      for (let i = 0; i < n; i++) {
        if (set & (2 ** i)) continue;
        const value = joined(best[set].value, at[i][turn]);
        const next = set | (2 ** i);
        if (!best[next] || better(value, best[next].value) < 0)
          best[next] = { value, picked: [...best[set].picked, i] };
      }
    }
    return best[2 ** n - 1].picked.map((i) => early[i]);
  }
}

const joined = (a: Value, b: Value): Value => ({
  missed: a.missed + b.missed,
  quality: a.quality + b.quality,
  slack: Math.min(a.slack, b.slack),
});

/** True where a vessel's scent changes anything: the order of those that do not is of no account. */
const actsOn = (base: Program, vessel: number): boolean =>
  base.vessels[vessel].scent.some((a) => Math.abs(a.logFactor) > 1e-9 || a.jumpSteps > 0 || a.heatC > 0);

function permutations<T>(list: readonly T[]): T[][] {
  if (list.length <= 1) return [[...list]];
  return list.flatMap((x, i) => permutations([...list.slice(0, i), ...list.slice(i + 1)]).map((rest) => [x, ...rest]));
}

/** The same program with its steps in another order, each moved back only as far as what must come before it. */
export function reorder(base: Program, order: readonly string[]): Program {
  const rank = new Map(order.map((id, i) => [id, i]));
  const places = base.steps.map((_, i) => i);
  const by = (i: number) => rank.get(base.steps[i].id) ?? i;
  const done: number[] = [];
  const isDone = new Uint8Array(base.steps.length);
  const left = new Set(places);
  while (left.size > 0) {
    let next = -1;
    for (const i of left) {
      if (base.steps[i].preds.some((p) => !isDone[p])) continue;
      if (next < 0 || by(i) < by(next)) next = i;
    }
    done.push(next);
    isDone[next] = 1;
    left.delete(next);
  }
  const moved = new Int32Array(base.steps.length);
  done.forEach((from, to) => {
    moved[from] = to;
  });
  return {
    ...base,
    steps: done.map((i) => ({ ...base.steps[i], preds: base.steps[i].preds.map((p) => moved[p]) })),
    endS: Float64Array.from(done, (i) => base.endS[i]),
  };
}
