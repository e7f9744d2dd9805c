import { effectiveSuperfatPct, type FormulaPerGram, formulaPerGram } from "../formula/formula";
import { findOil, sapNaoh } from "../formula/oils";
import { fillMassG, levelMm, volumeMl } from "../mould/mould";
import { finishPerGram, resolvedShares } from "../split/portions";
import type { Batter, Mould, Plan, Portion } from "./schema";

export interface BatterMasses {
  id: string;
  formula: FormulaPerGram;
  oilsG: number;
  oils: { id: string; massG: number }[];
  lyeG: number;
  waterG: number;
  /** Additives of the whole batter. */
  additiveG: number;
  /** Oils + lye + water + additives as weighed up. */
  plannedBaseG: number;
  /** Bowl with batter less bowl; null until both are known. */
  measuredBaseG: number | null;
  /** What the split divides: measured where known, else planned. */
  baseG: number;
  effectiveSuperfatPct: number;
}

export interface PortionMasses {
  id: string;
  /** Resolved share of its batter's base, percent. */
  sharePct: number;
  /** Target at the split. */
  baseG: number;
  colourG: number;
  carrierG: number;
  scentG: number;
  additiveG: number;
  /** base + colour + carrier + scent + additives. */
  finishedG: number;
  keptBackG: number;
  /** Stays on tools and in the cup. */
  lossG: number;
  /** For the mould below the top: finished - kept back - loss. */
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
  /** Grams of every operation by id. */
  operationG: Map<string, number>;
}

/** SAP of the dispersion oil unless a colourant says otherwise, g NaOH per g: sunflower oil. */
const CARRIER_SAP_NAOH = sapNaoh(findOil("sunflower")!);

interface Scaled {
  formula: FormulaPerGram;
  additivePerOilG: number;
}

/**
 * Grams of formula oils so that the finished portions, less what stays on tools, fill their part of the moulds. Shares count as
 * parts of their own sum here, so that a split that does not close yet still gives a batch of sensible size.
 */
function oilsForMoulds(
  plan: Plan,
  scaled: Scaled,
  portions: readonly Portion[],
  shares: Map<string, number>,
  fillG: number,
): number {
  const basePerOil = scaled.formula.baseG + scaled.additivePerOilG;
  const shareOf = (p: Portion) => Math.max(0, shares.get(p.id)!);
  const total = portions.reduce((sum, p) => sum + shareOf(p), 0);
  const weighted = portions.reduce((sum, p) => sum + shareOf(p) * finishPerGram(p, 1 / basePerOil).finishedG, 0);
  const finishedPerBase = total > 0 ? weighted / total : 1;
  return fillG / (finishedPerBase * (1 - plan.toolLossPct / 100) * basePerOil);
}

function batterMasses(plan: Plan, batter: Batter, shares: Map<string, number>, fillG: number): BatterMasses | null {
  const formula = formulaPerGram({
    oils: batter.oils,
    superfatPct: batter.superfatPct,
    lyePurityPct: batter.lye.purityPct,
    water: batter.water,
  });
  if (!formula) return null;
  const additivePerOilG = batter.additives.reduce((sum, a) => sum + a.gPer100gOils / 100, 0);
  const own = plan.portions.filter((p) => p.batterId === batter.id);
  const oilsG =
    batter.size.basis === "oils"
      ? batter.size.oilsG
      : oilsForMoulds(plan, { formula, additivePerOilG }, own, shares, (fillG * batter.size.sharePct) / 100);
  const totalShare = batter.oils.reduce((sum, o) => sum + o.sharePct, 0);
  const plannedBaseG = oilsG * (formula.baseG + additivePerOilG);
  const { tareG, grossG } = batter.bowl;
  const measuredBaseG = tareG !== null && grossG !== null && grossG > tareG ? grossG - tareG : null;
  const baseG = measuredBaseG ?? plannedBaseG;
  const carrierG = own.reduce(
    (sum, p) => sum + finishPerGram(p, oilsG / plannedBaseG).carrierG * baseG * (shares.get(p.id)! / 100),
    0,
  );
  const made = baseG / plannedBaseG;
  return {
    id: batter.id,
    formula,
    oilsG,
    oils: batter.oils.map((o) => ({ id: o.id, massG: (oilsG * o.sharePct) / totalShare })),
    lyeG: oilsG * formula.lyeG,
    waterG: oilsG * formula.waterG,
    additiveG: oilsG * additivePerOilG,
    plannedBaseG,
    measuredBaseG,
    baseG,
    effectiveSuperfatPct: effectiveSuperfatPct(
      oilsG * made * formula.lyeG * (batter.lye.purityPct / 100),
      oilsG * made * formula.fullAlkaliG,
      Math.max(0, carrierG),
      CARRIER_SAP_NAOH,
    ),
  };
}

function portionMasses(portion: Portion, sharePct: number, batter: BatterMasses, toolLossPct: number): PortionMasses {
  const baseG = (Math.max(0, sharePct) / 100) * batter.baseG;
  const per = finishPerGram(portion, batter.oilsG / batter.plannedBaseG);
  const finishedG = baseG * per.finishedG;
  const lossG = (finishedG * toolLossPct) / 100;
  const keptBackG = Math.min((finishedG * portion.keptBackPct) / 100, finishedG - lossG);
  return {
    id: portion.id,
    sharePct,
    baseG,
    colourG: baseG * per.colourG,
    carrierG: baseG * per.carrierG,
    scentG: baseG * per.scentG,
    additiveG: baseG * per.additiveG,
    finishedG,
    keptBackG,
    lossG,
    pourG: finishedG - keptBackG - lossG,
  };
}

/** Density in a mould: that of the first batter poured into it (batters of one design differ little). */
const densityIn = (plan: Plan, mould: Mould): number => {
  const first = plan.operations.find((o) => o.mouldId === mould.id);
  const portion = plan.portions.find((p) => p.id === first?.portionId) ?? plan.portions[0];
  return (plan.batters.find((b) => b.id === portion.batterId) ?? plan.batters[0]).densityGPerMl;
};

/** Every mass of the batch, g. Null while a batter's formula cannot be computed (no oils, or an oil that is not known). */
export function computeMasses(plan: Plan): Masses | null {
  const shares = resolvedShares(plan);
  const fillOf = (m: Mould) => fillMassG(m, m.fillPct, densityIn(plan, m));
  const fillG = plan.moulds.reduce((sum, m) => sum + fillOf(m), 0);
  const batters: BatterMasses[] = [];
  for (const batter of plan.batters) {
    const masses = batterMasses(plan, batter, shares, fillG);
    if (!masses) return null;
    batters.push(masses);
  }
  const portions = plan.portions.map((p) =>
    portionMasses(p, shares.get(p.id)!, batters.find((b) => b.id === p.batterId)!, plan.toolLossPct),
  );
  const operationG = new Map(
    plan.operations.map((o) => {
      const cup = portions.find((p) => p.id === o.portionId)!;
      return [o.id, o.kind === "topLine" ? (cup.keptBackG * o.keptBackPct) / 100 : (cup.pourG * o.cupPct) / 100];
    }),
  );
  const moulds = plan.moulds.map((m) => {
    const pouredG = plan.operations.reduce((sum, o) => sum + (o.mouldId === m.id ? operationG.get(o.id)! : 0), 0);
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
