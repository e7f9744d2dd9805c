import * as z from "zod/mini";
import { careFields } from "../cure/careSchema";
import { id, isoInstant, text, within } from "../units/fields";
import type { Edit } from "./edits/edit";

export const DEVIATIONS = [
  "extra-blending",
  "extra-dose",
  "scent-late",
  "poured-too-much",
  "firm-stir",
  "other",
] as const;

/** Answers to a check that does not fit: the fats stiffened without reacting, it was another cup, it was blended longer, it really stands so. */
export const CHECK_ANSWERS = ["false-trace", "other-cup", "blended-longer", "as-seen"] as const;

/** What is measured: a bowl with its batter, what was weighed out into a cup, the lye, the oils. */
export const READINGS = ["bowl", "cup", "lye", "oils"] as const;

/** What may be seen in a cup, in the bowl or in the mould. */
export const SIGNS = ["grainy", "riced", "seized", "parting", "drops", "weak-colour", "turned", "air", "leak"] as const;

/** What may be put in, or done, beyond the plan, with how much of it. */
export const ADDED = ["colour", "scent", "blending"] as const;

/** Letters of what is said of a change. */
export const LONGEST_WORDS = 200;
const MOST_EDITS = 60;
/** A change at the bench is one of the design: its first step names what it may touch. */
const path = z.tuple(
  [z.enum(["operations", "design", "schedule", "portions", "moulds"])],
  z.string().check(z.maxLength(90)),
);
const oneEdit = z.discriminatedUnion("kind", [
  z.strictObject({ kind: z.literal("set"), path, value: z.json() }),
  z.strictObject({ kind: z.literal("insert"), path, index: z.int().check(z.minimum(0)), item: z.looseObject({ id }) }),
  z.strictObject({ kind: z.literal("remove"), path, id }),
  z.strictObject({ kind: z.literal("move"), path, id, index: z.int().check(z.minimum(0)) }),
]);
const edit: z.ZodMiniType<Edit> = z.union([
  oneEdit,
  z.strictObject({ kind: z.literal("all"), edits: z.array(oneEdit).check(z.maxLength(MOST_EDITS)) }),
]);

/** What is noted of a cup or a step; each stands in the record until it is taken back. */
const notes = {
  stepDone: { stepId: z.string().check(z.maxLength(90)) },
  traceCheck: {
    portionId: id,
    trace: within(0, 5),
    /** What the maker said of a check that the clock could not explain; null while it was not asked about. */
    answer: z._default(z.nullable(z.enum(CHECK_ANSWERS)), null),
  },
  deviation: {
    what: z.enum(DEVIATIONS),
    portionId: z.nullable(id),
    /** Seconds of extra blending, percent of extra dose, or percent of the cup poured too much; null when not said. */
    amount: z.nullable(within(0, 1000)),
    note: text(500),
  },
  added: {
    what: z.enum(ADDED),
    /** A cup, or a batter while it is one bowl. */
    into: id,
    /** Which colourant of the cup; null for scent and blending. */
    colourantId: z.nullable(id),
    /** g of colour as it is weighed, or of scent; s of blending. */
    amount: within(0, 2000),
  },
  replanned: { words: text(LONGEST_WORDS) },
  /** `portionId`: the cup, where it was one. */
  sign: { what: z.enum(SIGNS), portionId: z.nullable(id) },
  reading: {
    what: z.enum(READINGS),
    /** The batter, or the cup where `what` is cup. */
    of: id,
    /** As it was read: grams of a bowl or a cup, degrees Celsius of lye and oils. */
    value: within(-20, 200_000),
    /** What of it is the vessel, g; null where the scale was tared, or the bowl's own mass is known. */
    tareG: z.nullable(within(0, 50_000, "g")),
    /** The device that read it; empty where it was typed. */
    from: text(40),
  },
} as const;

const inRecord = { id, atS: within(0, 86_400, "s") };
/** What counts of a pour, in the order of its times: the log less what was taken back. */
export const recordEventSchema = z.discriminatedUnion("kind", [
  z.strictObject({ kind: z.literal("stepDone"), ...inRecord, ...notes.stepDone }),
  z.strictObject({ kind: z.literal("traceCheck"), ...inRecord, ...notes.traceCheck }),
  z.strictObject({ kind: z.literal("deviation"), ...inRecord, ...notes.deviation }),
  z.strictObject({ kind: z.literal("added"), ...inRecord, ...notes.added }),
  z.strictObject({ kind: z.literal("replanned"), ...inRecord, ...notes.replanned }),
  z.strictObject({ kind: z.literal("reading"), ...inRecord, ...notes.reading }),
  z.strictObject({ kind: z.literal("sign"), ...inRecord, ...notes.sign }),
]);

/** `by`: who or which device; empty where that is not known. */
const inLog = { id, at: isoInstant, by: text(40) };
/**
 * What happened at the bench, as it was noted: by an id of the device that noted it, at an instant of that device's clock. Never changed and never removed;
 * what was wrong is corrected or taken back by an event of its own.
 */
export const benchEventSchema = z.discriminatedUnion("kind", [
  /** First contact of lye and oil. */
  z.strictObject({ kind: z.literal("started"), ...inLog }),
  z.strictObject({ kind: z.literal("stepDone"), ...inLog, ...notes.stepDone, isLast: z.boolean() }),
  z.strictObject({ kind: z.literal("traceCheck"), ...inLog, ...notes.traceCheck }),
  z.strictObject({ kind: z.literal("deviation"), ...inLog, ...notes.deviation }),
  z.strictObject({ kind: z.literal("reading"), ...inLog, ...notes.reading }),
  z.strictObject({ kind: z.literal("added"), ...inLog, ...notes.added }),
  z.strictObject({ kind: z.literal("sign"), ...inLog, ...notes.sign }),
  /** The design goes on otherwise; without an edit where the plan holds the change already. */
  z.strictObject({ kind: z.literal("replanned"), ...inLog, ...notes.replanned, edit: z.nullable(edit) }),
  /** Says later what was different. */
  z.strictObject({ kind: z.literal("specified"), ...inLog, eventId: id, what: z.enum(DEVIATIONS) }),
  /** Answers what was asked about a check. */
  z.strictObject({ kind: z.literal("answered"), ...inLog, eventId: id, answer: z.enum(CHECK_ANSWERS) }),
  z.strictObject({ kind: z.literal("takenBack"), ...inLog, eventId: id }),
  /** What was done, or seen, after the pour. */
  z.strictObject({ kind: z.literal("aftercare"), ...inLog, ...careFields }),
  /** The pour is over, where its last step does not say so. */
  z.strictObject({ kind: z.literal("finished"), ...inLog }),
  /** All that came before does not count: the pour was begun by mistake. */
  z.strictObject({ kind: z.literal("abandoned"), ...inLog }),
]);

export const MOST_EVENTS = 3000;
export const logSchema = z.array(benchEventSchema).check(z.maxLength(MOST_EVENTS));

export type RecordEvent = z.infer<typeof recordEventSchema>;
export type BenchEvent = z.infer<typeof benchEventSchema>;
export type Sign = (typeof SIGNS)[number];
export type Reading = Extract<RecordEvent, { kind: "reading" }>;
export type Added = Extract<RecordEvent, { kind: "added" }>;
export type CheckAnswer = (typeof CHECK_ANSWERS)[number];
export type Deviation = (typeof DEVIATIONS)[number];
