import { GLYCEROL_G_PER_MOL, KOH_G_PER_MOL, WATER_G_PER_MOL } from "../units/chemistry";

/** Molar mass of each fatty acid by name, g/mol (computed from its formula). */
export const FATTY_ACID_G_PER_MOL = {
  butyric: 88.11,
  caproic: 116.16,
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
  punicic: 278.43,
  arachidic: 312.53,
  gadoleic: 310.51,
  behenic: 340.58,
  erucic: 338.57,
} as const;

export type FattyAcid = keyof typeof FATTY_ACID_G_PER_MOL;
export const FATTY_ACIDS = Object.keys(FATTY_ACID_G_PER_MOL) as [FattyAcid, ...FattyAcid[]];
/** Share of each fatty acid by mass, percent of all fatty acids (need not close at exactly 100). */
export type FattyAcidProfile = Partial<Record<FattyAcid, number>>;

/** What takes the alkali: a triglyceride (an oil or fat), free fatty acids, or a wax (whose SAP does not follow from its acids). */
export type FatKind = "triglyceride" | "free acids" | "wax";

/** Sum of a profile, percent. */
export const profileTotal = (profile: FattyAcidProfile): number =>
  Object.values(profile).reduce((sum, percent) => sum + percent, 0);

/** Share of the named acids among all of a profile, 0..1; 0 for an empty profile. */
export function acidShare(profile: FattyAcidProfile, acids: readonly FattyAcid[]): number {
  const total = profileTotal(profile);
  return total > 0 ? acids.reduce((sum, acid) => sum + (profile[acid] ?? 0), 0) / total : 0;
}

/**
 * SAP (mg KOH per g) that a profile implies: 3 x 56106 / mean triglyceride mass, or 56106 / mean acid for free acids.
 * @param profile percent by mass; normalised by its own sum, which must be above 0
 * @param unsaponifiablePct percent of the oil that takes no alkali, 0-60
 */
export function sapFromProfile(
  profile: FattyAcidProfile,
  unsaponifiablePct = 0,
  kind: FatKind = "triglyceride",
): number {
  let mass = 0;
  let moles = 0;
  for (const [acid, percent] of Object.entries(profile) as [FattyAcid, number][]) {
    mass += percent;
    moles += percent / FATTY_ACID_G_PER_MOL[acid];
  }
  const meanAcid = mass / moles;
  const perAcid = kind === "free acids" ? meanAcid : meanAcid + (GLYCEROL_G_PER_MOL - 3 * WATER_G_PER_MOL) / 3;
  return ((KOH_G_PER_MOL * 1000) / perAcid) * (1 - unsaponifiablePct / 100);
}
