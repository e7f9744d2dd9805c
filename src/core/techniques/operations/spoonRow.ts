import * as z from "zod/mini";
import { traceWindow } from "../traceWindow";
import { WORKING_TIMES_S as T } from "../workingTimes";
import { acrossField, acrossMm, cupPct, defineKind, pour } from "./kind";
import { wallWords } from "./wording";

const WINDOW = traceWindow(2.9, 4.7, "spoonfuls run flat", "spoonfuls no longer join: air pockets");

/** A row of spoonfuls along the mould. */
export const spoonRow = defineKind(z.strictObject({ kind: z.literal("spoonRow"), ...pour, cupPct, acrossMm }))({
  label: "spoonfuls",
  does: "pour",
  place: "mould",
  isSpooned: true,
  fields: [acrossField],
  blank: ({ cup, acrossMm }) => ({ ...cup, acrossMm }),
  workS: (_, { passes }) => T.spoonRow * passes,
  window: () => WINDOW,
  words: (o, at) => ({
    title: `Spoon ${at.cup}, ${at.mass}`,
    detail: `Spoonfuls along the mould, ${wallWords(o.acrossMm, at)}: ${at.part}, ${at.seconds}.`,
  }),
  inShort: () => "spoonfuls",
});
