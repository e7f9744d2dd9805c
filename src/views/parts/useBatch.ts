import { useMemo } from "react";
import { readPlan } from "../../core/plan/read";
import type { Plan } from "../../core/plan/schema";
import { cutTo } from "../../core/units/text";
import type { StoredBatch } from "./saver";
import { type DocumentKind, type OpenDocument, useDocument } from "./useDocument";

export interface OpenBatch extends Omit<OpenDocument<Plan>, "document" | "replace" | "saver"> {
  plan: Plan;
  /** Changes the record of the pour and saves it at once; not part of undo. */
  record(change: (record: Plan["record"]) => Plan["record"]): void;
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
});

/** One open batch: its history, and its saving. */
export function useBatch(initial: StoredBatch): OpenBatch {
  const kind = useMemo(() => batchKind(initial.id), [initial.id]);
  const { document: plan, replace, saver, ...open } = useDocument(kind, initial);
  return {
    ...open,
    plan,
    record: (update) => replace((p) => ({ ...p, record: update(p.record) })),
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
