import type { Derived } from "../../core/plan/derive";
import type { OpenBatch } from "../parts/useBatch";

/** What every panel of the sheet gets. `disabled`: the batch has been poured. */
export interface PanelProps {
  batch: OpenBatch;
  derived: Derived;
  disabled: boolean;
}
