import type { PlanMould } from "../../mould/mouldSchema";
import type { Operation } from "../operations/registry";
import { circling, crossings, wideEights } from "./dividers";
import { drop } from "./drop";
import type { Family, Knobs, RecipeCup } from "./family";
import { funnel } from "./funnel";
import { hanger } from "./hanger";
import { inPot } from "./inPot";
import { layers } from "./layers";
import { linesAndS } from "./linesAndS";
import { shades } from "./shades";
import { spoon } from "./spoon";
import { stackedPot } from "./stackedPot";
import { toneOnTone } from "./toneOnTone";

/** The design families by id. */
export const FAMILIES = {
  drop,
  "tone-on-tone": toneOnTone,
  "in-pot": inPot,
  "stacked-pot": stackedPot,
  hanger,
  funnel,
  crossings,
  circling,
  "wide-eights": wideEights,
  "lines-and-s": linesAndS,
  spoon,
  layers,
  shades,
} satisfies Record<string, Family>;

export type FamilyId = keyof typeof FAMILIES;
export const FAMILY_IDS = Object.keys(FAMILIES) as [FamilyId, ...FamilyId[]];

/** A family by its id, as what all families have. */
export const familyOf = (id: FamilyId): Family => FAMILIES[id];

/** True where the order of pours is the design: by its family, or because one pour hangs on another (a cup poured into, an outline around a drop). */
export const isOrderFixed = (plan: { design: { family: FamilyId }; operations: readonly Operation[] }): boolean =>
  familyOf(plan.design.family).isOrderFixed ||
  plan.operations.some((o) => o.kind === "intoCup" || (o.kind === "stripe" && o.motion === "outline"));

/** What of a document a design is laid out from. */
export interface ToLayOut {
  moulds: readonly PlanMould[];
  portions: readonly RecipeCup[];
}

/** Knobs of a family: what is set, held inside its range, and the start values for the rest. */
export function knobsOf(family: Family, set: Knobs): Knobs {
  return Object.fromEntries(
    family.knobs.map((k) => {
      const value = set[k.id];
      if (k.kind === "choice") return [k.id, k.options.some((o) => o.value === value) ? value : k.start];
      const n = typeof value === "number" && Number.isFinite(value) ? value : k.start;
      return [k.id, Math.min(k.high, Math.max(k.low, n))];
    }),
  );
}

/** Operations of a family for one mould of a plan; ids count up from `firstId`. */
export function layOut(
  plan: ToLayOut,
  familyId: FamilyId,
  set: Knobs,
  mould: PlanMould = plan.moulds[0],
  firstId = 1,
): Operation[] {
  const family = familyOf(familyId);
  const base =
    plan.portions.find((p) => p.takesRest) ??
    plan.portions.reduce((best, p) => (p.sharePct > best.sharePct ? p : best), plan.portions[0]);
  const input = {
    mould,
    base,
    accents: plan.portions.filter((p) => p !== base),
    portions: [...plan.portions],
    knobs: knobsOf(family, set),
  };
  return family.recipe(input).map((d, i) => ({ id: `o${firstId + i}`, mouldId: mould.id, ...d }) as Operation);
}
