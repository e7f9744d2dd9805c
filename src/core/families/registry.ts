import type { FamilyId, Operation, STROKE_TOOLS } from "../plan/operations";
import type { Mould, Plan } from "../plan/schema";
import { circling, crossings, wideEights } from "./dividers";
import { drop } from "./drop";
import type { Family, Knobs } from "./family";
import { funnel } from "./funnel";
import { hanger } from "./hanger";
import { inPot } from "./inPot";
import { layers } from "./layers";
import { linesAndS } from "./linesAndS";
import { spoon } from "./spoon";
import { stackedPot } from "./stackedPot";
import { toneOnTone } from "./toneOnTone";

/** The design families by id. */
export const FAMILIES: Record<FamilyId, Family> = {
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
};

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
  plan: Plan,
  familyId: FamilyId,
  set: Knobs,
  mould: Mould = plan.moulds[0],
  firstId = 1,
): Operation[] {
  const family = FAMILIES[familyId];
  const base =
    plan.portions.find((p) => p.takesRest) ??
    plan.portions.reduce((best, p) => (p.sharePct > best.sharePct ? p : best), plan.portions[0]);
  const input = {
    mould,
    base,
    accents: plan.portions.filter((p) => p !== base),
    portions: plan.portions,
    knobs: knobsOf(family, set),
  };
  return family.recipe(input).map((d, i) => ({ id: `o${firstId + i}`, mouldId: mould.id, ...d }) as Operation);
}

/** Width of a stroke tool, mm, and how far around it the batter is dragged along. */
export const TOOL_MM: Record<(typeof STROKE_TOOLS)[number], { widthMm: number; label: string }> = {
  toothpick: { widthMm: 2, label: "toothpick" },
  skewer: { widthMm: 3, label: "skewer" },
  rod: { widthMm: 6, label: "rod" },
  "craft-stick": { widthMm: 10, label: "craft stick" },
  "tongue-stick": { widthMm: 16, label: "tongue stick" },
  spoon: { widthMm: 34, label: "spoon" },
};
