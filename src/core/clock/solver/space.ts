import type { Program, ProgramStep } from "../program";

/** Most scents whose order and moment are searched; of more, the fastest are. */
export const MOST_FREE = 8;

/** A scent whose turn the solver may choose. */
export interface FreeScent {
  id: string;
  vessel: number;
  /** First step of the design that pours from its cup. */
  firstPour: string | undefined;
}

/** One plan of the space: which colour leads each round of compartments, the scents before the design in their order, the others at the last moment. */
export interface Choice {
  lead: string | null;
  early: readonly FreeScent[];
  late: readonly FreeScent[];
}

/** What is free in a program: the order of colouring (light to dark) and of the design are not. */
export interface Space {
  ids: readonly string[];
  scents: readonly FreeScent[];
  /** Portions that may lead a round of compartments; null leaves the rounds as they are. */
  leads: readonly (string | null)[];
  firstDesign: string | undefined;
  rounds: readonly (readonly string[])[];
}

/** True where a vessel's scent changes anything: the order of those that do not is of no account. */
export const actsOn = (base: Program, vessel: number): boolean =>
  base.vessels[vessel].scent.some((a) => Math.abs(a.logFactor) > 1e-9 || a.jumpSteps > 0 || a.heatC > 0);

const speedOf = (base: Program, vessel: number) =>
  base.vessels[vessel].scent.reduce((sum, a) => sum + a.logFactor + a.jumpSteps, 0);

/** Runs of fills that wait for the same steps: the rounds of a mould's compartments. Rounds of one colour leave nothing to choose. */
function roundsOf(steps: readonly ProgramStep[]): ProgramStep[][] {
  const rounds = new Map<string, ProgramStep[]>();
  for (const s of steps) {
    if (s.round === null) continue;
    const key = `${s.mouldId}:${s.round}`;
    rounds.set(key, [...(rounds.get(key) ?? []), s]);
  }
  return [...rounds.values()].filter((r) => new Set(r.map((s) => s.portionIds[0])).size > 1);
}

/** Reads what is free off a program in its natural (or the maker's own) order; locked steps are not. */
export function spaceOf(base: Program, locked: ReadonlySet<string>): Space {
  const ids = base.steps.map((s) => s.id);
  const first = base.steps.findIndex((s) => s.operationId);
  const scents = base.steps
    .filter(
      (s) =>
        s.kind === "scent" &&
        s.portionIds.length > 0 &&
        !locked.has(s.id) &&
        actsOn(base, s.vessels[0]) &&
        s.preds.every((p) => first < 0 || p < first),
    )
    .map((s) => ({
      id: s.id,
      vessel: s.vessels[0],
      firstPour: base.steps.find((x) => x.operationId && x.vessels.includes(s.vessels[0]))?.id,
    }))
    .sort((a, b) => speedOf(base, b.vessel) - speedOf(base, a.vessel))
    .slice(0, MOST_FREE);
  const rounds = roundsOf(base.steps).filter((r) => !r.some((s) => locked.has(s.id)));
  const leads = new Set(rounds.flatMap((r) => r.map((s) => s.portionIds[0])));
  return {
    ids,
    scents,
    leads: [null, ...leads],
    firstDesign: first < 0 ? undefined : ids[first],
    rounds: rounds.map((r) => r.map((s) => s.id)),
  };
}

/** The steps with one colour's fills first in each round. */
function withLead(space: Space, base: Program, lead: string | null): readonly string[] {
  if (lead === null) return space.ids;
  const isLead = new Set(base.steps.filter((s) => s.portionIds[0] === lead).map((s) => s.id));
  const next = [...space.ids];
  for (const round of space.rounds) {
    const places = round.map((id) => space.ids.indexOf(id)).sort((a, b) => a - b);
    const inPlace = places.map((p) => space.ids[p]);
    const led = [...inPlace.filter((id) => isLead.has(id)), ...inPlace.filter((id) => !isLead.has(id))];
    places.forEach((p, i) => {
      next[p] = led[i];
    });
  }
  return next;
}

/** Wished order of a choice: late scents right before their first pour, the others before the first step of the design. */
export function orderOf(space: Space, base: Program, choice: Choice): string[] {
  const moved = new Set(space.scents.map((s) => s.id));
  const ids = withLead(space, base, choice.lead);
  const pours = new Set(base.steps.filter((s) => s.operationId).map((s) => s.id));
  const vesselsOf = new Map(base.steps.map((s) => [s.id, s.vessels]));
  const waiting = new Set(choice.late);
  const order: string[] = [];
  let isBegun = false;
  for (const id of ids) {
    if (moved.has(id)) continue;
    if (!isBegun && pours.has(id)) {
      isBegun = true;
      order.push(...choice.early.map((s) => s.id));
    }
    for (const s of waiting) {
      if (!pours.has(id) || !vesselsOf.get(id)!.includes(s.vessel)) continue;
      order.push(s.id);
      waiting.delete(s);
    }
    order.push(id);
  }
  if (!isBegun) order.push(...choice.early.map((s) => s.id));
  order.push(...[...waiting].map((s) => s.id));
  return order;
}

/** Puts a list into every order in turn, in place, and calls `visit` for each; stops where that says false. */
export function eachOrder<T>(list: T[], visit: () => boolean, from = 0): boolean {
  if (from >= list.length - 1) return visit();
  for (let i = from; i < list.length; i++) {
    [list[from], list[i]] = [list[i], list[from]];
    const isOn = eachOrder(list, visit, from + 1);
    [list[from], list[i]] = [list[i], list[from]];
    if (!isOn) return false;
  }
  return true;
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
    workBeforeS: Float64Array.from(done, (i) => base.workBeforeS[i]),
    stepsOf: base.stepsOf.map((places) => places.map((i) => moved[i]).sort((a, b) => a - b)),
  };
}
