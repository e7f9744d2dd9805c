import { useSyncExternalStore } from "react";

/** Longest that a page which is never at rest waits with what it can do without at first, ms. */
const LATEST_MS = 1000;

let isCalm = false;
const listeners = new Set<() => void>();

/** Does now what waits for the page to be at rest. */
export function becomeCalm(): void {
  if (isCalm) return;
  isCalm = true;
  for (const listener of listeners) listener();
}

function listen(listener: () => void): () => void {
  listeners.add(listener);
  if (typeof requestIdleCallback === "undefined") becomeCalm();
  else if (listeners.size === 1) requestIdleCallback(becomeCalm, { timeout: LATEST_MS });
  return () => listeners.delete(listener);
}

/** False while a page is written and comes alive, true once it is at rest: what nobody can have pressed yet may wait for it. */
export const useCalm = (): boolean =>
  useSyncExternalStore(
    listen,
    () => isCalm,
    () => false,
  );
