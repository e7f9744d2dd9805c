import { useEffect, useRef, useState } from "react";
import type { Picture } from "../../core/cut/picture";
import type { Proposal } from "../../core/cut/propose";
import type { Plan } from "../../core/document/schema";
import type { Design } from "../../core/swirl/design";
import { portionOf } from "../../core/techniques/operations/registry";
import type { CutAnswer, CutJob } from "../../workers/cutProtocol";

/** Indices of the colours that are poured into a mould. */
const pouredInto = (plan: Pick<Plan, "portions" | "operations">, mouldId: string): number[] => {
  const ids = new Set(plan.operations.filter((o) => o.mouldId === mouldId).map(portionOf));
  return plan.portions.flatMap((p, i) => (ids.has(p.id) ? [i] : []));
};

/** What each way to cut would show, worked out beside the page; null until it is known of this very list. */
export function useCutPictures(
  plan: Plan,
  mouldId: string,
  design: Design | null,
  list: readonly Proposal[] | null,
): readonly Picture[] | null {
  const [known, setKnown] = useState<{ list: readonly Proposal[]; design: Design; pictures: Picture[] } | null>(null);
  const worker = useRef<Worker | null>(null);
  const generation = useRef(0);
  useEffect(
    () => () => {
      worker.current?.terminate();
      worker.current = null;
    },
    [],
  );
  const poured = pouredInto(plan, mouldId).join();
  useEffect(() => {
    if (!design || !list) return;
    worker.current ??= new Worker(new URL("../../workers/cut.worker.ts", import.meta.url), { type: "module" });
    const own = ++generation.current;
    worker.current.onmessage = ({ data }: MessageEvent<CutAnswer>) => {
      performance.mark("cut:pictures", { detail: data.afterMs });
      if (data.generation === own) setKnown({ list, design, pictures: data.pictures });
    };
    const job: CutJob = {
      ...{ generation: own, design, poured: poured === "" ? [] : poured.split(",").map(Number) },
      ways: list.map((p) => ({ bars: p.up.bars })),
    };
    worker.current.postMessage(job);
  }, [design, list, poured]);
  return known && known.list === list && known.design === design ? known.pictures : null;
}
