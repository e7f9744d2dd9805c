import * as z from "zod/mini";
import { tiltedVolumeMl } from "../../mould/mould";
import { within } from "../../units/fields";
import { WORKING_TIMES_S as T } from "../workingTimes";
import { defineKind, inMould, numberField } from "./kind";

const SLOWLY = "Slowly: a sudden change makes a shelf.";

/** The mould set on an edge, or level again. */
export const tilt = defineKind(
  z.strictObject({ kind: z.literal("tilt"), ...inMould, angleDeg: within(0, 60, "degrees") }),
)({
  label: "tilt",
  does: "move",
  place: "mould",
  fields: [numberField("angleDeg", "to", "°")],
  blank: () => ({ angleDeg: 0 }),
  workS: () => T.tilt,
  window: () => null,
  words: (o, { mould, sayer }) =>
    o.angleDeg > 0
      ? {
          title: `Tilt to ${o.angleDeg}°`,
          detail: `${SLOWLY} To its low rim it holds ${sayer.ml(tiltedVolumeMl(mould, o.angleDeg))} now.`,
        }
      : { title: "Mould level", detail: SLOWLY },
  inShort: (o) => `${o.angleDeg}°`,
});
