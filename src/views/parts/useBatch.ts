import { useEffect, useMemo, useRef, useState } from "react";
import type { BenchEvent } from "../../core/document/logSchema";
import { readPlan } from "../../core/document/read";
import { afterBench, instantOf } from "../../core/document/record";
import type { Plan, PlanRecord } from "../../core/document/schema";
import { underwayRefuses } from "../../core/document/underway";
import { cutTo } from "../../core/units/text";
import { lastKnown } from "./kept";
import { eventId, NOTHING_WAITS, Outbox, waitingEvents } from "./outbox";
import type { SaveState } from "./saver";
import type { StoredBatch } from "./stored";
import { type DocumentKind, type OpenDocument, useDocument } from "./useDocument";

/** What happened at the bench, without what the page adds to it: its id, its instant and who noted it. */
type Noted<E = BenchEvent> = E extends BenchEvent ? Omit<E, "id" | "at" | "by"> : never;

export interface OpenBatch extends Omit<OpenDocument<Plan>, "document" | "replace" | "show" | "saver"> {
  plan: Plan;
  /** Notes what happened at the bench, at once and not part of undo; gives the id of the event. @param by who noted it; empty where that is not known */
  happen(event: Noted, by?: string): string;
  /** Says in the book how it came out; not part of undo. */
  judge(change: Partial<Pick<PlanRecord, "rating" | "verdict" | "teachesPace">>): void;
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
  over: (plan) => afterBench(plan, ...waitingEvents(id)),
  refuses: underwayRefuses,
  hasMore: (answered, sent) => answered.record.log.length !== sent.record.log.length,
});

/** What is noted and not acknowledged stands before how the document is saved. */
function saveStateOf(open: SaveState<Plan>, { waiting, trouble, isRefused }: typeof NOTHING_WAITS): SaveState<Plan> {
  if (waiting === 0 || open.kind === "conflict" || open.kind === "refused") return open;
  if (isRefused) return { kind: "refused", message: trouble };
  return trouble ? { kind: "retrying", message: trouble } : { kind: "saving" };
}

/** One open batch: its history, its saving, and what is noted of its pour. */
export function useBatch(initial: StoredBatch): OpenBatch {
  const kind = useMemo(() => batchKind(initial.id), [initial.id]);
  const start = useMemo(() => {
    const known = lastKnown<Plan, StoredBatch>(initial.id, initial);
    // What the server has just answered was read by it; what a newer Tundish kept may be more than this page can read.
    return known === initial || readPlan(known.document).ok ? known : initial;
  }, [initial]);
  const { document: plan, replace, show, saver, ...open } = useDocument(kind, start);
  const [sending, setSending] = useState(NOTHING_WAITS);
  const outbox = useMemo(
    () =>
      typeof localStorage === "undefined"
        ? null
        : new Outbox(initial.id, setSending, (answer) => saver.took(kind.storedOf(answer))),
    [initial.id, kind, saver],
  );
  const latest = useRef(show);
  latest.current = show;
  useEffect(() => {
    // What was noted here before the page was left, with the server away.
    if (!outbox || outbox.waiting.length === 0) return;
    latest.current((p) => afterBench(p, ...outbox.waiting));
    void outbox.flush();
  }, [outbox]);
  useEffect(() => {
    const warn = (event: BeforeUnloadEvent) => {
      if (outbox && outbox.waiting.length > 0) event.preventDefault();
    };
    window.addEventListener("beforeunload", warn);
    return () => window.removeEventListener("beforeunload", warn);
  }, [outbox]);
  return {
    ...open,
    plan,
    saveState: saveStateOf(open.saveState, sending),
    happen(what, by = "") {
      const id = eventId();
      show((p) => {
        const at = instantOf(p, Date.now(), "eventId" in what ? what.eventId : null);
        const event = { ...what, id, at, by } as BenchEvent;
        outbox?.add(event);
        return afterBench(p, event);
      });
      return id;
    },
    judge: (change) => replace((p) => ({ ...p, record: { ...p.record, ...change } })),
    async flush() {
      const isSent = outbox ? await outbox.flush() : true;
      return (await open.flush()) && isSent;
    },
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
