import { LB_G, SPOONS_ML } from "./quantities";

/**
 * Bases in which rates are stated. `spoon`: the amount is in teaspoons and needs a bulk density; `per`: what it is counted on;
 * `perG`: how many grams of that the amount goes with.
 */
export const DOSE_BASES = [
  { id: "g/100g-oils", label: "g per 100 g oils", per: "oils", perG: 100, spoon: false },
  { id: "g/lb-oils", label: "g per lb oils", per: "oils", perG: LB_G, spoon: false },
  { id: "tsp/lb-oils", label: "tsp per lb oils", per: "oils", perG: LB_G, spoon: true },
  { id: "g/100g-batter", label: "g per 100 g batter", per: "batter", perG: 100, spoon: false },
  { id: "g/lb-batter", label: "g per lb batter", per: "batter", perG: LB_G, spoon: false },
  { id: "tsp/lb-batter", label: "tsp per lb batter", per: "batter", perG: LB_G, spoon: true },
] as const;

export type DoseBasis = (typeof DOSE_BASES)[number]["id"];
export const DOSE_BASIS_IDS = DOSE_BASES.map((b) => b.id) as [DoseBasis, ...DoseBasis[]];

export interface Dose {
  amount: number;
  basis: DoseBasis;
}

/** What converts between bases: the batch's own ratio of oils to base batter (0..1), the powder's bulk density, the spoon. */
export interface DoseContext {
  oilsPerBaseG: number;
  bulkDensityGPerMl: number;
  spoonMl?: number;
}

const basisOf = (id: DoseBasis) => DOSE_BASES.find((b) => b.id === id)!;

/** Grams per gram of oils that one unit of amount means. */
function perUnit(basisId: DoseBasis, context: DoseContext): number {
  const basis = basisOf(basisId);
  const gramsEach = basis.spoon ? (context.spoonMl ?? SPOONS_ML.us.tsp) * context.bulkDensityGPerMl : 1;
  const perGram = gramsEach / basis.perG;
  return basis.per === "oils" ? perGram : perGram / context.oilsPerBaseG;
}

/** Grams of powder per gram of oils. */
export const dosePerOilG = (dose: Dose, context: DoseContext): number => dose.amount * perUnit(dose.basis, context);

/** The same dose stated on another base. Converting there and back gives the dose again. */
export const restateDose = (dose: Dose, basis: DoseBasis, context: DoseContext): Dose => ({
  basis,
  amount: dosePerOilG(dose, context) / perUnit(basis, context),
});
