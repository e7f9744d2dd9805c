import { FAMILIES } from "../families/registry";
import { lanesIn } from "../mould/compartments";
import type { Operation, OperationKind, StrokeTool } from "../plan/operations";
import type { Plan } from "../plan/schema";

/** Range of trace index in which a step works, and why it does not outside it. */
export interface TraceWindow {
  low: number;
  high: number;
  tooThin: string;
  tooThick: string;
}

const window = (low: number, high: number, tooThin: string, tooThick: string): TraceWindow => ({
  low,
  high,
  tooThin,
  tooThick,
});

/** Windows by kind of operation, where the family has none of its own. Starting estimates; users' logs correct them. */
const KIND_WINDOWS: Partial<Record<OperationKind, TraceWindow>> = {
  layer: window(
    1.1,
    3.8,
    "not yet an emulsion: it may part in the mould",
    "it no longer runs level over the floor and traps air",
  ),
  stripe: window(1.5, 3.3, "drops sink through each other and blur", "drops break into lumps and trap air"),
  plop: window(1.8, 3.2, "drops run together", "drops stand as lumps"),
  wallPour: window(1.3, 2.3, "feathers blur", "strokes pile up and do not run down the slope"),
  funnel: window(1.8, 2.6, "rings run into each other", "the middle piles up: lumps, no rings"),
  potStack: window(1.2, 2.4, "colours run together in the pot", "it clumps instead of drawing out"),
  potDrop: window(1.3, 2.4, "drops dissolve in the base", "drops clump and do not draw out"),
  potPour: window(1.3, 2.6, "lines run together on the way", "it falls out in clumps"),
  spoonRow: window(2.9, 4.7, "spoonfuls run flat", "spoonfuls no longer join: air pockets"),
  bottleLine: window(1.2, 2.0, "lines run into each other", "it will not leave the bottle evenly"),
  topLine: window(1.8, 3.8, "lines sink out of sight", "lines break and will not take a tool"),
  drizzle: window(1.6, 3.4, "it sinks out of sight", "it falls in lumps"),
  topStroke: window(
    1.8,
    3.8,
    "the lines sink behind the tool: wait for it",
    "the tool tears the top instead of drawing it",
  ),
  peaks: window(3.2, 4.4, "peaks fall back: wait for it", "it tears"),
};

/** For what is piped: it must hold its shape out of the bag. */
export const PIPING_WINDOW = window(
  3.8,
  4.6,
  "it does not hold its shape yet: wait, and try a dollop",
  "it will not come out of the bag any more",
);

/** Windows of tools that are drawn through batter. */
const TOOL_WINDOWS: Record<StrokeTool, readonly [number, number]> = {
  toothpick: [1.4, 3.0],
  skewer: [1.3, 2.4],
  rod: [1.6, 2.9],
  "craft-stick": [1.8, 3.2],
  "tongue-stick": [2.0, 3.5],
  spoon: [2.6, 4.2],
};
const THIN_WIRE: readonly [number, number] = [1.3, 2.4];
const THICK_WIRE: readonly [number, number] = [2.2, 3.4];
/** Wires from this thickness on are thick coated ones; between 1.5 mm and it the window slides over. */
const THICK_FROM_MM = 3.5;
const THIN_TO_MM = 1.5;
/** Coated wires of finger width drag like sticks. */
const HEAVY_WIRE: readonly [number, number] = [2.5, 3.8];
const THICK_TO_MM = 5;
const HEAVY_FROM_MM = 10;

const drawn = ([low, high]: readonly [number, number]): TraceWindow =>
  window(low, high, "the batter closes behind the tool and nothing has moved", "it does not follow the tool, or tears");

function wireWindow(thicknessMm: number): TraceWindow {
  const part = (from: number, to: number) => Math.min(1, Math.max(0, (thicknessMm - from) / (to - from)));
  const [thick, heavy] = [part(THIN_TO_MM, THICK_FROM_MM), part(THICK_TO_MM, HEAVY_FROM_MM)];
  const between = (i: 0 | 1) =>
    Number(
      (THIN_WIRE[i] + (THICK_WIRE[i] - THIN_WIRE[i]) * thick + (HEAVY_WIRE[i] - THICK_WIRE[i]) * heavy).toFixed(2),
    );
  return drawn([between(0), between(1)]);
}

/** Highest trace at which batter reaches the floor of a lane of `LANE_REFERENCE_MM`, and its least and most. */
const LANE_HIGH = 1.9;
const LANE_REFERENCE_MM = 12;
const LANE_HIGH_LEAST = 1.05;
const LANE_HIGH_MOST = 2.3;
/** What reaches the floor goes with the width squared, and a step of trace is five times the viscosity: 2 / ln 5 steps per log of width. */
const LANE_SLOPE = 2 / Math.log(5);

/** Window for filling a lane: a narrow one needs thin batter. @param widthMm clear width, mm */
export function laneWindow(widthMm: number): TraceWindow {
  const high = LANE_HIGH + LANE_SLOPE * Math.log(Math.max(0.5, widthMm) / LANE_REFERENCE_MM);
  return window(
    1.0,
    Number(Math.min(LANE_HIGH_MOST, Math.max(LANE_HIGH_LEAST, high)).toFixed(2)),
    "not yet an emulsion: it may part between the plates",
    "it does not reach the floor of its lane",
  );
}

/** Window of an operation in its design: by family where that has its own, by tool for what is drawn, else by kind; null for what needs none. */
export function windowOf(plan: Pick<Plan, "design" | "moulds" | "operations">, o: Operation): TraceWindow | null {
  const own = FAMILIES[plan.design.family].windows[o.kind];
  if (own) return own;
  if (o.kind === "stroke" || o.kind === "comb") return drawn(TOOL_WINDOWS[o.tool]);
  if (o.kind === "wire") return wireWindow(o.thicknessMm);
  if (o.kind === "compartment") {
    const lanes = lanesIn(plan.moulds.find((m) => m.id === o.mouldId)!, plan.operations);
    return laneWindow(lanes?.widthsMm[o.index] ?? LANE_REFERENCE_MM);
  }
  return KIND_WINDOWS[o.kind] ?? null;
}
