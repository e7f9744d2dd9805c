import type { Plan } from "../schema";
import { applyEdit, type Edit } from "./edit";

/** A plan with what leads back and forth. `mergeKey` of the newest entry lets typing into one field be one undo. */
export interface History {
  plan: Plan;
  undo: { inverse: Edit; mergeKey: string | null }[];
  redo: Edit[];
}

const MOST_UNDOS = 300;

export const startHistory = (plan: Plan): History => ({ plan, undo: [], redo: [] });

/** Applies an edit. Edits with the same merge key in a row are undone together. A failing edit changes nothing. */
export function push(history: History, edit: Edit, mergeKey: string | null = null): History {
  const result = applyEdit(history.plan, edit);
  if (!result.ok) return history;
  const last = history.undo.at(-1);
  const isMerged = mergeKey !== null && last?.mergeKey === mergeKey;
  const undo = isMerged
    ? [
        ...history.undo.slice(0, -1),
        { inverse: { kind: "all", edits: [result.inverse, last.inverse] } as Edit, mergeKey },
      ]
    : [...history.undo, { inverse: result.inverse, mergeKey }];
  return { plan: result.plan, undo: undo.slice(-MOST_UNDOS), redo: [] };
}

export function undo(history: History): History {
  const last = history.undo.at(-1);
  if (!last) return history;
  const result = applyEdit(history.plan, last.inverse);
  if (!result.ok) return history;
  return { plan: result.plan, undo: history.undo.slice(0, -1), redo: [...history.redo, result.inverse] };
}

export function redo(history: History): History {
  const last = history.redo.at(-1);
  if (!last) return history;
  const result = applyEdit(history.plan, last);
  if (!result.ok) return history;
  return {
    plan: result.plan,
    undo: [...history.undo, { inverse: result.inverse, mergeKey: null }],
    redo: history.redo.slice(0, -1),
  };
}

/** Ends the merging of edits: the next edit with the same key starts a new undo. */
export function seal(history: History): History {
  const last = history.undo.at(-1);
  return last ? { ...history, undo: [...history.undo.slice(0, -1), { ...last, mergeKey: null }] } : history;
}
