import * as z from "zod/mini";
import { STROKE_TOOLS } from "../tools";
import { always } from "../traceWindow";
import { WORKING_TIMES_S as T } from "../workingTimes";
import { defineKind, inMould, toolField, toolLabel } from "./kind";

/** Peaks drawn up on the top. */
export const peaks = defineKind(z.strictObject({ kind: z.literal("peaks"), ...inMould, tool: z.enum(STROKE_TOOLS) }))({
  label: "peaks",
  does: "move",
  place: "top",
  fields: [toolField],
  blank: () => ({ tool: "spoon" }),
  workS: (_, { passes }) => T.peaks * passes,
  window: always(3.2, 4.4, "peaks fall back: wait for it", "it tears"),
  words: (o) => ({
    title: "Peaks on the top",
    detail: `With the ${toolLabel(o.tool)}, shallow. Wait until they stand.`,
  }),
  inShort: () => "peaks",
});
