import { applyEdit, type Edit } from "./edit";

/** A document with what leads back and forth. `mergeKey` of the newest entry lets typing into one field be one undo. */
export interface History<D extends object> {
  document: D;
  undo: { inverse: Edit; mergeKey: string | null }[];
  redo: Edit[];
}

const MOST_UNDOS = 300;

export const startHistory = <D extends object>(document: D): History<D> => ({ document, undo: [], redo: [] });

/** Applies an edit. Edits with the same merge key in a row are undone together. A failing edit changes nothing. */
export function push<D extends object>(history: History<D>, edit: Edit, mergeKey: string | null = null): History<D> {
  const result = applyEdit(history.document, edit);
  if (!result.ok) return history;
  const last = history.undo.at(-1);
  const isMerged = mergeKey !== null && last?.mergeKey === mergeKey;
  const undo = isMerged
    ? [
        ...history.undo.slice(0, -1),
        { inverse: { kind: "all", edits: [result.inverse, last.inverse] } as Edit, mergeKey },
      ]
    : [...history.undo, { inverse: result.inverse, mergeKey }];
  return { document: result.document, undo: undo.slice(-MOST_UNDOS), redo: [] };
}

export function undo<D extends object>(history: History<D>): History<D> {
  const last = history.undo.at(-1);
  if (!last) return history;
  const result = applyEdit(history.document, last.inverse);
  if (!result.ok) return history;
  return { document: result.document, undo: history.undo.slice(0, -1), redo: [...history.redo, result.inverse] };
}

export function redo<D extends object>(history: History<D>): History<D> {
  const last = history.redo.at(-1);
  if (!last) return history;
  const result = applyEdit(history.document, last);
  if (!result.ok) return history;
  return {
    document: result.document,
    undo: [...history.undo, { inverse: result.inverse, mergeKey: null }],
    redo: history.redo.slice(0, -1),
  };
}

/** Ends the merging of edits: the next edit with the same key starts a new undo. */
export function seal<D extends object>(history: History<D>): History<D> {
  const last = history.undo.at(-1);
  return last ? { ...history, undo: [...history.undo.slice(0, -1), { ...last, mergeKey: null }] } : history;
}
