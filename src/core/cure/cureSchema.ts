import * as z from "zod/mini";
import { id, isoDate, text, within } from "../units/fields";

/** Colour of a bar in the cure, beside what it was at the cut. */
export const COLOUR_STATES = ["true", "faded", "shifted", "came-back", "bled"] as const;
export type ColourState = (typeof COLOUR_STATES)[number];

/** Spots and drops on a bar. */
export const SPOT_STATES = ["none", "few", "many", "drops"] as const;
export type SpotState = (typeof SPOT_STATES)[number];

/** Strength of the scent, 0 (gone) to 4 (as it went in). */
const strength = z.union([z.literal(0), z.literal(1), z.literal(2), z.literal(3), z.literal(4)]);

/** What is noted while the bars cure: their masses by day, the maker's own tests, looks at the bar that is kept. */
export const cureSchema = z.strictObject({
  /** `bar`: the mark that the bar carries. */
  weighings: z
    .array(
      z.strictObject({
        id,
        on: isoDate,
        bar: text(12).check(z.minLength(1, "must name the bar")),
        massG: within(1, 5000, "g"),
      }),
    )
    .check(z.maxLength(400)),
  tests: z
    .array(z.strictObject({ id, on: isoDate, words: text(200).check(z.minLength(1, "must say something")) }))
    .check(z.maxLength(60)),
  looks: z
    .array(
      z.strictObject({
        id,
        on: isoDate,
        scent: z.nullable(strength),
        colour: z.nullable(z.enum(COLOUR_STATES)),
        spots: z.nullable(z.enum(SPOT_STATES)),
        note: text(500),
      }),
    )
    .check(z.maxLength(60)),
});

export type Cure = z.infer<typeof cureSchema>;
export type Weighing = Cure["weighings"][number];
export type KeepBarLook = Cure["looks"][number];
export const emptyCure = (): Cure => ({ weighings: [], tests: [], looks: [] });
