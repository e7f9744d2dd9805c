import * as z from "zod/mini";
import { WORKING_TIMES_S as T } from "../workingTimes";
import { defineKind, inMould } from "./kind";

/** The plates of a divided mould drawn out. */
export const pullDividers = defineKind(z.strictObject({ kind: z.literal("pullDividers"), ...inMould }))({
  label: "dividers out",
  does: "move",
  place: "mould",
  hands: 2,
  blank: () => ({}),
  workS: () => T.pullDividers,
  window: () => null,
  words: () => ({
    title: "Pull the dividers",
    detail: "Straight up, slowly: they suck. Scrape them into the mould, bang it level.",
  }),
  inShort: () => "dividers out",
});
