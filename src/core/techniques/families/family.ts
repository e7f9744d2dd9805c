import type { PlanMould } from "../../mould/mouldSchema";
import type { Operation, OperationKind } from "../operations/registry";
import { type StrokeTool, TOOLS } from "../tools";
import type { TraceWindow } from "../traceWindow";
/** What a recipe can be set by: the few knobs that practitioners use. */
export type Knob =
  | { id: string; label: string; kind: "number"; low: number; high: number; step: number; unit: string; start: number }
  | { id: string; label: string; kind: "choice"; options: readonly { value: string; label: string }[]; start: string };
export type Knobs = Record<string, number | string | boolean>;

/** What a recipe must know of a cup. */
export interface RecipeCup {
  id: string;
  sharePct: number;
  takesRest: boolean;
  keptBackPct: number;
}

/** What a recipe works from: the cups with their roles, and the mould. */
export interface RecipeInput {
  mould: PlanMould;
  /** The largest share, or the one that takes the rest: the base of the design. */
  base: RecipeCup;
  /** All others, in the order of the list. */
  accents: RecipeCup[];
  portions: RecipeCup[];
  knobs: Knobs;
}

/** An operation without its id and mould, as a recipe lays it out. */
export type Draft = Operation extends infer O ? (O extends Operation ? Omit<O, "id" | "mouldId"> : never) : never;

/** Rescues in words, with the window in which each still works and how long it takes for a whole mould. */
export const RESCUES = {
  "wider-tool": { words: "take a wider tool", high: 3.4, takesS: 90 },
  "spoon-swirl": { words: "spoon swirl instead", high: 4.2, takesS: 150 },
  "spooned-layers": { words: "spoon the rest in layers", high: 4.4, takesS: 180 },
  "textured-top": { words: "leave the swirl, texture the top", high: 4.4, takesS: 60 },
  "fewer-lanes": {
    words: "fill fewer, wider lanes: pull every second plate, thin batter first",
    high: 2.2,
    takesS: 60,
  },
  "another-mould": { words: "move to a wider, lower mould", high: 3.6, takesS: 150 },
  "press-in": { words: "press the lump in, or hot-process or rebatch it", high: 5, takesS: 120 },
} as const;
export type RescueId = keyof typeof RESCUES;

/** Traces that the words of `expect` speak of. */
export const EXPECTED_AT = { thin: 1.6, medium: 2.3, thick: 3 } as const;
export type Thickness = keyof typeof EXPECTED_AT;

/** One design family: its recipe, the windows of its steps, and what helps when the batter runs. A new family is a new file. */
export interface Family {
  label: string;
  /** What it looks like and asks for, in a line. */
  blurb: string;
  /** What to look for in a cut, by how thick the batter was: words for an artist's eye. */
  expect: Record<Thickness, string>;
  knobs: readonly Knob[];
  /** The operations of the design; every cup and all that is kept back is used up. */
  recipe(input: RecipeInput): Draft[];
  /** Windows that differ from those of the operation's own kind, where any do. */
  windows?: Partial<Record<OperationKind, TraceWindow>>;
  /** What to fall back on, best first. */
  rescues: readonly RescueId[];
  /** Minutes of washing-up and batter lost on tools beyond cups, g per kg of batter (Tundish estimates). */
  leaves: { washUpMin: number; lostGPerKg: number };
  /** True where the order of colours is the design: it must not be changed. */
  isOrderFixed: boolean;
}

export const number = (
  id: string,
  label: string,
  low: number,
  high: number,
  start: number,
  unit = "",
  step = 1,
): Knob => ({ id, label, kind: "number", low, high, step, unit, start });

export const choice = (id: string, label: string, options: readonly (readonly [string, string])[]): Knob => ({
  id,
  label,
  kind: "choice",
  options: options.map(([value, l]) => ({ value, label: l })),
  start: options[0][0],
});

/** Tools for what is drawn through the whole depth. */
const DRAWN_WITH: readonly StrokeTool[] = ["skewer", "rod", "craft-stick", "tongue-stick", "spoon"];
export const TOOL_OPTIONS: readonly (readonly [StrokeTool, string])[] = DRAWN_WITH.map((t) => [
  t,
  t === "spoon" ? TOOLS[t].label : `${TOOLS[t].label}, ${TOOLS[t].widthMm} mm`,
]);

export const num = (knobs: Knobs, id: string): number => Number(knobs[id]);
export const str = (knobs: Knobs, id: string): string => String(knobs[id]);
