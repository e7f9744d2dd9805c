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

/** Keys of the whole screen, as its table names them; nothing while a dialog of its own is open. */
export function useKeys<Id extends string>(keymap: Keymap<Id>, acts: Acts<Id>, isOff = false): void {
  useEffect(() => {
    if (isOff) return;
    const onKey = (e: KeyboardEvent) => {
      if (e.target instanceof HTMLElement && e.target.closest("dialog")) return;
      act(keymap, acts, e);
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  });
}
