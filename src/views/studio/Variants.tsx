import { useEffect, useRef, useState } from "react";
import type { Plan } from "../../core/document/schema";
import { FAMILIES } from "../../core/techniques/families/registry";
import { type Variant, variantsOf } from "../../core/techniques/families/variants";
import type { FaceAnswer } from "../../workers/faceProtocol";
import type { StudioAnswer, StudioJob } from "../../workers/studioProtocol";
import { FaceCanvas } from "../parts/FaceCanvas";
import { useUnits } from "../parts/units";
import { startStudioWorker } from "./useNumbers";

const COUNT = 12;
const WORKERS = 2;
const WIDTH_PX = 110;

interface Found {
  face: Omit<FaceAnswer, "colour">;
  lineMm: number;
}

/** Proposals like the design as it is: rendered small in two workers, with progress and cancel; one is picked. */
export function Variants({
  plan,
  shape,
  onPick,
}: {
  plan: Plan;
  /** Height of a face by its width. */
  shape: number;
  onPick(variant: Variant): void;
}) {
  const { mm } = useUnits();
  const [round, setRound] = useState(0);
  const [variants, setVariants] = useState<Variant[]>([]);
  const [found, setFound] = useState<ReadonlyMap<string, Found>>(new Map());
  const [progress, setProgress] = useState<number | null>(null);
  const running = useRef<Worker[]>([]);
  const stop = () => {
    for (const w of running.current) w.terminate();
    running.current = [];
    setProgress(null);
  };
  useEffect(
    () => () => {
      for (const w of running.current) w.terminate();
    },
    [],
  );

  const search = () => {
    stop();
    const list = variantsOf(plan, COUNT, plan.design.seed + 7919 * (round + 1));
    setRound(round + 1);
    setVariants(list);
    setFound(new Map());
    setProgress(0);
    const height = Math.max(8, Math.min(260, Math.round(WIDTH_PX * shape)));
    const done = new Array<number>(WORKERS).fill(0);
    running.current = Array.from({ length: WORKERS }, (_, k) => {
      const worker = startStudioWorker();
      worker.onmessage = (event: MessageEvent<StudioAnswer>) => {
        const a = event.data;
        if (a.kind === "progress") {
          done[k] = a.share;
          const share = done.reduce((s, d) => s + d, 0) / WORKERS;
          if (share >= 1) stop();
          else setProgress(share);
        } else if (a.kind === "variant") {
          const face = {
            generation: 0,
            key: a.id,
            stage: "full" as const,
            width: WIDTH_PX,
            height,
            rgba: a.rgba,
            afterMs: 0,
          };
          setFound((before) => new Map(before).set(a.id, { face, lineMm: a.numbers.lineMm }));
        }
      };
      const mine = list.filter((_, i) => i % WORKERS === k);
      worker.postMessage({ kind: "variants", plan, variants: mine, width: WIDTH_PX, height } satisfies StudioJob);
      return worker;
    });
  };

  return (
    <div className="text-[13px]">
      <p className="text-muted">
        {FAMILIES[plan.design.family].label} with its knobs moved, at the trace that the clock allows for each. Picking
        one lays the pours out anew; undo brings yours back.
      </p>
      <div className="mt-1 flex items-center gap-2">
        <button type="button" className="button" onClick={search} disabled={progress !== null}>
          {variants.length ? "Show others" : "More like this"}
        </button>
        {progress !== null && (
          <>
            <progress value={progress} max={1} aria-label="Proposals drawn" />
            <button type="button" className="button" onClick={stop}>
              Cancel
            </button>
          </>
        )}
      </div>
      <ul className="mt-2 grid grid-cols-3 gap-2">
        {variants.map((v, i) => {
          const f = found.get(v.id);
          return (
            <li key={v.id}>
              <button
                type="button"
                className="block w-full border border-ink/30 bg-sheet text-left hover:border-ink disabled:opacity-50"
                disabled={!f}
                onClick={() => onPick(v)}
                aria-label={`Take proposal ${i + 1}`}
              >
                <span className="block" style={{ aspectRatio: `${1 / shape}` }}>
                  <FaceCanvas face={f?.face} label={`Proposal ${i + 1}`} />
                </span>
                <span className="block px-1 text-[12px] text-muted">{f ? `lines ${mm(f.lineMm)}` : "…"}</span>
              </button>
            </li>
          );
        })}
      </ul>
    </div>
  );
}
