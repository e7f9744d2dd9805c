import { useEffect, useState } from "react";
import type { Design } from "../../core/swirl/design";
import type { FaceAnswer, FaceJob } from "../../workers/faceProtocol";

export interface QueuedFace {
  key: string;
  design: Design;
  palette: string[];
  atMm: number;
}

/** Faces of several designs, drawn one after another by one worker. */
export function useFaceQueue(
  queue: readonly QueuedFace[],
  width: number,
  height: number,
): ReadonlyMap<string, FaceAnswer> {
  const [faces, setFaces] = useState<ReadonlyMap<string, FaceAnswer>>(new Map());
  useEffect(() => {
    if (queue.length === 0) return;
    const worker = new Worker(new URL("../../workers/face.worker.ts", import.meta.url), { type: "module" });
    let next = 0;
    const send = () => {
      const item = queue[next++];
      if (!item) return worker.terminate();
      const view = { kind: "across" as const, atMm: item.atMm };
      const job: FaceJob = {
        generation: next,
        design: item.design,
        palette: item.palette,
        requests: [{ key: item.key, view, width, height }],
      };
      worker.postMessage(job);
    };
    worker.onmessage = (event: MessageEvent<FaceAnswer>) => {
      if (event.data.stage === "coarse") return;
      setFaces((before) => new Map(before).set(event.data.key, event.data));
      if (event.data.stage === "smooth") send();
    };
    send();
    return () => worker.terminate();
  }, [queue, width, height]);
  return faces;
}
