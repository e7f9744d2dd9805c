import * as z from "zod/mini";
import { WORKING_TIMES_S as T } from "../workingTimes";
import { defineKind, inMould } from "./kind";

/** The mould knocked on the table. */
export const tap = defineKind(z.strictObject({ kind: z.literal("tap"), ...inMould }))({
  label: "tap",
  does: "move",
  place: "mould",
  blank: () => ({}),
  workS: () => T.tap,
  window: () => null,
  words: () => ({ title: "Tap the mould", detail: "A few firm taps, to settle it and let the air out." }),
  inShort: () => "tap",
});
