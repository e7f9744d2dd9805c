import { KOH_G_PER_MOL, NAOH_G_PER_MOL } from "../units/chemistry";
import type { FattyAcidProfile } from "./fattyAcids";

/** Where a row's figures come from. `standard`: range of a published food-oil or pharmacopoeia standard; `literature`: range of published analyses. */
export type OilEvidence = "standard" | "literature";

export interface Oil {
  id: string;
  name: string;
  /** Published range of the saponification value, mg KOH per g; its middle is used. */
  sapKohRange: readonly [low: number, high: number];
  unsaponifiablePct: number;
  profile: FattyAcidProfile;
  /** Rate offset per unit share in the trace clock (natural log, Tundish estimate from how practitioners rank oils). */
  paceOffset: number;
  /** Hard fats set again below this temperature, C; null for liquid oils. */
  meltsAboveC: number | null;
  evidence: OilEvidence;
  source: string;
}

const CODEX = "Codex Stan 210, named vegetable oils: middle of range";
const CODEX_ANIMAL = "Codex Stan 211, named animal fats: middle of range";
const CODEX_OLIVE = "Codex Stan 33, olive oils: middle of range";
const LITERATURE = "middle of the range of published analyses";

const oil = (
  id: string,
  name: string,
  sapKohRange: readonly [number, number],
  unsaponifiablePct: number,
  profile: FattyAcidProfile,
  paceOffset: number,
  meltsAboveC: number | null,
  source: string,
): Oil => ({
  id,
  name,
  sapKohRange,
  unsaponifiablePct,
  profile,
  paceOffset,
  meltsAboveC,
  evidence: source === LITERATURE ? "literature" : "standard",
  source,
});

