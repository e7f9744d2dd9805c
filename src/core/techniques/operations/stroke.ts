import * as z from "zod/mini";
import { within } from "../../units/fields";
import { STROKE_TOOLS, TOOLS } from "../tools";
import { drawnWindow } from "../traceWindow";
import { PASS_LENGTH_MM, WORKING_TIMES_S as T, widthFactor } from "../workingTimes";
import {
  count,
  defineKind,
  depthField,
  inMould,
  numberField,
  pathField,
  pitchField,
  spoken,
  toolField,
  toolLabel,
} from "./kind";
import { depthWords } from "./wording";

export const STROKE_PATHS = [
  "crossings",
  "centre-pass",
  "circles",
  "rim-turns",
  "figure-eights",
  "s-curves",
  "rakes",
  "spoon-drags",
  "free",
] as const;

const PATH_WORDS: Record<(typeof STROKE_PATHS)[number], string> = {
  crossings: "From a corner across the whole width and back, one small step along each time, to the end",
  "centre-pass": "Down the middle, lengthwise",
  circles: "On edge in loops along one side, back along the other the other way round, without a stop",
  "rim-turns": "Round along the rim",
  "figure-eights": "In wide figure-eights along the loaf, flat of the tool across, lobe against lobe",
  "s-curves": "In S-curves across the lines, one way to the end, then back between them, touching the floor",
  rakes: "Straight across the lines, side by side",
  "spoon-drags": "Down, along and up, there and back",
  free: "As it is drawn on the picture",
};

/** Drawn by hand from above, mm from the left end and from the near wall. */
const point = z.strictObject({ xMm: within(-50, 2050, "mm"), yMm: within(-50, 1050, "mm") });

const pathMm = (points: readonly z.infer<typeof point>[]): number =>
  points.reduce((sum, p, i) => (i ? sum + Math.hypot(p.xMm - points[i - 1].xMm, p.yMm - points[i - 1].yMm) : 0), 0);

/** A tool drawn through what lies in the mould. */
export const stroke = defineKind(
  z.strictObject({
    kind: z.literal("stroke"),
    ...inMould,
    tool: z.enum(STROKE_TOOLS),
    path: z.enum(STROKE_PATHS),
    pitchMm: within(2, 200, "mm"),
    loops: count(1, 60),
    /** How deep the tool goes below the surface, mm; null to the floor. */
    depthMm: z.nullable(within(1, 400, "mm")),
    /** For the path `free`. */
    points: z.array(point).check(z.maxLength(400)),
  }),
)({
  label: "stroke",
  does: "move",
  place: "mould",
  fields: [toolField, pathField(STROKE_PATHS), pitchField, numberField("loops", "times"), depthField],
  blank: () => ({ tool: "skewer", path: "figure-eights", pitchMm: 30, loops: 2, depthMm: null, points: [] }),
  workS: (o, { mould, passes }) => {
    if (o.path === "crossings" || o.path === "rakes" || o.path === "s-curves")
      return (T.crossing * mould.lengthMm * widthFactor(mould.widthMm)) / o.pitchMm + T.wipeTool;
    if (o.path === "free") return Math.max(T.toolPass, (T.toolPass * pathMm(o.points)) / PASS_LENGTH_MM) + T.wipeTool;
    const isLengthwise = o.path === "centre-pass" || o.path === "spoon-drags";
    return (isLengthwise ? T.toolPass : T.toolLoop * 2) * passes * o.loops + T.wipeTool;
  },
  window: (o) => drawnWindow(TOOLS[o.tool].window),
  words: (o, at) => ({
    title: `Draw with the ${toolLabel(o.tool)}`,
    detail: `${PATH_WORDS[o.path]}, ${depthWords(o.depthMm, at)}. ${at.seconds}.`,
  }),
  inShort: (o) => `${spoken(o.path)}, ${toolLabel(o.tool)}`,
});
