import * as z from "zod/mini";
import { hexColour, id, name, text, within } from "../units/fields";
import { SCENT_CLASS_IDS } from "./classes";

/** What is known by measurement of how a scent moves the batter, at the reference dose; overrides its class. */
const measuredSchema = z.strictObject({
  jumpSteps: within(-1, 5, "steps"),
  rateFactor: within(0.2, 60),
  heatC: within(-2, 20, "C"),
  /** Standard deviation of the natural log of the rate factor. */
  sdLog: within(0.01, 1.5),
});

/** Discolouring: full colour, and the share of it shown fresh, next day and cured. A yellow that fades has its highest share first. */
export const discolourSchema = z.strictObject({
  hex: hexColour,
  fresh: within(0, 1),
  nextDay: within(0, 1),
  cured: within(0, 1),
});

/** What a batch must know of one scent. */
const behaviour = {
  class: z.enum(SCENT_CLASS_IDS),
  measured: z.nullable(measuredSchema),
  discolour: z.nullable(discolourSchema),
  rices: z.boolean(),
  seizes: z.boolean(),
  weeps: z.boolean(),
  fades: z.enum(["no", "some", "much"]),
  flashPointC: z.nullable(within(0, 200, "C")),
  /** Highest share of the cured bar, percent: by the supplier's certificate for this kind of product, and a limit of the user's own. */
  certificatePct: z.nullable(within(0, 100, "% of the cured bar")),
  ownLimitPct: z.nullable(within(0, 100, "% of the cured bar")),
};

export const scentPartSchema = z.strictObject({
  id,
  libraryId: z.nullable(id),
  name: name(60),
  /** Share of the blend, percent by mass. */
  sharePct: within(0, 100, "%"),
  ...behaviour,
});

const loadPct = within(0, 12, "%");
export const loadSchema = z.strictObject({ amount: loadPct, base: z.enum(["oils", "batter"]) });

/** Load in a batch: percent of oils or batter, or what goes into this cup (or batter) in all. */
export const scentLoadSchema = z
  .strictObject({ amount: within(0, 20_000), base: z.enum(["oils", "batter", "g", "oz", "drop"]) })
  .check(
    z.superRefine((load, context) => {
      const read = load.base === "oils" || load.base === "batter" ? loadPct.safeParse(load.amount) : null;
      if (read && !read.success)
        context.addIssue({ code: "custom", path: ["amount"], message: read.error.issues[0].message });
    }),
  );

/** A scent in a cup or in a whole batter: one part, or a blend. */
export const scentSchema = z.strictObject({
  libraryId: z.nullable(id),
  name: name(60),
  load: scentLoadSchema,
  parts: z.array(scentPartSchema).check(z.minLength(1), z.maxLength(8)),
});

/** One report of how a scent behaved. */
const reportSchema = z.strictObject({
  id,
  class: z.enum(SCENT_CLASS_IDS),
  rices: z.boolean(),
  seizes: z.boolean(),
  note: text(300),
});

/** A scent of the library: supplier's word, others' reports and own tests are kept apart. */
export const libraryScentSchema = z.strictObject({
  name: name(60),
  supplier: text(80),
  load: loadSchema,
  certificatePct: behaviour.certificatePct,
  ownLimitPct: behaviour.ownLimitPct,
  certificateNote: text(200),
  flashPointC: behaviour.flashPointC,
  discolour: z.nullable(discolourSchema),
  fades: behaviour.fades,
  weeps: behaviour.weeps,
  evidence: z.strictObject({
    supplier: z.array(reportSchema).check(z.maxLength(3)),
    others: z.array(reportSchema).check(z.maxLength(20)),
    own: z.array(reportSchema).check(z.maxLength(40)),
  }),
  /** What own batches have taught the clock; null before the first. */
  measured: z.nullable(measuredSchema),
  /** Parts of a blend by share; empty for a scent of its own. */
  blend: z.array(z.strictObject({ id, scentId: id, sharePct: within(0, 100, "%") })).check(z.maxLength(8)),
  notes: text(2000),
});

export type Scent = z.infer<typeof scentSchema>;
export type ScentPart = z.infer<typeof scentPartSchema>;
export type LibraryScent = z.infer<typeof libraryScentSchema>;
export type ScentReport = z.infer<typeof reportSchema>;
