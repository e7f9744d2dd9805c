import { KOH_G_PER_MOL, NAOH_G_PER_MOL } from "../units/chemistry";
import { type DoseBase, rateBase } from "../units/dose";
import { type AdditiveId, additivePace, additivePerOilG, additiveRow, isLate } from "./additives";
import { acidShare } from "./fattyAcids";
import type { FormulaFields } from "./formulaSchema";
import { type LiquidId, type LiquidTime, liquidRow } from "./liquids";
import { findOil, type OilLookup, sapNaoh } from "./oils";
import { statedWater, waterMassG } from "./water";

/**
 * Castor speeds a batter only above a share of the oils; beyond it each unit share adds to the pace (Tundish estimate). A hard fat decides at what
 * temperature the batter is clear from a part of the oils on.
 */
const FATS = { castorQuietShare: 0.08, castorPacePerShare: 3, hardFromShare: 0.05 } as const;

/** A liquid in place of water, with its parts; g. */
export interface LiquidMass {
  id: string;
  kind: LiquidId;
  when: LiquidTime;
  massG: number;
  waterG: number;
  fatG: number;
  sugarG: number;
  saltG: number;
}

/** What one gram of formula oils asks for, and the traits that the trace clock reads. All masses per gram of oils. */
export interface FormulaPerGram {
  /** NaOH and KOH as weighed, with their impurities. */
  naohG: number;
  kohG: number;
  lyeG: number;
  /** All water: plain water and ice, and the water of other liquids and additives. */
  allWaterG: number;
  /** Plain water, ice included. */
  waterG: number;
  iceG: number;
  liquids: LiquidMass[];
  /** All liquids but plain water. */
  liquidG: number;
  /** `isLate`: stirred into the coloured cups, no part of the bowl at the split. */
  additives: { id: string; kind: AdditiveId; massG: number; isLate: boolean }[];
  /** Additives in the bowl at the split, and those stirred into the cups later. */
  additiveG: number;
  lateAdditiveG: number;
  /** Oils + lye + water + liquids + additives in the bowl per gram of oils. */
  baseG: number;
  /** Oils per gram of base before additives: what converts rates per batter. */
  oilsPerBaseG: number;
  /** Water in the way it is stated: all water against the lye. */
  lyeConcentrationPct: number;
  waterRatio: number;
  waterPctOfOils: number;
  /** Lye in all that reaches the lye jug once ice and cubes are melted, percent. */
  solutionPct: number;
  /** Lye in what is liquid in the jug at first, percent; 100 where all is frozen. */
  firstSolutionPct: number;
  /** Water that is liquid in the jug at first; that of ice and cubes. */
  liquidAtFirstG: number;
  frozenG: number;
  /** Palmitic + stearic share of the fatty acids, 0..1. */
  hardFatShare: number;
  /** Sum of share x paceOffset, with castor above 8 % counted at +3 per unit share. */
  paceOffset: number;
  /** Factor of liquids and of the additives in the bowl on the rate. */
  additivePace: number;
  /** Melting range of the hardest fat from 5 % of the oils on, C; null when all are liquid. */
  meltsAboveC: number | null;
  /** Pure NaOH that would saponify all of the oils, per gram of oils. */
  fullAlkaliG: number;
  /** The same for fat in liquids and additives. */
  otherFatAlkaliG: number;
  /** Pure alkali in the lye, as NaOH. */
  pureAlkaliG: number;
  /** NaOH that acids consume. */
  acidAlkaliG: number;
  sugarG: number;
  /** Salt stirred into the cups, g per 100 g of oils. */
  saltPct: number;
  /** Sodium lactate, g of solution per 100 g of oils. */
  lactatePct: number;
}

type FormulaInput = Pick<
  FormulaFields,
  "oils" | "superfatPct" | "lye" | "water" | "iceSharePct" | "liquids" | "additives"
>;

/** Liquids of which nearly nothing is water would need no end of them: their water share counts as this at least. */
const LEAST_WATER_SHARE = 0.05;

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
    if (oil.melting && share >= FATS.hardFromShare) {
      traits.meltsAboveC = Math.max(traits.meltsAboveC ?? oil.melting.lowC, oil.melting.lowC);
    }
  }
  traits.paceOffset += FATS.castorPacePerShare * Math.max(0, castor - FATS.castorQuietShare);
  return traits;
}

/**
 * Resolves a formula per gram of oils. Shares are used as fractions of their own sum, so a table that does
 * not close at 100 % still gives figures (the caller says that it does not close).
 * Water by the stated method is all water that meets the lye: liquids and additives bring theirs, plain water is the rest.
 * @param of the oils of the batch, g, and its measures: what additives in all are counted on; null where no size is known
 * @returns null when nothing can be computed: no oils, no share, or an oil that no row describes
 */
