import type { Stored } from "./stored";

/** What the server acknowledged last of the documents that were open here, for pages that come from this browser's own store while the server is away. */
const PREFIX = "tundish.kept.";
const MOST_KEPT = 6;

interface Kept {
  version: number;
  updatedAt: string;
  document: unknown;
  atMs: number;
}

const keptAt = (name: string): number => (JSON.parse(localStorage.getItem(name) ?? "{}") as Partial<Kept>).atMs ?? 0;

/** Keeps what was acknowledged; of many documents only the newest. */
export function keep(key: string, { version, updatedAt, document }: Stored<unknown>): void {
  try {
    const kept: Kept = { version, updatedAt, document, atMs: Date.now() };
    localStorage.setItem(PREFIX + key, JSON.stringify(kept));
    const names = Object.keys(localStorage).filter((n) => n.startsWith(PREFIX));
    if (names.length <= MOST_KEPT) return;
    names.sort((a, b) => keptAt(b) - keptAt(a));
    for (const name of names.slice(MOST_KEPT)) localStorage.removeItem(name);
  } catch {
    // A full or forbidden browser store keeps nothing.
  }
}

/** True where this page was answered by the browser's own store, because the server was away. */
export const isPageKept = (): boolean =>
  typeof document !== "undefined" && document.documentElement.dataset.kept !== undefined;

/** What is known last of a document: on a page out of the browser's store what was acknowledged after that page was made. */
export function lastKnown<D, S extends Stored<D>>(key: string, initial: S): S {
  if (!isPageKept()) return initial;
  try {
    const kept = JSON.parse(localStorage.getItem(PREFIX + key) ?? "null") as Kept | null;
    if (kept && kept.version > initial.version) return { ...initial, ...kept, document: kept.document as D };
  } catch {
    // A forbidden or broken browser store holds nothing.
  }
  return initial;
}
