/** Milks by mass: water, fat, sugar, the rest is other solids. `fatOilId`: whose SAP their fat takes. Typical compositions. */
export const MILKS = [
  { id: "cow", label: "cow's milk", water: 0.87, fat: 0.04, sugar: 0.05, fatOilId: "butter" },
  { id: "goat", label: "goat's milk", water: 0.87, fat: 0.04, sugar: 0.05, fatOilId: "butter" },
  { id: "coconut", label: "coconut milk", water: 0.7, fat: 0.2, sugar: 0.03, fatOilId: "coconut" },
  { id: "oat", label: "oat drink", water: 0.9, fat: 0.015, sugar: 0.05, fatOilId: "canola" },
] as const;

export type MilkId = (typeof MILKS)[number]["id"];
export const MILK_IDS = MILKS.map((m) => m.id) as [MilkId, ...MilkId[]];
export const milkRow = (id: MilkId) => MILKS.find((m) => m.id === id)!;

/** Factor on the rate of thickening when all of the liquid is milk (Tundish estimate). */
export const MILK_PACE = 1.1;
