import { parseISO } from "date-fns";
import { useMemo } from "react";
import { READY_LOSS_PER_WEEK } from "../../core/cure/drying";
import { cureOf } from "../../core/derive/cure";
import { BatchPaper } from "../parts/BatchPaper";
import { type BatchPageProps, LiveBench } from "../parts/bench";
import { CureDays } from "../parts/CureDays";
import { format } from "../parts/dates";
import { Section } from "../parts/Section";
import type { StoredBatch } from "../parts/stored";
import { useUnits } from "../parts/units";
import { useBatch } from "../parts/useBatch";
import { useDerived } from "../parts/useDerived";
import { useUndoKeys } from "../parts/useDocument";
import { DryingChart } from "./DryingChart";
import { KeepBar } from "./KeepBar";
import { Labels } from "./Labels";
import { Tests } from "./Tests";
import { Weighings } from "./Weighings";

/** @param today ISO date of the page */
export default function Cure({ initial, today, ...page }: BatchPageProps & { today: string }) {
  return (
    <LiveBench {...page}>
      <CureOfBatch initial={initial} today={today} />
    </LiveBench>
  );
}

const say = (on: string) => format(parseISO(on), "d MMM");
/** Bars that are marked for weighing where none was chosen: near end, middle, far end. */
const MARKED = 3;

/** The cure of a batch: masses of marked bars, when they level off, and the bar that is kept. */
function CureOfBatch({ initial, today }: { initial: StoredBatch; today: string }) {
  const batch = useBatch(initial);
  const { plan } = batch;
  const { units, grams } = useUnits();
  const derived = useDerived(plan, units);
  useUndoKeys(batch.undo, batch.redo);
  const cure = useMemo(() => cureOf(plan, derived.masses, derived.dates), [plan, derived]);
  const { weighings } = plan.record.cure;
  const marks = useMemo(() => {
    const used = [...new Set(weighings.map((w) => w.bar))];
    if (used.length >= MARKED) return used;
    const all = derived.mouldBars[0]?.bars ?? MARKED;
    return [...new Set([...used, ...[1, Math.ceil(all / 2), all].map(String)])].sort((x, y) =>
      x.localeCompare(y, "en", { numeric: true }),
    );
  }, [weighings, derived]);
  const kept = plan.record.cutDay.bars.filter((b) => b.fate === "keep").map((b) => b.number);
  const { bars } = plan.record.cutDay;
  const onRack = Math.max(1, bars.filter((b) => b.fate === "rack").length || (derived.mouldBars[0]?.bars ?? 1));
  return (
    <BatchPaper
      {...{ id: initial.id, batch, tab: "cure" }}
      className="grid grid-cols-[minmax(0,1fr)_370px] content-start gap-x-9 gap-y-4 px-6 py-4 narrow:grid-cols-1 phone:px-3"
    >
      {!cure ? (
        <p className="notice-leaf">The cure begins with the cut: this batch is not poured yet, or has no day yet.</p>
      ) : (
        <>
          <Section head="Cure" headClass="text-[22px]" className="min-w-0">
            <p className="mt-1 text-[17px]" data-testid="ready-about">
              Levels off about <strong className="text-leaf">{say(cure.readyOn.best)}</strong>{" "}
              <span className="text-muted">
                ({say(cure.readyOn.low)} to {say(cure.readyOn.high)}); you set {say(cure.setOn)}
              </span>
            </p>
            <p className="text-[13px] text-muted">
              {cure.drying.isWeighed
                ? `A bar comes down to about ${grams(cure.drying.plateau.best)} (${grams(cure.drying.plateau.low)} to ${grams(cure.drying.plateau.high)}). `
                : "From the formula alone: nothing is weighed yet. "}
              Levelling off is under {100 * READY_LOSS_PER_WEEK} % a week. Estimates; brackets hold four cases in five.
            </p>
            <DryingChart
              cure={cure}
              weighings={weighings}
              today={today}
              label={`Mass of the bars by day, from ${say(cure.cutOn)}; levels off about ${say(cure.readyOn.best)}`}
            />
            <p className="mb-3">
              <CureDays batch={batch} label="you set" />
            </p>
            <h2 className="text-[19px]">Weighings</h2>
            <p className="mb-2 text-[13px] text-muted">
              Mark three bars with a scratch and weigh the same ones once a week: near end, middle, far end.
            </p>
            <Weighings batch={batch} today={today} marks={marks} />
          </Section>
          <div>
            <KeepBar batch={batch} today={today} lookOn={cure.lookOn} bars={kept} />
            <Tests batch={batch} today={today} />
            <Labels
              id={initial.id}
              batch={batch}
              readyOn={cure.setOn}
              curedG={
                cure.drying.isWeighed
                  ? cure.drying.plateau.best
                  : cure.plannedG && cure.plannedG * cure.drying.plateau.best
              }
              bars={onRack}
            />
          </div>
        </>
      )}
    </BatchPaper>
  );
}
