import { effectiveSuperfatPct, type FormulaPerGram, formulaPerGram } from "../formula/formula";
import { findOil, type OilLookup, oilLookup, sapNaoh } from "../formula/oils";
import { fillMassG, levelMm, volumeMl } from "../mould/mould";
import { loadPctOfOils } from "../scent/effect";
import { type FinishPerGram, finishPerGram, resolvedShares } from "../split/portions";
import { isCupPour, isIntoPot, isTopPour, portionOf } from "./operations";
import type { Batter, Mould, Plan, Portion } from "./schema";

export interface BatterMasses {
  id: string;
  formula: FormulaPerGram;
  oilsG: number;
  oils: { id: string; massG: number }[];
  naohG: number;
  kohG: number;
  lyeG: number;
  /** Plain water, ice included. */
  waterG: number;
  iceG: number;
  milkG: number;
  /** All water that meets the lye. */
  allWaterG: number;
  /** Additives of the whole batter, one by one and together. */
  additives: { id: string; massG: number }[];
  additiveG: number;
  /** Scent of the whole batter. */
  scentG: number;
  /** Oils + lye + water + milk + additives + its scent as weighed up. */
  plannedBaseG: number;
  /** Bowl with batter less bowl; null until both are known. */
  measuredBaseG: number | null;
  /** What the split divides: measured where known, else planned. */
  baseG: number;
  /** Oils per gram of base, all included. */
  oilsPerBaseG: number;
  effectiveSuperfatPct: number;
}

export interface PortionMasses {
  id: string;
  /** Resolved share of its batter's base, percent. */
  sharePct: number;
  /** Target at the split. */
  baseG: number;
  colourG: number;
  /** Dispersion oil and dispersion water. */
  carrierG: number;
  carrierWaterG: number;
  scentG: number;
  additiveG: number;
  /** base + colour + carriers + scent + additives. */
  finishedG: number;
  /** For the top, for piping, as a sample. */
  keptBackG: number;
  pipingG: number;
  sampleG: number;
  /** Stays on tools and in the cup. */
  lossG: number;
  /** For the mould below the top: finished - what is kept - loss. */
  pourG: number;
}

export interface MouldMasses {
  id: string;
  volumeMl: number;
  /** What fills it to its fill level. */
  fillG: number;
  /** What the operations put in, top included. */
  pouredG: number;
  levelMm: number;
}

export interface Masses {
  batters: BatterMasses[];
  portions: PortionMasses[];
  moulds: MouldMasses[];
  /** Grams of every operation by id: of its cup for a pour, of the whole pot for a pot pour, 0 for movements. */
  operationG: Map<string, number>;
}

/** SAP of dispersion oil, g NaOH per g: counted as sunflower oil. */
const CARRIER_SAP_NAOH = sapNaoh(findOil("sunflower")!);

/** Base per gram of oils, the batter's own scent included. */
const basePerOil = (batter: Batter, formula: FormulaPerGram): number =>
  formula.baseG + (batter.scent ? loadPctOfOils(batter.scent, formula.oilsPerBaseG) / 100 : 0);

/** Means over a batter's cups per gram of base, weighted by their shares of their own sum. */
function meanFinish(cups: readonly { share: number; per: FinishPerGram; keepPct: number }[]) {
  const total = cups.reduce((sum, c) => sum + c.share, 0);
  if (total <= 0) return { finishedG: 1, intoMouldG: 1 };
  const mean = (part: (c: (typeof cups)[number]) => number) =>
    cups.reduce((sum, c) => sum + c.share * part(c), 0) / total;
  return {
    finishedG: mean((c) => c.per.finishedG),
    /** Less what never reaches a mould: piping and samples. */
    intoMouldG: mean((c) => c.per.finishedG * (1 - c.keepPct / 100)),
  };
}

/**
 * Grams of formula oils. Fixed, or such that the finished portions, less what stays on tools and what is kept out of the moulds, fill
 * their part of the moulds, or such that an order of bars comes out at its cured mass. Shares count as parts of their own sum here,
 * so that a split that does not close yet still gives a batch of sensible size.
 */
