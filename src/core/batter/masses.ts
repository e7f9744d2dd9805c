import type { Batter, Plan, Portion } from "../document/schema";
import { additiveRow } from "../formula/additives";
import { effectiveSuperfatPct, type FormulaPerGram, type LiquidMass } from "../formula/formula";
import { findOil, oilLookup, sapNaoh } from "../formula/oils";
import { levelMm, volumeMl } from "../mould/mould";
import { isCupPour, isTopPour, portionOf } from "../techniques/operations/registry";
import { byId } from "../units/byId";
import type { DoseBase } from "../units/dose";
import { type CupMix, mixCups } from "./cups";
import { type LateAdditive, resolvedShares } from "./portions";
import { weighPots } from "./pots";
import { basesOf, weighedBowlG } from "./readings";
import { additiveWaterG, finishedCup, type Sized, sizeBatter } from "./sizing";

export interface BatterMasses {
  id: string;
  formula: FormulaPerGram;
  /** What converts doses of the whole batter. */
  dose: DoseBase;
  oilsG: number;
  oils: { id: string; massG: number }[];
  naohG: number;
  kohG: number;
  lyeG: number;
  /** Plain water, ice included. */
  waterG: number;
  iceG: number;
  /** Liquids in place of water, and their sum. */
  liquids: LiquidMass[];
  liquidG: number;
  /** All water that meets the lye. */
  allWaterG: number;
  /** Additives of the whole batter, one by one; those stirred into the coloured cups are marked. */
  additives: { id: string; massG: number; isLate: boolean }[];
  /** Additives in the bowl at the split, and those stirred into the cups after the colour. */
  additiveG: number;
  lateAdditiveG: number;
  /** Scent of the whole batter. */
  scentG: number;
  /** Oils + lye + water + liquids + additives in the bowl + its scent as weighed up. */
  plannedBaseG: number;
  /** Bowl with batter less bowl; null until both are known. */
  measuredBaseG: number | null;
  /** What the split divides: measured where known, else planned. */
  baseG: number;
  /** Oils per gram of base, all included. */
  oilsPerBaseG: number;
  /** What goes into its cups after the colour, g per g of oils. */
  late: LateAdditive[];
  effectiveSuperfatPct: number;
}

export interface PortionMasses {
  id: string;
  /** Resolved share of its batter's base, percent. */
  sharePct: number;
  /** What converts doses of this cup. */
  dose: DoseBase;
  /** Of its batter: as it was weighed out, else its target at the split. */
  baseG: number;
  /** Colourants one by one: powder or dye, its carrier, and what is weighed (powder, or powder and carrier of a stock dispersion); rate that it means. */
  colourants: { id: string; powderG: number; carrierG: number; weighedG: number; gPer100gOils: number }[];
  colourG: number;
  /** Dispersion oil and dispersion water. */
  carrierG: number;
  carrierWaterG: number;
  scentG: number;
  /** Its own additives, and its part of what its batter's cups get after the colour. */
  additives: { id: string; massG: number; from: "cup" | "batter" }[];
  additiveG: number;
  /** Water that its own additives bring. */
  additiveWaterG: number;
  /** base + colour + carriers + scent + additives. */
  finishedG: number;
  /** Of the finished cup, g/mL. */
  densityGPerMl: number;
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
  pouredMl: number;
  levelMm: number;
}

export interface Masses {
  batters: BatterMasses[];
  portions: PortionMasses[];
  moulds: MouldMasses[];
  /** Grams of every operation by id: of its cup for a pour, of the pot for a pot pour, 0 for movements. */
  operationG: Map<string, number>;
  /** The same in mL. */
  operationMl: Map<string, number>;
  /** What pours are made of that come from a cup into which others were poured, by operation id. */
  mixes: Map<string, CupMix>;
}

/** SAP of dispersion oil, g NaOH per g: counted as sunflower oil. Fat of powders stirred into a cup: as butter. */
const CARRIER_SAP_NAOH = sapNaoh(findOil("sunflower")!);
const BUTTER_SAP_NAOH = sapNaoh(findOil("butter")!);

