import { useEffect, useRef } from "react";
import { type Heard, LEAVING } from "../../workers/followProtocol";
import { followStream } from "../../workers/followStream";

const hearers = new Set<(heard: Heard) => void>();
const tellAll = (heard: Heard) => {
  for (const hear of hearers) hear(heard);
};
let isStarted = false;

/** Follows through the worker that all pages of this browser share. */
function followShared(): void {
  let port: MessagePort | null = null;
  const join = () => {
    const worker = new SharedWorker(new URL("../../workers/follow.shared.ts", import.meta.url), { type: "module" });
    port = worker.port;
    port.onmessage = ({ data }) => tellAll(data as Heard);
  };
  join();
  addEventListener("pagehide", () => port?.postMessage(LEAVING));
  // A page that the browser had put aside and shows again.
  addEventListener("pageshow", (event) => event.persisted && join());
}

/** Where pages cannot share a worker each follows by itself, while it is seen. */
function followAlone(): void {
  let stop: (() => void) | null = null;
  const look = () => {
    if (document.visibilityState === "visible") stop ??= followStream(tellAll);
    else {
      stop?.();
      stop = null;
    }
  };
  look();
  document.addEventListener("visibilitychange", look);
}

/** Hears of everything that is saved in this studio, by any page, device or process, until what it gives is called. */
export function follow(hear: (heard: Heard) => void): () => void {
  hearers.add(hear);
  if (!isStarted) {
    isStarted = true;
    if (typeof SharedWorker === "function") followShared();
    else followAlone();
  }
  return () => hearers.delete(hear);
}

/** How long after the last change a list is fetched anew, ms: many come together. */
const SETTLE_MS = 250;

/** Calls back once what may concern a list has changed and settled. */
export function useFollowed(isMine: (heard: Heard) => boolean, look: () => void): void {
  const now = useRef({ isMine, look });
  now.current = { isMine, look };
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout> | undefined;
    const stop = follow((heard) => {
      if (!now.current.isMine(heard)) return;
      clearTimeout(timer);
      timer = setTimeout(() => now.current.look(), SETTLE_MS);
    });
    return () => {
      clearTimeout(timer);
      stop();
    };
  }, []);
}
