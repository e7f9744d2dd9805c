import * as z from "zod/mini";
import { id, name, text, within } from "../units/fields";

export const MOULD_KINDS = [
  { id: "loaf", label: "loaf" },
  { id: "tall", label: "tall loaf" },
  { id: "slab", label: "slab or tray" },
  { id: "divided", label: "divided loaf" },
] as const;

const mm = (low: number, high: number) => within(low, high, "mm");

/** What a mould is, in a batch and in the library alike. Sizes are inner ones. */
export const mouldFields = {
  name: name(60),
  kind: z.enum(["loaf", "tall", "slab", "divided"]),
  lengthMm: mm(40, 2000),
  widthMm: mm(20, 1000),
  heightMm: mm(15, 400),
  /** Silicone gives way under dividers and needs a board. */
  isRigid: z.boolean(),
  /** Lengthwise plates: `count` of them; a closed set has outer plates and ends. `widthsMm`: clear widths when they are unequal. */
  dividers: z.nullable(
    z.strictObject({
      count: z.int().check(z.minimum(1), z.maximum(12)),
      thicknessMm: mm(0.3, 20),
      isClosedSet: z.boolean(),
      widthsMm: z.nullable(z.array(mm(1, 1000)).check(z.maxLength(13))),
    }),
  ),
  /** A slab cut into loaves, side by side across its width or its length. */
  cutInto: z.nullable(
    z.strictObject({ loaves: z.int().check(z.minimum(1), z.maximum(20)), along: z.enum(["width", "length"]) }),
  ),
};

export const planMouldSchema = z.strictObject({
  id,
  libraryId: z.nullable(id),
  ...mouldFields,
  fillPct: within(5, 100, "%"),
});
export const libraryMouldSchema = z.strictObject({ ...mouldFields, notes: text(2000) });

export type PlanMould = z.infer<typeof planMouldSchema>;
export type LibraryMould = z.infer<typeof libraryMouldSchema>;

/** The mould that a studio begins with: an ordinary loaf mould. */
export const PLAIN_LOAF = {
  kind: "loaf",
  lengthMm: 250,
  widthMm: 90,
  heightMm: 70,
  isRigid: true,
  dividers: null,
  cutInto: null,
} as const satisfies Partial<LibraryMould>;
