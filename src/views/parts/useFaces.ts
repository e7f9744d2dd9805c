import { useEffect, useRef, useState } from "react";
import type { Design } from "../../core/swirl/design";
import type { FaceAnswer, FaceJob, FaceRequest } from "../../workers/faceProtocol";

export type Faces = ReadonlyMap<string, FaceAnswer>;

let generation = 0;

/**
 * Pictures of a design, drawn off the main thread: coarse first, then full, then with smooth edges, and large ones once more, finer. Each list of requests has
 * a worker of its own. A change drops what is still being drawn; the last pictures stay until new ones come.
 */
export function useFaces(
  design: Design | null,
  palette: string[],
  groups: FaceRequest[][],
  still: Pick<FaceJob, "upTo" | "frameMm" | "isCoarse"> = {},
): Faces {
  const [faces, setFaces] = useState<Faces>(new Map());
  const workers = useRef<Worker[]>([]);
  /** Generation of the picture shown last, by worker. */
  const drawn = useRef<number[]>([]);
  const jobKeys = groups.map((requests) => JSON.stringify([design, palette, requests, still]));

  useEffect(() => {
    return () => {
      for (const worker of workers.current) worker.terminate();
      workers.current = [];
    };
  }, []);

  const latest = useRef({ design, palette, groups, still });
  latest.current = { design, palette, groups, still };
  const sent = useRef<string[]>([]);

  // biome-ignore lint/correctness/useExhaustiveDependencies: jobKeys says by value what the design and the groups say by reference
  useEffect(() => {
    const { design, palette, groups, still } = latest.current;
    if (!design) return;
    groups.forEach((requests, i) => {
      if (sent.current[i] === jobKeys[i] && workers.current[i]) return;
      sent.current[i] = jobKeys[i];
      workers.current[i] ??= startWorker(i);
      const job: FaceJob = { generation: ++generation, design, palette, requests, ...still };
      workers.current[i].postMessage(job);
    });
    function startWorker(i: number): Worker {
      const worker = new Worker(new URL("../../workers/face.worker.ts", import.meta.url), { type: "module" });
      worker.onmessage = (event: MessageEvent<FaceAnswer>) => {
        // While something is dragged the newest picture there is belongs to a job already overtaken: it is shown all the same.
        if (event.data.generation < (drawn.current[i] ?? 0)) return;
        drawn.current[i] = event.data.generation;
        performance.mark(`face:${event.data.key}:${event.data.stage}`, { detail: event.data.afterMs });
        setFaces((before) => new Map(before).set(event.data.key, event.data));
      };
      return worker;
    }
  }, [jobKeys.join("\n")]);

  return faces;
}
