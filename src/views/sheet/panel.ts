import type { Derived } from "../../core/derive/derive";
import type { Editable } from "../parts/bound";
import type { OpenBatch } from "../parts/useBatch";

/** What every panel of the sheet gets. `disabled`: the batch has been poured. */
export interface PanelProps {
  batch: OpenBatch;
  derived: Derived;
  disabled: boolean;
}

/** Which drawer is open over the sheet. */
export type OpenDrawer =
  | { kind: "formula"; batterId: string }
  | { kind: "portion"; portionId: string }
  | { kind: "mould" }
  | { kind: "colours" }
  | null;

/** The batch as bound fields take it. */
export const editable = (batch: OpenBatch, disabled: boolean): Editable => ({
  document: batch.plan,
  set: batch.set,
  seal: batch.seal,
  disabled,
});
