import * as z from "zod/mini";
import { type TraceWindow, traceWindow } from "../traceWindow";
import { WORKING_TIMES_S as T } from "../workingTimes";
import { count, cupPct, defineKind, numberField, pour } from "./kind";
import { pourTitle } from "./wording";

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
  return traceWindow(
    1.0,
    Number(Math.min(LANE_HIGH_MOST, Math.max(LANE_HIGH_LEAST, high)).toFixed(2)),
    "not yet an emulsion: it may part between the plates",
    "it does not reach the floor of its lane",
  );
}

/** Into one compartment of a divided mould, counted from the near wall. */
export const compartment = defineKind(
  z.strictObject({ kind: z.literal("compartment"), ...pour, cupPct, index: count(0, 12) }),
)({
  label: "compartment",
  does: "pour",
  place: "mould",
  isFreeInRound: true,
  fields: [numberField("index", "compartment, 0 nearest")],
  blank: ({ cup }) => ({ ...cup, index: 0 }),
  workS: (_, { passes }) => T.compartmentRound * Math.max(0.6, passes),
  window: (_, laneMm) => laneWindow(laneMm ?? LANE_REFERENCE_MM),
  words: (o, at) => ({
    title: pourTitle(at),
    detail: `Compartment ${o.index + 1} from the near wall: ${at.part}. Keep the levels even; hold the plates down.`,
  }),
  inShort: (o) => `lane ${o.index + 1}`,
});
