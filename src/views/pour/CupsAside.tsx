import { timeAtTrace, traceAt } from "../../core/clock/curves";
import { stageName } from "../../core/clock/stages";
import type { RecordEvent } from "../../core/document/logSchema";
import type { Plan } from "../../core/document/schema";
import { vesselName } from "../../core/document/vesselName";
import { isCupPour } from "../../core/techniques/operations/registry";
import { KeyHint } from "../keys/KeyHint";
import { POUR_KEYS } from "../keys/screens";
import { clock } from "../parts/format";
import type { Pour } from "./usePour";

const [W, H, TO_TRACE] = [350, 34, 4];

interface Props {
  /** Opens the other ways to go on. */
  onOtherWays: () => void;
  plan: Plan;
  pour: Pour;
  lastCheck: RecordEvent | undefined;
}

/** Less than this of a cup left over is what sticks to it, %. */
const STICKS_PCT = 1;

/** Whether the design uses up a cup: what is kept back or piped is counted apart. */
const givesAll = (plan: Plan, portionId: string): boolean =>
  plan.operations.reduce((sum, o) => sum + (isCupPour(o) && o.portionId === portionId ? o.cupPct : 0), 0) >=
  100 - STICKS_PCT;

/** Every cup as a wedge of trace that fills as it thickens, with the time it still has for its pours. */
export function CupsAside({ plan, pour, lastCheck, onOtherWays }: Props) {
  const timeline = pour.derived.timeline!;
  const check = lastCheck?.kind === "traceCheck" ? lastCheck : null;
  return (
    <aside
      className="overflow-y-auto border-l-2 border-ink px-6 py-4 max-lg:border-l-0 max-lg:border-t-2"
      aria-label="Cups"
    >
      <h2 className="text-[22px]">Cups</h2>
      <ul className="mt-2 grid gap-3">
        {plan.portions.map((portion, i) => {
          const curve =
            timeline.curves.find((c) => c.id === portion.id) ?? timeline.curves.find((c) => c.id === portion.batterId);
          if (!curve || curve.points.length === 0) return null;
          const isSplit = curve.id === portion.id && curve.points[0].atS <= pour.nowS;
          const trace = isSplit ? traceAt(curve.points, pour.nowS) : 0;
          const left = timeline.steps.filter((s) => s.window && !s.done && s.portionIds[0] === portion.id);
          const high = Math.min(...left.map((s) => s.window!.high));
          const leavesS = left.length ? timeAtTrace(curve.points, high) : null;
          const isShort = leavesS !== null && left.some((s) => s.endS > leavesS - 60);
          const at = (t: number) => (W * Math.max(0, Math.min(TO_TRACE, t) - 0.8)) / (TO_TRACE - 0.8);
          const half = (px: number) => 4 + (12 * px) / W;
          const px = at(trace);
          return (
            <li key={portion.id}>
              <div className="flex items-baseline justify-between text-[18px]">
                <span>
                  <kbd className="rounded border border-muted px-1 text-[13px]">{i + 1}</kbd>{" "}
                  <strong>{portion.name}</strong>{" "}
                  <span className="text-muted">{isSplit ? stageName(trace) : "in the bowl"}</span>
                </span>
                <strong className={isShort ? "text-cut" : ""}>
                  {left.length === 0
                    ? givesAll(plan, portion.id)
                      ? "poured"
                      : "the rest stays out"
                    : leavesS === null
                      ? `more than ${clock(timeline.horizonS - pour.nowS)}`
                      : leavesS < pour.nowS
                        ? "too thick"
                        : `${clock(leavesS - pour.nowS)} left`}
                </strong>
              </div>
              <svg
                width={W}
                height={H}
                viewBox={`0 0 ${W} ${H}`}
                preserveAspectRatio="none"
                className="max-lg:w-full"
                role="img"
                aria-label={`${portion.name}: trace about ${trace.toFixed(1)}`}
              >
                <path
                  d={`M0 ${17 - 4} L${W} ${17 - 16} V${17 + 16} L0 ${17 + 4} Z`}
                  className="fill-[var(--field)] stroke-ink"
                />
                <path
                  d={`M0 ${17 - 4} L${px} ${17 - half(px)} V${17 + half(px)} L0 ${17 + 4} Z`}
                  fill={pour.derived.palette[i]}
                  className="stroke-ink"
                />
                {left.length > 0 && (
                  <line
                    x1={at(high)}
                    x2={at(high)}
                    y1={0}
                    y2={H}
                    stroke="var(--cut)"
                    strokeWidth={2}
                    strokeDasharray="4 3"
                  />
                )}
              </svg>
            </li>
          );
        })}
      </ul>
      <p className="mt-3 text-[14px] text-muted">
        Bars fill towards thick trace; red line: too thick for the pours that are left. Estimates of the plan.
        {check && ` Last check: ${vesselName(plan, check.portionId)} ${stageName(check.trace)} at ${clock(check.atS)}.`}
      </p>
      <button type="button" className="button mt-3 !min-h-14 w-full justify-center text-[17px]" onClick={onOtherWays}>
        Other ways to pour what is left <KeyHint of={POUR_KEYS.replan} className="phone:hidden" />
      </button>
    </aside>
  );
}
