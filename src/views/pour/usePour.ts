import { useEffect, useMemo, useState } from "react";
import { type Derived, derive } from "../../core/plan/derive";
import { computeMasses } from "../../core/plan/masses";
import { emptyRecord, nextId } from "../../core/plan/newPlan";
import type { CheckAnswer, Deviation, Plan, RecordEvent } from "../../core/plan/schema";
import { hasReadings, posteriorOf } from "../../core/schedule/learn";
import type { Replan } from "../../core/schedule/live";
import type { ScheduledStep } from "../../core/schedule/timeline";
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
  /** Goes on differently: changes what is left of the plan, and notes it. */
  replan(replan: Replan): void;
  /** Answers what was asked about a check that the clock could not explain. */
  answer(eventId: string, answer: CheckAnswer): void;
  undo(): void;
  abandon(): void;
}

type NewEvent = RecordEvent extends infer E ? (E extends RecordEvent ? Omit<E, "id" | "atS"> : never) : never;

const TICK_MS = 500;

/** The pour as it goes: everything follows from the recorded events and the time of day, so a reload goes on where it was. */
export function usePour(batch: OpenBatch): Pour {
  const { plan } = batch;
  const { startedAt, finishedAt, events } = plan.record;
  const isOn = startedAt !== null && finishedAt === null;
  const since = (atMs: number) => (startedAt === null ? 0 : Math.max(0, (atMs - Date.parse(startedAt)) / 1000));
  const [nowMs, setNow] = useState(() => Date.now());
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
    const masses = startedAt !== null && hasReadings(plan) ? computeMasses(plan) : null;
    return masses ? posteriorOf(plan, masses) : undefined;
  }, [plan, startedAt]);
  const derived = useMemo(
    () => derive(plan, startedAt === null ? undefined : wholeS, units, belief),
    [plan, startedAt, wholeS, units, belief],
  );
  const steps = derived.timeline?.steps ?? [];
  const currentIndex = steps.findIndex((s) => !s.done);
  const current = isOn && currentIndex >= 0 ? steps[currentIndex] : null;

  const add = (event: NewEvent, more: Partial<Plan["record"]> = {}): string => {
    let id = "";
    batch.record((record) => {
      id = nextId(record.events, "e");
      const atS = Math.round(since(Date.now()) * 10) / 10;
      return { ...record, ...more, events: [...record.events, { ...event, id, atS } as RecordEvent] };
    });
    setNow(Date.now());
    return id;
  };

  return {
    nowS,
    derived,
    current,
    currentIndex,
    start: () => batch.record((record) => ({ ...record, startedAt: new Date().toISOString() })),
    stepDone() {
      if (!current) return;
      const isLast = currentIndex === steps.length - 1;
      add({ kind: "stepDone", stepId: current.id }, isLast ? { finishedAt: new Date().toISOString() } : {});
    },
    check: (portionId, trace) => {
      add({ kind: "traceCheck", portionId, trace, answer: null });
    },
    deviate: () =>
      add({ kind: "deviation", what: "other", portionId: current?.portionIds[0] ?? null, amount: null, note: "" }),
    specify(eventId, what) {
      batch.record((record) => ({
        ...record,
        events: record.events.map((e) => (e.id === eventId && e.kind === "deviation" ? { ...e, what } : e)),
      }));
    },
    replan(replan) {
      const before = plan.operations;
      if (batch.edit(replan.edit) !== null) return;
      batch.seal();
      add({ kind: "replanned", words: cutTo(200, replan.words), before });
    },
    answer(eventId, answer) {
      batch.record((record) => ({
        ...record,
        events: record.events.flatMap((e): RecordEvent[] => {
          if (e.id !== eventId || e.kind !== "traceCheck") return [e];
          const answered = { ...e, answer };
          if (answer !== "blended-longer") return [answered];
          const noted: RecordEvent = {
            kind: "deviation",
            id: nextId(record.events, "e"),
            atS: Math.max(0, e.atS - 1),
            what: "extra-blending",
            portionId: e.portionId,
            amount: null,
            note: "",
          };
          return [noted, answered];
        }),
      }));
    },
    undo() {
      const last = events.at(-1);
      if (!last) return;
      if (last.kind === "replanned") {
        if (batch.edit({ kind: "set", path: ["operations"], value: last.before }) !== null) return;
        batch.seal();
      }
      batch.record((record) => ({ ...record, events: record.events.slice(0, -1), finishedAt: null }));
    },
    abandon: () => batch.record(() => ({ ...emptyRecord(), verdict: plan.record.verdict })),
  };
}
