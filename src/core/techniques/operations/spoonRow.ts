import * as z from "zod/mini";
import { always } from "../traceWindow";
import { WORKING_TIMES_S as T } from "../workingTimes";
import { acrossField, acrossMm, cupPct, defineKind, pour } from "./kind";
import { wallWords } from "./wording";

/** A row of spoonfuls along the mould. */
export const spoonRow = defineKind(z.strictObject({ kind: z.literal("spoonRow"), ...pour, cupPct, acrossMm }))({
  label: "spoonfuls",
  does: "pour",
  place: "mould",
  isSpooned: true,
  fields: [acrossField],
  blank: ({ cup, acrossMm }) => ({ ...cup, acrossMm }),
  workS: (_, { passes }) => T.spoonRow * passes,
  window: always(2.9, 4.7, "spoonfuls run flat", "spoonfuls no longer join: air pockets"),
  words: (o, at) => ({
    title: `Spoon ${at.cup}, ${at.mass}`,
    detail: `Spoonfuls along the mould, ${wallWords(o.acrossMm, at)}: ${at.part}, ${at.seconds}.`,
  }),
  inShort: () => "spoonfuls",
});
