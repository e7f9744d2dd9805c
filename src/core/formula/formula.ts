import { KOH_G_PER_MOL, NAOH_G_PER_MOL } from "../units/chemistry";
import { additivePace, additivePerOilG, additiveRow } from "./additives";
import { acidShare } from "./fattyAcids";
import type { FormulaFields } from "./formulaSchema";
import { MILK_PACE, milkRow } from "./milk";
import { findOil, type OilLookup, sapNaoh } from "./oils";
import { statedWater, waterMassG } from "./water";

/** What one gram of formula oils asks for, and the traits that the trace clock reads. All masses per gram of oils. */
export interface FormulaPerGram {
  /** NaOH and KOH as weighed, with their impurities. */
  naohG: number;
  kohG: number;
  lyeG: number;
  /** All water: plain water and ice, and the water of milk and additives. */
  allWaterG: number;
  /** Plain water, ice included. */
  waterG: number;
  iceG: number;
  milkG: number;
  milkFatG: number;
  additives: { id: string; massG: number }[];
  additiveG: number;
  /** Oils + lye + water + milk + additives per gram of oils. */
  baseG: number;
  /** Oils per gram of base before additives: what converts rates per batter. */
  oilsPerBaseG: number;
  /** Water in the way it is stated: all water against the lye. */
  lyeConcentrationPct: number;
  waterRatio: number;
  waterPctOfOils: number;
  /** Lye in what it is dissolved in, percent: more than all water gives while milk is held back. */
  solutionPct: number;
  /** Palmitic + stearic share of the fatty acids, 0..1. */
  hardFatShare: number;
  /** Sum of share x paceOffset, with castor above 8 % counted at +3 per unit share. */
  paceOffset: number;
  /** Factor of milk and additives on the rate. */
  additivePace: number;
  /** Highest melting limit among hard fats from 5 % of the oils, C; null when all are liquid. */
  meltsAboveC: number | null;
  /** Pure NaOH that would saponify all of the oils, per gram of oils. */
  fullAlkaliG: number;
  /** The same for milk fat and fat in additives. */
  otherFatAlkaliG: number;
  /** Pure alkali in the lye, as NaOH. */
  pureAlkaliG: number;
  /** NaOH that acids consume. */
  acidAlkaliG: number;
  sugarG: number;
  /** Salt stirred in, g per 100 g of oils. */
  saltPct: number;
}

/** Castor speeds a batter only above this share; beyond it each unit share adds `CASTOR_PACE` (Tundish estimate). */
const CASTOR_QUIET_SHARE = 0.08;
const CASTOR_PACE = 3;
const HARD_FAT_COUNTS_FROM_SHARE = 0.05;

type FormulaInput = Pick<
  FormulaFields,
  "oils" | "superfatPct" | "lye" | "water" | "iceSharePct" | "milk" | "additives"
>;

/** Traits of the oils alone, weighted by their shares of their own sum. Null: no oils, no share, or an oil that no row describes. */
function oilTraits(oils: FormulaInput["oils"], find: OilLookup) {
  const total = oils.reduce((sum, o) => sum + o.sharePct, 0);
  if (total <= 0) return null;
  const traits = { fullAlkaliG: 0, hardFatShare: 0, paceOffset: 0, meltsAboveC: null as number | null };
  let castor = 0;
  for (const row of oils) {
    const oil = find(row.oilId);
    if (!oil) return null;
    const share = row.sharePct / total;
    traits.fullAlkaliG += share * sapNaoh(oil);
    traits.hardFatShare += share * acidShare(oil.profile, ["palmitic", "stearic"]);
    traits.paceOffset += share * oil.paceOffset;
    if (oil.id === "castor") castor += share;
    if (oil.melting && share >= HARD_FAT_COUNTS_FROM_SHARE) {
      traits.meltsAboveC = Math.max(traits.meltsAboveC ?? oil.melting.lowC, oil.melting.lowC);
    }
  }
  traits.paceOffset += CASTOR_PACE * Math.max(0, castor - CASTOR_QUIET_SHARE);
  return traits;
}

/**
 * Resolves a formula per gram of oils. Shares are used as fractions of their own sum, so a table that does
 * not close at 100 % still gives figures (the caller says that it does not close).
 * Water by the stated method is all water that meets the lye: milk and additives bring theirs, plain water is the rest.
 * Returns null when nothing can be computed: no oils, no share, or an oil that no row describes.
 */
