import { colourantKind } from "../colour/kinds";
import type { Plan, Portion } from "../plan/schema";

/** What one gram of a portion's base carries besides itself once it is finished, all in g per g of base. */
export interface FinishPerGram {
  colourG: number;
  carrierG: number;
  scentG: number;
  additiveG: number;
  /** 1 + the four above. */
  finishedG: number;
}

/** Doses stand per 100 g of oils; `oilsPerBaseG` is the batter's own ratio of oils to base. */
export function finishPerGram(portion: Portion, oilsPerBaseG: number): FinishPerGram {
  const perOils = oilsPerBaseG / 100;
  let colourG = 0;
  let carrierG = 0;
  for (const c of portion.colourants) {
    colourG += c.gPer100gOils * perOils;
    carrierG += c.gPer100gOils * c.carrierGPerG * perOils;
  }
  const scentG = (portion.scent?.dosePctOfOils ?? 0) * perOils;
  const additiveG = portion.additives.reduce((sum, a) => sum + a.gPer100gOils * perOils, 0);
  return { colourG, carrierG, scentG, additiveG, finishedG: 1 + colourG + carrierG + scentG + additiveG };
}

/** Share of its batter's base for every portion, percent, by id; the one that takes the rest gets 100 - the others (which may be negative). */
export function resolvedShares(plan: Plan): Map<string, number> {
  const shares = new Map<string, number>();
  for (const batter of plan.batters) {
    const own = plan.portions.filter((p) => p.batterId === batter.id);
    const stated = own.filter((p) => !p.takesRest).reduce((sum, p) => sum + p.sharePct, 0);
    for (const p of own) shares.set(p.id, p.takesRest ? 100 - stated : p.sharePct);
  }
  return shares;
}

/** Factor on the rate of thickening from a portion's colourants and their doses. */
export const colourantPace = (portion: Portion): number =>
  portion.colourants.reduce((factor, c) => {
    const kind = colourantKind(c.kind);
    return factor * kind.paceFactor ** (c.gPer100gOils / kind.usualGPer100gOils);
  }, 1);
