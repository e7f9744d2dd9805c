import * as z from "zod/mini";
import { always } from "../traceWindow";
import { WORKING_TIMES_S as T } from "../workingTimes";
import { acrossMm, choiceField, cupPct, defineKind, height, pour } from "./kind";
import { HEIGHT_WORDS, PASS_WORDS, pourTitle, wallWords } from "./wording";

/** How the hand goes: along a line, in circles on the way, or thinly around the drop poured before. */
export const STRIPE_MOTIONS = ["line", "circles", "outline"] as const;
const MOTION_WORDS = { line: "", circles: " in small circles", outline: ", thinly around the last drop" } as const;

/** A stripe along the loaf that punches in. */
export const stripe = defineKind(
  z.strictObject({
    kind: z.literal("stripe"),
    ...pour,
    cupPct,
    acrossMm,
    height,
    passes: z.union([z.literal(1), z.literal(2), z.literal(3)]),
    motion: z.enum(STRIPE_MOTIONS),
  }),
)({
  label: "drop",
  does: "pour",
  place: "mould",
  fields: [
    choiceField("motion", "motion", [
      ["line", "along a line"],
      ["circles", "in circles"],
      ["outline", "outlines the last drop"],
    ]),
  ],
  blank: ({ cup, acrossMm }) => ({ ...cup, acrossMm, height: "mid", passes: 1, motion: "line" }),
  workS: (o, { passes }) =>
    T.changeCup + T.stripePass * passes * o.passes * (o.motion === "circles" ? T.circlesTake : 1),
  window: always(1.5, 3.3, "drops sink through each other and blur", "drops break into lumps and trap air"),
  words: (o, at) => ({
    title: pourTitle(at),
    detail: `${wallWords(o.acrossMm, at)}, ${HEIGHT_WORDS[o.height]}, ${PASS_WORDS[o.passes]}${MOTION_WORDS[o.motion]}: ${at.part}, ${at.seconds}.`,
  }),
  inShort: (o) => (o.motion === "line" ? "drop" : o.motion === "circles" ? "drop, circles" : "outline"),
});