export function formulaPerGram(input: FormulaInput, find: OilLookup = findOil): FormulaPerGram | null {
  const traits = oilTraits(input.oils, find);
  if (!traits) return null;
  const { lye } = input;
  const weigh = (pureNaohG: number) => {
    const naohG = (pureNaohG * (1 - lye.kohSharePct / 100)) / (lye.purityPct / 100);
    const kohG = (pureNaohG * (lye.kohSharePct / 100) * (KOH_G_PER_MOL / NAOH_G_PER_MOL)) / (lye.kohPurityPct / 100);
    return { naohG, kohG, lyeG: naohG + kohG };
  };
  const oilAlkaliG = traits.fullAlkaliG * (1 - input.superfatPct / 100);
  const before = weigh(oilAlkaliG);
  const oilsPerBaseG = 1 / (1 + before.lyeG + waterMassG(input.water.method, input.water.value, before.lyeG, 1));
  const additives = input.additives.map((a) => ({ id: a.id, kind: a.kind, massG: additivePerOilG(a, oilsPerBaseG) }));
  const sum = (part: (a: (typeof additives)[number]) => number) => additives.reduce((s, a) => s + part(a), 0);
  const acidAlkaliG = sum((a) => a.massG * additiveRow(a.kind).acidNaohPerG);
  const pureAlkaliG = oilAlkaliG + (lye.coversAcids ? acidAlkaliG : 0);
  const weighed = weigh(pureAlkaliG);

  const allWaterG = waterMassG(input.water.method, input.water.value, weighed.lyeG, 1);
  const additiveWaterG = sum((a) => a.massG * additiveRow(a.kind).waterShare);
  const liquid = liquidOf(input, Math.max(0, allWaterG - additiveWaterG), find);
  const additiveG = sum((a) => a.massG);
  const reachingG = liquid.waterG + liquid.milkG * liquid.milkWaterShare;
  const dissolvingG = input.milk?.when === "at-emulsion" ? liquid.waterG : reachingG;
  const stated = statedWater(reachingG + additiveWaterG, weighed.lyeG, 1);
  return {
    ...traits,
    ...weighed,
    allWaterG: reachingG + additiveWaterG,
    waterG: liquid.waterG,
    iceG: (liquid.waterG * input.iceSharePct) / 100,
    milkG: liquid.milkG,
    milkFatG: liquid.milkG * liquid.milkFatShare,
    additives: additives.map(({ id, massG }) => ({ id, massG })),
    additiveG,
    baseG: 1 + weighed.lyeG + liquid.waterG + liquid.milkG + additiveG,
    oilsPerBaseG,
    lyeConcentrationPct: stated.concentration,
    waterRatio: stated.ratio,
    waterPctOfOils: stated.percentOfOils,
    solutionPct: (100 * weighed.lyeG) / (weighed.lyeG + dissolvingG),
    additivePace:
      additivePace(input.additives, oilsPerBaseG) * (input.milk ? MILK_PACE ** (input.milk.sharePct / 100) : 1),
    otherFatAlkaliG:
      liquid.milkG * liquid.milkFatShare * liquid.milkFatSap +
      sum((a) => a.massG * additiveRow(a.kind).fatShare) * sapOf("butter"),
    pureAlkaliG,
    acidAlkaliG,
    sugarG: sum((a) => a.massG * additiveRow(a.kind).sugarShare) + liquid.milkG * liquid.milkSugarShare,
    saltPct: 100 * sum((a) => (a.kind === "salt" ? a.massG : 0)),
  };
}

const sapOf = (oilId: string, find: OilLookup = findOil) => sapNaoh(find(oilId)!);

/** Plain water and milk that together bring `neededG` of water: liquid = needed / ((1-p) + p x water share of the milk). */
function liquidOf(input: FormulaInput, neededG: number, find: OilLookup) {
  if (!input.milk || input.milk.sharePct <= 0) {
    return { waterG: neededG, milkG: 0, milkWaterShare: 0, milkFatShare: 0, milkSugarShare: 0, milkFatSap: 0 };
  }
  const milk = milkRow(input.milk.kind);
  const p = input.milk.sharePct / 100;
  const liquidG = neededG / (1 - p + p * milk.water);
  return {
    waterG: liquidG * (1 - p),
    milkG: liquidG * p,
    milkWaterShare: milk.water,
    milkFatShare: milk.fat,
    milkSugarShare: milk.sugar,
    milkFatSap: sapOf(milk.fatOilId, find),
  };
}

/**
 * Effective superfat, percent: 1 - pure alkali / alkali that all fats present would need, what acids consume taken off the
 * alkali first. `otherFatsDemandG`: NaOH that dispersion oils and milk fat would need.
 */
export function effectiveSuperfatPct(
  pureAlkaliG: number,
  formulaDemandG: number,
  otherFatsDemandG = 0,
  acidDemandG = 0,
): number {
  return 100 * (1 - (pureAlkaliG - acidDemandG) / (formulaDemandG + otherFatsDemandG));
}
