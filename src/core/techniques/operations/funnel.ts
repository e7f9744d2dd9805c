import * as z from "zod/mini";
import { always } from "../traceWindow";
import { WORKING_TIMES_S as T } from "../workingTimes";
import { cupPct, defineKind, pour } from "./kind";
import { pourTitle } from "./wording";

/** One counted pour through the funnel. */
export const funnel = defineKind(z.strictObject({ kind: z.literal("funnel"), ...pour, cupPct }))({
  label: "funnel pour",
  does: "pour",
  place: "mould",
  blank: ({ cup }) => ({ ...cup }),
  workS: () => T.funnelPour + T.changeCup,
  window: always(1.8, 2.6, "rings run into each other", "the middle piles up: lumps, no rings"),
  words: (_, at) => ({
    title: pourTitle(at),
    detail: `Count to three into the funnel, by the side of the lip: ${at.part}.`,
  }),
  inShort: () => "funnel pour",
});
