import { type DoseBase, dosePerOilG } from "../units/dose";
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

/** Density that a drop of scent is counted at, g/mL (Tundish estimate: most lie between 0.9 and 1.05). */
export const SCENT_G_PER_ML = 0.95;

/** Load in percent of oils. */
export function loadPctOfOils({ load }: Pick<Scent, "load">, base: DoseBase): number {
  if (load.base === "oils") return load.amount;
  if (load.base === "batter") return load.amount / base.oilsPerBaseG;
  return 100 * dosePerOilG({ amount: load.amount, basis: load.base }, base, SCENT_G_PER_ML);
}

export const isPercent = ({ load }: { load: Pick<Scent["load"], "base"> }): boolean =>
  load.base === "oils" || load.base === "batter";

/** The same load counted otherwise; four figures. */
export function restateLoad(load: Scent["load"], base: Scent["load"]["base"], dose: DoseBase): Scent["load"] {
  const pct = loadPctOfOils({ load }, dose);
  const unit = loadPctOfOils({ load: { amount: 1, base } }, dose);
  return { base, amount: unit > 0 ? Number((pct / unit).toPrecision(4)) : load.amount };
}

/**
 * Jump, rate factor and heat of a scent at its dose. Parts of a blend count by share: jumps and heat add up, rate factors
 * multiply as powers of their shares. Both scale with the dose over 4.5 % of oils: jump and heat in proportion, the factor as its power.
 */
export function scentEffect(scent: Scent, base: DoseBase): ScentEffect {
  const dose = loadPctOfOils(scent, base) / REFERENCE_DOSE_PCT_OF_OILS;
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

/** Name under which what is learned of a scent part is kept. */
export const scentKey = (part: Scent["parts"][number]): string => part.libraryId ?? part.name;
