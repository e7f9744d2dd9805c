import type { Masses } from "../batter/masses";
import type { Step } from "../clock/step";
import type { Plan } from "../document/schema";
import { bottleSteps, bringSteps, cupSteps } from "./steps/cups";
import { designSteps, finishSteps } from "./steps/design";
import { runnersOf } from "./steps/make";
import { potSteps } from "./steps/pots";

/**
 * The steps of the pour as a graph, in the order that they are done: per batter lye in, blend, scent of the whole, weigh the portions out;
 * then colour (light before dark, one whisk serves all), scent (the fastest last), bottles, the design as the plan lists it, the finish. An order of
 * the maker's own goes before this one as far as the graph lets it.
 * `palette`: colour of every portion at the pour, by index; `blendS` gives seconds of blending for a batter.
 */
export function deriveSteps(
  plan: Plan,
  masses: Masses,
  palette: readonly string[],
  blendS: (batterId: string) => number,
): Step[] {
  const design = designSteps(plan, masses);
  const cups = [...cupSteps(plan, masses, palette), ...bottleSteps(plan, masses)];
  const made = [...potSteps(plan, masses, blendS), ...bringSteps(plan, masses, cups), ...cups];
  const lastOf = new Map(design.map((s) => [s.mouldId, s.id]));
  const closing = finishSteps(plan, masses, lastOf.size ? [...lastOf.values()] : made.map((s) => s.id));
  return inOrder(lateRunners(plan, masses, made, design, closing), plan.schedule.order);
}

/** Scents that run go in right before their cup's first pour (with the bottle that is filled of it), and what is brought up first right before the first of them. */
function lateRunners(
  plan: Plan,
  masses: Masses,
  made: readonly Step[],
  design: readonly Step[],
  closing: readonly Step[],
): Step[] {
  const runners = runnersOf(plan, masses);
  const late = new Map<string, Step[]>();
  for (const s of made) {
    const id = s.portionIds[0];
    const isLate = (s.kind === "scent" || s.kind === "fill") && runners.has(id) && s.portionIds.length === 1;
    if (isLate && design.some((d) => d.portionIds.includes(id))) late.set(id, [...(late.get(id) ?? []), s]);
  }
  const moved = new Set([...late.values()].flat());
  const brought = late.size > 0 ? made.filter((s) => s.kind === "bring") : [];
  const list = made.filter((s) => !moved.has(s) && !brought.includes(s));
  let isFirst = true;
  for (const d of design) {
    for (const id of d.portionIds) {
      const own = late.get(id);
      if (!own) continue;
      if (isFirst) list.push(...brought);
      isFirst = false;
      list.push(...own);
      late.delete(id);
    }
    list.push(d);
  }
  return [...list, ...closing];
}

/** Steps in a wished order, each moved back only as far as what must come before it; the others keep their places. */
export function inOrder(steps: readonly Step[], wished: readonly string[]): Step[] {
  if (wished.length === 0) return [...steps];
  const known = new Set(steps.map((s) => s.id));
  const places = new Map(wished.filter((id) => known.has(id)).map((id, i) => [id, i]));
  const natural = new Map(steps.map((s, i) => [s.id, i]));
  // Steps that the wish does not name stand right behind the one that they follow by nature.
  const rank = new Map<string, number>();
  let last = -1;
  for (const s of steps) {
    const place = places.get(s.id);
    if (place !== undefined) last = place;
    rank.set(s.id, place ?? last + 0.5);
  }
  const left = new Map(steps.map((s) => [s.id, s]));
  const done: Step[] = [];
  while (left.size > 0) {
    const ready = [...left.values()].filter((s) => s.after.every((a) => !left.has(a)));
    ready.sort((a, b) => rank.get(a.id)! - rank.get(b.id)! || natural.get(a.id)! - natural.get(b.id)!);
    const next = ready[0] ?? [...left.values()][0];
    done.push(next);
    left.delete(next.id);
  }
  return done;
}

/** True where colouring this cup after that one needs the blender rinsed: from dark to light. */
export const needsRinse = (before: number, after: number): boolean => after > before + 0.02;
