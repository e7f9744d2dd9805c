import * as z from "zod/mini";
import { always } from "../traceWindow";
import { WORKING_TIMES_S as T } from "../workingTimes";
import { acrossField, acrossMm, alongField, alongMm, cupPct, defineKind, height, heightField, pour } from "./kind";
import { HEIGHT_WORDS, pourTitle, wallWords } from "./wording";

/** A drop in one place. */
export const plop = defineKind(z.strictObject({ kind: z.literal("plop"), ...pour, cupPct, alongMm, acrossMm, height }))(
  {
    label: "single drop",
    does: "pour",
    place: "mould",
    fields: [alongField, acrossField, heightField],
    blank: ({ cup, acrossMm, alongMm }) => ({ ...cup, acrossMm, alongMm, height: "mid" }),
    workS: () => T.changeCup + T.plop,
    window: always(1.8, 3.2, "drops run together", "drops stand as lumps"),
    words: (o, at) => ({
      title: pourTitle(at),
      detail: `In one place, ${at.sayer.place(o.alongMm)} from the left, ${wallWords(o.acrossMm, at)}, ${HEIGHT_WORDS[o.height]}: ${at.part}.`,
    }),
    inShort: () => "in one place",
  },
);
