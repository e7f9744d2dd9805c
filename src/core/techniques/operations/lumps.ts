import * as z from "zod/mini";
import { always } from "../traceWindow";
import { WORKING_TIMES_S as T } from "../workingTimes";
import { count, cupPct, defineKind, numberField, pour } from "./kind";

/** Lumps out of a cup that has seized, pressed in all over the mould. */
export const lumps = defineKind(z.strictObject({ kind: z.literal("lumps"), ...pour, cupPct, pieces: count(1, 40) }))({
  label: "lumps",
  does: "pour",
  place: "mould",
  isLump: true,
  fields: [numberField("pieces", "lumps")],
  blank: ({ cup }) => ({ ...cup, pieces: 8 }),
  workS: ({ pieces }) => T.changeCup + T.lump * pieces,
  /** From where batter keeps the shape of a lump; what has set can still be pressed in (a Tundish estimate). */
  window: always(3.7, 5, "it is no lump yet: it runs through the fingers", "it has set: cut it up, and rebatch it"),
  words: ({ pieces }, at) => ({
    title: `Press in ${at.cup}, ${at.mass}`,
    detail: `Gloves on, it is raw: ${pieces} ${pieces === 1 ? "lump" : "lumps"}, spread over the mould, each pressed down until no gap is left under it: ${at.part}.`,
  }),
  inShort: ({ pieces }) => `${pieces} ${pieces === 1 ? "lump" : "lumps"}`,
});
