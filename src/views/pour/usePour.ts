import { useEffect, useMemo, useRef, useState } from "react";
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
import { type AtHand, atHand, type BenchHands, handsOf, type Lane } from "../../core/prepare/bench";
import { hasReadings, posteriorOf } from "../../core/prepare/learned";
import type { ScheduledStep } from "../../core/prepare/timeline";
import { cutTo } from "../../core/units/text";
import { useUnits } from "../parts/units";
import type { OpenBatch } from "../parts/useBatch";

export interface Pour {
  /** Seconds since first contact of lye and oil; 0 before the start. */
  nowS: number;
  derived: Derived;
  /** Step at hand, of this device's lane where two work; null before the start, after the end, and where the lane has no step left. */
  current: ScheduledStep | null;
  currentIndex: number;
  /** What the other must do first. */
  waitsFor: ScheduledStep | null;
  /** What the other of two has at hand, where this device shows both; null where nothing can be done beside. */
  beside: { atHand: AtHand; lane: Lane } | null;
  /** Who does the step at hand; null where one works alone. */
  who: BenchHands | null;
  /** Whether the pour is on: a lane may have done all of its own. */
  isOn: boolean;
  start(): void;
  stepDone(): void;
  /** What the other of two does is done. */
  besideDone(): void;
  check(portionId: string, trace: number): void;
  /** Notes at once that something was done differently; gives the id of the note so that it can be made precise. */
  deviate(): string;
  specify(eventId: string, what: Deviation): void;
  /** Notes what is seen in the cup at hand. */
  see(sign: Sign): void;
  /** Notes in the maker's own words what happens, of the cup at hand. */
  say(words: string): void;
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
const NO_STEPS: ScheduledStep[] = [];

/** The pour as it goes: everything follows from the recorded events and the time of day, so a reload goes on where it was. @param openedMs moment that the page was written for, ms @param lane whom this device is for, where two work; null for both */
export function usePour(batch: OpenBatch, openedMs: number, lane: Lane | null = null): Pour {
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
  const steps = derived.timeline?.steps ?? NO_STEPS;
  const hands = useMemo(() => handsOf(plan, steps), [plan, steps]);
  const isShared = hands.size > 0;
  const own = isOn ? atHand(steps, hands, isShared ? lane : null) : null;
  const current = own?.step ?? null;
  const currentIndex = current ? steps.indexOf(current) : -1;
  const who = current ? (hands.get(current.id) ?? null) : null;
  const other: Lane | null =
    lane !== null || who === null || who === "both" ? null : who === "helper" ? "pourer" : "helper";
  const besides = other ? atHand(steps, hands, other) : null;
  const beside =
    other && besides && besides.waitsFor === null && hands.get(besides.step.id) === other
      ? { atHand: besides, lane: other }
      : null;

  const note: OpenBatch["happen"] = (event) => {
    const id = batch.happen(event, isShared ? (lane ?? "") : "");
    setNow(Date.now());
    return id;
  };

  const finish = (step: ScheduledStep) =>
    note({ kind: "stepDone", stepId: step.id, isLast: steps.every((s) => s.done || s.id === step.id) });
  // Two devices may each do the other's last but one: then no step said that it was the last.
  const isThrough = isOn && steps.length > 0 && steps.every((s) => s.done);
  const close = useRef(note);
  close.current = note;
  useEffect(() => {
    if (isThrough) close.current({ kind: "finished" });
  }, [isThrough]);

  return {
    nowS,
    derived,
    current,
    currentIndex,
    waitsFor: own?.waitsFor ?? null,
    beside,
    who,
    isOn,
    start: () => batch.happen({ kind: "started" }),
    stepDone() {
      if (current) finish(current);
    },
    besideDone() {
      if (beside) finish(beside.atHand.step);
    },
    check: (portionId, trace) => {
      note({ kind: "traceCheck", portionId, trace, answer: null });
    },
    deviate: () =>
      note({ kind: "deviation", what: "other", portionId: current?.portionIds[0] ?? null, amount: null, note: "" }),
    see: (what) => {
      note({ kind: "sign", what, portionId: current?.portionIds[0] ?? null });
    },
    say: (words) => {
      note({
        ...{ kind: "deviation", what: "other", amount: null, note: words },
        portionId: current?.portionIds[0] ?? null,
      });
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
