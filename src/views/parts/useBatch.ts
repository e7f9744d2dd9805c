import { useMemo } from "react";
import { readPlan } from "../../core/document/read";
import { afterBench, type BenchEvent } from "../../core/document/record";
import type { Plan } from "../../core/document/schema";
import { cutTo } from "../../core/units/text";
import { lastKnown } from "./kept";
import type { StoredBatch } from "./stored";
import { type DocumentKind, type OpenDocument, useDocument } from "./useDocument";

export interface OpenBatch extends Omit<OpenDocument<Plan>, "document" | "replace" | "saver"> {
  plan: Plan;
  /** Takes what happened at the bench into the document and saves it at once; not part of undo. `make` is given the plan as it stands. */
  happen(make: BenchEvent | ((plan: Plan) => BenchEvent)): void;
  settle(choice: "mine" | "theirs" | "both"): Promise<void>;
}

const batchKind = (id: string): DocumentKind<Plan> => ({
  key: id,
  url: `/api/batches/${id}`,
  bodyOf: (plan) => plan,
  storedOf: (answer) => answer as StoredBatch,
  read: (value) => {
    const read = readPlan(value);
    return read.ok ? { ok: true, document: read.plan } : { ok: false, message: read.problems[0].message };
  },
  isOf: (change) => change.kind === "batch" && change.id === id,
  isKept: true,
});

/** One open batch: its history, and its saving. */
export function useBatch(initial: StoredBatch): OpenBatch {
  const kind = useMemo(() => batchKind(initial.id), [initial.id]);
  const start = useMemo(() => {
    const known = lastKnown<Plan, StoredBatch>(initial.id, initial);
    // What a newer Tundish kept may be more than this page can read.
    return readPlan(known.document).ok ? known : initial;
  }, [initial]);
  const { document: plan, replace, saver, ...open } = useDocument(kind, start);
  return {
    ...open,
    plan,
    happen: (make) => replace((p) => afterBench(p, typeof make === "function" ? make(p) : make)),
    async settle(choice) {
      if (open.saveState.kind !== "conflict") return;
      const { current: theirs, mine } = open.saveState;
      if (choice === "mine") return saver.settle(theirs.version, mine);
      if (choice === "both") {
        const copy = { ...mine, title: `${cutTo(100, mine.title)} (my version)` };
        const made = await fetch("/api/batches", {
          method: "POST",
          headers: { "content-type": "application/json" },
          body: JSON.stringify(copy),
        }).catch(() => null);
        if (!made?.ok) return;
      }
      saver.discard();
      location.reload();
    },
  };
}