function batterMasses(
  plan: Plan,
  batter: Batter,
  shares: ReadonlyMap<string, number>,
  sizeOf: (batter: Batter) => Sized | null,
): { masses: BatterMasses; sized: Sized } | null {
  const sized = sizeOf(batter);
  if (!sized) return null;
  const { formula, oilsG, perOil } = sized;
  const totalShare = batter.oils.reduce((sum, o) => sum + o.sharePct, 0);
  const plannedBaseG = oilsG * perOil;
  const measuredBaseG = weighedBowlG(plan, batter);
  const baseG = measuredBaseG ?? plannedBaseG;
  const scaled = (l: LiquidMass): LiquidMass => ({
    ...l,
    massG: oilsG * l.massG,
    waterG: oilsG * l.waterG,
    fatG: oilsG * l.fatG,
    sugarG: oilsG * l.sugarG,
    saltG: oilsG * l.saltG,
  });
  const masses: BatterMasses = {
    id: batter.id,
    formula,
    dose: sized.dose,
    oilsG,
    oils: batter.oils.map((o) => ({ id: o.id, massG: (oilsG * o.sharePct) / totalShare })),
    naohG: oilsG * formula.naohG,
    kohG: oilsG * formula.kohG,
    lyeG: oilsG * formula.lyeG,
    waterG: oilsG * formula.waterG,
    iceG: oilsG * formula.iceG,
    liquids: formula.liquids.map(scaled),
    liquidG: oilsG * formula.liquidG,
    allWaterG: oilsG * formula.allWaterG,
    additives: formula.additives.map(({ id, massG, isLate }) => ({ id, massG: oilsG * massG, isLate })),
    additiveG: oilsG * formula.additiveG,
    lateAdditiveG: oilsG * formula.lateAdditiveG,
    scentG: oilsG * (perOil - formula.baseG),
    plannedBaseG,
    measuredBaseG,
    baseG,
    oilsPerBaseG: 1 / perOil,
    late: sized.late,
    effectiveSuperfatPct: superfatOf(plan, batter, sized, shares, baseG),
  };
  return { masses, sized };
}

/** Effective superfat of the whole batch: dispersion oils, fat and acids of what is stirred into the cups included. */
function superfatOf(
  plan: Plan,
  batter: Batter,
  sized: Sized,
  shares: ReadonlyMap<string, number>,
  baseG: number,
): number {
  const { formula, perOil } = sized;
  const bases = basesOf(plan, shares, () => baseG);
  let fatAlkaliG = 0;
  let acidAlkaliG = 0;
  for (const p of plan.portions) {
    if (p.batterId !== batter.id) continue;
    const cupG = bases.get(p.id)!;
    const { per } = finishedCup(p, batter, sized, cupG);
    fatAlkaliG += cupG * per.carrierG * CARRIER_SAP_NAOH;
    for (const a of per.additives) {
      if (a.from !== "cup") continue;
      fatAlkaliG += cupG * a.massG * additiveRow(a.kind).fatShare * BUTTER_SAP_NAOH;
      acidAlkaliG += cupG * a.massG * additiveRow(a.kind).acidNaohPerG;
    }
  }
  const oilsG = baseG / perOil;
  return effectiveSuperfatPct(
    oilsG * formula.pureAlkaliG,
    oilsG * formula.fullAlkaliG,
    oilsG * formula.otherFatAlkaliG + fatAlkaliG,
    oilsG * formula.acidAlkaliG + acidAlkaliG,
  );
}

