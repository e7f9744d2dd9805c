import { z } from "zod";
import { traceWindow } from "../traceWindow";
import { WORKING_TIMES_S as T } from "../workingTimes";
import { acrossMm, cupPct, defineKind, height, pour } from "./kind";
import { HEIGHT_WORDS, PASS_WORDS, pourTitle, wallWords } from "./wording";

const WINDOW = traceWindow(1.5, 3.3, "drops sink through each other and blur", "drops break into lumps and trap air");

/** A stripe along the loaf that punches in. */
export const stripe = defineKind(
  z.strictObject({
    kind: z.literal("stripe"),
    ...pour,
    cupPct,
    acrossMm,
    height,
    passes: z.union([z.literal(1), z.literal(2), z.literal(3)]),
  }),
)({
  label: "drop",
  does: "pour",
  place: "mould",
  blank: ({ cup, acrossMm }) => ({ ...cup, acrossMm, height: "mid", passes: 1 }),
  workS: (o, { passes }) => T.changeCup + T.stripePass * passes * o.passes,
  window: () => WINDOW,
  words: (o, at) => ({
    title: pourTitle(at),
    detail: `${wallWords(o.acrossMm, at)}, ${HEIGHT_WORDS[o.height]}, ${PASS_WORDS[o.passes]}: ${at.part}, ${at.seconds}.`,
  }),
  inShort: () => "drop",
});
