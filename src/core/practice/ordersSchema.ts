import { z } from "zod";
import { id, isoDate, name, text, within } from "../units/fields";

const bars = z.int("must be a whole number of bars").min(1, "must be 1 bar or more").max(5000, "must be 5000 at most");
/** A batch by its place in the database. */
const batchId = z.string().min(1).max(200);

/** So many bars of a batch for a line of an order. */
export const allocationSchema = z.strictObject({ id, batchId, bars });

export const orderLineSchema = z.strictObject({
  id,
  /** The soap, as it is ordered. */
  soap: name(120),
  /** The batch whose soap it is: what is planned for it is a copy of that one; null where it is new. */
  ofBatchId: batchId.nullable(),
  bars,
  /** What a cured bar is to weigh, g; null where nothing is said. */
  curedG: within(5, 2000, "g").nullable(),
  allocated: z.array(allocationSchema).max(60),
});

/** An order, or a release of the studio's own: so many bars of each soap by a day. */
export const orderSchema = z.strictObject({
  id,
  /** For whom, or what for. */
  title: name(120),
  isRelease: z.boolean(),
  dueOn: isoDate.nullable(),
  notes: text(2000),
  lines: z.array(orderLineSchema).max(40),
  /** Day on which it was handed over or released; null while it is open. */
  closedOn: isoDate.nullable(),
});

/** Bars that left the rack otherwise: sold one by one, given away, used. */
export const givenSchema = z.strictObject({ id, batchId, bars, on: isoDate, to: text(120) });

/** A soap that is not to run out: at least so many bars, cured or curing. */
export const keptUpSchema = z.strictObject({ id, ofBatchId: batchId, bars });

export const ordersSchema = z.strictObject({
  orders: z.array(orderSchema).max(500),
  given: z.array(givenSchema).max(3000),
  keptUp: z.array(keptUpSchema).max(200),
});
export type OrderLine = z.infer<typeof orderLineSchema>;
export type Order = z.infer<typeof orderSchema>;
export type Orders = z.infer<typeof ordersSchema>;
