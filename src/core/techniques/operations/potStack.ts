import * as z from "zod/mini";
import { always } from "../traceWindow";
import { WORKING_TIMES_S as T } from "../workingTimes";
import { cupPct, defineKind, pour } from "./kind";
import { intoPotTitle } from "./wording";

/** Down the wall of the pot: its base, or the next colour of a stack. */
export const potStack = defineKind(z.strictObject({ kind: z.literal("potStack"), ...pour, cupPct }))({
  label: "into the pot",
  does: "pour",
  place: "pot",
  blank: ({ cup }) => ({ ...cup }),
  workS: () => T.potStack,
  window: always(1.2, 2.4, "colours run together in the pot", "it clumps instead of drawing out"),
  words: (_, at) => ({
    title: intoPotTitle(at),
    detail: `Down the wall of the pot, gently: ${at.part}, ${at.seconds}.`,
  }),
  inShort: () => "into the pot",
});
