import { useEffect, useRef, useState } from "react";
import type { Derived } from "../../core/plan/derive";
import type { Plan } from "../../core/plan/schema";
import { pourName } from "../../core/schedule/words";
import { span } from "../parts/format";
import { useUnits } from "../parts/units";
import { ClockChart } from "./ClockChart";

interface Props {
  plan: Plan;
  derived: Derived;
  selected: string | null;
  onSelect: (id: string | null) => void;
}

/** The pour clock: figures first, then every cup as a ribbon of trace over time, with the steps above. */
export function PourClock({ plan, derived, selected, onSelect }: Props) {
  const { timeline } = derived;
  const { say } = useUnits();
  const box = useRef<HTMLDivElement>(null);
  const [widthPx, setWidth] = useState(1220);
  useEffect(() => {
    const element = box.current;
    if (!element) return;
    const observer = new ResizeObserver(([entry]) => setWidth(Math.max(600, entry.contentRect.width)));
    observer.observe(element);
    return () => observer.disconnect();
  }, []);

  return (
    <section
      aria-labelledby="clock-head"
      className="mt-2 border-t-[1.5px] border-ink px-3 pt-1.5"
      data-testid="pour-clock"
    >
      <div className="flex items-baseline gap-5">
        <h2 id="clock-head" className="text-[17px]">
          Pour clock
        </h2>
        {timeline ? (
          <Figures plan={plan} derived={derived} />
        ) : (
          <span className="text-muted">starts once the formula can be computed</span>
        )}
        <span className="ml-auto whitespace-nowrap text-[12.5px] text-muted">
          estimates · {say(plan.batters[0].startTemperatureC, "temperature")}
          {derived.masses && ` · lye ${derived.masses.batters[0].formula.lyeConcentrationPct.toFixed(0)} %`}
        </span>
      </div>
      <div ref={box}>
        {timeline && (
          <ClockChart
            plan={plan}
            timeline={timeline}
            instructions={derived.instructions}
            palette={derived.palette}
            widthPx={widthPx}
            selected={selected}
            onSelect={onSelect}
          />
        )}
      </div>
    </section>
  );
}

function Figure({ value, words, tone = "" }: { value: string; words: string; tone?: string }) {
  return (
    <span className="whitespace-nowrap">
      <strong className={`font-head text-[22px] font-semibold ${tone}`}>{value}</strong> {words}
    </span>
  );
}

function Figures({ plan, derived }: { plan: Plan; derived: Derived }) {
  const timeline = derived.timeline!;
  const name = (portionId: string | null) => plan.portions.find((p) => p.id === portionId)?.name ?? "";
  const critical = timeline.critical;
  const criticalStep = timeline.steps.find((s) => s.id === critical?.stepId);
  return (
    <>
      {timeline.workingTimeS !== null ? (
        <Figure
          value={span(timeline.workingTimeS)}
          words={`until ${name(timeline.workingTimePortionId)} is too thick to pour`}
        />
      ) : (
        <Figure value={`over ${span(timeline.horizonS)}`} words="before any cup is too thick" />
      )}
      <Figure value={span(timeline.endS)} words="to the last step" />
      {critical && criticalStep?.operationId && (
        <span data-testid="critical">
          {critical.missed ? (
            <span className="text-cut">
              <strong>First to miss its window:</strong> {pourName(plan, criticalStep.operationId)}, {critical.missed}
            </span>
          ) : (
            <Figure
              value={span(critical.slackS ?? 0)}
              words={`slack at ${pourName(plan, criticalStep.operationId)}, the tightest`}
              tone="text-leaf"
            />
          )}
        </span>
      )}
    </>
  );
}
