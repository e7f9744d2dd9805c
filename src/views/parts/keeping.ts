import { useEffect, useState } from "react";

/** Where a browser allows it: not on a page that came unencrypted from another machine. */
export const canKeep = (): boolean => import.meta.env.PROD && "serviceWorker" in navigator;

/** Puts the service worker of the present version in place; the browser alone would look for a newer one only now and then. */
export async function keepThisVersion(): Promise<void> {
  if (!canKeep()) return;
  try {
    const known = await navigator.serviceWorker.getRegistration();
    if (known) await known.update();
    else await navigator.serviceWorker.register("/sw.js");
  } catch {
    // The server is away, or this browser forbids it: what is kept stays as it is.
  }
}

/** Has pages kept; true once they are. */
export async function keepPages(paths: readonly string[]): Promise<boolean> {
  if (!canKeep()) return false;
  const { active } = await navigator.serviceWorker.ready;
  if (!active) return false;
  const { port1, port2 } = new MessageChannel();
  const answered = new Promise<boolean>((done) => {
    port1.onmessage = ({ data }) => done(data === true);
  });
  active.postMessage({ keep: paths }, [port2]);
  return answered;
}

/** Has pages kept for the time when the server is away; null until it is known whether they are. */
export function useKeptPages(...paths: string[]): boolean | null {
  const [isKept, setKept] = useState<boolean | null>(null);
  const list = paths.join("\n");
  useEffect(() => {
    keepPages(list.split("\n")).then(setKept, () => setKept(false));
  }, [list]);
  return isKept;
}
