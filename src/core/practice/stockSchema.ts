import * as z from "zod/mini";
import { id, isoInstant, name, text, within } from "../units/fields";

/** What kinds of material there are, in the order in which they are bought. */
export const MATERIAL_KINDS = ["oils", "lye", "liquids", "additives", "colourants", "scents"] as const;
export type MaterialKind = (typeof MATERIAL_KINDS)[number];

/** A material is known by its row of a library ("scents:s-fir"), or by its kind and name ("lye~sodium hydroxide"). */
const materialKey = z.string().check(z.minLength(1), z.maxLength(140));
/** Key of a material that is no row of a library. */
export const namedKey = (kind: MaterialKind, named: string): string => `${kind}~${named.trim().toLowerCase()}`;
/** Key of a row of a library. */
export const rowKey = (kind: MaterialKind, rowId: string): string => `${kind}:${rowId}`;

/** A material as it was counted last. */
export const stockEntrySchema = z.strictObject({
  id,
  key: materialKey,
  kind: z.enum(MATERIAL_KINDS),
  name: name(80),
  /** On hand at the count, g, and when that was; null: not counted. */
  countedG: z.nullable(within(0, 1_000_000, "g")),
  countedAt: z.nullable(isoInstant),
  /** Lot that was opened or bought at the count. */
  lot: text(40),
  /** From which amount down it is low, g; null where none is set. */
  lowG: z.nullable(within(0, 1_000_000, "g")),
});
export type StockEntry = z.infer<typeof stockEntrySchema>;

export const MOST_MATERIALS = 600;
/** Everything that the studio counts. */
export const stockSchema = z.strictObject({ materials: z.array(stockEntrySchema).check(z.maxLength(MOST_MATERIALS)) });
export type Stock = z.infer<typeof stockSchema>;

/** So much of a material; `key` is the same for the same material, a row of a library ("oils:olive") where it is one. */
export interface Need {
  key: string;
  kind: MaterialKind;
  name: string;
  massG: number;
}

/** So much of a material that a batch took, and when. */
export interface Taken extends Need {
  /** Instant of the tick, or of what was put in besides. */
  at: string;
  /** Lot that it was taken from; empty where none was said. */
  lot: string;
}
