import { useEffect, useMemo, useState } from "react";
import type { Replan } from "../../core/advise/live";
import { computeMasses } from "../../core/batter/masses";
import { type Derived, derive } from "../../core/derive/derive";
import { workedOutOf } from "../../core/derive/workedOut";
import { nextId } from "../../core/document/ids";
import type { BenchEvent } from "../../core/document/record";
import type { CheckAnswer, Deviation } from "../../core/document/schema";
import { hasReadings, posteriorOf } from "../../core/prepare/learned";
import type { ScheduledStep } from "../../core/prepare/timeline";
import { useUnits } from "../parts/units";
import type { OpenBatch } from "../parts/useBatch";

export interface Pour {
  /** Seconds since first contact of lye and oil; 0 before the start. */
  nowS: number;
  derived: Derived;
  /** Step at hand; null before the start and after the end. */
  current: ScheduledStep | null;
  currentIndex: number;
  start(): void;
  stepDone(): void;
  check(portionId: string, trace: number): void;
  /** Notes at once that something was done differently; gives the id of the note so that it can be made precise. */
  deviate(): string;
  specify(eventId: string, what: Deviation): void;
  /** Goes on differently: changes what is left of the plan, and notes it. */
  replan(replan: Replan): void;
  /** Answers what was asked about a check that the clock could not explain. */
  answer(eventId: string, answer: CheckAnswer): void;
  undo(): void;
  abandon(): void;
}

const TICK_MS = 500;

/** The pour as it goes: everything follows from the recorded events and the time of day, so a reload goes on where it was. @param openedMs moment that the page was written for, ms */
export function usePour(batch: OpenBatch, openedMs: number): Pour {
  const { plan } = batch;
  const { startedAt, finishedAt } = plan.record;
  const isOn = startedAt !== null && finishedAt === null;
  const since = (atMs: number) => (startedAt === null ? 0 : Math.max(0, (atMs - Date.parse(startedAt)) / 1000));
  const [nowMs, setNow] = useState(openedMs);
  useEffect(() => {
    if (!isOn) return;
    setNow(Date.now());
    const timer = setInterval(() => setNow(Date.now()), TICK_MS);
    return () => clearInterval(timer);
  }, [isOn]);
  const endS = finishedAt && startedAt ? since(Date.parse(finishedAt)) : null;
  const nowS = endS ?? since(nowMs);
  const wholeS = Math.floor(nowS);
  const { units } = useUnits();
  // What the record says changes with the record, not with every second.
  const belief = useMemo(() => {
    if (workedOutOf(plan)) return undefined;
    const masses = startedAt !== null && hasReadings(plan) ? computeMasses(plan) : null;
    return masses ? posteriorOf(plan, masses) : undefined;
  }, [plan, startedAt]);
  const derived = useMemo(
    () => workedOutOf(plan) ?? derive(plan, startedAt === null ? undefined : wholeS, units, belief),
    [plan, startedAt, wholeS, units, belief],
  );
  const steps = derived.timeline?.steps ?? [];
  const currentIndex = steps.findIndex((s) => !s.done);
  const current = isOn && currentIndex >= 0 ? steps[currentIndex] : null;

  const atS = () => Math.round(since(Date.now()) * 10) / 10;
  /** Notes something new under an id of its own; gives the id. */
  const note = (make: (id: string) => BenchEvent): string => {
    let id = "";
    batch.happen((now) => {
      id = nextId(now, "v");
      return make(id);
    });
    setNow(Date.now());
    return id;
  };

  return {
    nowS,
    derived,
    current,
    currentIndex,
    start: () => batch.happen({ kind: "started", at: new Date().toISOString() }),
    stepDone() {
      if (!current) return;
      const finishedAt = currentIndex === steps.length - 1 ? new Date().toISOString() : null;
      note((id) => ({ kind: "stepDone", id, atS: atS(), stepId: current.id, finishedAt }));
    },
    check: (portionId, trace) => {
      note((id) => ({ kind: "checked", id, atS: atS(), portionId, trace }));
    },
    deviate: () => note((id) => ({ kind: "deviated", id, atS: atS(), portionId: current?.portionIds[0] ?? null })),
    specify: (eventId, what) => batch.happen({ kind: "specified", eventId, what }),
    replan: ({ words, edit }) => {
      note((id) => ({ kind: "replanned", id, atS: atS(), words, edit }));
    },
    answer: (eventId, answer) =>
      batch.happen((now) => ({ kind: "answered", eventId, answer, noteId: nextId(now, "v") })),
    undo: () => batch.happen({ kind: "takenBack" }),
    abandon: () => batch.happen({ kind: "abandoned" }),
  };
}
