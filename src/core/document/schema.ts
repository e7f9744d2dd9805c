import * as z from "zod/mini";
import { portionColourantSchema } from "../colour/colourantSchema";
import { careSchema } from "../cure/careSchema";
import { cureSchema } from "../cure/cureSchema";
import { additiveSchema, batterFormulaFields } from "../formula/formulaSchema";
import { oilSchema } from "../formula/oilSchema";
import { cutDaySchema } from "../mould/cutDaySchema";
import { cuttingPlanSchema } from "../mould/cutSchema";
import { planMouldSchema } from "../mould/mouldSchema";
import { equipmentSchema } from "../mould/toolSchema";
import { MOST_PHOTOS, photoLessonsSchema, photoSchema } from "../photo/photoSchema";
import { measuresSchema, practiceSchema } from "../practice/practiceSchema";
import { scentSchema } from "../scent/scentSchema";
import { FAMILY_IDS } from "../techniques/families/registry";
import { HAND_CONSTANTS, HANDS } from "../techniques/hand";
import { type Operation, operationSchema } from "../techniques/operations/registry";
import { id, isoDate, isoInstant, name, text, within } from "../units/fields";
import { logSchema, recordEventSchema } from "./logSchema";
import { heededSchema, MOST_HEEDED, nextTimeSchema, originSchema } from "./nextTimeSchema";

/** Version that this build writes. Raise it with a migration in migrations.ts. */
export const SCHEMA_VERSION = 14;

export const batterSchema = z.strictObject({
  id,
  name: name(60),
  /** Formula of the library that it was taken from, and the version of it; the batch keeps its own copy below. */
  formulaRef: z.nullable(z.strictObject({ formulaId: id, version: z.int().check(z.minimum(1)), name: name(80) })),
  size: z.discriminatedUnion("basis", [
    /** Scaled so that the finished portions of this batter give `sharePct` of what the moulds take. */
    z.strictObject({ basis: z.literal("mould"), sharePct: within(0.1, 100, "%") }),
    z.strictObject({ basis: z.literal("oils"), oilsG: within(1, 100_000, "g") }),
    /** Scaled to an order: so many bars of so much cured mass, by a day. */
    z.strictObject({
      basis: z.literal("order"),
      bars: z
        .int("must be a whole number of bars")
        .check(z.minimum(1, "must be 1 bar or more"), z.maximum(5000, "must be 5000 at most")),
      curedBarG: within(5, 2000, "g"),
      dueOn: z.nullable(isoDate),
    }),
  ]),
  ...batterFormulaFields,
  densityGPerMl: within(0.7, 1.3, "g/mL"),
  /** Temperature at first contact of lye and oil. */
  startTemperatureC: within(5, 90, "C"),
  /** Trace index at which blending stops. */
  blendToTrace: within(1, 3),
  /** Scent into the whole batter before the split; null for none. */
  scent: z.nullable(scentSchema),
  /** Scale readings at the split; null until they are known, never taken for 0. */
  bowl: z.strictObject({ tareG: z.nullable(within(0, 50_000, "g")), grossG: z.nullable(within(0, 200_000, "g")) }),
});

export const portionSchema = z.strictObject({
  id,
  batterId: id,
  name: name(40),
  /** Share of its batter's base, percent; ignored on the one that takes the rest. */
  sharePct: within(0, 100, "%"),
  takesRest: z.boolean(),
  /** Mould that it is poured into alone, such as one loaf's own base; null for all. */
  onlyMouldId: z.nullable(id),
  /** Shares of the finished cup kept back for the top, for piping, as a sample; percent. */
  keptBackPct: within(0, 100, "%"),
  pipingPct: within(0, 100, "%"),
  samplePct: within(0, 100, "%"),
  colourants: z.array(portionColourantSchema).check(z.maxLength(6)),
  scent: z.nullable(scentSchema),
  additives: z.array(additiveSchema).check(z.maxLength(20)),
});

