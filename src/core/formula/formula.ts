import { findOil, type Oil, sapNaoh } from "./oils";
import { statedWater, type WaterMethod, waterMassG } from "./water";

export interface FormulaInput {
  oils: readonly { id: string; oilId: string; sharePct: number }[];
  superfatPct: number;
  lyePurityPct: number;
  water: { method: WaterMethod; value: number };
}

/** What one gram of formula oils asks for, and the traits of the oils that the trace clock reads. All masses per gram of oils. */
export interface FormulaPerGram {
  lyeG: number;
  waterG: number;
  /** Oils + lye + water per gram of oils. */
  baseG: number;
  lyeConcentrationPct: number;
  waterRatio: number;
  waterPctOfOils: number;
  /** Palmitic + stearic share of the fatty acids, 0..1. */
  hardFatShare: number;
  /** Sum of share x paceOffset, with castor above 8 % counted at +3 per unit share. */
  paceOffset: number;
  /** Highest melting limit among hard fats above 5 % of the oils, C; null when all are liquid. */
  meltsAboveC: number | null;
  /** Pure NaOH that would saponify all of the oils, per gram of oils: the reference of the effective superfat. */
  fullAlkaliG: number;
}

/** Castor speeds a batter only above this share; beyond it each unit share adds `CASTOR_PACE` (Tundish estimate). */
const CASTOR_QUIET_SHARE = 0.08;
const CASTOR_PACE = 3;
const HARD_FAT_COUNTS_FROM_SHARE = 0.05;

const hardShare = (o: Oil): number => {
  const total = Object.values(o.profile).reduce((a, b) => a + b, 0);
  return ((o.profile.palmitic ?? 0) + (o.profile.stearic ?? 0)) / total;
};

/**
 * Resolves a formula per gram of oils. Shares are used as fractions of their own sum, so a table that does
 * not close at 100 % still gives figures (the caller says that it does not close).
 * Returns null when nothing can be computed: no oils, no share, or an oil that is not in the table.
 */
export function formulaPerGram(input: FormulaInput): FormulaPerGram | null {
  const total = input.oils.reduce((sum, o) => sum + o.sharePct, 0);
  if (total <= 0) return null;
  let fullAlkaliG = 0;
  let hardFatShare = 0;
  let paceOffset = 0;
  let castor = 0;
  let meltsAboveC: number | null = null;
  for (const row of input.oils) {
    const oil = findOil(row.oilId);
    if (!oil) return null;
    const share = row.sharePct / total;
    fullAlkaliG += share * sapNaoh(oil);
    hardFatShare += share * hardShare(oil);
    paceOffset += share * oil.paceOffset;
    if (oil.id === "castor") castor += share;
    if (oil.meltsAboveC !== null && share >= HARD_FAT_COUNTS_FROM_SHARE) {
      meltsAboveC = Math.max(meltsAboveC ?? oil.meltsAboveC, oil.meltsAboveC);
    }
  }
  paceOffset += CASTOR_PACE * Math.max(0, castor - CASTOR_QUIET_SHARE);
  const lyeG = (fullAlkaliG * (1 - input.superfatPct / 100)) / (input.lyePurityPct / 100);
  const waterG = waterMassG(input.water.method, input.water.value, lyeG, 1);
  const stated = statedWater(waterG, lyeG, 1);
  return {
    lyeG,
    waterG,
    baseG: 1 + lyeG + waterG,
    lyeConcentrationPct: stated.concentration,
    waterRatio: stated.ratio,
    waterPctOfOils: stated.percentOfOils,
    hardFatShare,
    paceOffset,
    meltsAboveC,
    fullAlkaliG,
  };
}

/**
 * Effective superfat, percent: 1 - pure alkali / alkali that all fats present would need.
 * Dispersion oil is counted as `carrierSapNaoh` g NaOH per g (Tundish counts it as sunflower oil unless told otherwise).
 */
export function effectiveSuperfatPct(
  pureAlkaliG: number,
  formulaDemandG: number,
  carrierOilG: number,
  carrierSapNaoh: number,
): number {
  return 100 * (1 - pureAlkaliG / (formulaDemandG + carrierOilG * carrierSapNaoh));
}
