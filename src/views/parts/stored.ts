import type { Plan } from "../../core/document/schema";

/** What the server keeps of a document: its version and the document as it answers it. */
export interface Stored<D> {
  version: number;
  updatedAt: string;
  document: D;
}

export interface StoredBatch extends Stored<Plan> {
  id: string;
}
