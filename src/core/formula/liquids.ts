import { byId } from "../units/byId";
/**
 * Liquids in place of water, by mass: water, fat, sugar and salt in percent, the rest is other solids. `fatOilId`: whose SAP their fat takes.
 * `isMilk`: it scorches in hot lye and is frozen or held back. `paceFactor`: what it does to the rate of thickening when all of the liquid is this.
 * Typical compositions; a batch keeps its own, which the carton corrects. Paces are Tundish estimates.
 */
export const LIQUIDS = [
  liquid("cow", "cow's milk", [87, 4, 5, 0.1], "butter", true, 1.1),
  liquid("goat", "goat's milk", [87, 4, 5, 0.1], "butter", true, 1.1),
  liquid("buttermilk", "buttermilk", [90, 1, 4.5, 0.2], "butter", true, 1.1),
  liquid("coconut", "coconut milk", [70, 20, 3, 0], "coconut", true, 1.1),
  liquid("oat", "oat drink", [90, 1.5, 5, 0.1], "canola", true, 1.1),
  liquid("plant-water", "plant water or tea", [99.5, 0, 0, 0], "canola", false, 1),
  liquid("aloe", "aloe juice", [98.5, 0, 0.5, 0], "canola", false, 1),
  liquid("coffee", "coffee", [99, 0, 0, 0], "canola", false, 1),
  liquid("beer", "flat beer, boiled down", [92, 0, 4, 0], "canola", true, 1.1),
  liquid("puree", "fruit or vegetable purée", [88, 0.2, 7, 0], "canola", true, 1.1),
  liquid("sea-water", "sea water", [96.5, 0, 0, 3.5], "canola", false, 1),
  liquid("other", "other liquid", [95, 0, 0, 0], "canola", false, 1),
] as const;

/** Percent by mass. */
export interface Composition {
  waterPct: number;
  fatPct: number;
  sugarPct: number;
  saltPct: number;
}

interface Liquid<Id extends string> {
  id: Id;
  label: string;
  composition: Composition;
  fatOilId: string;
  isMilk: boolean;
  paceFactor: number;
}

function liquid<const Id extends string>(
  id: Id,
  label: string,
  [waterPct, fatPct, sugarPct, saltPct]: readonly [number, number, number, number],
  fatOilId: string,
  isMilk: boolean,
  paceFactor: number,
): Liquid<Id> {
  return { id, label, composition: { waterPct, fatPct, sugarPct, saltPct }, fatOilId, isMilk, paceFactor };
}

export type LiquidId = (typeof LIQUIDS)[number]["id"];
export const LIQUID_IDS = LIQUIDS.map((l) => l.id) as [LiquidId, ...LiquidId[]];
export const liquidRow = (id: LiquidId): Liquid<LiquidId> => byId(LIQUIDS, id);

/** How a liquid goes in. */
export const LIQUID_TIMES = {
  "with-lye": "cold, the lye goes into it",
  "frozen-in-lye": "frozen, the lye goes onto it",
  "at-emulsion": "held back, at emulsion",
} as const;
export type LiquidTime = keyof typeof LIQUID_TIMES;

/** Milk with lye in it is kept under this, C: above it browns and smells. */
export const MILK_UNDER_C = 30;