/** What own batches have taught of how a batter and its maker run, as it was known when the batch was planned; logs of factors. */
const known = z.strictObject({ mean: within(-3, 3), sd: within(0.01, 2) });
export const knowledgeSchema = z.strictObject({
  /** By batter id. */
  formulas: z.record(id, known),
  /** By kind of additive, per usual dose. */
  additives: z.record(z.string().check(z.maxLength(40)), known),
  pace: z.nullable(known),
  /** On the hours until the knife, by batter id. */
  firm: z.record(id, known),
  /** Own batches worked alike against ash, and those of them that showed it, by how they were worked. */
  ash: z.record(
    z.string().check(z.maxLength(60)),
    z.strictObject({
      of: z.int().check(z.minimum(1), z.maximum(100_000)),
      seen: z.int().check(z.minimum(0), z.maximum(100_000)),
    }),
  ),
  /** On the constants of the maker's hand in the picture. */
  hand: z.partialRecord(z.enum(HAND_CONSTANTS), known),
  /** How far cured colours lie from those of their patches, in OKLab, and how surely, by colourant of the library. */
  hues: z.record(
    id,
    z.strictObject({ offset: z.tuple([within(-1, 1), within(-1, 1), within(-1, 1)]), sd: within(0.001, 1) }),
  ),
});
export type Knowledge = z.infer<typeof knowledgeSchema>;
/** Nothing known yet. */
export const noKnowledge = (): Knowledge => ({
  ...{ formulas: {}, additives: {}, pace: null },
  ...{ firm: {}, ash: {}, hand: {}, hues: {} },
});

export const THIN_WAYS = ["wait", "blend", "before-scent"] as const;

export const designSchema = z.strictObject({
  family: z.enum(FAMILY_IDS),
  seed: z.int().check(z.minimum(0), z.maximum(4_294_967_295)),
  /** How even the pourer's hand is: what the picture adds of its own. */
  hand: z.enum(HANDS),
  /** How the family's recipe was set when the operations were last laid out from it. */
  knobs: z.record(
    z.string().check(z.maxLength(40)),
    z.union([z.number(), z.string().check(z.maxLength(40)), z.boolean()]),
  ),
});

/** Order of the steps where the maker has set it, by step id, and the steps that stay where they are; empty: Tundish orders. */
export const scheduleSchema = z.strictObject({
  order: z.array(z.string().check(z.maxLength(90))).check(z.maxLength(400)),
  locked: z.array(z.string().check(z.maxLength(90))).check(z.maxLength(400)),
  /** What is done with a cup that would be too thin at its pour: waited for, blended up at its pour, or before the first scent that runs. Not named: as the clock finds best. */
  thin: z.record(id, z.enum(THIN_WAYS)),
});

const operations = z.array(operationSchema).check(z.maxLength(200));
const portions = z.array(portionSchema).check(z.minLength(1), z.maxLength(12));
const moulds = z.array(planMouldSchema).check(z.minLength(1), z.maxLength(8));

/** What a pour goes by: what may still be changed while it is on. */
export const coursed = { design: designSchema, schedule: scheduleSchema, moulds, portions, operations };

/** What is noted of a pour. What follows from the log (`record.ts`) stands beside it, so that whoever reads need not fold it. */
export const recordSchema = z.strictObject({
  /** Everything that was noted, in the order in which it came in. */
  log: logSchema,
  /** The course as it stood when the pour began; null before. */
  planned: z.nullable(z.strictObject(coursed)),
  /** First contact of lye and oil. */
  startedAt: z.nullable(isoInstant),
  events: z.array(recordEventSchema).check(z.maxLength(2000)),
  finishedAt: z.nullable(isoInstant),
  /** What was answered of the care after the pour, by its times. */
  care: z.array(careSchema).check(z.maxLength(400)),
  /** Whether the times of this pour teach the maker's pace; null while it was not asked. */
  teachesPace: z.nullable(z.boolean()),
  /** Days on which what was due after the pour was done; null until it is answered. */
  days: z.strictObject({ unmoulded: z.nullable(isoDate), cut: z.nullable(isoDate), ready: z.nullable(isoDate) }),
  rating: z.nullable(z.union([z.literal(1), z.literal(2), z.literal(3), z.literal(4), z.literal(5)])),
  verdict: text(10_000),
  cutDay: cutDaySchema,
  cure: cureSchema,
  /** What is to be done otherwise the next time. */
  nextTimes: z.array(nextTimeSchema).check(z.maxLength(60)),
  photos: z.array(photoSchema).check(z.maxLength(MOST_PHOTOS)),
  /** What its photos were worked out to teach; null before. */
  photoLessons: z.nullable(photoLessonsSchema),
});

