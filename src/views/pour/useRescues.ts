import { useEffect, useMemo, useRef, useState } from "react";
import type { Rescues } from "../../core/derive/rescues";
import type { Plan } from "../../core/document/schema";
import type { RescueAnswer, RescueJob } from "../../workers/rescueProtocol";
import type { WallFace } from "../../workers/wallFace";
import { useBench } from "../parts/bench";
import { useUnits } from "../parts/units";

/** Samples of the large face; the small ones are drawn with as many. */
const FACE_PX = { width: 390, height: 296 } as const;

export interface FoundRescues {
  /** Undefined while they are worked out, null where nothing is left to pour. */
  rescues: Rescues | null | undefined;
  faces: ReadonlyMap<string, WallFace>;
  /** Until when each can be begun, s since first contact; null where it keeps, undefined while that is worked out. */
  latestS: Readonly<Record<string, number | null | undefined>>;
}

/** The ways to go on, worked out beside the page when they are asked for, and again when something new was noted. What stands stays until then. */
export function useRescues(plan: Plan, nowS: number): FoundRescues {
  const { units } = useUnits();
  const { tools, moulds } = useBench("tools", "moulds");
  const [found, setFound] = useState<FoundRescues>({ rescues: undefined, faces: new Map(), latestS: {} });
  const kinds = useMemo(
    () => [...new Set([...tools.map((t) => t.document.spec.kind), ...plan.equipment.map((e) => e.spec.kind)])].sort(),
    [tools, plan.equipment],
  );
  const rows = useMemo(() => moulds.map(({ id, document }) => ({ id, document })), [moulds]);
  const askedS = useRef(nowS);
  askedS.current = nowS;
  useEffect(() => {
    const worker = new Worker(new URL("../../workers/rescue.worker.ts", import.meta.url), { type: "module" });
    worker.onmessage = ({ data }: MessageEvent<RescueAnswer>) => {
      if (data.kind === "rescues") {
        performance.mark("rescues:found", { detail: data.afterMs });
        setFound({ rescues: data.rescues, faces: new Map(), latestS: {} });
        return;
      }
      if (data.kind === "latest") return setFound((before) => ({ ...before, latestS: data.latestS }));
      if (data.areAll && data.face.stage === "coarse") performance.mark("rescues:faces", { detail: data.afterMs });
      setFound((before) => ({ ...before, faces: new Map(before.faces).set(data.id, data.face) }));
    };
    const job: RescueJob = { plan, nowS: askedS.current, tools: kinds, moulds: rows, units, ...FACE_PX };
    worker.postMessage(job);
    return () => worker.terminate();
  }, [plan, kinds, rows, units]);
  return found;
}