export function formulaPerGram(
  input: FormulaInput,
  find: OilLookup = findOil,
  of: Pick<DoseBase, "oilsG" | "measures"> | null = null,
): FormulaPerGram | null {
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
  const doseBase = { ...rateBase(oilsPerBaseG), ...of };
  const additives = input.additives.map((a) => ({
    id: a.id,
    kind: a.kind,
    massG: additivePerOilG(a, doseBase),
    isLate: isLate(a.kind),
  }));
  const sum = (part: (a: (typeof additives)[number]) => number) => additives.reduce((s, a) => s + part(a), 0);
  const acidAlkaliG = sum((a) => a.massG * additiveRow(a.kind).acidNaohPerG);
  const pureAlkaliG = oilAlkaliG + (lye.coversAcids ? acidAlkaliG : 0);
  const weighed = weigh(pureAlkaliG);

  const allWaterG = waterMassG(input.water.method, input.water.value, weighed.lyeG, 1);
  const additiveWaterG = sum((a) => a.massG * additiveRow(a.kind).waterShare);
  const dissolvedWaterG = sum((a) =>
    additiveRow(a.kind).when === "lye-water" ? a.massG * additiveRow(a.kind).waterShare : 0,
  );
  const { waterG, liquids } = liquidsOf(input, Math.max(0, allWaterG - additiveWaterG));
  const waterOf = (when: LiquidTime) => liquids.reduce((s, l) => s + (l.when === when ? l.waterG : 0), 0);
  const all = (part: (l: LiquidMass) => number) => liquids.reduce((s, l) => s + part(l), 0);
  const iceG = (waterG * input.iceSharePct) / 100;
  const liquidAtFirstG = waterG - iceG + waterOf("with-lye") + dissolvedWaterG;
  const frozenG = iceG + waterOf("frozen-in-lye");
  const reachingG = waterG + all((l) => l.waterG);
  const liquidG = all((l) => l.massG);
  const additiveG = sum((a) => (a.isLate ? 0 : a.massG));
  const stated = statedWater(reachingG + additiveWaterG, weighed.lyeG, 1);
  const inWater = (g: number) => (weighed.lyeG > 0 ? (100 * weighed.lyeG) / (weighed.lyeG + g) : 0);
  const liquidTotalG = waterG + liquidG;
  const liquidPace = liquids.reduce(
    (pace, l) => pace * liquidRow(l.kind).paceFactor ** (liquidTotalG > 0 ? l.massG / liquidTotalG : 0),
    1,
  );
  return {
    ...traits,
    ...weighed,
    allWaterG: reachingG + additiveWaterG,
    waterG,
    iceG,
    liquids,
    liquidG,
    additives,
    additiveG,
    lateAdditiveG: sum((a) => (a.isLate ? a.massG : 0)),
    baseG: 1 + weighed.lyeG + waterG + liquidG + additiveG,
    oilsPerBaseG,
    lyeConcentrationPct: stated.concentration,
    waterRatio: stated.ratio,
    waterPctOfOils: stated.percentOfOils,
    solutionPct: inWater(liquidAtFirstG + frozenG),
    firstSolutionPct: inWater(liquidAtFirstG),
    liquidAtFirstG,
    frozenG,
    additivePace:
      liquidPace *
      additivePace(
        input.additives.filter((a) => !isLate(a.kind)),
        doseBase,
      ),
    otherFatAlkaliG:
      liquids.reduce((s, l) => s + l.fatG * sapOf(liquidRow(l.kind).fatOilId, find), 0) +
      sum((a) => a.massG * additiveRow(a.kind).fatShare) * sapOf("butter"),
    pureAlkaliG,
    acidAlkaliG,
    sugarG: sum((a) => a.massG * additiveRow(a.kind).sugarShare) + all((l) => l.sugarG),
    saltPct: 100 * sum((a) => (a.kind === "salt" ? a.massG : 0)),
    lactatePct: 100 * sum((a) => (a.kind === "sodium-lactate" ? a.massG : 0)),
  };
}

const sapOf = (oilId: string, find: OilLookup = findOil) => sapNaoh((find(oilId) ?? findOil(oilId))!);

/**
 * Plain water and the other liquids that together bring `neededG` of water: with shares p and water shares w of the liquids,
 * total = needed / (1 - sum p + sum p w). Shares over 100 % together count as parts of their sum.
 */
function liquidsOf(input: FormulaInput, neededG: number): { waterG: number; liquids: LiquidMass[] } {
  const used = input.liquids.filter((l) => l.sharePct > 0);
  const over = Math.max(
    100,
    used.reduce((s, l) => s + l.sharePct, 0),
  );
  const plain = 1 - used.reduce((s, l) => s + l.sharePct / over, 0);
  const waterShare = plain + used.reduce((s, l) => s + ((l.sharePct / over) * l.composition.waterPct) / 100, 0);
  const totalG = neededG / Math.max(LEAST_WATER_SHARE, waterShare);
  const liquids = used.map((l): LiquidMass => {
    const massG = (totalG * l.sharePct) / over;
    const part = (pct: number) => (massG * pct) / 100;
    const { waterPct, fatPct, sugarPct, saltPct } = l.composition;
    return {
      id: l.id,
      kind: l.kind,
      when: l.when,
      massG,
      waterG: part(waterPct),
      fatG: part(fatPct),
      sugarG: part(sugarPct),
      saltG: part(saltPct),
    };
  });
  return { waterG: totalG * Math.max(0, plain), liquids };
}

/**
 * Effective superfat, percent: 1 - pure alkali / alkali that all fats present would need, what acids consume taken off the
 * alkali first. `otherFatsDemandG`: NaOH that dispersion oils and the fat of liquids and additives would need.
 */
export function effectiveSuperfatPct(
  pureAlkaliG: number,
  formulaDemandG: number,
  otherFatsDemandG = 0,
  acidDemandG = 0,
): number {
  return 100 * (1 - (pureAlkaliG - acidDemandG) / (formulaDemandG + otherFatsDemandG));
}
