import * as z from "zod/mini";
import { always } from "../traceWindow";
import { WORKING_TIMES_S as T } from "../workingTimes";
import { cupPct, defineKind, height, heightField, pour } from "./kind";
import { HEIGHT_WORDS, pourTitle } from "./wording";

/** Over the whole surface: low, over a spatula, or from higher up, where part of it breaks through what lies below. */
export const layer = defineKind(z.strictObject({ kind: z.literal("layer"), ...pour, cupPct, height }))({
  label: "layer",
  does: "pour",
  place: "mould",
  fields: [heightField],
  blank: ({ cup, leftPct }) => ({ ...cup, cupPct: leftPct, height: "low" }),
  workS: (_, { massG }) => T.changeCup + (T.layerPer100g * massG) / 100,
  window: always(
    1.1,
    3.8,
    "not yet an emulsion: it may part in the mould",
    "it no longer runs level over the floor and traps air",
  ),
  words: (o, at) => ({
    title: pourTitle(at),
    detail:
      o.height === "low"
        ? `Over the whole surface, low, over a spatula: ${at.part}, ${at.seconds}.`
        : `Over the whole surface, ${HEIGHT_WORDS[o.height]}, so that part of it breaks through: ${at.part}, ${at.seconds}.`,
  }),
  inShort: (o) => (o.height === "low" ? "layer" : `layer, ${o.height}`),
});
