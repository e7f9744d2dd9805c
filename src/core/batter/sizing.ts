import type { Batter, Plan, Portion } from "../document/schema";
import { additiveRow } from "../formula/additives";
import { type FormulaPerGram, formulaPerGram } from "../formula/formula";
import type { OilLookup } from "../formula/oils";
import { isPercent, loadPctOfOils } from "../scent/effect";
import { type DoseBase, isWhole } from "../units/dose";
import { type FinishPerGram, finishPerGram, type LateAdditive } from "./portions";

/** Least part of a cup that is counted on to reach a mould when a batch is sized. */
const LEAST_INTO_MOULD = 0.05;
const MOST_ROUNDS = 80;
const LEAST_OILS_G = 1;
const LEAST_DRY = 1e-3;

/** A batter of so many grams of oils: its formula per gram, base per gram of oils, and what its cups get after the colour. */
export interface Sized {
  oilsG: number;
  formula: FormulaPerGram;
  /** Grams of base per gram of oils, the batter's own scent included. */
  perOil: number;
  late: LateAdditive[];
  dose: DoseBase;
}

function sizedOf(plan: Plan, batter: Batter, oilsG: number, find: OilLookup): Sized | null {
  const formula = formulaPerGram(batter, find, { oilsG, measures: plan.measures });
  if (!formula) return null;
  const dose = { oilsPerBaseG: formula.oilsPerBaseG, oilsG, measures: plan.measures };
  const late = formula.additives.filter((a) => a.isLate).map(({ id, kind, massG }) => ({ id, kind, massG }));
  const perOil = formula.baseG + (batter.scent ? loadPctOfOils(batter.scent, dose) / 100 : 0);
  return { oilsG, formula, perOil, late, dose };
}

/** Least base that doses in all are spread over, g: a cup that is empty gets nothing of them. */
const LEAST_CUP_G = 1e-6;

/** A cup of so many grams of base, per gram of it. */
export function finishedCup(
  portion: Portion,
  batter: Batter,
  s: Sized,
  baseG: number,
): { dose: DoseBase; per: FinishPerGram } {
  const dose = { ...s.dose, oilsG: Math.max(LEAST_CUP_G, baseG) / s.perOil };
  return { dose, per: finishPerGram(portion, 1 / s.perOil, dose, s.late, batter.densityGPerMl) };
}

/** Water that a cup's own additives bring, g per g of base. */
export const additiveWaterG = (per: FinishPerGram): number =>
  per.additives.reduce((sum, a) => sum + a.massG * additiveRow(a.kind).waterShare, 0);

const isWholeLoad = (scent: Batter["scent"]) => scent !== null && !isPercent(scent);

const hasWholeDoses = (batter: Batter, own: readonly Portion[]): boolean =>
  [batter, ...own].some((x) => isWholeLoad(x.scent) || x.additives.some((a) => isWhole(a.dose.basis))) ||
  own.some((p) => p.colourants.some((c) => isWhole(c.dose.basis)));

/**
 * Sizes a batter: formula oils as fixed, or such that the finished portions, less what stays on tools and what is kept out of the moulds, fill
 * their part of the moulds by volume, or such that an order of bars comes out at its cured mass. Shares count as parts of their own sum here, so
 * that a split that does not close yet still gives a batch of sensible size. Doses in all do not grow with the batch: the size is found by
 * iteration, each round counting them on the oils of the round before.
 * @param fillMl volume that all the moulds are to be filled with
 * @returns null where the formula cannot be computed
 */
export function sizeBatter(
  plan: Plan,
  batter: Batter,
  shares: ReadonlyMap<string, number>,
  fillMl: number,
  find: OilLookup,
): Sized | null {
  const { size } = batter;
  if (size.basis === "oils") return sizedOf(plan, batter, size.oilsG, find);
  const own = plan.portions.filter((p) => p.batterId === batter.id);
  let sized = sizedOf(plan, batter, 1000, find);
  for (let round = hasWholeDoses(batter, own) ? 0 : MOST_ROUNDS - 1; round < MOST_ROUNDS; round++) {
    if (!sized) return null;
    const { ml, dryG } = intoMoulds(plan, batter, own, shares, sized);
    const perBaseG =
      size.basis === "mould"
        ? (fillMl * size.sharePct) / 100 / ml
        : (size.bars * size.curedBarG * (1 - plan.residualWaterPct / 100)) / dryG;
    const oilsG = Math.max(LEAST_OILS_G, perBaseG / sized.perOil);
    const isSettled = Math.abs(oilsG - sized.oilsG) <= 1e-12 * oilsG;
    sized = sizedOf(plan, batter, oilsG, find);
    if (isSettled) break;
  }
  return sized;
}

/** What of a gram of base reaches the moulds once its cups are finished: volume, mL, and mass that is not water, g. */
function intoMoulds(
  plan: Plan,
  batter: Batter,
  own: readonly Portion[],
  shares: ReadonlyMap<string, number>,
  s: Sized,
): { ml: number; dryG: number } {
  const shareOf = (p: Portion) => Math.max(0, shares.get(p.id)!);
  const total = own.reduce((sum, p) => sum + shareOf(p), 0);
  if (total <= 0) return { ml: 1 / batter.densityGPerMl, dryG: 1 };
  const waterG = s.formula.allWaterG / s.perOil;
  let ml = 0;
  let dryG = 0;
  for (const p of own) {
    const share = shareOf(p) / total;
    const { per } = finishedCup(p, batter, s, share * s.oilsG * s.perOil);
    const into = share * Math.max(LEAST_INTO_MOULD, 1 - (p.pipingPct + p.samplePct + plan.toolLossPct) / 100);
    ml += into * per.finishedMl;
    dryG += into * (per.finishedG - waterG - per.carrierWaterG - additiveWaterG(per));
  }
  return { ml, dryG: Math.max(LEAST_DRY, dryG) };
}