/** The oils that a formula can name. Profiles are middles of published ranges. Every row is checked against its profile by a test. */
export const OILS: readonly Oil[] = [
  oil(
    "almond",
    "Sweet almond oil",
    [188, 197],
    0.9,
    { palmitic: 6.5, palmitoleic: 0.5, stearic: 1.5, oleic: 68, linoleic: 23 },
    -0.2,
    null,
    LITERATURE,
  ),
  oil(
    "avocado",
    "Avocado oil",
    [177, 198],
    1.5,
    { palmitic: 16, palmitoleic: 6, stearic: 0.8, oleic: 63, linoleic: 13, linolenic: 1 },
    -0.1,
    null,
    LITERATURE,
  ),
  oil(
    "babassu",
    "Babassu oil",
    [245, 256],
    0.8,
    { caprylic: 5, capric: 6, lauric: 45, myristic: 17, palmitic: 9, stearic: 4, oleic: 13, linoleic: 2 },
    0.1,
    24,
    CODEX,
  ),
  oil(
    "canola",
    "Rapeseed oil, low erucic",
    [182, 193],
    1.2,
    { palmitic: 4.5, stearic: 1.8, oleic: 61, linoleic: 21, linolenic: 9.5, gadoleic: 1.5 },
    -0.2,
    null,
    CODEX,
  ),
  oil(
    "castor",
    "Castor oil",
    [176, 187],
    0.5,
    { palmitic: 1, stearic: 1, oleic: 4, linoleic: 4.5, ricinoleic: 89 },
    0,
    null,
    LITERATURE,
  ),
  oil(
    "cocoa",
    "Cocoa butter",
    [188, 198],
    0.5,
    { palmitic: 26, stearic: 34.5, oleic: 34.5, linoleic: 3, arachidic: 1 },
    0.3,
    34,
    LITERATURE,
  ),
  oil(
    "coconut",
    "Coconut oil",
    [248, 265],
    0.5,
    { caprylic: 7.5, capric: 6.5, lauric: 48.5, myristic: 18.5, palmitic: 8.8, stearic: 3, oleic: 7, linoleic: 1.8 },
    0.1,
    25,
    CODEX,
  ),
  oil(
    "grapeseed",
    "Grapeseed oil",
    [188, 194],
    1,
    { palmitic: 7.5, stearic: 4.5, oleic: 18, linoleic: 69 },
    -0.1,
    null,
    CODEX,
  ),
  oil(
    "lard",
    "Lard",
    [192, 203],
    0.6,
    { myristic: 1.5, palmitic: 25.5, palmitoleic: 3, stearic: 14.5, oleic: 43.5, linoleic: 9.5, linolenic: 0.8 },
    -0.5,
    38,
    CODEX_ANIMAL,
  ),
  oil(
    "mango",
    "Mango butter",
    [183, 198],
    1.2,
    { palmitic: 8, stearic: 41, oleic: 44.5, linoleic: 4.5, arachidic: 2 },
    0.3,
    33,
    LITERATURE,
  ),
  oil(
    "olive",
    "Olive oil, virgin",
    [184, 196],
    1,
    { palmitic: 12, palmitoleic: 1, stearic: 2.7, oleic: 72, linoleic: 10.5, linolenic: 0.6 },
    -0.2,
    null,
    CODEX_OLIVE,
  ),
  oil(
    "pomace",
    "Olive pomace oil",
    [182, 193],
    2,
    { palmitic: 12, palmitoleic: 1, stearic: 2.7, oleic: 72, linoleic: 11, linolenic: 0.6 },
    0.5,
    null,
    CODEX_OLIVE,
  ),
  oil(
    "palm",
    "Palm oil",
    [190, 209],
    0.8,
    { lauric: 0.3, myristic: 1, palmitic: 43.5, stearic: 4.7, oleic: 40, linoleic: 10.3 },
    0,
    35,
    CODEX,
  ),
  oil(
    "palmkernel",
    "Palm kernel oil",
    [230, 254],
    0.6,
    { caprylic: 4, capric: 4, lauric: 48, myristic: 16, palmitic: 8.3, stearic: 2.3, oleic: 15.5, linoleic: 2.4 },
    0.1,
    27,
    CODEX,
  ),
  oil(
    "ricebran",
    "Rice bran oil",
    [180, 199],
    4,
    { myristic: 0.4, palmitic: 19, stearic: 2, oleic: 42, linoleic: 34, linolenic: 1.2, arachidic: 0.6 },
    0.1,
    null,
    CODEX,
  ),
  oil(
    "safflower-ho",
    "Safflower oil, high oleic",
    [186, 194],
    1,
    { palmitic: 4.8, stearic: 2, oleic: 77, linoleic: 14 },
    -0.2,
    null,
    CODEX,
  ),
  oil(
    "sesame",
    "Sesame oil",
    [186, 195],
    1.5,
    { palmitic: 9.7, stearic: 5.7, oleic: 40, linoleic: 43 },
    -0.1,
    null,
    CODEX,
  ),
  oil(
    "shea",
    "Shea butter",
    [170, 190],
    5,
    { palmitic: 5, stearic: 41, oleic: 45.5, linoleic: 6, arachidic: 1.5 },
    0.3,
    35,
    LITERATURE,
  ),
  oil(
    "soybean",
    "Soybean oil",
    [189, 195],
    1,
    { palmitic: 10.7, stearic: 4, oleic: 23.5, linoleic: 53, linolenic: 7.5 },
    -0.1,
    null,
    CODEX,
  ),
  oil(
    "sunflower",
    "Sunflower oil",
    [188, 194],
    1,
    { palmitic: 6.3, stearic: 4.5, oleic: 27, linoleic: 61 },
    -0.1,
    null,
    CODEX,
  ),
  oil(
    "sunflower-ho",
    "Sunflower oil, high oleic",
    [182, 194],
    1,
    { palmitic: 3.8, stearic: 4.4, oleic: 82, linoleic: 9 },
    -0.2,
    null,
    CODEX,
  ),
  oil(
    "tallow",
    "Beef tallow",
    [190, 202],
    0.7,
    { myristic: 4, palmitic: 25, palmitoleic: 2.7, stearic: 22.5, oleic: 39, linoleic: 3.5, linolenic: 1 },
    -0.1,
    45,
    CODEX_ANIMAL,
  ),
];

const byId = new Map(OILS.map((o) => [o.id, o]));

/** The oil of that id, or undefined where no row has it. */
export const findOil = (oilId: string): Oil | undefined => byId.get(oilId);

/** SAP in mg KOH per g: the middle of the published range. */
export const sapKoh = (o: Oil): number => (o.sapKohRange[0] + o.sapKohRange[1]) / 2;

/** Grams of NaOH that saponify one gram of the oil: SAP(KOH)/1000 x 39.997/56.106. */
export const sapNaoh = (o: Oil): number => (sapKoh(o) / 1000) * (NAOH_G_PER_MOL / KOH_G_PER_MOL);
