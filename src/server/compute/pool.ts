import { availableParallelism } from "node:os";
import { setTimeout } from "node:timers/promises";
import { Tinypool } from "tinypool";
import { problem } from "../problem";
import { type PageDone, type PageJob, runPageJob } from "./figures";
import { type Done, type Job, runJob } from "./jobs";
import threadFile from "./thread?thread";

/** Longest that a job may take, its turn in the queue included, ms. */
const DEADLINE_MS = Number(process.env.TUNDISH_DEADLINE_MS ?? 15_000);
/** Jobs that may wait for their turn. */
const MOST_WAITING = 40;
const THREADS = Math.max(1, Math.min(4, availableParallelism() - 1));

/** Jobs of two lanes, each with threads of its own: what takes seconds never stands before what takes a moment. */
type Lane = "short" | "long";
const laneOf = (job: Job): Lane => (job.kind === "chances" ? "long" : "short");

/** Held on globalThis so that a development reload does not start threads anew. */
const holder = globalThis as { tundishPools?: Partial<Record<Lane, Tinypool>> };

function pool(filename: string, lane: Lane): Tinypool {
  holder.tundishPools ??= {};
  holder.tundishPools[lane] ??= new Tinypool({
    filename,
    minThreads: lane === "short" ? 1 : 0,
    maxThreads: lane === "short" ? 1 : THREADS,
    maxQueue: MOST_WAITING,
    idleTimeout: 60_000,
  });
  return holder.tundishPools[lane];
}

/** Starts the first thread, so that the first asker does not wait for it. */
export const warmUp = (): void => {
  if (threadFile) pool(threadFile, "short");
};

const busy = (detail: string) => {
  const answer = problem(503, "Busy", detail);
  answer.headers.set("retry-after", "5");
  return answer;
};

/** Does a job in a worker thread: others are answered meanwhile, and it ends when its asker hangs up or its time is over. */
export async function compute(
  job: Job,
  request: Request,
): Promise<{ ok: true; value: Done } | { ok: false; answer: Response }> {
  if (!threadFile) return { ok: true, value: runJob(job) };
  const deadline = AbortSignal.timeout(DEADLINE_MS);
  try {
    const signal = AbortSignal.any([request.signal, deadline]);
    return { ok: true, value: await pool(threadFile, laneOf(job)).run(job, { signal }) };
  } catch (error) {
    if (deadline.aborted)
      return {
        ok: false,
        answer: busy(`This took longer than ${DEADLINE_MS / 1000} s and was given up; nothing was changed.`),
      };
    if (request.signal.aborted) return { ok: false, answer: busy("The asker hung up.") };
    if (/queue/i.test((error as Error).message))
      return { ok: false, answer: busy("Too much is being worked out at once. Please try again in a few seconds.") };
    throw error;
  }
}

export type PageFigures = Extract<PageDone, { kind: "figures" }>;

/** Longest that a page waits for what is worked out for it, ms: then the browser does it. */
const PAGE_MS = 1000;

/**
 * Works out what a page is written with. What takes longer than a page waits is worked out to its end all the same: the next page finds it kept.
 * @param onDone is given what came of it, whether the page has waited or not
 * @returns null where the page has waited long enough, or nothing can be worked out just now
 */
export async function computeForPage<J extends PageJob>(
  job: J,
  onDone: (done: Extract<PageDone, { kind: J["kind"] }>) => void,
): Promise<Extract<PageDone, { kind: J["kind"] }> | null> {
  type Answer = Extract<PageDone, { kind: J["kind"] }>;
  const working: Promise<Answer | null> = threadFile
    ? pool(threadFile, "short")
        .run(job)
        .catch(() => null)
    : Promise.resolve(runPageJob(job) as Answer);
  const kept = working.then((done) => {
    if (done) onDone(done);
    return done;
  });
  return Promise.race([kept, setTimeout(PAGE_MS, null, { ref: false })]);
}
