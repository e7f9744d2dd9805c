import * as z from "zod/mini";
import { within } from "../../units/fields";
import { STROKE_TOOLS, TOOLS } from "../tools";
import { drawnWindow } from "../traceWindow";
import { WORKING_TIMES_S as T, widthFactor } from "../workingTimes";
import { count, defineKind, depthField, inMould, lengthField, numberField, pathField, toolField } from "./kind";
import { depthWords } from "./wording";

export const COMB_PATHS = ["across", "along", "waves"] as const;

const PATH_WORDS: Record<(typeof COMB_PATHS)[number], string> = {
  across: "Across the loaf, set on beside the last place each time",
  along: "Along the loaf, all teeth at once",
  waves: "Along the loaf in even waves, all teeth at once",
};
/** Waves take longer than a straight pass. */
const WAVES_TAKE = 1.5;

/** Several teeth drawn through at once: across the loaf, along it, or along it in waves; there, and back between as often as said. */
export const comb = defineKind(
  z.strictObject({
    kind: z.literal("comb"),
    ...inMould,
    tool: z.enum(STROKE_TOOLS),
    path: z.enum(COMB_PATHS),
    teeth: count(2, 30),
    /** Tooth to tooth, mm. */
    pitchMm: within(3, 100, "mm"),
    passes: count(1, 12),
    /** How deep the teeth go below the surface, mm; null to the floor. */
    depthMm: z.nullable(within(1, 400, "mm")),
  }),
)({
  label: "comb",
  does: "move",
  place: "mould",
  fields: [
    toolField,
    pathField(COMB_PATHS),
    numberField("teeth", "teeth"),
    lengthField("pitchMm", "tooth to tooth"),
    numberField("passes", "passes"),
    depthField,
  ],
  blank: () => ({ tool: "skewer", path: "along", teeth: 6, pitchMm: 14, passes: 1, depthMm: null }),
  // Over the width it is set on again every so many teeth; along the loaf each pass is one.
  workS: (o, { mould, passes }) =>
    (o.path === "across"
      ? T.crossing * Math.ceil(mould.lengthMm / (o.teeth * o.pitchMm)) * o.passes * widthFactor(mould.widthMm)
      : T.toolPass * passes * o.passes * (o.path === "waves" ? WAVES_TAKE : 1)) + T.wipeTool,
  window: (o) => drawnWindow(TOOLS[o.tool].window),
  words: (o, at) => ({
    title: `Comb, ${o.teeth} teeth`,
    detail: `${PATH_WORDS[o.path]}, ${o.passes === 1 ? "once" : `${o.passes} times, there and back between`}, ${depthWords(o.depthMm, at)}. ${at.seconds}.`,
  }),
  inShort: (o) => `comb ${o.path}, ${o.teeth} teeth`,
});
