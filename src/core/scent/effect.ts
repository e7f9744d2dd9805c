import { REFERENCE_DOSE_PCT_OF_OILS, SD_LOG, scentClass } from "./classes";
import type { Scent, ScentPart } from "./scentSchema";

/** What a scent does to a cup at its dose. */
export interface ScentEffect {
  jumpSteps: number;
  rateFactor: number;
  heatC: number;
  /** Standard deviation of the natural log of the rate factor. */
  sdLog: number;
}

const ofPart = (part: ScentPart) => part.measured ?? { ...scentClass(part.class), sdLog: SD_LOG.supplier };

/** Load in percent of oils. */
export const loadPctOfOils = (scent: Scent, oilsPerBaseG: number): number =>
  scent.load.base === "oils" ? scent.load.amount : scent.load.amount / oilsPerBaseG;

/**
 * Jump, rate factor and heat of a scent at its dose. Parts of a blend count by share: jumps and heat add up, rate factors
 * multiply as powers of their shares. Both scale with the dose over 4.5 % of oils: jump and heat in proportion, the factor as its power.
 */
export function scentEffect(scent: Scent, oilsPerBaseG: number): ScentEffect {
  const dose = loadPctOfOils(scent, oilsPerBaseG) / REFERENCE_DOSE_PCT_OF_OILS;
  const total = scent.parts.reduce((sum, p) => sum + p.sharePct, 0) || 1;
  const effect: ScentEffect = { jumpSteps: 0, rateFactor: 1, heatC: 0, sdLog: 0 };
  let variance = 0;
  for (const part of scent.parts) {
    const share = scent.parts.length === 1 ? 1 : part.sharePct / total;
    const one = ofPart(part);
    effect.jumpSteps += share * one.jumpSteps * dose;
    effect.heatC += share * one.heatC * dose;
    effect.rateFactor *= one.rateFactor ** (share * dose);
    variance += (share * one.sdLog) ** 2;
  }
  return { ...effect, sdLog: Math.sqrt(variance) };
}
