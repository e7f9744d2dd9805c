import type { Colourant } from "../../core/colour/colourantSchema";
import { type ColourantKindId, colourantKind } from "../../core/colour/kinds";
import { plainBatter } from "../../core/document/newPlan";
import type { Formula } from "../../core/formula/formulaSchema";
import { liquidRow } from "../../core/formula/liquids";
import type { LibraryDocument } from "../../core/library/kinds";
import type { LibraryKind } from "../../core/library/names";
import type { LibraryMould } from "../../core/mould/mouldSchema";
import type { LibraryTool, ToolSpec } from "../../core/mould/toolSchema";
import type { ScentClassId } from "../../core/scent/classes";
import type { LibraryScent } from "../../core/scent/scentSchema";

/** The invented pigments, scents, moulds, tools and formulas of the demo studio "Gnomon Lane", by their fixed ids. */

const SUPPLIERS = ["Gnomon pigment drawer", "Azimuth Pigments", "Parallax Colour Works"] as const;

function colourant(
  name: string,
  kind: ColourantKindId,
  cured: string,
  more: Partial<Colourant> & { fresh?: string; nextDay?: string; strong?: string } = {},
): Colourant {
  const { fresh = cured, nextDay = cured, strong, ...rest } = more;
  const known = colourantKind(kind);
  const usual = known.usualGPer100gOils;
  const patches = [{ gPer100gOils: usual, fresh, nextDay, cured }];
  if (strong)
    patches.push({ gPer100gOils: Number((usual * 3).toFixed(2)), fresh: strong, nextDay: strong, cured: strong });
  return {
    name,
    kind,
    dose: { amount: usual, basis: "g/100g-oils" },
    isDispersion: false,
    carrier: { kind: kind === "dye" ? "none" : "oil", gPerG: kind === "dye" ? 0 : 3 },
    bulkDensityGPerMl: known.bulkDensityGPerMl,
    patches,
    supplier: SUPPLIERS[1],
    composition: "",
    permittedUses: "Rinse-off products, as the supplier states",
    morphs: false,
    bleeds: false,
    specks: false,
    needsBlending: known.stickBlend,
    notes: "",
    ...rest,
  };
}

export const COLOURANTS: Record<string, Colourant> = {
  "c-ink": colourant("Deep ink mica", "mica", "#24475a", { strong: "#142b3a" }),
  "c-brass": colourant("Brass mica", "mica", "#e3a83f", { fresh: "#dda949" }),
  "c-ember": colourant("Ember oxide", "oxide", "#c8403a", {
    supplier: SUPPLIERS[2],
    composition: "Iron oxide red",
  }),
  "c-white": colourant("Pearl white", "titanium-dioxide", "#fbf8f1", {
    supplier: SUPPLIERS[2],
    composition: "Titanium dioxide, oil-dispersible",
    notes: "Always stick-blended; streaks when it is whisked in.",
  }),
  "c-black": colourant("Lamp charcoal", "charcoal", "#2d2b2e", { supplier: SUPPLIERS[0], specks: true }),
  "c-dusk": colourant("Dusk ultramarine", "ultramarine", "#8fa9c4", {
    fresh: "#9aa9bb",
    strong: "#5d7fa8",
  }),
  "c-apricot": colourant("Apricot mica", "mica", "#e59a62"),
  "c-copper": colourant("Copper oxide", "oxide", "#b5622f", { composition: "Iron oxides" }),
  "c-straw": colourant("Straw clay", "clay", "#efd9a0", { supplier: SUPPLIERS[0] }),
  "c-flame": colourant("Flame neon", "neon", "#d4572f", {
    bleeds: true,
    notes: "Bleeds into white within a week.",
  }),
  "c-wine": colourant("Wine oxide", "oxide", "#6d2b45"),
  "c-sun": colourant("Sun mica", "mica", "#ecc04d"),
  "c-slate": colourant("Slate ultramarine", "ultramarine", "#4b6478"),
  "c-moss": colourant("Aurora green mica", "mica", "#6f8f62", {
    fresh: "#8d8a63",
    nextDay: "#7c8b62",
    morphs: true,
    notes: "Goes drab in raw batter, comes back within two days.",
  }),
  "c-verdigris": colourant("Verdigris dye", "dye", "#3f8f86", { bleeds: true, supplier: SUPPLIERS[2] }),
  "c-petal": colourant("Rose petal powder", "botanical", "#b89079", {
    fresh: "#c98f93",
    specks: true,
    supplier: SUPPLIERS[0],
  }),
};

type Reports = [supplier: ScentClassId[], others: ScentClassId[], own: ScentClassId[]];

