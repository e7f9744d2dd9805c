import { useEffect, useState } from "react";
import type { Design } from "../../core/swirl/design";
import type { DesignNumbers } from "../../core/swirl/metrics";
import type { StudioAnswer, StudioJob } from "../../workers/studioProtocol";

export const startStudioWorker = () =>
  new Worker(new URL("../../workers/studio.worker.ts", import.meta.url), { type: "module" });

const SETTLE_MS = 250;

/** Numbers of all bars by the faces of their cuts, worked out beside the page once the design rests; the last ones stay until then. */
export function useNumbers(design: Design | null, cutsMm: number[], colours: number) {
  const [numbers, setNumbers] = useState<DesignNumbers | null>(null);
  const [progress, setProgress] = useState<number | null>(null);
  const key = JSON.stringify([design, cutsMm]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: the key says by value what design and bars say by reference
  useEffect(() => {
    if (!design) return;
    let worker: Worker | null = null;
    const timer = setTimeout(() => {
      worker = startStudioWorker();
      worker.onmessage = (event: MessageEvent<StudioAnswer>) => {
        if (event.data.kind === "progress") return setProgress(event.data.share);
        if (event.data.kind !== "numbers") return;
        setNumbers(event.data.numbers);
        setProgress(null);
        worker?.terminate();
      };
      worker.postMessage({ kind: "numbers", design, cutsMm, colours } satisfies StudioJob);
    }, SETTLE_MS);
    return () => {
      clearTimeout(timer);
      worker?.terminate();
    };
  }, [key, colours]);
  return { numbers, progress };
}
