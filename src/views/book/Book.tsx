import { parseISO, roundToNearestHours } from "date-fns";
import { type ReactNode, useMemo } from "react";
import type { KeptLesson } from "../../core/clock/knowledge";
import { hoursLater } from "../../core/cure/dates";
import { sayHours } from "../../core/cure/hours";
import { barWords } from "../../core/cut/bars";
import { derivedOf } from "../../core/derive/workedOut";
import { BatchPaper } from "../parts/BatchPaper";
import { type BatchPageProps, LiveBench } from "../parts/bench";
import { CureDays } from "../parts/CureDays";
import { format } from "../parts/dates";
import { useAlive } from "../parts/Live";
import { NumberField } from "../parts/NumberField";
import { Section } from "../parts/Section";
import type { StoredBatch } from "../parts/stored";
import { useUnits } from "../parts/units";
import { useBatch } from "../parts/useBatch";
import { useUndoKeys } from "../parts/useDocument";
import { BookTabs } from "./BookTabs";
import { Happened } from "./Happened";
import { Lessons } from "./Lessons";
import { NextTimes } from "./NextTimes";
import { PhotoStrip } from "./PhotoStrip";
import { Verdict } from "./Verdict";

const MINUTE_MS = 60_000;
const day = (iso: string) => format(parseISO(iso), "EEEE d MMMM yyyy");

interface OwnProps {
  /** Offset of the clock that the page was written by from world time, min; until it is alive its times are said by that one. */
  offsetMin: number;
  /** What this batch has taught. */
  taught: readonly KeptLesson[];
}

/** The book of one batch: its days, what happened, and what was thought of it. */
export default function Book({ initial, offsetMin, taught, ...page }: BatchPageProps & OwnProps) {
  return (
    <LiveBench {...page}>
      <BatchBook {...{ initial, offsetMin, taught }} />
    </LiveBench>
  );
}

function BatchBook({ initial, offsetMin, taught }: { initial: StoredBatch } & OwnProps) {
  const batch = useBatch(initial);
  const { plan } = batch;
  const { say, units } = useUnits();
  const derived = useMemo(() => derivedOf(plan, units), [plan, units]);
  useUndoKeys(batch.undo, batch.redo);
  const { dates } = derived;
  const isAlive = useAlive();
  const here = (at: Date) => (isAlive ? at : new Date(at.getTime() + MINUTE_MS * (at.getTimezoneOffset() - offsetMin)));
  // With a time of the pour the first moment is said as one; later ones as hours are enough.
  const hours = (h: number) =>
    plan.record.startedAt
      ? format(roundToNearestHours(here(parseISO(hoursLater(plan.record.startedAt, h)))), "EEE HH:mm")
      : sayHours(h);
  const isPoured = plan.record.startedAt !== null;
  return (
    <BatchPaper
      {...{ id: initial.id, batch, tab: "book" }}
      className="grid grid-cols-[330px_minmax(0,1fr)_360px] narrow:grid-cols-1 content-start gap-x-9 gap-y-6 px-6 py-4 phone:px-3"
    >
      <div className="col-span-full flex">
        <BookTabs id={initial.id} here="book" />
      </div>
      <Section head="Days" headClass="text-[19px]">
        <dl className="mt-2 grid gap-2.5">
          <div>
            <dt className="text-muted">{isPoured ? "poured" : "to be poured"}</dt>
            <dd>
              {isPoured && dates ? (
                <strong>{day(dates.pourOn)}</strong>
              ) : (
                <input
                  type="date"
                  aria-label="Day of the pour"
                  className="field"
                  value={plan.pourOn ?? ""}
                  onChange={(e) => batch.set(["pourOn"], e.currentTarget.value || null)}
                />
              )}
            </dd>
          </div>
          <DayOf what="unmould" on={dates?.unmouldOn} window={dates?.after.unmould} hours={hours}>
            When a corner gives no more. Gloves on: it is still caustic.
          </DayOf>
          <DayOf what="cut" on={dates?.cutOn} window={dates?.after.cut} hours={hours}>
            Too soon it tears and sticks, too late it is hard on wires. Estimate
            {dates && dates.after.reasons.length > 0 && `: ${dates.after.reasons.join(", ")}`}.
          </DayOf>
          <Fact what="cure ready">
            <strong>{dates ? day(dates.readyOn) : "once a day is set"}</strong>
            <p className="mt-1">
              <CureDays batch={batch} label="after" />
            </p>
            <p className="text-[13px] text-muted">
              Estimate: weight levels off, then test a bar. Selling is regulated differently in each place.
            </p>
          </Fact>
          <Fact what="bars">
            <NumberField
              label="thickness"
              quantity="length"
              value={plan.barThicknessMm}
              onChange={(v) => batch.set(["barThicknessMm"], v)}
              onBlur={batch.seal}
            />
            <p className="text-[13px] text-muted">
              {derived.mouldBars.map(barWords).join("; ")}
              {derived.mouldBars[0].endMm > 0.5 && ` and an end piece of ${say(derived.mouldBars[0].endMm, "length")}`}
            </p>
          </Fact>
        </dl>
        <h2 className="mt-5 text-[19px]">Notes to the plan</h2>
        <textarea
          aria-label="Notes to the plan"
          className="field mt-1 !h-32 w-full !p-2"
          value={plan.notes}
          onChange={(e) => batch.set(["notes"], e.currentTarget.value)}
          onBlur={batch.seal}
        />
      </Section>
      <Happened id={initial.id} plan={plan} />
      <div>
        <Verdict batch={batch} />
        {isPoured && <NextTimes batch={batch} />}
        {isPoured && <PhotoStrip id={initial.id} photos={plan.record.photos} />}
        <Lessons id={initial.id} batch={batch} taught={taught} />
      </div>
    </BatchPaper>
  );
}

const Fact = ({ what, children }: { what: string; children: ReactNode }) => (
  <div>
    <dt className="text-muted">{what}</dt>
    <dd>{children}</dd>
  </div>
);

/** A day of the hours after the pour, with its window in words. */
function DayOf({
  what,
  on,
  window,
  hours,
  children,
}: {
  what: string;
  on?: string;
  window?: { earliestH: number; bestH: number; latestH: number };
  hours(h: number): string;
  children: ReactNode;
}) {
  return (
    <Fact what={what}>
      <strong>{on ? day(on) : "once a day is set"}</strong>
      {window && (
        <p className="text-[13px] text-muted">
          From {hours(window.earliestH)}, best about {sayHours(window.bestH)}, by {sayHours(window.latestH)}. {children}
        </p>
      )}
    </Fact>
  );
}