/** The batch document: everything known of one batch but its place in the database. See docs/file-format.md. */
export const planSchema = z.strictObject({
  schemaVersion: z.literal(SCHEMA_VERSION),
  title: name(120),
  notes: text(10_000),
  pourOn: z.nullable(isoDate),
  origin: z.nullable(originSchema),
  /** What the batches before it in its line said of the next time. */
  heeded: z.array(heededSchema).check(z.maxLength(MOST_HEEDED)),
  design: designSchema,
  schedule: scheduleSchema,
  roomTemperatureC: within(0, 45, "C"),
  /** Share of each finished cup that stays on tools, percent. */
  toolLossPct: within(0, 30, "%"),
  barThicknessMm: within(8, 120, "mm"),
  /** Cut off at either end of the loaf before the bars. */
  trimMm: within(0, 60, "mm"),
  /** What is set on or pressed into the top, so many to a bar. */
  decorations: z
    .array(
      z.strictObject({
        id,
        name: name(60),
        place: z.enum(["on-top", "pressed-in"]),
        perBar: z
          .int("must be a whole number")
          .check(z.minimum(1, "must be 1 or more"), z.maximum(40, "must be 40 at most")),
      }),
    )
    .check(z.maxLength(12)),
  cutting: cuttingPlanSchema,
  cureDays: z.int().check(z.minimum(1), z.maximum(400)),
  /** Water that stays in a cured bar, percent of it. */
  residualWaterPct: within(2, 25, "%"),
  practice: practiceSchema,
  /** What a teaspoon and the maker's own scoop hold in this batch. */
  measures: measuresSchema,
  knowledge: knowledgeSchema,
  /** Rows of oils that do not ship with Tundish, or were changed, as they were when chosen. */
  oilRows: z.array(oilSchema).check(z.maxLength(60)),
  moulds,
  batters: z.array(batterSchema).check(z.minLength(1), z.maxLength(4)),
  portions,
  equipment: z.array(equipmentSchema).check(z.maxLength(60)),
  operations,
  /** The maker's own words to a step, by its id: what somebody who helps has to know. */
  stepWords: z.record(z.string().check(z.maxLength(90)), text(200)),
  /** Items of the weigh-up ticked off, with the mass that they stood at, when, and the lot that it was taken from. */
  weighUp: z.strictObject({
    ticks: z
      .array(
        z.strictObject({
          id: z.string().check(z.maxLength(120)),
          massG: z.nullable(within(0, 1_000_000, "g")),
          at: z.nullable(isoInstant),
          lot: text(40),
        }),
      )
      .check(z.maxLength(400)),
    /** True once the maker has said to go on although items that are no safety items are not ticked. */
    goesOnUnticked: z.boolean(),
  }),
  /** What its labels say beside name, code, day and mass: the maker's own words. */
  label: z.strictObject({ ingredients: text(2000), more: text(200) }),
  record: recordSchema,
});

export type Plan = z.infer<typeof planSchema>;
export type Batter = z.infer<typeof batterSchema>;
export type Portion = z.infer<typeof portionSchema>;
export type Mould = Plan["moulds"][number];
export type { Operation };
/** Design, order of the steps, moulds, cups and operations: what a pour goes by. */
export type Course = Pick<Plan, keyof typeof coursed>;
export type PlanRecord = z.infer<typeof recordSchema>;
