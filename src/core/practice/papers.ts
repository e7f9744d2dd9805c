import type * as z from "zod/mini";
import { type Orders, ordersSchema } from "./ordersSchema";
import { type Stock, stockSchema } from "./stockSchema";

/** What the studio keeps beside its batches and libraries, each one document: what it checks it by, and how it begins. */
export const PAPERS = {
  stock: { label: "stock", schema: stockSchema, empty: (): Stock => ({ materials: [] }) },
  orders: { label: "orders", schema: ordersSchema, empty: (): Orders => ({ orders: [], given: [], keptUp: [] }) },
} as const;
export type PaperId = keyof typeof PAPERS;
export type Paper<P extends PaperId> = z.infer<(typeof PAPERS)[P]["schema"]>;
export const PAPER_IDS = Object.keys(PAPERS) as PaperId[];
