import * as z from "zod/mini";
import { within } from "../../units/fields";
import { always } from "../traceWindow";
import { WORKING_TIMES_S as T } from "../workingTimes";
import { cupPct, defineKind, height, heightField, numberField, pour } from "./kind";
import { HEIGHT_WORDS, hourWords, intoPotTitle } from "./wording";

/** Into the pot at a clock position. */
export const potDrop = defineKind(
  z.strictObject({ kind: z.literal("potDrop"), ...pour, cupPct, clock: within(0, 12, "o'clock"), height }),
)({
  label: "drop into the pot",
  does: "pour",
  place: "pot",
  fields: [numberField("clock", "at", "o'clock", 0.5), heightField],
  blank: ({ cup }) => ({ ...cup, clock: 12, height: "high" }),
  workS: () => T.potDrop,
  window: always(1.3, 2.4, "drops dissolve in the base", "drops clump and do not draw out"),
  words: (o, at) => ({
    title: intoPotTitle(at),
    detail: `At ${hourWords(o.clock)} o'clock, ${HEIGHT_WORDS[o.height]}: ${at.part}, ${at.seconds}.`,
  }),
  inShort: (o) => `pot, ${hourWords(o.clock)} h, ${o.height}`,
});
