import * as z from "zod/mini";
import { id, text } from "../units/fields";

/** What a "next time" speaks of. */
export const ABOUT = [
  "shares",
  "colour",
  "scent",
  "water",
  "formula",
  "design",
  "tool",
  "lanes",
  "order",
  "timing",
  "top",
  "mould",
  "cut",
  "care",
  "other",
] as const;
export type About = (typeof ABOUT)[number];

/** A field of the batch with the value that it is to have. */
const change = z.strictObject({
  path: z.array(z.string().check(z.maxLength(90))).check(z.minLength(1), z.maxLength(8)),
  value: z.union([z.number(), z.string().check(z.maxLength(40)), z.boolean()]),
});

const said = {
  about: z.enum(ABOUT),
  words: text(300).check(z.minLength(1, "must say something")),
  /** What it changes, where it is a number of the plan; null where only the words say it. */
  change: z.nullable(change),
};

/** What is to be done otherwise the next time. `bar`: the bar that showed it; 0 for none. */
export const nextTimeSchema = z.strictObject({
  id,
  ...said,
  bar: z.int().check(z.minimum(0), z.maximum(500)),
  state: z.enum(["open", "taken", "withdrawn"]),
});

/** What batches before this one said, as it came with the copy. */
export const heededSchema = z.strictObject({
  id,
  ...said,
  fromBatchId: z.string().check(z.maxLength(64)),
  fromTitle: text(120),
  /** The item of that batch. */
  fromId: id,
  state: z.enum(["open", "taken", "left"]),
});

/** The batch that this one was copied from; null for one that stands for itself. */
export const originSchema = z.strictObject({ batchId: z.string().check(z.maxLength(64)), title: text(120) });

export type NextTime = z.infer<typeof nextTimeSchema>;
export type Heeded = z.infer<typeof heededSchema>;
export type Origin = z.infer<typeof originSchema>;
export type NextTimeChange = z.infer<typeof change>;

/** Items of a line that a copy carries on at most. */
export const MOST_HEEDED = 120;
