import type { Masses } from "../../batter/masses";
import type { Step } from "../../clock/step";
import { colourantKind } from "../../colour/kinds";
import type { Plan, Portion } from "../../document/schema";
import { isLate } from "../../formula/additives";
import { scentEffect } from "../../scent/effect";
import { kindOf, portionOf } from "../../techniques/operations/registry";
import { byId } from "../../units/byId";

export const step = (fields: Partial<Step> & Pick<Step, "id" | "kind" | "batterId" | "durationS">): Step => ({
  portionIds: [],
  shares: fields.shares ?? (fields.portionIds ?? []).map(() => 1),
  operationId: null,
  mouldId: null,
  blendShare: 0,
  window: null,
  isMust: false,
  isPatient: false,
  hands: 1,
  massG: null,
  after: [],
  round: null,
  ...fields,
});

/** A cup into which colour or an additive of its own is stirred. */
export const isMixed = (plan: Plan, p: Portion) =>
  p.colourants.length > 0 ||
  p.additives.length > 0 ||
  plan.batters.some((b) => b.id === p.batterId && b.additives.some((a) => isLate(a.kind)));
export const isStickBlended = (p: Portion) => p.colourants.some((c) => colourantKind(c.kind).stickBlend);

/** A scent that runs: its cup is scented late, and the others made ready before it. Factor of the rate, or jump, from which one does (Tundish estimates). */
const RUNS_FROM_FACTOR = 1.5;
const RUNS_FROM_JUMP = 0.25;
export const runs = (effect: { rateFactor: number; jumpSteps: number }): boolean =>
  effect.rateFactor >= RUNS_FROM_FACTOR || effect.jumpSteps >= RUNS_FROM_JUMP;

/** Where the scent of a whole batter goes into the oils it is no step of the pour: it is there when lye meets them. */
export const isInOils = (plan: Plan, batter: { scent: unknown }): boolean =>
  plan.practice.scent === "oils" && batter.scent !== null;

/** The step after which a whole batter is mixed. */
export const mixedBy = (plan: Plan, batter: { id: string; scent: unknown }): string =>
  batter.scent !== null && !isInOils(plan, batter) ? `scent:${batter.id}` : `blend:${batter.id}`;

/** When a cup is there: its own weighing, or for the rest in the bowl the last weighing of its batter. */
export function readyAfter(plan: Plan, p: Portion): string[] {
  if (!p.takesRest) return [`weigh:${p.id}`];
  const weighed = plan.portions.filter((x) => x.batterId === p.batterId && !x.takesRest).map((x) => `weigh:${x.id}`);
  const batter = byId(plan.batters, p.batterId);
  return weighed.length ? weighed : [mixedBy(plan, batter)];
}

/** Steps that finish a cup: after them it can be poured. */
export function finishedAfter(plan: Plan, p: Portion): string[] {
  if (plan.operations.some((o) => kindOf(o).needsBottle && portionOf(o) === p.id)) return [`fill:${p.id}`];
  return mixedAfter(plan, p);
}
export function mixedAfter(plan: Plan, p: Portion): string[] {
  if (p.scent) return [`scent:${p.id}`];
  return isMixed(plan, p) ? [`colour:${p.id}`] : readyAfter(plan, p);
}

export const runnersOf = (plan: Plan, masses: Masses): Set<string> =>
  new Set(
    plan.portions
      .filter((p) => p.scent !== null && runs(scentEffect(p.scent, byId(masses.portions, p.id).dose)))
      .map((p) => p.id),
  );

/** A step of one cup: known by what is done and to which. */
export const cupStep = (
  kind: Step["kind"],
  cup: { id: string; batterId: string },
  fields: Partial<Step> & Pick<Step, "durationS">,
): Step => step({ id: `${kind}:${cup.id}`, kind, batterId: cup.batterId, portionIds: [cup.id], ...fields });
