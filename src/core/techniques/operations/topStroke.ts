import * as z from "zod/mini";
import { within } from "../../units/fields";
import { STROKE_TOOLS } from "../tools";
import { always } from "../traceWindow";
import { WORKING_TIMES_S as T } from "../workingTimes";
import { defineKind, inMould, lengthField, pathField, pitchField, spoken, toolField, toolLabel } from "./kind";

export const TOP_PATHS = ["zigzag", "loop", "figure-eight", "feather"] as const;

const PATH_WORDS: Record<(typeof TOP_PATHS)[number], string> = {
  zigzag: "zigzag across the lines",
  loop: "loops along the top",
  "figure-eight": "figure-eights along the top",
  feather: "across the lines, then back between",
};
/** A shallow tool over the top. */
export const topStroke = defineKind(
  z.strictObject({
    kind: z.literal("topStroke"),
    ...inMould,
    tool: z.enum(STROKE_TOOLS),
    path: z.enum(TOP_PATHS),
    pitchMm: within(2, 200, "mm"),
    depthMm: within(1, 30, "mm"),
  }),
)({
  label: "top stroke",
  does: "move",
  place: "top",
  fields: [toolField, pathField(TOP_PATHS), pitchField, lengthField("depthMm", "depth")],
  blank: () => ({ tool: "toothpick", path: "zigzag", pitchMm: 14, depthMm: 6 }),
  workS: (_, { passes }) => T.topStrokePer * passes,
  window: always(
    1.8,
    3.8,
    "the lines sink behind the tool: wait for it",
    "the tool tears the top instead of drawing it",
  ),
  words: (o, { sayer }) => ({
    title: "Draw the top",
    detail: `With the ${toolLabel(o.tool)}, ${PATH_WORDS[o.path]}, not deeper than ${sayer.mm(o.depthMm)}.`,
  }),
  inShort: (o) => `${spoken(o.path)}, ${toolLabel(o.tool)}`,
});
