import { z } from "zod";
import { traceWindow } from "../traceWindow";
import { WORKING_TIMES_S as T } from "../workingTimes";
import { cupPct, defineKind, pour } from "./kind";
import { pourTitle } from "./wording";

const WINDOW = traceWindow(
  1.1,
  3.8,
  "not yet an emulsion: it may part in the mould",
  "it no longer runs level over the floor and traps air",
);

/** Over the whole surface, low, over a spatula. */
export const layer = defineKind(z.strictObject({ kind: z.literal("layer"), ...pour, cupPct }))({
  label: "layer",
  does: "pour",
  place: "mould",
  blank: ({ cup, leftPct }) => ({ ...cup, cupPct: leftPct }),
  workS: (_, { massG }) => T.changeCup + (T.layerPer100g * massG) / 100,
  window: () => WINDOW,
  words: (_, at) => ({
    title: pourTitle(at),
    detail: `Over the whole surface, low, over a spatula: ${at.part}, ${at.seconds}.`,
  }),
  inShort: () => "layer",
});
