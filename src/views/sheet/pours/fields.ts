import { TOOL_MM } from "../../../core/families/registry";
import {
  COMB_PATHS,
  type OperationKind,
  STROKE_PATHS,
  STROKE_TOOLS,
  TOP_PATHS,
  WIRE_PATHS,
} from "../../../core/plan/operations";

/** What can be set of an operation beside its cup and share, by kind: shown when its row is open. */
export type PourField =
  | { field: string; label: string; type: "number"; unit?: string; step?: number; decimals?: number }
  | { field: string; label: string; type: "length" }
  | { field: string; label: string; type: "depth" }
  | { field: string; label: string; type: "choice"; options: { value: string; label: string }[] };

const length = (field: string, label: string): PourField => ({ field, label, type: "length" });
const number = (field: string, label: string, unit?: string, step = 1): PourField => ({
  field,
  label,
  type: "number",
  unit,
  step,
  decimals: 2,
});
const choice = (field: string, label: string, options: readonly (readonly [string, string])[]): PourField => ({
  field,
  label,
  type: "choice",
  options: options.map(([value, l]) => ({ value, label: l })),
});
const named = (values: readonly string[]) => values.map((v) => [v, v.replaceAll("-", " ")] as const);
const across = length("acrossMm", "from the near wall");
const along = length("alongMm", "from the left");
const height = choice("height", "from", named(["high", "mid", "low"]));
const tool = choice(
  "tool",
  "tool",
  STROKE_TOOLS.map((t) => [t, TOOL_MM[t].label] as const),
);
const pitch = length("pitchMm", "step");
const strokes = number("strokes", "strokes");

export const POUR_FIELDS: Record<OperationKind, PourField[]> = {
  layer: [],
  stripe: [],
  plop: [along, across, height],
  wallPour: [strokes],
  compartment: [number("index", "compartment, 0 nearest")],
  funnel: [],
  potStack: [],
  potDrop: [number("clock", "at", "o'clock", 0.5), height],
  potTurn: [number("turns", "turns", "", 0.5)],
  potPour: [
    choice("way", "way", [
      ["travelling", "travelling"],
      ["one-place", "in one place"],
      ["tilted", "on the tilt"],
    ]),
    strokes,
  ],
  spoonRow: [across],
  bottleLine: [across, strokes, length("reachMm", "nozzle reach")],
  topLine: [],
  drizzle: [],
  stroke: [
    tool,
    choice("path", "path", named(STROKE_PATHS)),
    pitch,
    number("loops", "times"),
    { field: "depthMm", label: "depth", type: "depth" },
  ],
  wire: [length("thicknessMm", "wire"), choice("path", "path", named(WIRE_PATHS)), number("loops", "loops")],
  comb: [
    tool,
    choice("path", "path", named(COMB_PATHS)),
    number("teeth", "teeth"),
    length("pitchMm", "tooth to tooth"),
    number("passes", "passes"),
    { field: "depthMm", label: "depth", type: "depth" },
  ],
  topStroke: [tool, choice("path", "path", named(TOP_PATHS)), pitch, length("depthMm", "depth")],
  peaks: [tool],
  tilt: [number("angleDeg", "to", "°")],
  tap: [],
  pullDividers: [],
};
