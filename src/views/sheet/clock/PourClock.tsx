import { Lock, LockOpen, Minus, Plus } from "lucide-react";
import { useEffect, useRef, useState } from "react";
import { costOf } from "../../../core/advise/advice";
import type { Derived } from "../../../core/derive/derive";
import type { Plan } from "../../../core/document/schema";
import { pourName, stepName } from "../../../core/prepare/words";
import { worded } from "../../parts/Choose";
import { span } from "../../parts/format";
import { IconButton } from "../../parts/IconButton";
import { useAlive } from "../../parts/Live";
import { OneOf } from "../../parts/OneOf";
import { useUnits } from "../../parts/units";
import type { OpenBatch } from "../../parts/useBatch";
import { type ClockState, useClock } from "../../parts/useClock";
import { AdviceList } from "./AdviceList";
import { ClockChart, zoomed } from "./ClockChart";
import { ClockTable } from "./ClockTable";
import { Compare } from "./Compare";
import { isMovable } from "./StepStrip";
import type { Zoom } from "./scale";

interface Props {
  batch: OpenBatch;
  derived: Derived;
  disabled: boolean;
  selected: string | null;
  onSelect: (id: string | null) => void;
  /** Seconds since first contact while the pour is on. */
  nowS?: number;
}

/** Narrowest chart, px: that of a phone. */
const NARROWEST_PX = 330;

type Face = "ribbons" | "table" | "advice" | "compare";
const FACES = worded<Face>({ ribbons: "ribbons", table: "table", advice: "advice", compare: "A / B" });

/** The pour clock: figures first, then ribbons, the same as a table, advice, or two variants side by side. */
export function PourClock({
  batch,
  derived,
  disabled,
  selected,
  onSelect,
  nowS,
  isStrip,
}: Props & { isStrip: boolean }) {
  // In a narrow window only the figures: ribbons, table and advice have a room of their own.
  const rest = isStrip ? "narrow:hidden" : "";
  const { plan } = batch;
  const { timeline } = derived;
  const { say, units } = useUnits();
  const [face, setFace] = useState<Face>("ribbons");
  const clock = useClock(plan, units, { wantsAdvice: face === "advice", nowS });
  // The ribbons are drawn for the width that this window gives them.
  const isAlive = useAlive();
  const box = useRef<HTMLDivElement>(null);
  const [widthPx, setWidth] = useState(1220);
  const [zoom, setZoom] = useState<Zoom | null>(null);
  const [variant, setVariant] = useState<Plan | null>(null);
  useEffect(() => {
    const element = box.current;
    if (!element) return;
    const observer = new ResizeObserver(([entry]) => setWidth(Math.max(NARROWEST_PX, entry.contentRect.width)));
    observer.observe(element);
    return () => observer.disconnect();
  }, []);
  const shown: Zoom =
    timeline && zoom && zoom.toS <= timeline.horizonS ? zoom : { fromS: 0, toS: timeline?.horizonS ?? 600 };

  const move = (id: string, beforeId: string) => {
    if (!timeline) return;
    const order = timeline.steps.map((s) => s.id).filter((x) => x !== id);
    order.splice(order.indexOf(beforeId), 0, id);
    batch.set(["schedule", "order"], order);
    batch.seal();
  };

  return (
    <section
      aria-labelledby="clock-head"
      className={`mt-2 border-t-[1.5px] border-ink px-3 pt-1.5 ${isStrip ? "narrow:sticky narrow:bottom-0 narrow:z-10 narrow:rounded-b-lg narrow:bg-sheet narrow:pb-1.5" : ""}`}
      data-testid="pour-clock"
    >
      <div className="flex items-baseline gap-4 narrow:flex-wrap narrow:gap-y-0.5">
        <h2 id="clock-head" className="whitespace-nowrap text-[17px]">
          Pour clock
        </h2>
        {timeline ? (
          <Figures plan={plan} derived={derived} clock={clock} isStrip={isStrip} />
        ) : (
          <span className="text-muted">starts once the formula can be computed</span>
        )}
        <span
          className={`ml-auto flex items-baseline gap-3 whitespace-nowrap text-[12.5px] text-muted narrow:ml-0 narrow:basis-full narrow:text-[14px] ${rest}`}
        >
          <span
            title={`For lye and oils at ${say(plan.batters[0].startTemperatureC, "temperature")}, the formula and the scents as they stand`}
          >
            estimates
          </span>
          <span className="inline-flex">
            <OneOf
              options={FACES}
              value={face}
              className="border-b-2 border-transparent px-1.5 text-ink narrow:min-h-[44px] aria-pressed:border-ink aria-pressed:font-semibold"
              pressedClass=""
              onChoose={setFace}
            />
          </span>
        </span>
      </div>
      <div ref={box} className={`relative min-h-[196px] narrow:min-w-0 ${rest}`}>
        {timeline && isAlive && face === "ribbons" && (
          <>
            <ClockChart
              plan={plan}
              timeline={timeline}
              chances={clock.chances}
              turnBacks={clock.turnBacks}
              instructions={derived.instructions}
              palette={derived.colours.map((c) => c.fresh)}
              widthPx={widthPx}
              zoom={shown}
              onZoom={setZoom}
              selected={selected}
              onSelect={onSelect}
              onMove={disabled ? undefined : move}
            />
            <div className="absolute bottom-0 right-0 flex gap-0.5">
              <LockStep batch={batch} derived={derived} disabled={disabled} selected={selected} />
              <IconButton
                icon={Plus}
                label="Zoom in"
                onPress={() => setZoom(zoomed(shown, 0.6, shown.fromS, timeline.horizonS))}
              />
              <IconButton
                icon={Minus}
                label="Zoom out"
                onPress={() => setZoom(zoomed(shown, 1 / 0.6, shown.fromS, timeline.horizonS))}
              />
            </div>
          </>
        )}
        {timeline && face === "table" && (
          <ClockTable
            plan={plan}
            timeline={timeline}
            chances={clock.chances}
            selected={selected}
            onSelect={onSelect}
            onWords={
              disabled
                ? undefined
                : (stepId, words) => {
                    const { [stepId]: _, ...others } = plan.stepWords;
                    batch.set(["stepWords"], words === "" ? others : { ...others, [stepId]: words });
                  }
            }
          />
        )}
        {timeline && face === "advice" && (
          <AdviceList
            {...{ plan, timeline, clock, disabled }}
            onApply={(a) => {
              batch.edit(a.edit);
            }}
          />
        )}
        {timeline && face === "compare" && (
          <Compare
            {...{ plan, derived, variant, batch, disabled, widthPx, chances: clock.chances, onVariant: setVariant }}
          />
        )}
      </div>
    </section>
  );
}