function scent(name: string, [supplier, others, own]: Reports, more: Partial<LibraryScent> = {}): LibraryScent {
  const list = (classes: ScentClassId[], note: string, rices = false) =>
    classes.map((c, i) => ({ id: `r${i + 1}`, class: c, rices, seizes: false, note }));
  return {
    name,
    supplier: "Ninth Meridian Scents",
    load: { amount: 3, base: "oils" },
    certificatePct: 6,
    ownLimitPct: null,
    certificateNote: "Rinse-off soap, certificate on file",
    flashPointC: 93,
    discolour: null,
    fades: "no",
    weeps: false,
    evidence: {
      supplier: list(supplier, "Data sheet: behaviour in cold process"),
      others: list(others, "Told at the bench exchange"),
      own: list(own, "Own batch"),
    },
    measured: null,
    blend: [],
    notes: "",
    ...more,
  };
}

export const SCENTS: Record<string, LibraryScent> = {
  "s-clove": scent("Clove & Amber", [["moderate"], ["strong", "severe"], ["strong"]], {
    certificatePct: 3.2,
    flashPointC: 88,
    discolour: { hex: "#a8794a", fresh: 0.02, nextDay: 0.12, cured: 0.35 },
    notes: "Hot in the cup. Keep it out of the white.",
  }),
  "s-fir": scent("Fir Smoke", [["quiet"], ["mild"], ["mild"]], { flashPointC: 71, certificatePct: 4.5 }),
  "s-citrus": scent("Cold Citrus", [["quiet"], ["quiet"], ["quiet"]], {
    fades: "much",
    flashPointC: 52,
    certificatePct: 5,
  }),
  "s-rose": scent("Observatory Rose", [["mild"], ["strong"], []], {
    certificatePct: 2.8,
    ownLimitPct: 2.5,
    discolour: { hex: "#d8b48a", fresh: 0.05, nextDay: 0.15, cured: 0.2 },
  }),
  "s-vanilla": scent("Nebula Vanilla", [["quiet"], ["quiet"], []], {
    discolour: { hex: "#7a4f2c", fresh: 0.01, nextDay: 0.3, cured: 1 },
    notes: "Browns over two weeks, all the way to chocolate.",
  }),
  "s-fog": scent("Harbour Fog", [["quiet"], [], []], { weeps: true }),
  "s-lilac": scent("Lilac Meridian", [["moderate"], ["severe"], ["severe"]], {
    certificatePct: 4,
    notes: "Seized in the cup once.",
  }),
  "s-night": scent("Night Watch", [[], [], []], {
    blend: [
      { id: "b1", scentId: "s-fir", sharePct: 60 },
      { id: "b2", scentId: "s-citrus", sharePct: 25 },
      { id: "b3", scentId: "s-clove", sharePct: 15 },
    ],
    certificatePct: null,
    certificateNote: "Its parts have certificates of their own",
  }),
};
SCENTS["s-lilac"].evidence.own[0].seizes = true;
SCENTS["s-rose"].evidence.others[0].rices = true;

const mould = (name: string, size: [number, number, number], more: Partial<LibraryMould> = {}): LibraryMould => ({
  name,
  kind: "loaf",
  lengthMm: size[0],
  widthMm: size[1],
  heightMm: size[2],
  isRigid: true,
  dividers: null,
  cutInto: null,
  notes: "",
  ...more,
});

export const MOULDS: Record<string, LibraryMould> = {
  "m-loaf": mould("Birch loaf", [250, 90, 70]),
  "m-tall": mould("Tall and narrow", [280, 62, 100], { kind: "tall" }),
  "m-soft": mould("Soft loaf", [240, 85, 68], { isRigid: false }),
  "m-slab": mould("Sky slab", [360, 250, 45], { kind: "slab", cutInto: { loaves: 3, along: "width" } }),
  "m-five": mould("Five-lane loaf", [250, 95, 75], {
    kind: "divided",
    dividers: { count: 4, thicknessMm: 2, isClosedSet: false, widthsMm: null },
  }),
};

const tool = (name: string, spec: ToolSpec): LibraryTool => ({ name, spec, notes: "" });
const vessel = (kind: "bowl" | "pitcher" | "lye-jug", tareG: number, capacityMl: number, stepMl: number) => ({
  kind,
  tareG,
  capacityMl,
  marksMl: Array.from({ length: Math.floor((capacityMl * 0.95) / stepMl) }, (_, i) => (i + 1) * stepMl),
  material: kind === "bowl" ? ("steel" as const) : ("plastic" as const),
});

