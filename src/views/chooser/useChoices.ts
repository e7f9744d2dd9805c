import { useCallback, useEffect, useRef, useState } from "react";
import { wantsTool } from "../../core/derive/choices";
import type { Opening } from "../../core/derive/opening";
import type { Plan } from "../../core/document/schema";
import type { ToolKind } from "../../core/mould/toolSchema";
import { FAMILY_IDS, type FamilyId } from "../../core/techniques/families/registry";
import type { UnitPreferences } from "../../core/units/quantities";
import type { ChoiceAnswer, ChoiceJob, OpeningAnswer, OpeningJob } from "../../workers/choiceProtocol";

const WORKERS = 2;
const SETTLE_MS = 120;
/** Samples of a face on the wall. */
const FACE_PX = { width: 150, height: 112 } as const;

const startWorker = () => new Worker(new URL("../../workers/choice.worker.ts", import.meta.url), { type: "module" });

export interface Choices {
  found: ReadonlyMap<FamilyId, ChoiceAnswer>;
  /** Families that are not there as they are shown yet; 0 when all are or it was stopped. */
  left: number;
  /** The one change that opens most; null until it is known, and where none does. */
  opening: Opening | null;
  stop(): void;
}

/** What a batter allows, family by family, worked out beside the page: roughly, then in full. A change of the plan begins anew, and what stood there stays until then. */
export function useChoices(
  plan: Plan,
  tools: readonly ToolKind[],
  first: FamilyId | null,
  units: UnitPreferences,
): Choices {
  const [opening, setOpening] = useState<Opening | null>(null);
  const [found, setFound] = useState<ReadonlyMap<FamilyId, ChoiceAnswer>>(new Map());
  const [left, setLeft] = useState<number>(FAMILY_IDS.length);
  const running = useRef<Worker[]>([]);
  const generation = useRef(0);
  const end = useCallback(() => {
    for (const worker of running.current) worker.terminate();
    running.current = [];
  }, []);
  useEffect(() => end, [end]);
  const key = JSON.stringify([plan, tools]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: the key says by value what plan and tools say by reference; the first one only changes the order
  useEffect(() => {
    const own = ++generation.current;
    // They start while the last change settles.
    if (running.current.length === 0) running.current = Array.from({ length: WORKERS }, startWorker);
    const timer = setTimeout(() => {
      const startMs = performance.now();
      const order = [...FAMILY_IDS].sort((a, b) => Number(b === first) - Number(a === first));
      let open = order.length;
      setLeft(open);
      setOpening(null);
      const before: OpeningJob["before"][number][] = [];
      running.current.forEach((worker, k) => {
        worker.onmessage = ({ data }: MessageEvent<ChoiceAnswer | OpeningAnswer>) => {
          if (data.generation !== own) return;
          if ("opening" in data) return setOpening(data.opening);
          if (data.isFull) {
            setLeft(--open);
            if (data.choice && !wantsTool(data.choice))
              before.push({ family: data.family, chance: data.choice.chance });
            if (open === 0) worker.postMessage({ generation: own, plan, before, units } satisfies OpeningJob);
          }
          performance.mark(`choice:${data.family}:${data.isFull ? "full" : "rough"}`, {
            detail: performance.now() - startMs,
          });
          setFound((before) => new Map(before).set(data.family, data));
        };
        const families = order.filter((_, i) => i % WORKERS === k);
        worker.postMessage({ generation: own, plan, tools, families, ...FACE_PX } satisfies ChoiceJob);
      });
    }, SETTLE_MS);
    return () => clearTimeout(timer);
  }, [key]);
  return {
    found,
    left,
    opening,
    stop: () => {
      end();
      setLeft(0);
    },
  };
}
