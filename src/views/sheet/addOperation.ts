import type { OperationKind } from "../../core/techniques/operations/registry";
import type { OpenBatch } from "../parts/useBatch";
import { newOperation } from "./pours/newOperation";

/** Adds an operation of a kind: a layer first, as the floor, all others last. Gives its id; null where it was refused. */
export function addOperation(batch: OpenBatch, kind: OperationKind): string | null {
  const item = newOperation(batch.plan, kind);
  const index = kind === "layer" ? 0 : batch.plan.operations.length;
  return batch.edit({ kind: "insert", path: ["operations"], index, item }) === null ? item.id : null;
}
