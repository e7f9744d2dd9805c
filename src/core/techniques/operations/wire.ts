import * as z from "zod/mini";
import { within } from "../../units/fields";
import { drawnWindow, type TraceWindow } from "../traceWindow";
import { WORKING_TIMES_S as T } from "../workingTimes";
import { count, defineKind, inMould, lengthField, numberField, pathField } from "./kind";
import { counted } from "./wording";

export const WIRE_PATHS = ["side-to-side", "loops", "figure-eights", "free"] as const;

const PATH_WORDS: Record<(typeof WIRE_PATHS)[number], string> = {
  "side-to-side": "Down one side wall to the floor, over, up but not out, over, down",
  loops: "In loops from floor to surface, side by side",
  "figure-eights": "In figure-eights from floor to surface",
  free: "As it is drawn on the picture",
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

function wireWindow(thicknessMm: number): TraceWindow {
  const part = (from: number, to: number) => Math.min(1, Math.max(0, (thicknessMm - from) / (to - from)));
  const [thick, heavy] = [part(THIN_TO_MM, THICK_FROM_MM), part(THICK_TO_MM, HEAVY_FROM_MM)];
  const between = (i: 0 | 1) =>
    Number(
      (THIN_WIRE[i] + (THICK_WIRE[i] - THIN_WIRE[i]) * thick + (HEAVY_WIRE[i] - THICK_WIRE[i]) * heavy).toFixed(2),
    );
  return drawnWindow([between(0), between(1)]);
}

/** Drawn on the end of the loaf: from the near wall, and up from the floor. */
const endPoint = z.strictObject({ yMm: within(-50, 1050, "mm"), zMm: within(-50, 550, "mm") });

/** A hanger: a wire as long as the loaf, led through its whole length at once. */
export const wire = defineKind(
  z.strictObject({
    kind: z.literal("wire"),
    ...inMould,
    thicknessMm: within(0.5, 12, "mm"),
    path: z.enum(WIRE_PATHS),
    loops: count(1, 20),
    /** For the path `free`. */
    points: z.array(endPoint).check(z.maxLength(400)),
  }),
)({
  label: "hanger",
  does: "move",
  place: "mould",
  fields: [lengthField("thicknessMm", "wire"), pathField(WIRE_PATHS), numberField("loops", "loops")],
  blank: () => ({ thicknessMm: 4, path: "side-to-side", loops: 3, points: [] }),
  workS: (o, { passes }) => T.wireLoop * o.loops * Math.max(0.7, passes) + T.wipeTool,
  window: (o) => wireWindow(o.thicknessMm),
  words: (o, { seconds }) => ({
    title: `Hanger, ${counted(o.loops, "loop")}`,
    detail: `${PATH_WORDS[o.path]}; then out and wipe. ${seconds}.`,
  }),
  inShort: (o, mm) => `${mm(o.thicknessMm)}, ${o.loops} loops`,
});
