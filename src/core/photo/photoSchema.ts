import * as z from "zod/mini";
import { HAND_CONSTANTS } from "../techniques/hand";
import { id, isoDate, isoInstant, text, within } from "../units/fields";

/** SHA-256 of a photo's file, in hexadecimal: what it is kept by. */
export const HASH = /^[0-9a-f]{64}$/;

/** Characters of a note on a photo. */
export const MOST_NOTE = 300;

/** Figures of a face of the most colours that a picture has. */
const MOST_FIGURES = 1100;

const part = within(0, 1);
const point = z.tuple([part, part]);
const figure = z.number().check(z.minimum(-1e6), z.maximum(1e6));

/** What was measured of a straightened face, by the same figures as the predicted one. */
export const measuredSchema = z.strictObject({
  /** Version of the figures: those of another are measured anew. */
  version: z.int().check(z.minimum(1), z.maximum(1000)),
  /** Whether the face is the whole section of its loaf: only such bars teach the hand. */
  isWhole: z.boolean(),
  /** Share of each colour of the picture, 0 to 1, and of what belongs to none. */
  shares: z.array(part).check(z.minLength(1), z.maxLength(24)),
  unknownShare: part,
  /** Colour of each as it is seen in even light, sRGB hex; null where too little of it shows. */
  seenHex: z.array(z.nullable(z.string().check(z.regex(/^#[0-9a-f]{6}$/)))).check(z.maxLength(24)),
  /** The figures that a face is compared by, in their order. */
  figures: z.array(figure).check(z.maxLength(MOST_FIGURES)),
});

/** A photo of a bar. The file itself lies in the data directory, by its hash. */
export const photoSchema = z.strictObject({
  id,
  hash: z.string().check(z.regex(HASH, "must be a SHA-256 in hexadecimal")),
  widthPx: z.int().check(z.minimum(1), z.maximum(20_000)),
  heightPx: z.int().check(z.minimum(1), z.maximum(20_000)),
  addedAt: isoInstant,
  takenOn: z.nullable(isoDate),
  /** The bar that it shows, as at the cut: its mould, and its number from 1. Null: the soap in general. */
  bar: z.nullable(z.strictObject({ mouldId: id, number: z.int().check(z.minimum(1), z.maximum(500)) })),
  note: text(MOST_NOTE),
  /** Corners of the face: top left, top right, bottom right, bottom left, as parts of width and height from the top left. */
  corners: z.nullable(z.tuple([point, point, point, point])),
  /** Where something white or plain grey lies in the photo, by which its light is taken; as the corners are given. Null: nothing does. */
  whiteAt: z.nullable(point),
  /** True: it teaches nothing. */
  isLeftOut: z.boolean(),
  measured: z.nullable(measuredSchema),
});
export type Photo = z.infer<typeof photoSchema>;
export type MeasuredFace = z.infer<typeof measuredSchema>;
export type PhotoPoint = z.infer<typeof point>;
export type Corners = NonNullable<Photo["corners"]>;
export const MOST_PHOTOS = 60;

/** What one batch's photos say of the hand that made it: logs of factors, told apart from what was believed before. */
export const handLessonSchema = z.strictObject({
  constant: z.enum(HAND_CONSTANTS),
  mean: within(-3, 3),
  precision: z.number().check(z.positive(), z.maximum(1e6)),
});
/** What they say of a colourant's cured colour: how far it lies from what was predicted, in OKLab. */
export const hueLessonSchema = z.strictObject({
  colourantId: id,
  offset: z.tuple([within(-1, 1), within(-1, 1), within(-1, 1)]),
  sd: within(0.001, 1),
});
/** What was worked out of the photos that count, and of which. */
export const photoLessonsSchema = z.strictObject({
  version: z.int().check(z.minimum(1), z.maximum(1000)),
  at: isoInstant,
  photoIds: z.array(id).check(z.maxLength(MOST_PHOTOS)),
  hand: z.array(handLessonSchema).check(z.maxLength(HAND_CONSTANTS.length)),
  hues: z.array(hueLessonSchema).check(z.maxLength(40)),
});
export type PhotoLessons = z.infer<typeof photoLessonsSchema>;
export type HueLesson = z.infer<typeof hueLessonSchema>;
