import { colourantKind } from "../colour/kinds";
import { plainBatter } from "../document/newPlan";
import { PLAIN_PLANER } from "../mould/cutSchema";
import { PLAIN_LOAF } from "../mould/mouldSchema";
import type { ToolKind, ToolSpec } from "../mould/toolSchema";
import type { LibraryDocument } from "./kinds";
import type { LibraryKind } from "./names";

/** Start of a tool of a kind. */
export function blankTool(kind: ToolKind): ToolSpec {
  switch (kind) {
    case "bowl":
    case "pitcher":
    case "lye-jug":
      return { kind, tareG: null, capacityMl: kind === "bowl" ? 4000 : 1000, marksMl: [], material: "plastic" };
    case "scale":
      return { kind, readabilityG: 1, capacityG: 5000 };
    case "hanger":
      return { kind, lengthMm: 240, thicknessMm: 4, isCoated: true };
    case "comb":
      return { kind, widthMm: 3, lengthMm: 120, pitchMm: 12 };
    case "bottle":
      return { kind, capacityMl: 350, nozzleReachMm: 60 };
    case "funnel":
      return { kind, outletMm: 12, heightMm: 200 };
    case "cutter":
      return { kind, kerfMm: 0.5, throatMm: 100, pitchMm: null, heightStepMm: null, hardest: null };
    case "planer":
      return { kind, ...PLAIN_PLANER };
    case "wedge":
      return { kind, angleDeg: 35 };
    default:
      return { kind, widthMm: kind === "spoon" ? 34 : kind === "stick" ? 10 : 3, lengthMm: 200 };
  }
}

/** A new row of a library to start from. `id`: of an oil, which documents will name. */
export function blankDocument<K extends LibraryKind>(kind: K, id: string): LibraryDocument<K> {
  const { superfatPct, lye, water, iceSharePct, liquids, oils } = plainBatter("b1", "", 32);
  const mica = colourantKind("mica");
  const blanks: { [L in LibraryKind]: LibraryDocument<L> } = {
    oils: {
      id,
      name: "New oil",
      kind: "triglyceride",
      sapKohLow: 188,
      sapKohHigh: 196,
      unsaponifiablePct: 1,
      profile: { palmitic: 8, stearic: 4, oleic: 60, linoleic: 28 },
      paceOffset: 0,
      melting: null,
      densityGPerMl: 0.915,
      batterHex: "#f2e9d0",
      evidence: "own",
      source: "own",
    },
    formulas: {
      name: "New formula",
      notes: "",
      superfatPct,
      lye,
      water,
      iceSharePct,
      liquids,
      additives: [],
      oils,
      oilRows: [],
    },
    moulds: {
      name: "New mould",
      ...PLAIN_LOAF,
      notes: "",
    },
    tools: { name: "New tool", spec: blankTool("pitcher"), notes: "" },
    colourants: {
      name: "New colourant",
      kind: "mica",
      dose: { amount: mica.usualGPer100gOils, basis: "g/100g-oils" },
      isDispersion: false,
      carrier: { kind: "oil", gPerG: 3 },
      bulkDensityGPerMl: mica.bulkDensityGPerMl,
      patches: [{ gPer100gOils: mica.usualGPer100gOils, fresh: "#8a7f6a", nextDay: "#8a7f6a", cured: "#8a7f6a" }],
      supplier: "",
      composition: "",
      permittedUses: "",
      morphs: false,
      bleeds: false,
      specks: false,
      needsBlending: false,
      notes: "",
    },
    scents: {
      name: "New scent",
      supplier: "",
      load: { amount: 3, base: "oils" },
      certificatePct: null,
      ownLimitPct: null,
      certificateNote: "",
      flashPointC: null,
      discolour: null,
      fades: "no",
      weeps: false,
      evidence: { supplier: [], others: [], own: [] },
      measured: null,
      blend: [],
      notes: "",
    },
  };
  return blanks[kind] as LibraryDocument<K>;
}
