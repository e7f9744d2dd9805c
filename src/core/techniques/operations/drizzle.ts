import * as z from "zod/mini";
import { always } from "../traceWindow";
import { WORKING_TIMES_S as T } from "../workingTimes";
import { defineKind, keptBackPct, pour } from "./kind";

/** Freely over the top from what was kept back. */
export const drizzle = defineKind(z.strictObject({ kind: z.literal("drizzle"), ...pour, keptBackPct }))({
  label: "drizzle",
  does: "pour",
  place: "top",
  blank: ({ top }) => ({ ...top }),
  workS: (_, { passes }) => T.drizzle * passes,
  window: always(1.6, 3.4, "it sinks out of sight", "it falls in lumps"),
  words: (_, { cup, mass, seconds }) => ({
    title: `Drizzle ${cup}, ${mass}`,
    detail: `Freely over the top, from what was kept back, ${seconds}.`,
  }),
  inShort: () => "drizzle",
});
