import { KOH_G_PER_MOL, NAOH_G_PER_MOL } from "../units/chemistry";
import { type FatKind, type FattyAcid, type FattyAcidProfile, profileTotal, sapFromProfile } from "./fattyAcids";
import type { Oil } from "./oilSchema";
import { OIL_TABLE } from "./oilTable";

const ACID_CODES: Record<string, FattyAcid> = {
  Bu: "butyric",
  Ca: "caproic",
  Cy: "caprylic",
  Cp: "capric",
  La: "lauric",
  My: "myristic",
  Pa: "palmitic",
  Po: "palmitoleic",
  St: "stearic",
  Ri: "ricinoleic",
  Ol: "oleic",
  Li: "linoleic",
  Ln: "linolenic",
  Pu: "punicic",
  Ar: "arachidic",
  Ga: "gadoleic",
  Be: "behenic",
  Er: "erucic",
};
const SOURCES: Record<string, { evidence: Oil["evidence"]; source: string }> = {
  C210: { evidence: "standard", source: "Codex Stan 210, named vegetable oils" },
  C211: { evidence: "standard", source: "Codex Stan 211, named animal fats" },
  C33: { evidence: "standard", source: "Codex Stan 33, olive oils" },
  L: { evidence: "literature", source: "published analyses" },
  LA: { evidence: "literature", source: "published analyses, checked against its fatty acids; they differ much" },
  P: { evidence: "profile", source: "computed from a published fatty-acid profile, within about 2 %" },
};
/** Half width of the range where SAP is computed from a profile, share of it. */
const COMPUTED_SPREAD = 0.02;

function readProfile(text: string): FattyAcidProfile {
  const profile: FattyAcidProfile = {};
  for (const part of text.split(" ")) profile[ACID_CODES[part.slice(0, 2)]] = Number(part.slice(2));
  return profile;
}

function readRow(line: string): Oil {
  const [id, name, sap, unsaponifiable, acids, pace, melting, density, batterHex, source] = line
    .split("|")
    .map((s) => s.trim());
  const [sourceCode, special] = source.split(" ");
  const kind: FatKind = special === "wax" ? "wax" : special === "acids" ? "free acids" : "triglyceride";
  const profile = readProfile(acids);
  const unsaponifiablePct = Number(unsaponifiable);
  const computed = sapFromProfile(profile, unsaponifiablePct, kind);
  const [low, high] =
    sap === "="
      ? [1 - COMPUTED_SPREAD, 1 + COMPUTED_SPREAD].map((f) => Number((computed * f).toFixed(1)))
      : sap.split("-").map(Number);
  const [lowC, highC] = melting.split("-").map(Number);
  return {
    id,
    name,
    kind,
    sapKohLow: low,
    sapKohHigh: high,
    unsaponifiablePct,
    profile,
    paceOffset: Number(pace),
    melting: melting === "-" ? null : { lowC, highC },
    densityGPerMl: Number(density),
    batterHex,
    ...SOURCES[sourceCode],
  };
}

/** The oils that ship with Tundish. */
export const OILS: readonly Oil[] = OIL_TABLE.trim().split("\n").map(readRow);

const byId = new Map(OILS.map((o) => [o.id, o]));

/** Finds the row of an oil; undefined where none is known. */
export type OilLookup = (oilId: string) => Oil | undefined;

/** The shipped oil of that id, or undefined where no row has it. */
export const findOil: OilLookup = (oilId) => byId.get(oilId);

/** Looks among a document's own rows first, then among the shipped ones. */
export function oilLookup(ownRows: readonly Oil[]): OilLookup {
  if (ownRows.length === 0) return findOil;
  return (oilId) => ownRows.find((o) => o.id === oilId) ?? findOil(oilId);
}

/** A range is wide from this on, share of its middle; of a wide one no more is used than this above its low end. */
const WIDE_FROM = 0.08;
const ABOVE_LOW = 1.03;
/** No more is used than this above what the oil's own fatty acids imply. */
const ABOVE_IMPLIED = 1.02;
/** Share of the fatty acids, percent, from which a profile says enough of an oil. */
const TELLING_PROFILE_PCT = 90;

/** What of a SAP range is used, and why where it is not the middle. */
export function sapUsed(o: Oil): { sapKoh: number; why: string | null } {
  const middle = (o.sapKohLow + o.sapKohHigh) / 2;
  const isTelling = o.kind !== "wax" && profileTotal(o.profile) >= TELLING_PROFILE_PCT;
  const implied = isTelling ? sapFromProfile(o.profile, o.unsaponifiablePct, o.kind) * ABOVE_IMPLIED : middle;
  const fromLow = (o.sapKohHigh - o.sapKohLow) / middle > WIDE_FROM ? o.sapKohLow * ABOVE_LOW : middle;
  if (fromLow < middle && fromLow <= implied)
    return { sapKoh: fromLow, why: "wide range: 3 % above its low end, so that no lye is left over" };
  if (implied < middle) return { sapKoh: implied, why: "no more than its own fatty acids take" };
  return { sapKoh: middle, why: null };
}

/** SAP in mg KOH per g that is counted with: the middle of the range, less where that could leave lye over. */
export const sapKoh = (o: Oil): number => sapUsed(o).sapKoh;

/** Grams of NaOH that saponify one gram of the oil: SAP(KOH)/1000 x 39.997/56.106. */
export const sapNaoh = (o: Oil): number => (sapKoh(o) / 1000) * (NAOH_G_PER_MOL / KOH_G_PER_MOL);
