import * as z from "zod/mini";
import { always } from "../traceWindow";
import { WORKING_TIMES_S as T } from "../workingTimes";
import { acrossMm, defineKind, keptBackPct, pour } from "./kind";
import { pourTitle, wallWords } from "./wording";

/** A line of what was kept back, on the top. */
export const topLine = defineKind(z.strictObject({ kind: z.literal("topLine"), ...pour, keptBackPct, acrossMm }))({
  label: "top line",
  does: "pour",
  place: "top",
  blank: ({ top, acrossMm }) => ({ ...top, acrossMm }),
  workS: (_, { passes }) => T.topLine * passes,
  window: always(1.8, 3.8, "lines sink out of sight", "lines break and will not take a tool"),
  words: (o, at) => ({
    title: pourTitle(at),
    detail: `A line on the top, ${wallWords(o.acrossMm, at)}, from what was kept back, ${at.seconds}.`,
  }),
  inShort: () => "top line",
});
