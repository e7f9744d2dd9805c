import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import type { Edit } from "../../core/plan/edits/edit";
import { applyEdit } from "../../core/plan/edits/edit";
import { type History, push, redo, seal, startHistory, undo } from "../../core/plan/edits/history";
import { readPlan } from "../../core/plan/read";
import type { Plan } from "../../core/plan/schema";
import { readDraft, Saver, type SaveState, type StoredBatch } from "./saver";

export interface OpenBatch {
  plan: Plan;
  saveState: SaveState;
  canUndo: boolean;
  canRedo: boolean;
  /** Applies an edit. Null: done. Text: why it cannot be; then nothing has changed. */
  edit(edit: Edit, mergeKey?: string): string | null;
  /** Sets one field. Typing into the same field in a row is one undo. */
  set(path: readonly string[], value: unknown): string | null;
  undo(): void;
  redo(): void;
  /** Ends the merging of edits into one undo. */
  seal(): void;
  /** Changes the record of the pour and saves it at once; not part of undo. */
  record(change: (record: Plan["record"]) => Plan["record"]): void;
  flush(): Promise<boolean>;
  settle(choice: "mine" | "theirs" | "both"): Promise<void>;
}

/** One open batch: its history, and its saving. `edit`, `set`, `undo`, `redo` and `seal` stay the same functions. */
export function useBatch(initial: StoredBatch): OpenBatch {
  const [history, setHistory] = useState<History>(() => startHistory(initial.document));
  const [saveState, setSaveState] = useState<SaveState>({ kind: "saved", at: null });
  const saver = useMemo(() => new Saver(initial.id, initial.version, setSaveState), [initial.id, initial.version]);
  const current = useRef(history);
  const adopt = useCallback((next: History) => {
    current.current = next;
    setHistory(next);
  }, []);

  useEffect(() => {
    const draft = readDraft(initial.id);
    const read = draft && readPlan(draft.document);
    if (!draft || !read?.ok || JSON.stringify(read.plan) === JSON.stringify(initial.document)) {
      saver.discard();
      return;
    }
    adopt(startHistory(read.plan));
    if (draft.version === initial.version) saver.save(read.plan, true);
    else saver.reportConflict(initial, read.plan);
  }, [saver, initial, adopt]);

  const change = useCallback(
    (next: History) => {
      if (next === current.current) return;
      const isChanged = next.plan !== current.current.plan;
      adopt(next);
      if (isChanged) saver.save(next.plan);
    },
    [adopt, saver],
  );

  const edit = useCallback(
    (e: Edit, mergeKey?: string) => {
      const tried = applyEdit(current.current.plan, e);
      if (!tried.ok) return tried.reason;
      const read = readPlan(tried.plan);
      if (!read.ok) return read.problems[0].message;
      change(push(current.current, e, mergeKey ?? null));
      return null;
    },
    [change],
  );

  useEffect(() => {
    const warn = (event: BeforeUnloadEvent) => {
      if (readDraft(initial.id)) {
        void saver.flush();
        event.preventDefault();
      }
    };
    window.addEventListener("beforeunload", warn);
    return () => window.removeEventListener("beforeunload", warn);
  }, [saver, initial.id]);

  const set = useCallback(
    (path: readonly string[], value: unknown) => edit({ kind: "set", path, value }, path.join(".")),
    [edit],
  );
  const undoLast = useCallback(() => change(undo(current.current)), [change]);
  const redoLast = useCallback(() => change(redo(current.current)), [change]);
  const sealLast = useCallback(() => adopt(seal(current.current)), [adopt]);

  return {
    plan: history.plan,
    saveState,
    canUndo: history.undo.length > 0,
    canRedo: history.redo.length > 0,
    edit,
    set,
    undo: undoLast,
    redo: redoLast,
    seal: sealLast,
    record(update) {
      const plan = { ...current.current.plan, record: update(current.current.plan.record) };
      adopt({ ...current.current, plan });
      saver.save(plan, true);
    },
    flush: () => saver.flush(),
    async settle(choice) {
      if (saveState.kind !== "conflict") return;
      const { current: theirs, mine } = saveState;
      if (choice === "mine") return saver.settle(theirs.version, mine);
      if (choice === "both") {
        const copy = { ...mine, title: `${mine.title.slice(0, 100)} (my version)` };
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
