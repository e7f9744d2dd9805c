import * as z from "zod/mini";
import { always } from "../traceWindow";
import { WORKING_TIMES_S as T } from "../workingTimes";
import { choiceField, count, defineKind, inMould, spoken, strokesField } from "./kind";

/** Everything in the pot into the mould; on a tilt up to the low rim, with what is left in the pot for the next one. */
export const potPour = defineKind(
  z.strictObject({
    kind: z.literal("potPour"),
    ...inMould,
    way: z.enum(["one-place", "travelling", "tilted"]),
    strokes: count(1, 60),
  }),
)({
  label: "pot poured out",
  does: "pour",
  place: "pot",
  fields: [
    choiceField("way", "way", [
      ["travelling", "travelling"],
      ["one-place", "in one place"],
      ["tilted", "on the tilt"],
    ]),
    strokesField,
  ],
  blank: () => ({ way: "travelling", strokes: 10 }),
  workS: (o, { massG, passes }) =>
    Math.max((T.potPourPerKg * massG) / 1000, o.way === "tilted" ? T.wallStroke * passes * o.strokes : 0),
  window: always(1.3, 2.6, "lines run together on the way", "it falls out in clumps"),
  words: (o, { mass, seconds, isPouredOn }) => {
    if (o.way === "one-place") return { title: `Pour the pot out, ${mass}`, detail: `All in one place, ${seconds}.` };
    if (o.way === "travelling")
      return { title: `Pour the pot out, ${mass}`, detail: `Travelling along the loaf, ${seconds}.` };
    const strokes = `Along the upper edge, ${o.strokes} fast, narrow ${o.strokes === 1 ? "stroke" : "strokes"}, ${seconds}.`;
    return isPouredOn
      ? {
          title: `Pour from the pot, about ${mass}`,
          detail: `${strokes} Stop when it comes back to the low rim; the rest stays in the pot.`,
        }
      : { title: `Pour out what is left, ${mass}`, detail: strokes };
  },
  inShort: (o) => spoken(o.way),
});
