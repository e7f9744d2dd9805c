import { colourantKind } from "../colour/kinds";
import { carrierPerG, powderGPer100gOils } from "../colour/mix";
import type { Plan, Portion } from "../document/schema";
import { type AdditiveId, additivePerOilG, paceOfMasses, solidDensity } from "../formula/additives";
import { loadPctOfOils } from "../scent/effect";
import type { DoseBase } from "../units/dose";

/** An additive of the batter that is stirred into its coloured cups, g per g of the batter's oils. */
export interface LateAdditive {
  id: string;
  kind: AdditiveId;
  massG: number;
}

/** What one gram of a portion's base carries besides itself once it is finished, all in g per g of base. */
export interface FinishPerGram {
  /** Colourants one by one: powder or dye, and its carrier. */
  colourants: { id: string; powderG: number; carrierG: number; gPer100gOils: number }[];
  /** Colourant powder or dye. */
  colourG: number;
  /** Dispersion oil. */
  carrierG: number;
  /** Dispersion water. */
  carrierWaterG: number;
  scentG: number;
  /** Additives one by one: the cup's own, and its part of what the batter's cups get after the colour. */
  additives: { id: string; kind: AdditiveId; massG: number; from: "cup" | "batter" }[];
  additiveG: number;
  /** 1 + colour, carriers, scent and additives. */
  finishedG: number;
  /** Volume of all that, mL, where the base has `densityGPerMl`: undissolved additives count with their own density. */
  finishedMl: number;
}

/**
 * @param oilsPerBaseG the batter's own ratio of oils to base, all included: what doses per oils are counted on in a cup
 * @param dose what converts doses: the ratio before additives, and the oils of the cup
 */
export function finishPerGram(
  portion: Portion,
  oilsPerBaseG: number,
  dose: DoseBase,
  late: readonly LateAdditive[],
  densityGPerMl: number,
): FinishPerGram {
  const colourants = portion.colourants.map((c) => {
    const gPer100gOils = powderGPer100gOils(c, dose);
    const powderG = (gPer100gOils / 100) * oilsPerBaseG;
    return { id: c.id, powderG, carrierG: powderG * carrierPerG(c), gPer100gOils };
  });
  const carrierOf = (kind: "oil" | "water") =>
    portion.colourants.reduce((sum, c, i) => sum + (c.carrier.kind === kind ? colourants[i].carrierG : 0), 0);
  const colourG = colourants.reduce((sum, c) => sum + c.powderG, 0);
  const carrierG = carrierOf("oil");
  const carrierWaterG = carrierOf("water");
  const scentG = portion.scent ? (loadPctOfOils(portion.scent, dose) / 100) * oilsPerBaseG : 0;
  const additives = [
    ...late.map((a) => ({ id: a.id, kind: a.kind, massG: a.massG * oilsPerBaseG, from: "batter" as const })),
    ...portion.additives.map((a) => ({
      id: a.id,
      kind: a.kind,
      massG: additivePerOilG(a, dose) * oilsPerBaseG,
      from: "cup" as const,
    })),
  ];
  const additiveG = additives.reduce((sum, a) => sum + a.massG, 0);
  const finishedG = 1 + colourG + carrierG + carrierWaterG + scentG + additiveG;
  const finishedMl =
    (finishedG - additiveG) / densityGPerMl +
    additives.reduce((sum, a) => sum + a.massG / (solidDensity(a.kind) ?? densityGPerMl), 0);
  return { colourants, colourG, carrierG, carrierWaterG, scentG, additives, additiveG, finishedG, finishedMl };
}

/** Share of its batter's base for every portion, percent, by id; the one that takes the rest gets 100 - the others (which may be negative). */
export function resolvedShares(plan: Pick<Plan, "batters" | "portions">): Map<string, number> {
  const shares = new Map<string, number>();
  for (const batter of plan.batters) {
    const own = plan.portions.filter((p) => p.batterId === batter.id);
    const stated = own.filter((p) => !p.takesRest).reduce((sum, p) => sum + p.sharePct, 0);
    for (const p of own) shares.set(p.id, p.takesRest ? 100 - stated : p.sharePct);
  }
  return shares;
}

/** Most usual doses of a colourant that are believed to speed a cup. */
const MOST_DOSES = 12;

/** Factor on the rate of thickening from a cup's colourants and additives and their doses, those of its batter that go in after the colour included. */
export function portionPace(portion: Portion, dose: DoseBase, late: readonly LateAdditive[]): number {
  const colour = portion.colourants.reduce((factor, c) => {
    const kind = colourantKind(c.kind);
    return factor * kind.paceFactor ** Math.min(MOST_DOSES, powderGPer100gOils(c, dose) / kind.usualGPer100gOils);
  }, 1);
  const own = portion.additives.map((a) => ({ kind: a.kind, perOilG: additivePerOilG(a, dose) }));
  return colour * paceOfMasses([...own, ...late.map((a) => ({ kind: a.kind, perOilG: a.massG }))]);
}
