import { GLYCEROL_G_PER_MOL, KOH_G_PER_MOL, WATER_G_PER_MOL } from "../units/chemistry";

/** Molar mass of each fatty acid by name, g/mol (computed from its formula). */
export const FATTY_ACID_G_PER_MOL = {
  caprylic: 144.21,
  capric: 172.26,
  lauric: 200.32,
  myristic: 228.37,
  palmitic: 256.42,
  palmitoleic: 254.41,
  stearic: 284.48,
  ricinoleic: 298.46,
  oleic: 282.46,
  linoleic: 280.45,
  linolenic: 278.43,
  arachidic: 312.53,
  gadoleic: 310.51,
  behenic: 340.58,
  erucic: 338.57,
} as const;

export type FattyAcid = keyof typeof FATTY_ACID_G_PER_MOL;
/** Share of each fatty acid by mass, percent of all fatty acids (need not close at exactly 100). */
export type FattyAcidProfile = Partial<Record<FattyAcid, number>>;

/**
 * SAP (mg KOH per g of oil) that a profile implies: 3 x 56106 / mean triglyceride mass.
 * @param profile percent by mass; normalised by its own sum
 * @param unsaponifiablePct percent of the oil that takes no alkali, 0-15
 */
export function sapFromProfile(profile: FattyAcidProfile, unsaponifiablePct = 0): number {
  let mass = 0;
  let moles = 0;
  for (const [acid, percent] of Object.entries(profile) as [FattyAcid, number][]) {
    mass += percent;
    moles += percent / FATTY_ACID_G_PER_MOL[acid];
  }
  const meanAcid = mass / moles;
  const triglyceride = 3 * meanAcid + GLYCEROL_G_PER_MOL - 3 * WATER_G_PER_MOL;
  return ((3 * KOH_G_PER_MOL * 1000) / triglyceride) * (1 - unsaponifiablePct / 100);
}
