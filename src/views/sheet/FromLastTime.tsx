import { useMemo } from "react";
import {
  adjustablesOf,
  type Beside,
  besideOf,
  changeWords,
  settleHeeded,
  takeHeeded,
} from "../../core/derive/nextTimes";
import { sayer } from "../../core/units/sayer";
import { useUnits } from "../parts/units";
import type { PanelProps } from "./panel";

/** What batches before this one said of the next time, beside what it speaks of: one press takes it, one leaves it. */
export function FromLastTime({ batch, disabled, beside }: Pick<PanelProps, "batch" | "disabled"> & { beside: Beside }) {
  const { plan } = batch;
  const { units } = useUnits();
  const open = plan.heeded.filter((h) => h.state === "open" && besideOf(h.about) === beside);
  const list = useMemo(() => (open.length > 0 ? adjustablesOf(plan, sayer(units)) : []), [plan, units, open.length]);
  if (open.length === 0 || disabled) return null;
  return (
    <ul className="grid gap-1" aria-label="From last time">
      {open.map((h) => {
        const change = changeWords(list, h.change);
        return (
          <li key={h.id} className="notice-amber text-[13px]">
            <span title={`From ${h.fromTitle}`}>
              Last time: <strong>{h.words}</strong>
              {change !== null && change !== h.words && ` (${change})`}
            </span>
            <span className="mt-1 flex gap-1.5">
              <button
                type="button"
                className="button button-main !min-h-7 px-2 narrow:!min-h-[44px]"
                onClick={() => {
                  batch.edit(takeHeeded(plan, h));
                }}
              >
                {change === null ? "heeded" : "apply"}
              </button>
              <button
                type="button"
                className="button !min-h-7 px-2 narrow:!min-h-[44px]"
                onClick={() => {
                  batch.edit(settleHeeded(h, "left"));
                }}
              >
                leave it
              </button>
            </span>
          </li>
        );
      })}
    </ul>
  );
}
