import type { Chances } from "../../../core/clock/chance";
import { traceAt } from "../../../core/clock/curves";
import { stageName } from "../../../core/clock/stages";
import type { Plan } from "../../../core/document/schema";
import type { Timeline } from "../../../core/prepare/timeline";
import { stepName } from "../../../core/prepare/words";
import { clock } from "../../parts/format";

const WIDTH = 230;

/** What stands at a moment: the step, and the thickness of every cup with its likely range. */
export function Reading({
  plan,
  timeline,
  chances,
  atS,
  x,
  widthPx,
}: {
  plan: Plan;
  timeline: Timeline;
  chances: Chances | null;
  atS: number;
  x: number;
  widthPx: number;
}) {
  const step = timeline.steps.find((s) => s.startS <= atS && atS < s.endS);
  const place = x + WIDTH + 14 > widthPx ? x - WIDTH - 10 : x + 10;
  return (
    <div
      role="status"
      className="pointer-events-none absolute bottom-full z-10 mb-[-54px] rounded border border-ink bg-[var(--field)] px-2 py-1 text-[12px] leading-tight"
      style={{ left: place, width: WIDTH }}
    >
      <strong>{clock(atS)}</strong> {step ? stepName(plan, step) : atS > timeline.endS ? "all done" : "waiting"}
      {plan.portions.map((p) => {
        const points = timeline.curves.find((c) => c.id === p.id)?.points ?? [];
        if (points.length === 0 || points[0].atS > atS) return null;
        const trace = traceAt(points, atS);
        const band = chances?.bands.find((b) => b.id === p.id);
        const k = chances ? Math.min(band ? band.low.length - 1 : 0, Math.round(atS / chances.gridS)) : 0;
        const range =
          band && !Number.isNaN(band.low[k]) ? ` (${band.low[k].toFixed(1)} to ${band.high[k].toFixed(1)})` : "";
        return (
          <span key={p.id} className="block">
            {p.name}: {stageName(trace)}, {trace.toFixed(1)}
            {range}
          </span>
        );
      })}
    </div>
  );
}
