import { compartmentCount, compartmentsOf } from "../../mould/compartments";
import type { StrokeTool } from "../tools";
import {
  choice,
  type Draft,
  type Family,
  num,
  number,
  type RecipeCup,
  type RecipeInput,
  str,
  TOOL_OPTIONS,
} from "./family";
import { partsByWidth, strokeOf, topLines } from "./pours";

/** Rounds in which compartments are filled: a little in each first seals the floor, then levels stay even. */
const ROUNDS = 3;
/** Part of a compartment's batter that each round pours. */
const ROUND_PARTS = [0.2, 0.4, 0.4] as const;

/** Colours over the compartments, mirrored about the middle where that shows them all, else one after another. */
function laidAcross(order: readonly RecipeCup[], count: number): RecipeCup[] {
  const isMirrored = order.length <= Math.ceil(count / 2);
  return Array.from({ length: count }, (_, i) => {
    const place = isMirrored ? Math.min(i, count - 1 - i) : i;
    return order[place % order.length];
  });
}

/** All compartments in counted rounds, then the dividers out and the mould banged level. */
export function fillCompartments(input: RecipeInput): Draft[] {
  const count = input.mould.dividers ? compartmentCount(input.mould.dividers) : num(input.knobs, "lanes");
  const lanes = laidAcross([input.base, ...input.accents], count);
  const unused = [input.base, ...input.accents].filter((p) => !lanes.includes(p));
  const list: Draft[] = [];
  const widthsMm = compartmentsOf(input.mould)?.widthsMm ?? lanes.map(() => input.mould.widthMm / count);
  const laneParts = new Array<number>(count).fill(0);
  for (const p of new Set(lanes)) {
    const own = lanes.flatMap((x, i) => (x === p ? [i] : []));
    const parts = partsByWidth(own.map((i) => widthsMm[i]));
    own.forEach((lane, k) => {
      laneParts[lane] = parts[k];
    });
  }
  for (let round = 0; round < ROUNDS; round++) {
    lanes.forEach((p, index) => {
      const done = ROUND_PARTS.slice(0, round).reduce((sum, r) => sum + Number((laneParts[index] * r).toFixed(2)), 0);
      const isLast = round === ROUNDS - 1;
      const cupPct = Number((isLast ? laneParts[index] - done : laneParts[index] * ROUND_PARTS[round]).toFixed(2));
      list.push({ kind: "compartment", portionId: p.id, cupPct, index });
    });
  }
  for (const p of unused) list.push({ kind: "layer", portionId: p.id, cupPct: 100, height: "low" });
  list.push({ kind: "pullDividers" }, { kind: "tap" });
  return list;
}

const lanes = number("lanes", "compartments, where the mould has no dividers set", 3, 7, 5, "", 2);
const tool = choice("tool", "tool", TOOL_OPTIONS);
const windows: Family["windows"] = {};
const rest = {
  windows,
  rescues: ["fewer-lanes", "wider-tool", "spoon-swirl", "textured-top", "press-in"],
  leaves: { washUpMin: 18, lostGPerKg: 25 },
  isOrderFixed: true,
} as const;

export const crossings: Family = {
  ...rest,
  label: "dividers, fine crossings",
  blurb: "lengthwise colours combed across every few millimetres, then one pass down the middle: chevrons that bend",
  expect: {
    thin: "Level: feathers of 25 mm and more, met by a spine down the middle. Across: upright, wavy stripes.",
    medium: "Shorter feathers with clear points, the spine well marked.",
    thick: "Short points; lanes keep most of their width.",
  },
  knobs: [
    lanes,
    number("pitchMm", "step along", 4, 20, 6, "mm"),
    tool,
    number("passes", "passes down the middle", 0, 3, 1),
  ],
  recipe(input) {
    const pitchMm = num(input.knobs, "pitchMm");
    const tool = str(input.knobs, "tool") as StrokeTool;
    const list = fillCompartments(input);
    list.push(strokeOf(tool, "crossings", { pitchMm }));
    const passes = num(input.knobs, "passes");
    if (passes > 0) list.push(strokeOf(tool, "centre-pass", { loops: passes }));
    return [...list, ...topLines(input)];
  },
};

export const circling: Family = {
  ...rest,
  label: "dividers, circling",
  blurb: "a stick on edge in loops along one side and back along the other, then twice round the rim: rows of curls",
  expect: {
    thin: "Level: two rows of curls with long tails, drawn into the rim.",
    medium: "Curls like commas, one behind the other.",
    thick: "Short hooks at the borders of the lanes.",
  },
  knobs: [lanes, tool, number("loops", "rows of loops", 1, 8, 2), number("rim", "turns round the rim", 0, 3, 2)],
  recipe(input) {
    const tool = str(input.knobs, "tool") as StrokeTool;
    const list = fillCompartments(input);
    list.push(strokeOf(tool, "circles", { pitchMm: 22, loops: num(input.knobs, "loops") }));
    const rim = num(input.knobs, "rim");
    if (rim > 0) list.push(strokeOf(tool, "rim-turns", { pitchMm: 12, loops: rim }));
    return [...list, ...topLines(input)];
  },
};

export const wideEights: Family = {
  ...rest,
  label: "dividers, wide figure-eights",
  blurb: "a wide, flat tool in figure-eights pulls each side into the other: large scrolls",
  expect: {
    thin: "Level: large lobes, each pulling the next colour round its middle.",
    medium: "Lobes like leaves, turned against each other.",
    thick: "The same lobes, less far turned.",
  },
  knobs: [
    lanes,
    choice("tool", "tool", [
      ["tongue-stick", "tongue stick, 16 mm"],
      ["spoon", "spoon edge"],
      ["craft-stick", "craft stick, 10 mm"],
    ]),
    number("loops", "eights along the loaf", 1, 8, 3),
  ],
  recipe(input) {
    const tool = str(input.knobs, "tool") as StrokeTool;
    const loops = num(input.knobs, "loops");
    return [...fillCompartments(input), strokeOf(tool, "figure-eights", { pitchMm: 40, loops }), ...topLines(input)];
  },
};
