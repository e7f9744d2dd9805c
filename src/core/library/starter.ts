import { type ColourantKindId, colourantKind } from "../colour/kinds";
import type { ToolSpec } from "../mould/toolSchema";
import type { ScentClassId } from "../scent/classes";
import { blankDocument, blankTool } from "./blank";
import type { LibraryDocument } from "./kinds";
import type { LibraryKind } from "./names";

/**
 * Rows to begin with where a library is empty: what is usual in the field, named as what it is and never as anybody's product. Sizes are usual sizes, colours and
 * speeds estimates; every row says so, and none claims a stock, a tare or a certificate.
 */

const NOTE = "A usual row to begin with, not a measurement: weigh, measure or test your own, and change it.";

const mould = (name: string, fields: Partial<LibraryDocument<"moulds">>): LibraryDocument<"moulds"> => ({
  ...blankDocument("moulds", ""),
  name,
  ...fields,
  notes: NOTE,
});
const tool = (name: string, spec: ToolSpec): LibraryDocument<"tools"> => ({ name, spec, notes: NOTE });
const formula = (name: string, oils: readonly (readonly [string, number])[]): LibraryDocument<"formulas"> => ({
  ...blankDocument("formulas", ""),
  name,
  oils: oils.map(([oilId, sharePct], i) => ({ id: `l${i + 1}`, oilId, sharePct })),
  notes: NOTE,
});

function colourant(name: string, kindId: ColourantKindId, hex: string): LibraryDocument<"colourants"> {
  const kind = colourantKind(kindId);
  return {
    ...blankDocument("colourants", ""),
    name,
    kind: kindId,
    dose: { amount: kind.usualGPer100gOils, basis: "g/100g-oils" },
    bulkDensityGPerMl: kind.bulkDensityGPerMl,
    patches: [{ gPer100gOils: kind.usualGPer100gOils, fresh: hex, nextDay: hex, cured: hex }],
    needsBlending: kind.stickBlend,
    notes: NOTE,
  };
}

const scent = (name: string, behaves: ScentClassId): LibraryDocument<"scents"> => ({
  ...blankDocument("scents", ""),
  name,
  evidence: {
    supplier: [],
    others: [
      { id: "r1", class: behaves, rices: false, seizes: false, note: "stands in for a scent that was not entered yet" },
    ],
    own: [],
  },
  notes: NOTE,
});

/** Starter rows by library. Oils need none: those that ship are always there. */
export const STARTERS: { readonly [K in Exclude<LibraryKind, "oils">]: readonly LibraryDocument<K>[] } = {
  formulas: [
    formula("Slow, for fine swirls", [
      ["olive", 55],
      ["coconut", 20],
      ["canola", 15],
      ["shea", 5],
      ["castor", 5],
    ]),
    formula("Balanced", [
      ["olive", 45],
      ["coconut", 25],
      ["shea", 15],
      ["canola", 10],
      ["castor", 5],
    ]),
  ],
  moulds: [
    mould("Loaf", {}),
    mould("Tall loaf", { kind: "tall", widthMm: 65, heightMm: 90 }),
    mould("Slab, cut into four loaves", {
      kind: "slab",
      lengthMm: 320,
      widthMm: 250,
      heightMm: 60,
      cutInto: { loaves: 4, along: "width" },
    }),
    mould("Loaf with three dividers", {
      kind: "divided",
      dividers: { count: 3, thicknessMm: 2, isClosedSet: false, widthsMm: null },
    }),
  ],
  tools: [
    tool("Bowl", blankTool("bowl")),
    tool("Lye jug", blankTool("lye-jug")),
    tool("Cup, half a litre", {
      ...blankTool("pitcher"),
      kind: "pitcher",
      tareG: null,
      capacityMl: 500,
      marksMl: [],
      material: "plastic",
    }),
    tool("Bench scale", blankTool("scale")),
    tool("Fine scale", { kind: "scale", readabilityG: 0.01, capacityG: 500 }),
    tool("Hanger", blankTool("hanger")),
    tool("Skewer", blankTool("rod")),
    tool("Craft stick", blankTool("stick")),
    tool("Spoon", blankTool("spoon")),
  ],
  colourants: [
    colourant("Titanium dioxide, white", "titanium-dioxide", "#f8f6f0"),
    colourant("Charcoal, black", "charcoal", "#2b2a2c"),
    colourant("Red iron oxide", "oxide", "#9c4a38"),
    colourant("Yellow iron oxide", "oxide", "#cf9b3f"),
    colourant("Green chromium oxide", "oxide", "#6f8a5c"),
    colourant("Ultramarine blue", "ultramarine", "#5468a5"),
    colourant("Kaolin, pale", "clay", "#ece3d0"),
  ],
  scents: [
    scent("Stand-in: a quiet scent", "quiet"),
    scent("Stand-in: a scent that moves mildly", "mild"),
    scent("Stand-in: a scent that moves strongly", "strong"),
  ],
};
