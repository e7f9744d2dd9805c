import * as z from "zod/mini";
import { DOSE_BASIS_IDS, isWhole, RATE_BASIS_IDS } from "../units/dose";
import { id, name, text, within } from "../units/fields";
import { ADDITIVE_IDS } from "./additives";
import { LIQUID_IDS } from "./liquids";
import { oilSchema } from "./oilSchema";

const rateAmount = within(0, 500);
/** A dose by rate, as libraries keep it. */
export const rateSchema = z.strictObject({ amount: rateAmount, basis: z.enum(RATE_BASIS_IDS) });

/** A dose in a batch: by rate, or in all for the cup or batter that it goes into. */
export const doseSchema = z.strictObject({ amount: within(0, 50_000), basis: z.enum(DOSE_BASIS_IDS) }).check(
  z.superRefine((dose, context) => {
    const rate = isWhole(dose.basis) ? null : rateAmount.safeParse(dose.amount);
    if (rate && !rate.success)
      context.addIssue({ code: "custom", path: ["amount"], message: rate.error.issues[0].message });
  }),
);

const additiveFields = { id, kind: z.enum(ADDITIVE_IDS), label: text(60) };
export const additiveSchema = z.strictObject({ ...additiveFields, dose: doseSchema });
export const rateAdditiveSchema = z.strictObject({ ...additiveFields, dose: rateSchema });

/** A liquid in place of part of the water. Its composition is its own copy: the carton decides. */
export const liquidSchema = z.strictObject({
  id,
  kind: z.enum(LIQUID_IDS),
  /** Name where the kind says too little; empty takes the kind's. */
  label: text(60),
  /** Part of the whole liquid, percent by mass; plain water is the rest. */
  sharePct: within(0, 100, "% of the liquid"),
  when: z.enum(["with-lye", "frozen-in-lye", "at-emulsion"]),
  composition: z.strictObject({
    waterPct: within(0, 100, "%"),
    fatPct: within(0, 100, "%"),
    sugarPct: within(0, 100, "%"),
    saltPct: within(0, 40, "%"),
  }),
});

/** What a formula is made of, in a batch and in the library alike. */
export const formulaFields = {
  oils: z
    .array(z.strictObject({ id, oilId: z.string().check(z.maxLength(40)), sharePct: within(0, 100, "%") }))
    .check(z.maxLength(30)),
  superfatPct: within(-20, 40, "%"),
  /** `kohSharePct`: part of the alkali that is KOH, percent of alkali equivalents. `coversAcids`: lye is added for what acids consume. */
  lye: z.strictObject({
    purityPct: within(50, 100, "%"),
    kohSharePct: within(0, 100, "%"),
    kohPurityPct: within(50, 100, "%"),
    coversAcids: z.boolean(),
  }),
  water: z.strictObject({ method: z.enum(["concentration", "ratio", "percentOfOils"]), value: within(0.1, 100) }),
  /** Part of the plain water that is ice, percent by mass. */
  iceSharePct: within(0, 100, "%"),
  /** Milks, plant waters and the like; their water counts as water. */
  liquids: z.array(liquidSchema).check(z.maxLength(6)),
  additives: z.array(rateAdditiveSchema).check(z.maxLength(20)),
};

/** A formula of the library. Rows of oils that do not ship with Tundish travel with it. */
export const formulaSchema = z.strictObject({
  name: name(80),
  notes: text(4000),
  ...formulaFields,
  oilRows: z.array(oilSchema).check(z.maxLength(30)),
});

/** What a batch says of its formula: as the library, but for additives in all. */
export const batterFormulaFields = { ...formulaFields, additives: z.array(additiveSchema).check(z.maxLength(20)) };

export type FormulaFields = { [K in keyof typeof batterFormulaFields]: z.infer<(typeof batterFormulaFields)[K]> };
export type LibraryFormulaFields = { [K in keyof typeof formulaFields]: z.infer<(typeof formulaFields)[K]> };
export type LiquidPart = z.infer<typeof liquidSchema>;
export type Formula = z.infer<typeof formulaSchema>;
export type Additive = z.infer<typeof additiveSchema>;
