import * as z from "zod/mini";
import { id, isoDate, name, text, within } from "../units/fields";

const bars = z
  .int("must be a whole number of bars")
  .check(z.minimum(1, "must be 1 bar or more"), z.maximum(5000, "must be 5000 at most"));
/** A batch by its place in the database. */
const batchId = z.string().check(z.minLength(1), z.maxLength(200));

/** So many bars of a batch for a line of an order. */
export const allocationSchema = z.strictObject({ id, batchId, bars });

export const orderLineSchema = z.strictObject({
  id,
  /** The soap, as it is ordered. */
  soap: name(120),
  /** The batch whose soap it is: what is planned for it is a copy of that one; null where it is new. */
  ofBatchId: z.nullable(batchId),
  bars,
  /** What a cured bar is to weigh, g; null where nothing is said. */
  curedG: z.nullable(within(5, 2000, "g")),
  allocated: z.array(allocationSchema).check(z.maxLength(60)),
});

/** An order, or a release of the studio's own: so many bars of each soap by a day. */
export const orderSchema = z.strictObject({
  id,
  /** For whom, or what for. */
  title: name(120),
  isRelease: z.boolean(),
  dueOn: z.nullable(isoDate),
  notes: text(2000),
  lines: z.array(orderLineSchema).check(z.maxLength(40)),
  /** Day on which it was handed over or released; null while it is open. */
  closedOn: z.nullable(isoDate),
});

/** Bars that left the rack otherwise: sold one by one, given away, used. */
export const givenSchema = z.strictObject({ id, batchId, bars, on: isoDate, to: text(120) });

/** A soap that is not to run out: at least so many bars, cured or curing. */
export const keptUpSchema = z.strictObject({ id, ofBatchId: batchId, bars });

export const ordersSchema = z.strictObject({
  orders: z.array(orderSchema).check(z.maxLength(500)),
  given: z.array(givenSchema).check(z.maxLength(3000)),
  keptUp: z.array(keptUpSchema).check(z.maxLength(200)),
});
export type OrderLine = z.infer<typeof orderLineSchema>;
export type Order = z.infer<typeof orderSchema>;
export type Orders = z.infer<typeof ordersSchema>;
