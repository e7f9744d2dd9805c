import { useEffect } from "react";
import { type Keymap, meaningOf, type Pressed } from "./keymap";

type Act<E> = (e: E) => unknown;
export type Acts<Id extends string, E = KeyboardEvent> = Partial<Record<Id, Act<E>>>;

/** Does what a press means; true where it meant something. An act that answers false did not take it. */
export function act<Id extends string, E extends Pressed & { preventDefault(): void }>(
  keymap: Keymap<Id>,
  acts: Acts<Id, E>,
  e: E,
): boolean {
  const meaning = meaningOf(keymap, e);
  const does = meaning === null ? undefined : acts[meaning];
  if (!does || does(e) === false) return false;
  e.preventDefault();
  return true;
}

/** Keys that a field takes for itself: what is typed, and what moves in it. */
const isForField = (e: Pressed): boolean =>
  !e.ctrlKey && !e.metaKey && (e.key.length === 1 || /^(Arrow|Home|End|Page|Backspace|Delete)/.test(e.key));
const FIELDS =
  "textarea, select, [contenteditable], input:not([type=checkbox], [type=radio], [type=range], [type=button])";

/** Keys of the whole screen, as its table names them; nothing while a dialog of its own is open, and nothing of what is typed into a field. */
export function useKeys<Id extends string>(keymap: Keymap<Id>, acts: Acts<Id>, isOff = false): void {
  useEffect(() => {
    if (isOff) return;
    const onKey = (e: KeyboardEvent) => {
      const target = e.target instanceof HTMLElement ? e.target : null;
      if (target?.closest("dialog") || (isForField(e) && target?.closest(FIELDS))) return;
      act(keymap, acts, e);
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  });
}
