import * as z from "zod/mini";
import { id, name, within } from "../units/fields";
import { thumbSchema } from "./cutDaySchema";

/** Directions of a loaf as it lies in its mould. A cut divides along one: "length" gives bars across, "height" a level split. */
export const CUT_AXES = ["length", "width", "height"] as const;
export type CutAxis = (typeof CUT_AXES)[number];

const mm = (low: number, high: number) => within(low, high, "mm");

/** How a block is divided between its trims: so thick as often as it fits, into equal parts, or into pieces of these thicknesses from the start. */
export const divisionSchema = z.discriminatedUnion("kind", [
  z.strictObject({ kind: z.literal("pitch"), thickMm: mm(5, 500) }),
  z.strictObject({ kind: z.literal("parts"), count: z.int().check(z.minimum(1), z.maximum(100)) }),
  z.strictObject({ kind: z.literal("list"), thickMm: z.array(mm(5, 500)).check(z.minLength(1), z.maxLength(100)) }),
]);

/** One set of parallel cuts through a block: the loaf, or pieces of an earlier step. */
export const cutStepSchema = z.strictObject({
  id,
  /** The step whose pieces it divides; null for the loaf. */
  ofId: z.nullable(id),
  /** Which of those pieces, counted from 0, first and last; null for all. */
  pieces: z.nullable(z.tuple([z.int().check(z.minimum(0), z.maximum(99)), z.int().check(z.minimum(0), z.maximum(99))])),
  axis: z.enum(CUT_AXES),
  /** Cut off before the first piece and after the last: ends, skims. */
  trimStartMm: mm(0, 100),
  trimEndMm: mm(0, 100),
  /** Whether what is trimmed is planed off, pass by pass, and no wire takes its part. */
  isPlaned: z.boolean(),
  division: divisionSchema,
});

/** A cut whose trims are none. */
export const UNTRIMMED = { trimStartMm: 0, trimEndMm: 0, isPlaned: false } as const;

const heightStep = z.nullable(mm(0.5, 60));

/** How what comes out of one mould is cut: a tree of steps, each naming the one whose pieces it divides. */
export const cuttingSchema = z.strictObject({
  mouldId: id,
  /** What the wire or the blade takes at every cut. */
  kerfMm: mm(0, 5),
  /** The wire over a lying loaf goes in steps of this, from the floor of the loaf; null where any height can be set. */
  heightStepMm: heightStep,
  /** The direction that the bar's face is cut across. */
  shows: z.enum(CUT_AXES),
  steps: z.array(cutStepSchema).check(z.maxLength(12)),
});

/** What is wanted of the bars; null where that is open. */
export const wantedBarsSchema = z.strictObject({
  /** Thickness, and how far off it may be. */
  thickMm: z.nullable(mm(8, 120)),
  thickTolMm: mm(0, 20),
  /** Cured mass of a bar, and how far off it may be. */
  curedG: z.nullable(within(5, 2000, "g")),
  curedTolG: within(0, 500, "g"),
  /** Inner sizes of the box. */
  boxMm: z.nullable(z.tuple([mm(10, 400), mm(10, 400), mm(10, 400)])),
  /** Bars that are owed. */
  bars: z.nullable(
    z.int("must be a whole number of bars").check(z.minimum(1, "must be 1 bar or more"), z.maximum(5000)),
  ),
  /** Taken off the top, and off the floor, first. */
  skimMm: mm(0, 30),
  skimFloorMm: mm(0, 30),
});

/**
 * What cuts: what it takes, the largest block across its wire, the distance of its wires where all cut at once, the steps that its height goes in over a lying loaf, and the firmest soap
 * that it cuts, as a thumb tells it; null where that is open or not known.
 */
export const cutterFields = {
  kerfMm: mm(0, 5),
  throatMm: z.nullable(mm(20, 1000)),
  pitchMm: z.nullable(mm(8, 120)),
  heightStepMm: heightStep,
  hardest: z.nullable(thumbSchema),
};
export const cutterSchema = z.strictObject({ name: name(60), ...cutterFields });

/** What planes a face of the loaf: what it takes off at most in one pass, and the widest loaf on its bed. */
export const planerFields = { passMm: mm(0.05, 5), widthMm: mm(20, 500) };
export const PLAIN_PLANER = { passMm: 1, widthMm: 110 } as const;
export const planerSchema = z.strictObject({ name: name(60), ...planerFields });

/** How a batch is to be cut: what is wanted, with what, and the cuts of each mould that are laid out. */
export const cuttingPlanSchema = z.strictObject({
  wanted: wantedBarsSchema,
  cutter: cutterSchema,
  planer: z.nullable(planerSchema),
  moulds: z.array(cuttingSchema).check(z.maxLength(8)),
});

export const OPEN_CUTTING: z.infer<typeof cuttingPlanSchema> = {
  wanted: {
    thickMm: null,
    thickTolMm: 1,
    curedG: null,
    curedTolG: 5,
    boxMm: null,
    bars: null,
    skimMm: 0,
    skimFloorMm: 0,
  },
  cutter: { name: "Single wire", kerfMm: 0.5, throatMm: null, pitchMm: null, heightStepMm: null, hardest: null },
  planer: null,
  moulds: [],
};

export type WantedBars = z.infer<typeof wantedBarsSchema>;
export type Cutter = z.infer<typeof cutterSchema>;
export type Planer = z.infer<typeof planerSchema>;
export type Division = z.infer<typeof divisionSchema>;
export type CutStep = z.infer<typeof cutStepSchema>;
export type Cutting = z.infer<typeof cuttingSchema>;