/** Keeps the selected step of the preparation where it is, or frees it. */
function LockStep({
  batch,
  derived,
  disabled,
  selected,
}: {
  batch: OpenBatch;
  derived: Derived;
  disabled: boolean;
  selected: string | null;
}) {
  const step = derived.timeline?.steps.find((s) => s.id === selected);
  if (disabled || !step || !isMovable(step)) return null;
  const { locked, order } = batch.plan.schedule;
  const isLocked = locked.includes(step.id);
  const toggle = () => {
    const kept = order.length ? order : derived.timeline!.steps.map((s) => s.id);
    batch.set(["schedule"], {
      ...batch.plan.schedule,
      order: kept,
      locked: isLocked ? locked.filter((x) => x !== step.id) : [...locked, step.id],
    });
    batch.seal();
  };
  return (
    <button
      type="button"
      className="icon-button !w-auto px-1"
      aria-label={`${isLocked ? "Free" : "Lock"} ${stepName(batch.plan, step)}`}
      onClick={toggle}
    >
      {isLocked ? <LockOpen size={14} /> : <Lock size={14} />}
    </button>
  );
}

function Figure({ value, words, tone = "" }: { value: string; words: string; tone?: string }) {
  return (
    <span className="whitespace-nowrap">
      <strong className={`font-head text-[21px] font-semibold ${tone}`}>{value}</strong> {words}
    </span>
  );
}

function Figures({
  plan,
  derived,
  clock,
  isStrip,
}: {
  plan: Plan;
  derived: Derived;
  clock: ClockState;
  isStrip: boolean;
}) {
  const timeline = derived.timeline!;
  const name = (portionId: string | null) => plan.portions.find((p) => p.id === portionId)?.name ?? "";
  const critical = timeline.critical;
  const criticalStep = timeline.steps.find((s) => s.id === critical?.stepId);
  const { chances, isFull } = clock;
  const { grams } = useUnits();
  const cost = costOf(plan, timeline.endS);
  const costs = `${Math.round(cost.benchMin)} min pour · ${Math.round(cost.washUpMin)} min washing-up · ${grams(Math.round(cost.lostG))} on tools`;
  const risky = chances?.riskiestId ? timeline.steps.find((s) => s.id === chances.riskiestId) : undefined;
  return (
    <>
      {timeline.workingTimeS !== null ? (
        <Figure
          value={span(timeline.workingTimeS)}
          words={`until ${name(timeline.workingTimePortionId)} is too thick`}
        />
      ) : (
        <Figure value={`more than ${span(timeline.horizonS)}`} words="before any is too thick" />
      )}
      {/* As wide as it gets from the first: what follows would change lines as the chance comes and becomes sure. */}
      <span
        data-testid="chance"
        className="narrow:inline-block narrow:min-w-[252px]"
        title={`Every step that must meets its window; ${isFull ? "2,000" : "the first 200"} imagined pours. Riskiest: ${risky ? stepName(plan, risky) : "none"}.`}
      >
        {chances ? (
          <Figure
            value={`${Math.round(100 * chances.chance)} %`}
            words={`chance${isFull ? "" : "…"}, steps fit to ${Math.round(100 * chances.quality)} %`}
            tone={chances.chance < 0.7 ? "text-cut" : "text-leaf"}
          />
        ) : (
          <span className="whitespace-nowrap text-muted">weighing the chances…</span>
        )}
      </span>
      {/* Where the line is too short for both, what it costs gives way. */}
      <span className="flex min-w-0 items-baseline gap-4 narrow:contents">
        {critical && criticalStep?.operationId && (
          <span data-testid="critical" className={`max-w-full shrink-0 truncate ${isStrip ? "phone:hidden" : ""}`}>
            {critical.missed ? (
              <span className="text-cut">
                <strong>First to miss its window:</strong> {pourName(plan, criticalStep.operationId)}, {critical.missed}
              </span>
            ) : (
              <Figure
                value={span(critical.slackS ?? 0)}
                words={`to spare at ${pourName(plan, criticalStep.operationId)}`}
              />
            )}
          </span>
        )}
        <span
          className={`min-w-0 truncate text-[12.5px] text-muted ${isStrip ? "phone:hidden" : "phone:whitespace-normal"}`}
          title={`${costs}. Estimates: at the bench from first contact of lye and oil, washing-up, and batter that stays on tools`}
        >
          {costs}
        </span>
      </span>
    </>
  );
}
