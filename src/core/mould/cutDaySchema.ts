import * as z from "zod/mini";
import { id, isoInstant, within } from "../units/fields";

/** What a thumb leaves on the loaf, from 1 (it sinks in) to 4 (nothing). */
export const THUMBS = [1, 2, 3, 4] as const;
export type Thumb = (typeof THUMBS)[number];
export const thumbSchema = z.union([z.literal(1), z.literal(2), z.literal(3), z.literal(4)]);

/** What may be found on a bar that the picture did not promise. */
export const FINDINGS = [
  "air",
  "ash",
  "rivers",
  "partial-gel",
  "soft-core",
  "drag",
  "shifted",
  "came-back",
  "weeping",
  "blurred",
  "broken",
] as const;
export type Finding = (typeof FINDINGS)[number];

/** Where a bar goes: to the rack with the others, kept a year and looked at, given out as a sample. */
export const FATES = ["rack", "keep", "sample"] as const;
export type Fate = (typeof FATES)[number];

const part = within(0, 1);
export const cutBarSchema = z.strictObject({
  id,
  mouldId: id,
  /** Which bar of its mould, counted from 1 in the order of the cuts. */
  number: z.int().check(z.minimum(1), z.maximum(500)),
  isAsPredicted: z.boolean(),
  /** `at`: where on its face, parts of the width from the left and of the height from below; null where no place was shown. */
  findings: z
    .array(z.strictObject({ id, what: z.enum(FINDINGS), at: z.nullable(z.tuple([part, part])) }))
    .check(z.maxLength(40)),
  massG: z.nullable(within(1, 5000, "g")),
  fate: z.enum(FATES),
});

export const MOST_PRESSED = 40;

/** The day of the cut: how firm the loaf was, and the bars that have come, each once. */
export const cutDaySchema = z.strictObject({
  thumb: z.nullable(thumbSchema),
  /** Every time a thumb was pressed on the loaf; the last is `thumb`. */
  pressed: z.array(z.strictObject({ at: isoInstant, thumb: thumbSchema })).check(z.maxLength(MOST_PRESSED)),
  bars: z.array(cutBarSchema).check(z.maxLength(500)),
});

export type CutBar = z.infer<typeof cutBarSchema>;
export type CutDay = z.infer<typeof cutDaySchema>;
export const emptyCutDay = (): CutDay => ({ thumb: null, pressed: [], bars: [] });