function oilsGOf(
  plan: Plan,
  batter: Batter,
  formula: FormulaPerGram,
  shares: Map<string, number>,
  fillG: number,
): number {
  const { size } = batter;
  if (size.basis === "oils") return size.oilsG;
  const perOil = basePerOil(batter, formula);
  const cups = plan.portions
    .filter((p) => p.batterId === batter.id)
    .map((p) => ({
      share: Math.max(0, shares.get(p.id)!),
      per: finishPerGram(p, 1 / perOil, formula.oilsPerBaseG),
      keepPct: Math.min(100, p.pipingPct + p.samplePct),
    }));
  const { finishedG, intoMouldG } = meanFinish(cups);
  const mouldShare = Math.max(0.05, intoMouldG / finishedG - plan.toolLossPct / 100) * finishedG;
  if (size.basis === "mould") return (fillG * size.sharePct) / 100 / (mouldShare * perOil);
  const curedG = size.bars * size.curedBarG;
  const dryShare = dryShareOf(formula, perOil, finishedG);
  return (curedG * (1 - plan.residualWaterPct / 100)) / dryShare / (mouldShare * perOil);
}

/** Share of a finished cup that is not water. */
const dryShareOf = (formula: FormulaPerGram, basePerOilG: number, finishedPerBase: number): number =>
  1 - formula.allWaterG / (basePerOilG * finishedPerBase);

function batterMasses(
  plan: Plan,
  batter: Batter,
  shares: Map<string, number>,
  fillG: number,
  find: OilLookup,
): BatterMasses | null {
  const formula = formulaPerGram(batter, find);
  if (!formula) return null;
  const own = plan.portions.filter((p) => p.batterId === batter.id);
  const oilsG = oilsGOf(plan, batter, formula, shares, fillG);
  const totalShare = batter.oils.reduce((sum, o) => sum + o.sharePct, 0);
  const perOil = basePerOil(batter, formula);
  const plannedBaseG = oilsG * perOil;
  const { tareG, grossG } = batter.bowl;
  const measuredBaseG = tareG !== null && grossG !== null && grossG > tareG ? grossG - tareG : null;
  const baseG = measuredBaseG ?? plannedBaseG;
  const carrierG = own.reduce(
    (sum, p) =>
      sum +
      finishPerGram(p, 1 / perOil, formula.oilsPerBaseG).carrierG * baseG * (Math.max(0, shares.get(p.id)!) / 100),
    0,
  );
  const madeOilsG = oilsG * (baseG / plannedBaseG);
  return {
    id: batter.id,
    formula,
    oilsG,
    oils: batter.oils.map((o) => ({ id: o.id, massG: (oilsG * o.sharePct) / totalShare })),
    naohG: oilsG * formula.naohG,
    kohG: oilsG * formula.kohG,
    lyeG: oilsG * formula.lyeG,
    waterG: oilsG * formula.waterG,
    iceG: oilsG * formula.iceG,
    milkG: oilsG * formula.milkG,
    allWaterG: oilsG * formula.allWaterG,
    additives: formula.additives.map((a) => ({ id: a.id, massG: oilsG * a.massG })),
    additiveG: oilsG * formula.additiveG,
    scentG: oilsG * (perOil - formula.baseG),
    plannedBaseG,
    measuredBaseG,
    baseG,
    oilsPerBaseG: 1 / perOil,
    effectiveSuperfatPct: effectiveSuperfatPct(
      madeOilsG * formula.pureAlkaliG,
      madeOilsG * formula.fullAlkaliG,
      madeOilsG * formula.otherFatAlkaliG + carrierG * CARRIER_SAP_NAOH,
      madeOilsG * formula.acidAlkaliG,
    ),
  };
}

