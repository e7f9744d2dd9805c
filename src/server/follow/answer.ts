import { forgetDevices } from "../access/admit";
import { database } from "../database";
import { problem } from "../problem";
import { Hub } from "./hub";

/** A stream is ended after this time, so that what a deaf reader leaves behind does not pile up; it comes back by itself. */
const LONGEST_MS = Number(process.env.TUNDISH_STREAM_MS ?? 5 * 60_000);
/** A line without meaning, sent so that nobody on the way takes the stream for dead. */
const BEAT_MS = 15_000;
/** How soon a stream that ended comes back, ms. */
const RETRY_MS = 1000;

/** Held on globalThis so that a development reload does not listen twice. */
const holder = globalThis as { tundishHub?: Promise<Hub> };

/** The hub of this process. */
export function hub(): Promise<Hub> {
  holder.tundishHub ??= database().then((open) => new Hub(open, forgetDevices));
  return holder.tundishHub;
}

const encoder = new TextEncoder();

/** A stream of server-sent events: every change that is committed from now on. Who comes back after a break looks anew at what it shows. */
export async function changesAnswer(request: Request): Promise<Response> {
  let leave: (() => void) | null = null;
  let isEnded = false;
  let controller!: ReadableStreamDefaultController<Uint8Array>;
  const timers: NodeJS.Timeout[] = [];
  const end = () => {
    if (isEnded) return;
    isEnded = true;
    leave?.();
    for (const timer of timers) clearTimeout(timer);
    try {
      controller.close();
    } catch {
      // The reader has closed it already.
    }
  };
  const stream = new ReadableStream<Uint8Array>({
    start(own) {
      controller = own;
    },
    cancel: end,
  });
  const write = (text: string) => {
    if (isEnded) return;
    try {
      controller.enqueue(encoder.encode(text));
    } catch {
      end();
    }
  };
  leave = await (await hub()).follow({ tell: (change) => write(`data: ${JSON.stringify(change)}\n\n`), end });
  if (!leave) {
    const answer = problem(503, "Busy", "Too many pages follow this studio at once. Please try again in a moment.");
    answer.headers.set("retry-after", "5");
    return answer;
  }
  timers.push(
    setInterval(() => write(": \n\n"), BEAT_MS),
    setTimeout(end, LONGEST_MS),
  );
  for (const timer of timers) timer.unref();
  request.signal.addEventListener("abort", end, { once: true });
  write(`retry: ${RETRY_MS}\n\n`);
  // Whoever hung up before the stream stood is not heard to do so any more.
  if (request.signal.aborted) end();
  return new Response(stream, {
    headers: { "content-type": "text/event-stream", "cache-control": "no-store, no-transform" },
  });
}
