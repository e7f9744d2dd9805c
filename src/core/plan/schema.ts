import { z } from "zod";
import { COLOURANT_KIND_IDS } from "../colour/kinds";
import { SCENT_CLASS_IDS } from "../scent/classes";
import { ADDITIVE_IDS } from "../trace/additives";
import { hexColour, id, isoDate, isoInstant, name, text, within } from "./fields";

/** Version that this build writes. Raise it with a migration in migrations.ts. */
export const SCHEMA_VERSION = 1;

const additive = z.strictObject({
  id,
  kind: z.enum(ADDITIVE_IDS),
  gPer100gOils: within(0, 100, "g per 100 g oils"),
});

export const waterSchema = z.strictObject({
  method: z.enum(["concentration", "ratio", "percentOfOils"]),
  value: within(0.1, 100),
});

export const batterSchema = z.strictObject({
  id,
  name: name(60),
  size: z.discriminatedUnion("basis", [
    /** Scaled so that the finished portions of this batter give `sharePct` of what the moulds take. */
    z.strictObject({ basis: z.literal("mould"), sharePct: within(0.1, 100, "%") }),
    z.strictObject({ basis: z.literal("oils"), oilsG: within(1, 100_000, "g") }),
  ]),
  oils: z.array(z.strictObject({ id, oilId: z.string().max(40), sharePct: within(0, 100, "%") })).max(30),
  superfatPct: within(-20, 40, "%"),
  lye: z.strictObject({ kind: z.literal("naoh"), purityPct: within(50, 100, "%") }),
  water: waterSchema,
  additives: z.array(additive).max(20),
  densityGPerMl: within(0.7, 1.3, "g/mL"),
  /** Temperature at first contact of lye and oil. */
  startTemperatureC: within(5, 90, "C"),
  /** Trace index at which blending stops. */
  blendToTrace: within(1, 3),
  /** Scale readings at the split; null until they are known, never taken for 0. */
  bowl: z.strictObject({ tareG: within(0, 50_000, "g").nullable(), grossG: within(0, 200_000, "g").nullable() }),
});

export const portionSchema = z.strictObject({
  id,
  batterId: id,
  name: name(40),
  /** Share of its batter's base, percent; ignored on the one that takes the rest. */
  sharePct: within(0, 100, "%"),
  takesRest: z.boolean(),
  /** Share of the finished cup kept back for the top, percent. */
  keptBackPct: within(0, 100, "%"),
  colourants: z
    .array(
      z.strictObject({
        id,
        name: name(60),
        kind: z.enum(COLOURANT_KIND_IDS),
        swatchHex: hexColour,
        gPer100gOils: within(0, 20, "g per 100 g oils"),
        carrierGPerG: within(0, 10, "g carrier per g"),
      }),
    )
    .max(6),
  scent: z
    .strictObject({ name: name(60), class: z.enum(SCENT_CLASS_IDS), dosePctOfOils: within(0, 12, "% of oils") })
    .nullable(),
  additives: z.array(additive).max(20),
});

export const mouldSchema = z.strictObject({
  id,
  name: name(60),
  kind: z.literal("loaf"),
  lengthMm: within(40, 2000, "mm"),
  widthMm: within(20, 1000, "mm"),
  heightMm: within(15, 400, "mm"),
  fillPct: within(5, 100, "%"),
});

const pour = { id, mouldId: id, portionId: id };
const cupPct = within(0, 100, "% of the cup");
/** Distance from the near long wall, mm. */
const acrossMm = within(0, 1000, "mm");

export const operationSchema = z.discriminatedUnion("kind", [
  z.strictObject({ kind: z.literal("layer"), ...pour, cupPct }),
  z.strictObject({
    kind: z.literal("stripe"),
    ...pour,
    cupPct,
    acrossMm,
    height: z.enum(["low", "mid", "high"]),
    passes: z.union([z.literal(1), z.literal(2), z.literal(3)]),
  }),
  z.strictObject({
    kind: z.literal("topLine"),
    ...pour,
    keptBackPct: within(0, 100, "% of what is kept back"),
    acrossMm,
  }),
]);

export const DEVIATIONS = ["extra-blending", "extra-dose", "scent-late", "poured-too-much", "other"] as const;

const event = { id, atS: within(0, 86_400, "s") };
export const recordEventSchema = z.discriminatedUnion("kind", [
  z.strictObject({ kind: z.literal("stepDone"), ...event, stepId: z.string().max(90) }),
  z.strictObject({ kind: z.literal("traceCheck"), ...event, portionId: id, trace: within(0, 5) }),
  z.strictObject({
    kind: z.literal("deviation"),
    ...event,
    what: z.enum(DEVIATIONS),
    portionId: id.nullable(),
    note: text(500),
  }),
]);

export const recordSchema = z.strictObject({
  /** First contact of lye and oil. */
  startedAt: isoInstant.nullable(),
  events: z.array(recordEventSchema).max(2000),
  finishedAt: isoInstant.nullable(),
  rating: z.union([z.literal(1), z.literal(2), z.literal(3), z.literal(4), z.literal(5)]).nullable(),
  verdict: text(10_000),
});

/** The batch document: everything known of one batch but its place in the database. See docs/file-format.md. */
export const planSchema = z.strictObject({
  schemaVersion: z.literal(SCHEMA_VERSION),
  title: name(120),
  notes: text(10_000),
  pourOn: isoDate.nullable(),
  design: z.strictObject({ family: z.literal("drop"), seed: z.int().min(0).max(4_294_967_295) }),
  roomTemperatureC: within(0, 45, "C"),
  /** Share of each finished cup that stays on tools, percent. */
  toolLossPct: within(0, 30, "%"),
  barThicknessMm: within(8, 120, "mm"),
  cureDays: z.int().min(1).max(400),
  moulds: z.array(mouldSchema).min(1).max(8),
  batters: z.array(batterSchema).min(1).max(4),
  portions: z.array(portionSchema).min(1).max(12),
  operations: z.array(operationSchema).max(200),
  record: recordSchema,
});

export type Plan = z.infer<typeof planSchema>;
export type Batter = z.infer<typeof batterSchema>;
export type Portion = z.infer<typeof portionSchema>;
export type Mould = z.infer<typeof mouldSchema>;
export type Operation = z.infer<typeof operationSchema>;
export type PlanRecord = z.infer<typeof recordSchema>;
export type RecordEvent = z.infer<typeof recordEventSchema>;
export type Deviation = (typeof DEVIATIONS)[number];