function portionMasses(
  portion: Portion,
  sharePct: number,
  baseG: number,
  batter: Batter,
  made: { masses: BatterMasses; sized: Sized },
  toolLossPct: number,
): PortionMasses {
  const { dose, per } = finishedCup(portion, batter, made.sized, baseG);
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
    dose,
    baseG,
    colourants: per.colourants.map((c, i) => {
      const [powderG, carrierG] = [baseG * c.powderG, baseG * c.carrierG];
      const weighedG = portion.colourants[i].isDispersion ? powderG + carrierG : powderG;
      return { id: c.id, powderG, carrierG, weighedG, gPer100gOils: c.gPer100gOils };
    }),
    colourG: baseG * per.colourG,
    carrierG: baseG * per.carrierG,
    carrierWaterG: baseG * per.carrierWaterG,
    scentG: baseG * per.scentG,
    additives: per.additives.map(({ id, massG, from }) => ({ id, massG: baseG * massG, from })),
    additiveG: baseG * per.additiveG,
    additiveWaterG: baseG * additiveWaterG(per),
    finishedG,
    densityGPerMl: per.finishedG / per.finishedMl,
    keptBackG,
    pipingG,
    sampleG,
    lossG,
    pourG: finishedG - keptBackG - pipingG - sampleG - lossG,
  };
}

/** Every mass of the batch, g. Null while a batter's formula cannot be computed (no oils, or an oil that is not known). */
export function computeMasses(plan: Plan): Masses | null {
  const shares = resolvedShares(plan);
  const find = oilLookup(plan.oilRows);
  const fillMlOf = (m: Plan["moulds"][number]) => (volumeMl(m) * m.fillPct) / 100;
  // A batter that is made has the size that it was made at, whatever is changed of its cups and moulds since.
  const asMade: Plan = plan.record.planned ? { ...plan, ...plan.record.planned } : plan;
  const fillMl = asMade.moulds.reduce((sum, m) => sum + fillMlOf(m), 0);
  const made = new Map<string, { masses: BatterMasses; sized: Sized }>();
  for (const batter of plan.batters) {
    const one = batterMasses(plan, batter, shares, (b) => sizeBatter(asMade, b, resolvedShares(asMade), fillMl, find));
    if (!one) return null;
    made.set(batter.id, one);
  }
  const bases = basesOf(plan, shares, (batterId) => made.get(batterId)!.masses.baseG);
  const portions = plan.portions.map((p) => {
    const batter = byId(plan.batters, p.batterId);
    return portionMasses(p, shares.get(p.id)!, bases.get(p.id)!, batter, made.get(p.batterId)!, plan.toolLossPct);
  });
  const operationG = new Map<string, number>();
  const operationMl = new Map<string, number>();
  for (const o of plan.operations) {
    const cup = portions.find((p) => p.id === portionOf(o));
    const whole = cup ? (isTopPour(o) ? cup.keptBackG * o.keptBackPct : isCupPour(o) ? cup.pourG * o.cupPct : 0) : 0;
    operationG.set(o.id, whole / 100);
    operationMl.set(o.id, cup ? whole / 100 / cup.densityGPerMl : 0);
  }
  const mixes = mixCups(plan, operationG, operationMl);
  weighPots(plan, operationG, operationMl);
  const moulds = plan.moulds.map((m) => {
    const sum = (of: ReadonlyMap<string, number>) =>
      plan.operations.reduce(
        (s, o) => s + (o.mouldId === m.id && o.kind !== "potPour" && o.kind !== "intoCup" ? of.get(o.id)! : 0),
        0,
      );
    const [pouredG, pouredMl] = [sum(operationG), sum(operationMl)];
    const density = pouredMl > 0 ? pouredG / pouredMl : plan.batters[0].densityGPerMl;
    return {
      id: m.id,
      volumeMl: volumeMl(m),
      fillG: fillMlOf(m) * density,
      pouredG,
      pouredMl,
      levelMm: levelMm(m, pouredMl),
    };
  });
  return { batters: [...made.values()].map((x) => x.masses), portions, moulds, operationG, operationMl, mixes };
}

/** Cured mass of a finished mass of batter, g: everything but water, and the residual water of the cured bar. */
export function curedMassG(finishedG: number, waterG: number, residualWaterPct: number): number {
  return Math.max(0, finishedG - waterG) / (1 - residualWaterPct / 100);
}

/** Water in a portion's finished cup, g: its part of the batter's water, that of its dispersions and of its own additives. */
export const waterInCupG = (portion: PortionMasses, batter: BatterMasses): number =>
  (portion.baseG * batter.allWaterG) / batter.plannedBaseG + portion.carrierWaterG + portion.additiveWaterG;
