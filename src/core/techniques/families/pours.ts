import type * as z from "zod/mini";
import type { stroke } from "../operations/stroke";
import type { StrokeTool } from "../tools";
import { type Draft, type Knob, num, number, type RecipeCup, type RecipeInput } from "./family";

/** Divides 100 % into `count` parts of one decimal that add up exactly; the last takes what is left. */
export function evenParts(total: number, count: number): number[] {
  const part = Math.floor((total / count) * 10) / 10;
  return Array.from({ length: count }, (_, i) =>
    i < count - 1 ? part : Number((total - part * (count - 1)).toFixed(1)),
  );
}

/** Divides 100 % over lanes by their widths, two decimals, adding up exactly. */
export function partsByWidth(widthsMm: readonly number[]): number[] {
  const total = widthsMm.reduce((a, b) => a + Math.max(0, b), 0);
  if (total <= 0) return evenParts(100, widthsMm.length);
  const parts = widthsMm.map((w) => Math.floor((10_000 * Math.max(0, w)) / total) / 100);
  const left = 100 - parts.reduce((a, b) => a + b, 0);
  parts[parts.length - 1] = Number((parts[parts.length - 1] + left).toFixed(2));
  return parts;
}

/** Gives every pour of a cup its even part of what is left of that cup after `used` percent. */
export function shareOut(drafts: Draft[], used: ReadonlyMap<string, number> = new Map()): Draft[] {
  const counts = new Map<string, number>();
  for (const d of drafts)
    if ("cupPct" in d && d.cupPct < 0) counts.set(d.portionId, (counts.get(d.portionId) ?? 0) + 1);
  const parts = new Map([...counts].map(([id, n]) => [id, evenParts(100 - (used.get(id) ?? 0), n)]));
  return drafts.map((d) => ("cupPct" in d && d.cupPct < 0 ? { ...d, cupPct: parts.get(d.portionId)!.shift()! } : d));
}

/** Hours at which drops fall into a pot: over against each other, then between. */
const CLOCKS = [12, 6, 3, 9, 1.5, 7.5, 4.5, 10.5];

/** Drops into the pot, the colours in turn. */
export const aroundPot = (accents: readonly RecipeCup[], drops: number, cupPct: number): Draft[] =>
  accents.length === 0
    ? []
    : inTurn(accents, Math.max(drops, accents.length)).map((p, i) => ({
        kind: "potDrop",
        portionId: p.id,
        cupPct,
        clock: CLOCKS[i % CLOCKS.length],
        height: i % 2 ? "mid" : "high",
      }));

/** Marks a pour whose part of the cup `shareOut` decides. */
export const EVENLY = -1;

/** Places across the mould that wander from side to side without repeating soon, as shares of the width. */
const ACROSS = [
  0.33, 0.67, 0.5, 0.24, 0.76, 0.44, 0.61, 0.33, 0.69, 0.53, 0.22, 0.78, 0.39, 0.58, 0.5, 0.29, 0.71, 0.42,
];
export const acrossAt = (i: number, widthMm: number): number => Math.round(ACROSS[i % ACROSS.length] * widthMm);

/** Lines along the top from all that is kept back, evenly over the width. */
export function topLines(input: RecipeInput): Draft[] {
  const kept = input.portions.filter((p) => p.keptBackPct > 0);
  const rows = kept.flatMap((p) => [p, p]);
  return rows.map((p, i) => ({
    kind: "topLine",
    portionId: p.id,
    keptBackPct: 50,
    acrossMm: Math.round((input.mould.widthMm * (i + 1)) / (rows.length + 1)),
  }));
}

/** The colours in turn, base among them, `count` of them. */
export const inTurn = <C extends RecipeCup>(order: readonly C[], count: number): C[] =>
  Array.from({ length: count }, (_, i) => order[i % order.length]);

/** A cup poured low and level over what is there. */
export const lowLayer = (portionId: string): Draft => ({ kind: "layer", portionId, cupPct: EVENLY, height: "low" });
/** A cup poured along one line, there and back. */
export const lineOver = (portionId: string, acrossMm: number, height: "low" | "mid" | "high"): Draft => ({
  ...{ kind: "stripe", portionId, cupPct: EVENLY },
  ...{ acrossMm, height, passes: 2, motion: "line" },
});

/** The knobs of what is dropped into the pot and turned in it: at most so many drops, so many drops and passes to begin with, and how far it is turned. */
export const potKnobs = (
  { most, drops, passes }: { most: number; drops: number; passes: number },
  turns: Knob,
): Knob[] => [
  number("drops", "drops into the pot", 2, most, drops),
  turns,
  number("passes", "passes of the pour", 2, 16, passes),
];

/** Accents dropped into the pot, turned with the spatula and poured out; by the knobs "drops" and "passes". */
export function turnedInPot(input: RecipeInput, turns: number, way: "travelling" | "one-place"): Draft[] {
  const { base, accents, knobs } = input;
  const list: Draft[] = [
    { kind: "potStack", portionId: base.id, cupPct: 100 },
    ...aroundPot(accents, num(knobs, "drops"), EVENLY),
    { kind: "potTurn", turns },
    { kind: "potPour", way, strokes: num(knobs, "passes") },
  ];
  return [...shareOut(list), ...topLines(input)];
}

/** What is kept back, drizzled over the finished top. */
export const drizzles = (input: RecipeInput): Draft[] =>
  input.portions.filter((p) => p.keptBackPct > 0).map((p) => ({ kind: "drizzle", portionId: p.id, keptBackPct: 100 }));

/** A movement of a tool to the floor of the mould. `loops`: passes, loops or turns, by its way. */
export const strokeOf = (
  tool: StrokeTool,
  path: z.infer<typeof stroke.schema>["path"],
  { pitchMm = 20, loops = 1 }: { pitchMm?: number; loops?: number } = {},
): Draft => ({ kind: "stroke", tool, path, pitchMm, loops, depthMm: null, points: [] });
