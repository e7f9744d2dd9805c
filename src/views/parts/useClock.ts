import { useEffect, useRef, useState } from "react";
import type { Advice } from "../../core/advise/advice";
import type { LiveView } from "../../core/advise/live";
import type { TurnBack } from "../../core/advise/turnBack";
import type { Chances } from "../../core/clock/chance";
import type { Plan } from "../../core/document/schema";
import type { UnitPreferences } from "../../core/units/quantities";
import type { ClockAnswer, ClockJob } from "../../workers/clockProtocol";

export interface ClockState {
  chances: Chances | null;
  isFull: boolean;
  turnBacks: TurnBack[];
  advice: Advice[] | null;
  /** Share of the advice worked out, while it is. */
  progress: number | null;
  live: LiveView | null;
}

const EMPTY: ClockState = { chances: null, isFull: false, turnBacks: [], advice: null, progress: null, live: null };
const SETTLE_MS = 60;

let generation = 0;

const startWorker = () => new Worker(new URL("../../workers/clock.worker.ts", import.meta.url), { type: "module" });

/**
 * Chances of a plan, worked out beside the page: a first answer, then the full one. Advice is worked out only while `wantsAdvice`; it has a
 * worker of its own so that it never delays the chances.
 */
export function useClock(
  plan: Plan,
  units: UnitPreferences,
  options: { wantsAdvice?: boolean; nowS?: number } = {},
): ClockState {
  const { wantsAdvice = false, nowS } = options;
  const [state, setState] = useState<ClockState>(EMPTY);
  const workers = useRef<Partial<Record<ClockJob["kind"], Worker>>>({});
  const wanted = useRef({ chances: 0, advice: 0, live: 0 });

  useEffect(
    () => () => {
      for (const worker of Object.values(workers.current)) worker.terminate();
      workers.current = {};
    },
    [],
  );

  const receive = useRef((answer: ClockAnswer) => {
    if (answer.kind === "chances") {
      if (answer.generation !== wanted.current.chances) return;
      performance.mark(`clock:${answer.isFull ? "full" : "first"}`, { detail: answer.afterMs });
      const { chances, isFull, turnBacks } = answer;
      setState((before) => ({ ...before, chances, isFull, turnBacks }));
    } else if (answer.kind === "live") {
      if (answer.generation === wanted.current.live) setState((before) => ({ ...before, live: answer.view }));
    } else if (answer.generation === wanted.current.advice) {
      if (answer.kind === "progress") setState((before) => ({ ...before, progress: answer.share }));
      else setState((before) => ({ ...before, advice: answer.advice, progress: null }));
    }
  });

  const send = (kind: ClockJob["kind"], job: Omit<ClockJob, "kind" | "generation">) => {
    const worker = workers.current[kind] ?? startWorker();
    workers.current[kind] = worker;
    worker.onmessage = (event: MessageEvent<ClockAnswer>) => receive.current(event.data);
    wanted.current[kind] = ++generation;
    worker.postMessage({ kind, generation, ...job } satisfies ClockJob);
  };
  const latest = useRef(send);
  latest.current = send;

  useEffect(() => {
    const timer = setTimeout(() => latest.current("chances", { plan, units, nowS }), SETTLE_MS);
    return () => clearTimeout(timer);
  }, [plan, units, nowS]);

  useEffect(() => {
    if (!wantsAdvice) return;
    const timer = setTimeout(() => {
      setState((before) => ({ ...before, progress: 0 }));
      latest.current("advice", { plan, units });
    }, 4 * SETTLE_MS);
    return () => clearTimeout(timer);
  }, [plan, units, wantsAdvice]);

  const isLive = nowS !== undefined;
  // biome-ignore lint/correctness/useExhaustiveDependencies: asked anew when something was seen or done, not at every second
  useEffect(() => {
    if (isLive) latest.current("live", { plan, units, nowS });
  }, [plan, units, isLive]);

  return state;
}
