import { useEffect, useMemo, useState } from "react";
import type { Replan } from "../../core/advise/live";
import { computeMasses } from "../../core/batter/masses";
import { type Derived, derive } from "../../core/derive/derive";
import { workedOutOf } from "../../core/derive/workedOut";
import {
  type Added,
  type CheckAnswer,
  type Deviation,
  LONGEST_WORDS,
  type Reading,
  type Sign,
} from "../../core/document/logSchema";
import { lastNoted } from "../../core/document/record";
import { hasReadings, posteriorOf } from "../../core/prepare/learned";
import type { ScheduledStep } from "../../core/prepare/timeline";
import { cutTo } from "../../core/units/text";
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
  /** Notes what is seen in the cup at hand. */
  see(sign: Sign): void;
  /** Notes what was put in, or blended, beyond the plan. */
  add(added: Pick<Added, "what" | "into" | "colourantId" | "amount">): void;
  /** Notes what the scale says; a cup that is being weighed out is done with it. */
  read(reading: Pick<Reading, "what" | "of" | "value" | "tareG" | "from">): void;
  /** Goes on differently: changes what is left of the plan, and notes it. */
  replan(replan: Pick<Replan, "words" | "edit">): void;
  /** Answers what was asked about a check that the clock could not explain. */
  answer(eventId: string, answer: CheckAnswer): void;
  takeBack(eventId: string): void;
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

  const note: OpenBatch["happen"] = (event) => {
    const id = batch.happen(event);
    setNow(Date.now());
    return id;
  };

  const finish = (step: ScheduledStep) =>
    note({ kind: "stepDone", stepId: step.id, isLast: currentIndex === steps.length - 1 });

  return {
    nowS,
    derived,
    current,
    currentIndex,
    start: () => batch.happen({ kind: "started" }),
    stepDone() {
      if (current) finish(current);
    },
    check: (portionId, trace) => {
      note({ kind: "traceCheck", portionId, trace, answer: null });
    },
    deviate: () =>
      note({ kind: "deviation", what: "other", portionId: current?.portionIds[0] ?? null, amount: null, note: "" }),
    see: (what) => {
      note({ kind: "sign", what, portionId: current?.portionIds[0] ?? null });
    },
    add: (added) => {
      note({ kind: "added", ...added });
    },
    read(reading) {
      note({ kind: "reading", ...reading });
      if (current && current.id === `weigh:${reading.of}`) finish(current);
    },
    specify: (eventId, what) => batch.happen({ kind: "specified", eventId, what }),
    replan: ({ words, edit }) => {
      note({ kind: "replanned", words: cutTo(LONGEST_WORDS, words), edit });
    },
    answer: (eventId, answer) => batch.happen({ kind: "answered", eventId, answer }),
    takeBack: (eventId) => {
      batch.happen({ kind: "takenBack", eventId });
    },
    undo() {
      const last = lastNoted(plan);
      if (last) batch.happen({ kind: "takenBack", eventId: last.id });
    },
    abandon: () => batch.happen({ kind: "abandoned" }),
  };
}
