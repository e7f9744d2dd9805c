import type { Change } from "../core/practice/change";
import type { Heard } from "./followProtocol";

/** After a refusal, such as of a device that is not paired, the stream is tried again this much later, ms. */
const AGAIN_MS = 5000;
/** Where there was no server to begin with, ms: a stream that stood comes back as soon as its server told it to. */
const NOBODY_MS = 1000;

/** Follows the server's changes until what it gives is called. After each break it says that it is listening again. */
export function followStream(tell: (heard: Heard) => void, Source: typeof EventSource = EventSource): () => void {
  let source: EventSource;
  let timer: ReturnType<typeof setTimeout> | undefined;
  const open = () => {
    let hasStood = false;
    source = new Source("/api/changes");
    source.onopen = () => {
      hasStood = true;
      tell({ kind: "listening" });
    };
    source.onmessage = (event) => tell({ kind: "change", change: JSON.parse(event.data) as Change });
    source.onerror = () => {
      // Where a connection is only lost the browser comes back by itself; after a refusal it does not, and where none ever stood it takes its time.
      const isRefused = source.readyState === Source.CLOSED;
      if (hasStood && !isRefused) return;
      source.close();
      timer = setTimeout(open, isRefused ? AGAIN_MS : NOBODY_MS);
    };
  };
  open();
  return () => {
    clearTimeout(timer);
    source.close();
  };
}
