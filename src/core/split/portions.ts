import { colourantKind } from "../colour/kinds";
import { powderGPer100gOils } from "../colour/mix";
import { additivePace, additivePerOilG } from "../formula/additives";
import type { Plan, Portion } from "../plan/schema";
import { loadPctOfOils } from "../scent/effect";

/** What one gram of a portion's base carries besides itself once it is finished, all in g per g of base. */
export interface FinishPerGram {
  /** Colourant powder or dye. */
  colourG: number;
  /** Dispersion oil. */
  carrierG: number;
  /** Dispersion water. */
  carrierWaterG: number;
  scentG: number;
  additiveG: number;
  /** 1 + the five above. */
  finishedG: number;
}

/**
 * @param oilsPerBaseG the batter's own ratio of oils to base, all included: what doses per oils are counted on in a cup
 * @param doseRatio the ratio of oils to base before additives: what converts doses per batter
 */
export function finishPerGram(portion: Portion, oilsPerBaseG: number, doseRatio = oilsPerBaseG): FinishPerGram {
  let colourG = 0;
  let carrierG = 0;
  let carrierWaterG = 0;
  for (const c of portion.colourants) {
    const powderG = (powderGPer100gOils(c, doseRatio) / 100) * oilsPerBaseG;
    colourG += powderG;
    if (c.carrier.kind === "oil") carrierG += powderG * c.carrier.gPerG;
    if (c.carrier.kind === "water") carrierWaterG += powderG * c.carrier.gPerG;
  }
  const scentG = portion.scent ? (loadPctOfOils(portion.scent, doseRatio) / 100) * oilsPerBaseG : 0;
  const additiveG = portion.additives.reduce((sum, a) => sum + additivePerOilG(a, doseRatio) * oilsPerBaseG, 0);
  return {
    colourG,
    carrierG,
    carrierWaterG,
    scentG,
    additiveG,
    finishedG: 1 + colourG + carrierG + carrierWaterG + scentG + additiveG,
  };
}

/** Share of its batter's base for every portion, percent, by id; the one that takes the rest gets 100 - the others (which may be negative). */
export function resolvedShares(plan: Pick<Plan, "batters" | "portions">): Map<string, number> {
  const shares = new Map<string, number>();
  for (const batter of plan.batters) {
    const own = plan.portions.filter((p) => p.batterId === batter.id);
    const stated = own.filter((p) => !p.takesRest).reduce((sum, p) => sum + p.sharePct, 0);
    for (const p of own) shares.set(p.id, p.takesRest ? 100 - stated : p.sharePct);
  }
  return shares;
}

/** Factor on the rate of thickening from a portion's colourants and additives and their doses. */
export function portionPace(portion: Portion, doseRatio: number): number {
  const colour = portion.colourants.reduce((factor, c) => {
    const kind = colourantKind(c.kind);
    return factor * kind.paceFactor ** (powderGPer100gOils(c, doseRatio) / kind.usualGPer100gOils);
  }, 1);
  return colour * additivePace(portion.additives, doseRatio);
}
