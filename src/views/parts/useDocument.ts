import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import { applyEdit, type Edit } from "../../core/document/edits/edit";
import { type History, push, redo, seal, startHistory, undo } from "../../core/document/edits/history";
import type { Change } from "../../core/practice/change";
import { UNDO_KEYS } from "../keys/screens";
import { useKeys } from "../keys/useKeys";
import { follow } from "./follow";
import { readDraft, type SavePlace, Saver, type SaveState, sameDocument } from "./saver";
import type { Stored } from "./stored";

/** One open document: edited in place, undone and redone, saved by itself. */
export interface OpenDocument<D extends object> {
  document: D;
  saveState: SaveState<D>;
  canUndo: boolean;
  canRedo: boolean;
  /** Applies an edit; edits of one `mergeKey` in a row are one undo, one without is an undo of its own. Null: done. Text: why it cannot be; then nothing has changed. */
  edit(edit: Edit, mergeKey?: string): string | null;
  /** Sets one field. Typing into the same field in a row is one undo. */
  set(path: readonly string[], value: unknown): string | null;
  undo(): void;
  redo(): void;
  /** Ends the merging of edits into one undo. */
  seal(): void;
  /** Takes a new state that is not part of undo, and saves it at once. */
  replace(change: (document: D) => D): void;
  /** Shows a new state that is saved by other ways. */
  show(change: (document: D) => D): void;
  flush(): Promise<boolean>;
  saver: Saver<D>;
}

export interface DocumentKind<D> extends SavePlace<D> {
  /** Checks a document as the server will. */
  read: (value: unknown) => { ok: true; document: D } | { ok: false; message: string };
  /** Whether a change that is heard of may be one of this document. */
  isOf: (change: Change) => boolean;
  /** Puts over a document from the server what is noted here and not acknowledged yet. */
  over?: (document: D) => D;
  /** Why an edit cannot be made any more, or not yet; null where it can. */
  refuses?: (before: D, now: D) => string | null;
}

/** `edit`, `set`, `undo`, `redo` and `seal` stay the same functions while the document is open. `kind` must stay the same object. */
export function useDocument<D extends object>(kind: DocumentKind<D>, initial: Stored<D>): OpenDocument<D> {
  const [history, setHistory] = useState<History<D>>(() => startHistory(initial.document));
  const [saveState, setSaveState] = useState<SaveState<D>>({ kind: "saved", at: null });
  const current = useRef(history);
  const adopt = useCallback((next: History<D>) => {
    current.current = next;
    setHistory(next);
  }, []);
  const saver = useMemo(() => {
    const take = (stored: Stored<D>) => {
      const read = kind.read(stored.document);
      if (!read.ok) return;
      const document = kind.over?.(read.document) ?? read.document;
      if (!sameDocument(document, current.current.document)) adopt(startHistory(document));
    };
    return new Saver<D>(kind, initial.version, setSaveState, take);
  }, [kind, initial.version, adopt]);
  useEffect(
    () =>
      follow((heard) => {
        if (heard.kind === "listening") saver.heard();
        else if (kind.isOf(heard.change)) saver.heard(heard.change.version || undefined);
      }),
    [saver, kind],
  );

  useEffect(() => {
    const draft = readDraft<D>(kind.key);
    const read = draft && kind.read(draft.document);
    if (!draft || !read?.ok || sameDocument(read.document, initial.document)) {
      saver.discard();
      return;
    }
    adopt(startHistory(read.document));
    // Whether what was saved meanwhile stands against it the server says.
    saver.settle(draft.version, read.document);
  }, [saver, initial, adopt, kind]);

  const change = useCallback(
    (next: History<D>) => {
      if (next === current.current) return;
      const isChanged = next.document !== current.current.document;
      adopt(next);
      if (isChanged) saver.save(next.document);
    },
    [adopt, saver],
  );

  const edit = useCallback(
    (e: Edit, mergeKey?: string) => {
      const tried = applyEdit(current.current.document, e);
      if (!tried.ok) return tried.reason;
      const read = kind.read(tried.document);
      if (!read.ok) return read.message;
      const refused = kind.refuses?.(current.current.document, read.document) ?? null;
      if (refused !== null) return refused;
      change(push(current.current, e, mergeKey ?? null));
      return null;
    },
    [change, kind],
  );

  useEffect(() => {
    const warn = (event: BeforeUnloadEvent) => {
      if (readDraft(kind.key)) {
        void saver.flush();
        event.preventDefault();
      }
    };
    window.addEventListener("beforeunload", warn);
    return () => window.removeEventListener("beforeunload", warn);
  }, [saver, kind]);

  const set = useCallback(
    (path: readonly string[], value: unknown) => edit({ kind: "set", path, value }, path.join(".")),
    [edit],
  );
  const undoLast = useCallback(() => change(undo(current.current)), [change]);
  const redoLast = useCallback(() => change(redo(current.current)), [change]);
  const sealLast = useCallback(() => adopt(seal(current.current)), [adopt]);

  return {
    document: history.document,
    saveState,
    canUndo: history.undo.length > 0,
    canRedo: history.redo.length > 0,
    edit,
    set,
    undo: undoLast,
    redo: redoLast,
    seal: sealLast,
    replace(update) {
      const document = update(current.current.document);
      if (document === current.current.document) return;
      adopt({ ...current.current, document });
      saver.save(document, true);
    },
    show(update) {
      const document = update(current.current.document);
      if (document !== current.current.document) adopt({ ...current.current, document });
    },
    flush: () => saver.flush(),
    saver,
  };
}

/** Undo and redo by key, for the whole page. */
export function useUndoKeys(undo: () => void, redo: () => void, isOff = false): void {
  useKeys(UNDO_KEYS, { undo, redo }, isOff);
}
