import * as z from "zod/mini";
import { within } from "../../units/fields";
import { WORKING_TIMES_S as T } from "../workingTimes";
import { defineKind, inMould, numberField } from "./kind";

/** Turns of the spatula in the pot. */
export const potTurn = defineKind(z.strictObject({ kind: z.literal("potTurn"), ...inMould, turns: within(0, 6) }))({
  label: "turns in the pot",
  does: "move",
  place: "pot",
  fields: [numberField("turns", "turns", "", 0.5)],
  blank: () => ({ turns: 1 }),
  workS: (o) => T.potTurn * Math.max(0.2, o.turns),
  window: () => null,
  words: (o) => ({
    title: `${o.turns} ${o.turns === 1 ? "turn" : "turns"} in the pot`,
    detail: "With the spatula, slowly, then stop: one more greys it.",
  }),
  inShort: (o) => `${o.turns} × spatula`,
});
