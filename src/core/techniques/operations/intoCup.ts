import * as z from "zod/mini";
import { id } from "../../units/fields";
import { always } from "../traceWindow";
import { WORKING_TIMES_S as T } from "../workingTimes";
import { choiceField, cupPct, defineKind, pour } from "./kind";

/** How far what is poured into a cup is stirred in. */
export const STIRRED = ["half", "through"] as const;
export type Stirred = (typeof STIRRED)[number];
const STIR_WORDS = {
  half: "half a turn with a spatula, no more: both colours must still be seen",
  through: "stir by hand until it is one shade",
} as const;

/** From one cup into another: half stirred for marbled pours, or through for the next shade. It reaches the mould with what is poured from there. */
export const intoCup = defineKind(
  z.strictObject({ kind: z.literal("intoCup"), ...pour, cupPct, intoId: id, stirred: z.enum(STIRRED) }),
)({
  label: "into a cup",
  does: "pour",
  place: "cup",
  fields: [
    { field: "intoId", label: "into", type: "cup" },
    choiceField("stirred", "stirred", [
      ["half", "half: marbled"],
      ["through", "through: a shade"],
    ]),
  ],
  blank: ({ cup, otherId }) => ({ ...cup, intoId: otherId, stirred: "half" }),
  workS: (o) => T.changeCup + (o.stirred === "half" ? T.stirHalf : T.stirThrough),
  window: always(1.2, 2.8, "both run into one another before they are poured", "lumps stay in the cup"),
  words: (o, at) => ({
    title: `${at.cup} into ${at.into}, ${at.mass}`,
    detail: `Into the cup of ${at.into}: ${at.part}, ${at.seconds}; ${STIR_WORDS[o.stirred]}.`,
  }),
  inShort: (o) => (o.stirred === "half" ? "into a cup, marbled" : "into a cup, a shade"),
});
