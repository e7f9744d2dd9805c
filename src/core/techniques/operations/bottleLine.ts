import * as z from "zod/mini";
import { within } from "../../units/fields";
import { always } from "../traceWindow";
import { WORKING_TIMES_S as T } from "../workingTimes";
import { acrossField, acrossMm, count, cupPct, defineKind, lengthField, pour, strokesField } from "./kind";
import { wallWords } from "./wording";

/** A line from a bottle, with strokes back and forth; the nozzle reaches so far down. */
export const bottleLine = defineKind(
  z.strictObject({
    kind: z.literal("bottleLine"),
    ...pour,
    cupPct,
    acrossMm,
    strokes: count(1, 12),
    reachMm: within(0, 400, "mm"),
  }),
)({
  label: "line",
  does: "pour",
  place: "mould",
  needsBottle: true,
  fields: [acrossField, strokesField, lengthField("reachMm", "nozzle reach")],
  blank: ({ cup, acrossMm }) => ({ ...cup, acrossMm, strokes: 2, reachMm: 60 }),
  workS: (o, { passes }) => T.bottleStroke * passes * o.strokes,
  window: always(1.2, 2.0, "lines run into each other", "it will not leave the bottle evenly"),
  words: (o, at) => ({
    title: `Line of ${at.cup}, ${at.mass}`,
    detail: `${wallWords(o.acrossMm, at)}, ${o.strokes} strokes back and forth, nozzle low: ${at.part}, ${at.seconds}.`,
  }),
  inShort: (o) => `line, ${o.strokes} strokes`,
});