function portionMasses(portion: Portion, sharePct: number, batter: BatterMasses, toolLossPct: number): PortionMasses {
  const baseG = (Math.max(0, sharePct) / 100) * batter.baseG;
  const per = finishPerGram(portion, batter.oilsPerBaseG, batter.formula.oilsPerBaseG);
  const finishedG = baseG * per.finishedG;
  const lossG = (finishedG * toolLossPct) / 100;
  let freeG = finishedG - lossG;
  const keep = (pct: number) => {
    const g = Math.min((finishedG * pct) / 100, freeG);
    freeG -= g;
    return g;
  };
  const keptBackG = keep(portion.keptBackPct);
  const pipingG = keep(portion.pipingPct);
  const sampleG = keep(portion.samplePct);
  return {
    id: portion.id,
    sharePct,
    baseG,
    colourG: baseG * per.colourG,
    carrierG: baseG * per.carrierG,
    carrierWaterG: baseG * per.carrierWaterG,
    scentG: baseG * per.scentG,
    additiveG: baseG * per.additiveG,
    finishedG,
    keptBackG,
    pipingG,
    sampleG,
    lossG,
    pourG: finishedG - keptBackG - pipingG - sampleG - lossG,
  };
}

/** Density in a mould: that of the first batter poured into it (batters of one design differ little). */
const densityIn = (plan: Plan, mould: Mould): number => {
  const first = plan.operations.find((o) => o.mouldId === mould.id && portionOf(o) !== null);
  const portion = plan.portions.find((p) => first && p.id === portionOf(first)) ?? plan.portions[0];
  return (plan.batters.find((b) => b.id === portion.batterId) ?? plan.batters[0]).densityGPerMl;
};

/** Every mass of the batch, g. Null while a batter's formula cannot be computed (no oils, or an oil that is not known). */
export function computeMasses(plan: Plan): Masses | null {
  const shares = resolvedShares(plan);
  const find = oilLookup(plan.oilRows);
  const fillOf = (m: Mould) => fillMassG(m, m.fillPct, densityIn(plan, m));
  const fillG = plan.moulds.reduce((sum, m) => sum + fillOf(m), 0);
  const batters: BatterMasses[] = [];
  for (const batter of plan.batters) {
    const masses = batterMasses(plan, batter, shares, fillG, find);
    if (!masses) return null;
    batters.push(masses);
  }
  const portions = plan.portions.map((p) =>
    portionMasses(p, shares.get(p.id)!, batters.find((b) => b.id === p.batterId)!, plan.toolLossPct),
  );
  const operationG = new Map(
    plan.operations.map((o) => {
      const cup = portions.find((p) => p.id === portionOf(o));
      if (cup && isTopPour(o)) return [o.id, (cup.keptBackG * o.keptBackPct) / 100];
      return [o.id, cup && isCupPour(o) ? (cup.pourG * o.cupPct) / 100 : 0];
    }),
  );
  weighPots(plan, operationG);
  const moulds = plan.moulds.map((m) => {
    const pouredG = plan.operations.reduce(
      (sum, o) => sum + (o.mouldId === m.id && o.kind !== "potPour" ? operationG.get(o.id)! : 0),
      0,
    );
    return {
      id: m.id,
      volumeMl: volumeMl(m),
      fillG: fillOf(m),
      pouredG,
      levelMm: levelMm(m, pouredG, densityIn(plan, m)),
    };
  });
  return { batters, portions, moulds, operationG };
}

/** A pot pour carries what has gone into the pot for its mould since the last one; it adds nothing of its own. */
function weighPots(plan: Plan, operationG: Map<string, number>): void {
  const inPotG = new Map<string, number>();
  for (const o of plan.operations) {
    const g = inPotG.get(o.mouldId) ?? 0;
    if (isIntoPot(o)) inPotG.set(o.mouldId, g + operationG.get(o.id)!);
    else if (o.kind === "potPour") {
      operationG.set(o.id, g);
      inPotG.set(o.mouldId, 0);
    }
  }
}

/** Cured mass of a finished mass of batter, g: everything but water, and the residual water of the cured bar. */
export function curedMassG(finishedG: number, waterG: number, residualWaterPct: number): number {
  return (finishedG - waterG) / (1 - residualWaterPct / 100);
}

/** Water in a portion's finished cup, g: its part of the batter's water, and its dispersion water. */
export const waterInCupG = (portion: PortionMasses, batter: BatterMasses): number =>
  (portion.baseG * batter.allWaterG) / batter.plannedBaseG + portion.carrierWaterG;
