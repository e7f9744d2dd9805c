import { NumberField } from "./NumberField";
import type { OpenBatch } from "./useBatch";

/** Days that the bars cure, as they were set. */
export const CureDays = ({ batch, label }: { batch: OpenBatch; label: string }) => (
  <NumberField
    label={label}
    unit="days of cure"
    value={batch.plan.cureDays}
    onChange={(v) => batch.set(["cureDays"], v)}
    onBlur={batch.seal}
  />
);
