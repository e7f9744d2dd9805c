import { useCallback, useEffect, useRef, useState } from "react";
import type { HandRead } from "../../core/hand/read";
import type { Corners, MeasuredFace } from "../../core/photo/photoSchema";
import type { PhotoAnswer, PhotoJob } from "../../workers/photoProtocol";

export type LookJob = Omit<Extract<PhotoJob, { kind: "measure" }>, "kind">;
/** What came of the last look at a photo. */
export type Looked = Extract<PhotoAnswer, { kind: "measured" | "refused" }>;

/** Looks at photos beside the page: one at a time, the newest asked for first. */
export function usePhotoWorker(onProposed: (id: string, corners: Corners) => void) {
  const worker = useRef<Worker | null>(null);
  const [looked, setLooked] = useState<Looked | null>(null);
  const [busy, setBusy] = useState<string | null>(null);
  const then = useRef<((face: MeasuredFace, corners: Corners) => void) | null>(null);
  const proposed = useRef(onProposed);
  proposed.current = onProposed;
  useEffect(() => () => worker.current?.terminate(), []);
  /** @param onMeasured what to do with the figures, where they are to be kept */
  const look = useCallback(
    (job: LookJob, onMeasured: ((face: MeasuredFace, corners: Corners) => void) | null = null) => {
      worker.current?.terminate();
      const own = new Worker(new URL("../../workers/photo.worker.ts", import.meta.url), { type: "module" });
      worker.current = own;
      then.current = onMeasured;
      setBusy(job.id);
      own.onmessage = ({ data }: MessageEvent<PhotoAnswer>) => {
        if (data.kind === "proposed") return proposed.current(data.id, data.corners);
        if (data.kind !== "measured" && data.kind !== "refused") return;
        setBusy(null);
        setLooked(data);
        if (data.kind === "measured") {
          performance.mark("photo:measured", { detail: data.afterMs });
          then.current?.(data.face, data.corners);
        }
      };
      own.postMessage({ kind: "measure", ...job } satisfies PhotoJob);
    },
    [],
  );
  return { look, looked, busy };
}

/** Works out what photos teach, beside the page; can be stopped. */
export function useLearning(onLearnt: (hand: HandRead[]) => void) {
  const worker = useRef<Worker | null>(null);
  /** How far it is, 0 to 1; null while nothing is worked out. */
  const [share, setShare] = useState<number | null>(null);
  const done = useRef(onLearnt);
  done.current = onLearnt;
  const stop = useCallback(() => {
    worker.current?.terminate();
    worker.current = null;
    setShare(null);
  }, []);
  useEffect(() => () => worker.current?.terminate(), []);
  const learn = useCallback(
    (job: Omit<Extract<PhotoJob, { kind: "learn" }>, "kind">) => {
      stop();
      const own = new Worker(new URL("../../workers/photo.worker.ts", import.meta.url), { type: "module" });
      worker.current = own;
      setShare(0);
      own.onmessage = ({ data }: MessageEvent<PhotoAnswer>) => {
        if (data.kind === "progress") return setShare(data.share);
        if (data.kind !== "learnt") return;
        performance.mark("photo:learnt", { detail: data.afterMs });
        stop();
        done.current(data.hand);
      };
      own.postMessage({ kind: "learn", ...job } satisfies PhotoJob);
    },
    [stop],
  );
  return { learn, stop, share };
}
