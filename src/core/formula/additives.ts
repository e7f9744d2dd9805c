import { type Dose, type DoseBase, dosePerOilG } from "../units/dose";

/** When an additive goes in, in the order of the work, and what to say of it. */
export const ADDITIVE_TIMES = {
  "lye-water": "dissolve in the water before the lye goes in",
  "hot-lye": "into the hot lye, stir until it is gone",
  "cooled-lye": "into the cooled lye",
  oils: "blend into the oils before the lye",
  emulsion: "stir in at emulsion",
  "after-colour": "stir in by hand, after the colour",
} as const;
export type AdditiveTime = keyof typeof ADDITIVE_TIMES;

/**
 * Additives: what one usual dose does to the rate of thickening (`paceFactor`), the usual dose and the sensible range in g per
 * 100 g of oils, bulk density, when they go in, NaOH that they consume (g per g), their water, fat and sugar by mass, and why the
 * range ends where it does. Rates and densities are Tundish estimates from common practice; acid demands are stoichiometric
 * (citric acid 3 x 39.997/192.12; 5 % vinegar 0.05 x 39.997/60.05; lactic acid 80 % 0.8 x 39.997/90.08).
 */
export const ADDITIVES = [
  row("clay", "clay", 1.1, 0.65, [0.1, 3], 0.6, "oils", "more draws water and speeds the batter", {}),
  row("charcoal", "activated charcoal", 1.15, 0.4, [0.02, 1.6], 0.38, "oils", "more greys the lather", {}),
  row("titanium-dioxide", "titanium dioxide", 1.08, 0.9, [0.1, 2], 0.85, "oils", "more chalks and cracks", {}),
  row("sugar", "sugar", 1.15, 0.7, [0.1, 3], 0.85, "lye-water", "more overheats the loaf", { sugar: 1 }),
  row("honey", "honey", 1.15, 0.9, [0.1, 3], 1.4, "emulsion", "more overheats the loaf", { sugar: 0.8, water: 0.18 }),
  row("milk", "milk powder", 1.1, 2, [0.2, 8], 0.5, "emulsion", "more overheats and darkens", {
    fat: 0.26,
    sugar: 0.38,
  }),
  row("salt", "salt", 1.5, 50, [0.3, 110], 1.2, "after-colour", "more than the oils' own mass crumbles", {}),
  row(
    "brine-salt",
    "salt, dissolved for hardness",
    1.05,
    0.8,
    [0.2, 2],
    1.2,
    "lye-water",
    "more costs lather and does not dissolve",
    {},
  ),
  row("sodium-lactate", "sodium lactate 60 %", 1, 2, [0.5, 4], 1.33, "cooled-lye", "more makes the bar crumble", {
    water: 0.4,
  }),
  row("silk", "silk fibre", 1, 0.05, [0.01, 0.4], 0.1, "hot-lye", "more does not dissolve", {}),
  row("citric-acid", "citric acid", 1, 1, [0.2, 3], 0.9, "lye-water", "more only eats lye", { acid: 0.6246 }),
  row("vinegar", "vinegar 5 %", 1, 15, [1, 40], 1.01, "lye-water", "more only eats lye", { acid: 0.0333, water: 0.95 }),
  row("lactic-acid", "lactic acid 80 %", 1, 1.5, [0.2, 3], 1.2, "lye-water", "more only eats lye", {
    acid: 0.3552,
    water: 0.2,
  }),
  row("oatmeal", "oatmeal, ground", 1.05, 1.5, [0.2, 5], 0.45, "emulsion", "more scratches and feeds spoilage", {}),
  row("other", "other", 1, 1, [0, 100], 0.7, "emulsion", "", {}),
] as const;

interface AdditiveRow<Id extends string> {
  id: Id;
  label: string;
  paceFactor: number;
  usualGPer100gOils: number;
  rangeGPer100gOils: readonly [number, number];
  bulkDensityGPerMl: number;
  when: AdditiveTime;
  outside: string;
  acidNaohPerG: number;
  waterShare: number;
  fatShare: number;
  sugarShare: number;
}

function row<const Id extends string>(
  id: Id,
  label: string,
  paceFactor: number,
  usualGPer100gOils: number,
  rangeGPer100gOils: readonly [number, number],
  bulkDensityGPerMl: number,
  when: AdditiveTime,
  outside: string,
  parts: { acid?: number; water?: number; fat?: number; sugar?: number },
): AdditiveRow<Id> {
  const { acid = 0, water = 0, fat = 0, sugar = 0 } = parts;
  return {
    id,
    label,
    paceFactor,
    usualGPer100gOils,
    rangeGPer100gOils,
    bulkDensityGPerMl,
    when,
    outside,
    acidNaohPerG: acid,
    waterShare: water,
    fatShare: fat,
    sugarShare: sugar,
  };
}

export type AdditiveId = (typeof ADDITIVES)[number]["id"];
export const ADDITIVE_IDS = ADDITIVES.map((a) => a.id) as [AdditiveId, ...AdditiveId[]];

const byId = new Map<AdditiveId, AdditiveRow<AdditiveId>>(ADDITIVES.map((a) => [a.id, a]));

export const additiveRow = (id: AdditiveId): AdditiveRow<AdditiveId> => byId.get(id)!;

/** Density of what stays undissolved in the batter, g/mL (handbook values); others take the batter's own. */
const SOLID_G_PER_ML: Partial<Record<AdditiveId, number>> = {
  salt: 2.16,
  clay: 2.6,
  charcoal: 2,
  "titanium-dioxide": 4.2,
  oatmeal: 1.4,
};
export const solidDensity = (id: AdditiveId): number | null => SOLID_G_PER_ML[id] ?? null;

/** Salt from this rate on makes a salt bar, g per 100 g of oils. */
export const SALT_BAR_FROM = 25;

export interface AdditiveDose {
  kind: AdditiveId;
  dose: Dose;
}

/** Stirred into the coloured cups: no part of the bowl at the split. */
export const isLate = (id: AdditiveId): boolean => additiveRow(id).when === "after-colour";

/** Grams of an additive per gram of oils. */
export const additivePerOilG = (a: AdditiveDose, base: DoseBase): number =>
  dosePerOilG(a.dose, base, additiveRow(a.kind).bulkDensityGPerMl);

/** Most usual doses that are believed to speed a batter: beyond it nothing is known. */
const MOST_DOSES = 12;

/** Usual doses that a mass means, g per g of oils; held to what anything is known of. */
export const usualDoses = (kind: AdditiveId, perOilG: number): number =>
  Math.min(MOST_DOSES, (100 * perOilG) / additiveRow(kind).usualGPer100gOils);

/** Factor on the rate of masses per gram of oils: paceFactor to the power of usual doses. */
export const paceOfMasses = (masses: readonly { kind: AdditiveId; perOilG: number }[]): number =>
  masses.reduce((factor, m) => factor * additiveRow(m.kind).paceFactor ** usualDoses(m.kind, m.perOilG), 1);

/** Factor on the rate of doses. */
export const additivePace = (additives: readonly AdditiveDose[], base: DoseBase): number =>
  paceOfMasses(additives.map((a) => ({ kind: a.kind, perOilG: additivePerOilG(a, base) })));
