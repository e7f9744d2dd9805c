import { KOH_G_PER_MOL, NAOH_G_PER_MOL } from "../units/chemistry";
import { type FatKind, type FattyAcid, type FattyAcidProfile, sapFromProfile } from "./fattyAcids";
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
  C210: { evidence: "standard", source: "Codex Stan 210, named vegetable oils: middle of range" },
  C211: { evidence: "standard", source: "Codex Stan 211, named animal fats: middle of range" },
  C33: { evidence: "standard", source: "Codex Stan 33, olive oils: middle of range" },
  L: { evidence: "literature", source: "middle of the range of published analyses" },
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

/** SAP in mg KOH per g: the middle of the range. */
export const sapKoh = (o: Oil): number => (o.sapKohLow + o.sapKohHigh) / 2;

/** Grams of NaOH that saponify one gram of the oil: SAP(KOH)/1000 x 39.997/56.106. */
export const sapNaoh = (o: Oil): number => (sapKoh(o) / 1000) * (NAOH_G_PER_MOL / KOH_G_PER_MOL);
