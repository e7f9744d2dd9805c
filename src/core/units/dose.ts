import { byId } from "./byId";
import { DROP_ML, LB_G, OZ_G, SPOONS_ML } from "./quantities";

/**
 * Bases in which doses are stated. Rates: `per` says what they are counted on and `perG` how many grams of that the amount goes with. `whole`:
 * the amount is what goes into this cup (or batter), whatever its size. `measure`: the amount is in spoons, scoops or drops and needs a density.
 */
export const DOSE_BASES = [
  { id: "g/100g-oils", label: "g per 100 g oils", per: "oils", perG: 100, measure: null },
  { id: "g/lb-oils", label: "g per lb oils", per: "oils", perG: LB_G, measure: null },
  { id: "tsp/lb-oils", label: "tsp per lb oils", per: "oils", perG: LB_G, measure: "spoon" },
  { id: "g/100g-batter", label: "g per 100 g batter", per: "batter", perG: 100, measure: null },
  { id: "g/lb-batter", label: "g per lb batter", per: "batter", perG: LB_G, measure: null },
  { id: "tsp/lb-batter", label: "tsp per lb batter", per: "batter", perG: LB_G, measure: "spoon" },
  { id: "g", label: "g in all", per: "whole", perG: 1, measure: null },
  { id: "oz", label: "oz in all", per: "whole", perG: 1, measure: "ounce" },
  { id: "tsp", label: "tsp in all", per: "whole", perG: 1, measure: "spoon" },
  { id: "scoop", label: "own scoops in all", per: "whole", perG: 1, measure: "scoop" },
  { id: "drop", label: "drops in all", per: "whole", perG: 1, measure: "drop" },
] as const;

type Basis = (typeof DOSE_BASES)[number];
export type DoseBasis = Basis["id"];
export type RateBasis = Exclude<Basis, { per: "whole" }>["id"];
export const DOSE_BASIS_IDS = DOSE_BASES.map((b) => b.id) as [DoseBasis, ...DoseBasis[]];
export const RATE_BASES = DOSE_BASES.filter((b) => b.per !== "whole");
export const RATE_BASIS_IDS = RATE_BASES.map((b) => b.id) as [RateBasis, ...RateBasis[]];

export interface Dose {
  amount: number;
  basis: DoseBasis;
}

/** What a teaspoon and the maker's own small scoop hold. */
export interface Measures {
  spoons: "us" | "metric";
  scoopMl: number;
}
export const US_MEASURES: Measures = { spoons: "us", scoopMl: 0.15 };

/** What converts doses: the batch's ratio of oils to base batter (0..1), the oils that the cup or batter holds (null where no size is known), its measures. */
export interface DoseBase {
  oilsPerBaseG: number;
  oilsG: number | null;
  measures: Measures;
}

/** A base of which only the ratio is known: doses in all count as none. */
export const rateBase = (oilsPerBaseG: number, measures = US_MEASURES): DoseBase => ({
  oilsPerBaseG,
  oilsG: null,
  measures,
});

const basisOf = (id: DoseBasis): Basis => byId(DOSE_BASES, id);

export const isWhole = (basis: DoseBasis): boolean => basisOf(basis).per === "whole";

/** Grams that one unit of a basis weighs at a density, g/mL. */
function unitG({ measure }: Basis, densityGPerMl: number, measures: Measures): number {
  if (measure === "ounce") return OZ_G;
  if (measure === "spoon") return SPOONS_ML[measures.spoons].tsp * densityGPerMl;
  if (measure === "scoop") return measures.scoopMl * densityGPerMl;
  if (measure === "drop") return DROP_ML * densityGPerMl;
  return 1;
}

/** Grams per gram of oils that one unit of amount means; 0 for a dose in all where no oils are known. */
function perUnit(basisId: DoseBasis, base: DoseBase, densityGPerMl: number): number {
  const basis = basisOf(basisId);
  const grams = unitG(basis, densityGPerMl, base.measures);
  if (basis.per === "whole") return base.oilsG !== null && base.oilsG > 0 ? grams / base.oilsG : 0;
  return basis.per === "oils" ? grams / basis.perG : grams / basis.perG / base.oilsPerBaseG;
}

/** Grams per gram of oils. @param densityGPerMl of what is dosed, for spoons, scoops and drops */
export const dosePerOilG = (dose: Dose, base: DoseBase, densityGPerMl: number): number =>
  dose.amount * perUnit(dose.basis, base, densityGPerMl);

/** The same dose stated on another base. Converting there and back gives the dose again; a base that cannot be reached gives 0. */
export function restateDose<B extends DoseBasis>(
  dose: Dose,
  basis: B,
  base: DoseBase,
  densityGPerMl: number,
): { amount: number; basis: B } {
  const unit = perUnit(basis, base, densityGPerMl);
  return { basis, amount: unit > 0 ? dosePerOilG(dose, base, densityGPerMl) / unit : 0 };
}