export const TOOLS: Record<string, LibraryTool> = {
  "t-bowl": tool("Big steel bowl", vessel("bowl", 412, 4000, 500)),
  "t-pot": tool("Second pot", vessel("bowl", 388, 2500, 500)),
  "t-lye": tool("Lye jug", vessel("lye-jug", 164, 1200, 100)),
  "t-cup1": tool("Cup one", vessel("pitcher", 61, 600, 50)),
  "t-cup2": tool("Cup two", vessel("pitcher", 61, 600, 50)),
  "t-cup3": tool("Cup three", vessel("pitcher", 62, 600, 50)),
  "t-cup4": tool("Litre pitcher", vessel("pitcher", 104, 1100, 100)),
  "t-bench": tool("Bench scale", { kind: "scale", readabilityG: 1, capacityG: 5000 }),
  "t-fine": tool("Pocket scale", { kind: "scale", readabilityG: 0.01, capacityG: 200 }),
  "t-wire": tool("Coated wire, 4 mm", { kind: "hanger", lengthMm: 244, thicknessMm: 4, isCoated: true }),
  "t-skewer": tool("Skewer", { kind: "rod", widthMm: 3, lengthMm: 250 }),
  "t-stick": tool("Craft stick", { kind: "stick", widthMm: 10, lengthMm: 150 }),
  "t-spoon": tool("Long spoon", { kind: "spoon", widthMm: 34, lengthMm: 280 }),
  "t-comb": tool("Six-tooth comb", { kind: "comb", widthMm: 3, lengthMm: 120, pitchMm: 14 }),
  "t-bottle": tool("Squeeze bottle", { kind: "bottle", capacityMl: 350, nozzleReachMm: 60 }),
  "t-funnel": tool("Tall funnel", { kind: "funnel", outletMm: 14, heightMm: 210 }),
  "t-cutter": tool("Wire cutter", {
    kind: "cutter",
    kerfMm: 0.4,
    throatMm: 110,
    pitchMm: null,
    heightStepMm: 2.5,
    hardest: 4,
  }),
  "t-cutters": tool("Ten wires at once", {
    kind: "cutter",
    kerfMm: 0.5,
    throatMm: 95,
    pitchMm: 25,
    heightStepMm: null,
    hardest: 3,
  }),
  "t-planer": tool("Bench planer", { kind: "planer", passMm: 0.8, widthMm: 95 }),
  "t-wedge": tool("Thirty-five degree wedge", { kind: "wedge", angleDeg: 35 }),
};

function formula(name: string, oils: [string, number][], more: Partial<Formula> = {}): Formula {
  const { superfatPct, lye, water, iceSharePct } = plainBatter("b1", "x", 32);
  return {
    name,
    notes: "",
    oils: oils.map(([oilId, sharePct], i) => ({ id: `l${i + 1}`, oilId, sharePct })),
    superfatPct,
    lye,
    water,
    iceSharePct,
    liquids: [],
    additives: [],
    oilRows: [],
    ...more,
  };
}

export const FORMULAS: Record<string, Formula> = {
  "f-house": formula(
    "House bar",
    [
      ["olive", 45],
      ["coconut", 25],
      ["shea", 15],
      ["canola", 10],
      ["castor", 5],
    ],
    {
      notes: "What the shop sells most of.",
    },
  ),
  "f-slow": formula(
    "Slow for fine lines",
    [
      ["sunflower-ho", 45],
      ["lard", 30],
      ["coconut", 20],
      ["castor", 5],
    ],
    {
      notes: "Twenty minutes to light trace at 30 °C.",
      water: { method: "concentration", value: 30 },
    },
  ),
  "f-milk": formula(
    "Goat and oat",
    [
      ["olive-refined", 50],
      ["coconut", 25],
      ["cocoa", 15],
      ["almond", 10],
    ],
    {
      liquids: [
        {
          id: "q1",
          kind: "goat",
          label: "",
          sharePct: 40,
          when: "frozen-in-lye",
          composition: liquidRow("goat").composition,
        },
      ],
      additives: [{ id: "a1", kind: "oatmeal", label: "", dose: { amount: 1.5, basis: "g/100g-oils" } }],
    },
  ),
  "f-salt": formula(
    "Salt moon",
    [
      ["coconut", 80],
      ["olive", 15],
      ["castor", 5],
    ],
    {
      superfatPct: 18,
      additives: [{ id: "a1", kind: "salt", label: "Sea salt", dose: { amount: 50, basis: "g/100g-oils" } }],
    },
  ),
};

/** Every row of the demo libraries. */
export const demoLibrary = (): { kind: LibraryKind; id: string; document: LibraryDocument }[] => {
  const rows = <D extends LibraryDocument>(kind: LibraryKind, list: Record<string, D>) =>
    Object.entries(list).map(([id, document]) => ({ kind, id, document }));
  return [
    ...rows("colourants", COLOURANTS),
    ...rows("scents", SCENTS),
    ...rows("moulds", MOULDS),
    ...rows("tools", TOOLS),
    ...rows("formulas", FORMULAS),
  ];
};
