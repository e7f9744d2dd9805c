import * as z from "zod/mini";
import { doseSchema, rateSchema } from "../formula/formulaSchema";
import { hexColour, id, name, text, within } from "../units/fields";
import { COLOURANT_KIND_IDS } from "./kinds";

/** Times at which a colour is judged. */
export const COLOUR_TIMES = ["fresh", "nextDay", "cured"] as const;
export type ColourTime = (typeof COLOUR_TIMES)[number];

/** Colour in pale batter at one dose of powder, at the three times: a test patch, or the supplier's picture. */
export const patchSchema = z.strictObject({
  gPer100gOils: within(0.001, 20, "g per 100 g oils"),
  fresh: hexColour,
  nextDay: hexColour,
  cured: hexColour,
});

const carrier = z.strictObject({ kind: z.enum(["oil", "water", "none"]), gPerG: within(0, 20, "g carrier per g") });

/** What decides a colourant's colour and mass in a cup. */
export const colourantFields = {
  name: name(60),
  kind: z.enum(COLOURANT_KIND_IDS),
  dose: rateSchema,
  /** True: the dose counts powder and carrier together, as of a stock dispersion. */
  isDispersion: z.boolean(),
  carrier,
  bulkDensityGPerMl: within(0.05, 3, "g/mL"),
  /** Dose -> colour; at least one patch. */
  patches: z.array(patchSchema).check(z.minLength(1, "needs at least one test patch"), z.maxLength(8)),
};

/** A colourant in a cup. */
export const portionColourantSchema = z.strictObject({
  id,
  libraryId: z.nullable(id),
  ...colourantFields,
  dose: doseSchema,
});

/** A colourant of the library. */
export const colourantSchema = z.strictObject({
  ...colourantFields,
  supplier: text(80),
  /** Pigment composition and permitted uses as the supplier states them. */
  composition: text(400),
  permittedUses: text(400),
  morphs: z.boolean(),
  bleeds: z.boolean(),
  specks: z.boolean(),
  needsBlending: z.boolean(),
  notes: text(2000),
});

export type Patch = z.infer<typeof patchSchema>;
export type PortionColourant = z.infer<typeof portionColourantSchema>;
export type Colourant = z.infer<typeof colourantSchema>;
