import { z } from "zod";
import { DOSE_BASIS_IDS } from "../units/dose";
import { id, name, text, within } from "../units/fields";
import { ADDITIVE_IDS } from "./additives";
import { MILK_IDS } from "./milk";
import { oilSchema } from "./oilSchema";

export const doseSchema = z.strictObject({ amount: within(0, 500), basis: z.enum(DOSE_BASIS_IDS) });

export const additiveSchema = z.strictObject({ id, kind: z.enum(ADDITIVE_IDS), label: text(60), dose: doseSchema });

/** What a formula is made of, in a batch and in the library alike. */
export const formulaFields = {
  oils: z.array(z.strictObject({ id, oilId: z.string().max(40), sharePct: within(0, 100, "%") })).max(30),
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
  /** Milk as part of the liquid, percent by mass; its water counts as water. */
  milk: z
    .strictObject({
      kind: z.enum(MILK_IDS),
      sharePct: within(0, 100, "% of the liquid"),
      when: z.enum(["frozen-in-lye", "at-emulsion"]),
    })
    .nullable(),
  additives: z.array(additiveSchema).max(20),
};

/** A formula of the library. Rows of oils that do not ship with Tundish travel with it. */
export const formulaSchema = z.strictObject({
  name: name(80),
  notes: text(4000),
  ...formulaFields,
  oilRows: z.array(oilSchema).max(30),
});

export type FormulaFields = { [K in keyof typeof formulaFields]: z.infer<(typeof formulaFields)[K]> };
export type Formula = z.infer<typeof formulaSchema>;
export type Additive = z.infer<typeof additiveSchema>;
