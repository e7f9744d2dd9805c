import { useMemo } from "react";
import { costOf } from "../../../core/advise/advice";
import type { Chances } from "../../../core/clock/chance";
import { type Derived, derive } from "../../../core/derive/derive";
import { takeBack } from "../../../core/document/edits/takeBack";
import type { Plan } from "../../../core/document/schema";
import { span } from "../../parts/format";
import { useUnits } from "../../parts/units";
import type { OpenBatch } from "../../parts/useBatch";
import { useClock } from "../../parts/useClock";
import { ClockChart } from "./ClockChart";

interface Props {
  plan: Plan;
  derived: Derived;
  chances: Chances | null;
  variant: Plan | null;
  onVariant: (plan: Plan | null) => void;
  batch: OpenBatch;
  disabled: boolean;
  widthPx: number;
}

/** Two variants of the plan side by side on the same imagined pours: A is put aside, B is what the sheet shows now. */
export function Compare({ plan, derived, chances, variant, onVariant, batch, disabled, widthPx }: Props) {
  if (!variant) {
    return (
      <p className="flex h-[180px] items-center gap-3">
        <button type="button" className="button" onClick={() => onVariant(plan)}>
          Put this plan aside as A
        </button>
        <span className="text-muted">
          Then change the sheet: the changed plan stands beside it as B, both tried on the same 2,000 imagined pours.
        </span>
      </p>
    );
  }
  const half = (widthPx - 24) / 2;
  return (
    <div className="grid h-[200px] grid-cols-2 gap-6 overflow-hidden">
      <Side title="A, put aside" plan={variant} widthPx={half}>
        {!disabled && (
          <>
            <button
              type="button"
              className="button !min-h-6 narrow:!min-h-[44px] !px-2"
              onClick={() => {
                batch.edit(takeBack(plan, variant));
                onVariant(null);
              }}
            >
              take A back
            </button>
            <button
              type="button"
              className="button !min-h-6 narrow:!min-h-[44px] !px-2"
              onClick={() => onVariant(null)}
            >
              keep B
            </button>
          </>
        )}
      </Side>
      <div className="min-w-0">
        <Head title="B, the sheet as it is" plan={plan} derived={derived} chances={chances} />
        <Chart plan={plan} derived={derived} chances={chances} widthPx={half} />
      </div>
    </div>
  );
}

function Side({
  title,
  plan,
  widthPx,
  children,
}: {
  title: string;
  plan: Plan;
  widthPx: number;
  children: React.ReactNode;
}) {
  const { units } = useUnits();
  const derived = useMemo(() => derive(plan, undefined, units), [plan, units]);
  const { chances } = useClock(plan, units);
  return (
    <div className="min-w-0">
      <Head title={title} plan={plan} derived={derived} chances={chances}>
        {children}
      </Head>
      <Chart plan={plan} derived={derived} chances={chances} widthPx={widthPx} />
    </div>
  );
}

function Head({
  title,
  plan,
  derived,
  chances,
  children,
}: {
  title: string;
  plan: Plan;
  derived: Derived;
  chances: Chances | null;
  children?: React.ReactNode;
}) {
  const t = derived.timeline;
  return (
    <p className="flex items-baseline gap-3 whitespace-nowrap">
      <strong>{title}</strong>
      {chances && <strong className="font-head text-[16px]">{Math.round(100 * chances.chance)} %</strong>}
      {t && (
        <span className="truncate text-muted">
          {t.workingTimeS === null ? "nothing too thick" : `${span(t.workingTimeS)} to work`} ·{" "}
          {Math.round(costOf(plan, t.endS).benchMin)} min bench
        </span>
      )}
      {children}
    </p>
  );
}

/** Height beside the line that says what the chart is of, px. */
const ROOM_BESIDE = 172;

function Chart({
  plan,
  derived,
  chances,
  widthPx,
}: {
  plan: Plan;
  derived: Derived;
  chances: Chances | null;
  widthPx: number;
}) {
  const { timeline } = derived;
  if (!timeline) return null;
  return (
    <ClockChart
      plan={plan}
      timeline={timeline}
      chances={chances}
      turnBacks={[]}
      instructions={derived.instructions}
      palette={derived.colours.map((c) => c.fresh)}
      widthPx={widthPx}
      roomPx={ROOM_BESIDE}
      zoom={{ fromS: 0, toS: timeline.horizonS }}
      onZoom={() => {}}
      selected={null}
      onSelect={() => {}}
    />
  );
}
