import * as z from "zod/mini";
import { always } from "../traceWindow";
import { WORKING_TIMES_S as T } from "../workingTimes";
import { count, cupPct, defineKind, pour, strokesField } from "./kind";
import { pourTitle } from "./wording";

/** Along the upper edge of a tilted mould. */
export const wallPour = defineKind(
  z.strictObject({ kind: z.literal("wallPour"), ...pour, cupPct, strokes: count(1, 60) }),
)({
  label: "wall pour",
  does: "pour",
  place: "mould",
  fields: [strokesField],
  blank: ({ cup }) => ({ ...cup, strokes: 8 }),
  workS: (o, { passes }) => T.changeCup + T.wallStroke * passes * o.strokes,
  window: always(1.3, 2.3, "feathers blur", "strokes pile up and do not run down the slope"),
  words: (o, at) => ({
    title: pourTitle(at),
    detail: `Along the upper edge, ${o.strokes} narrow, even strokes back and forth: ${at.part}, ${at.seconds}.`,
  }),
  inShort: (o) => `${o.strokes} strokes`,
});
