import { adviceFor } from "../core/advise/advice";
import { liveView } from "../core/advise/live";
import { turnBacks } from "../core/advise/turnBack";
import { computeMasses } from "../core/batter/masses";
import { chancesOf, FULL_DRAWS } from "../core/clock/chance";
import { programOf } from "../core/prepare/compile";
import { hasReadings, posteriorOf } from "../core/prepare/learned";
import { timelineOf } from "../core/prepare/timeline";
import { sayer } from "../core/units/sayer";
import { breathe } from "./breathe";
import type { ClockAnswer, ClockJob } from "./clockProtocol";

const FIRST_DRAWS = 200;
const ADVICE_DRAWS = 400;
/** The same numbers for every plan: variants are compared on them. */
const SEED = 20_231;

const newest = { chances: 0, advice: 0, live: 0 };

const answer = (message: ClockAnswer) => postMessage(message);

async function chances(job: ClockJob): Promise<void> {
  const startMs = performance.now();
  const masses = computeMasses(job.plan);
  if (!masses) return;
  const isLive = job.nowS !== undefined && hasReadings(job.plan);
  const posterior = isLive ? posteriorOf(job.plan, masses, job.nowS) : null;
  const program = posterior?.program ?? programOf(job.plan, masses, job.nowS);
  const belief = posterior ?? undefined;
  const timeline = timelineOf(job.plan, masses, program, belief?.mean);
  for (const draws of [FIRST_DRAWS, FULL_DRAWS]) {
    await breathe();
    if (newest.chances !== job.generation) return;
    const found = chancesOf(posterior?.believed ?? program, { seed: SEED, draws, belief });
    if (!found) return;
    answer({
      kind: "chances",
      generation: job.generation,
      isFull: draws === FULL_DRAWS,
      chances: found,
      turnBacks: turnBacks(job.plan, timeline, found),
      afterMs: performance.now() - startMs,
    });
  }
}

async function advice(job: ClockJob): Promise<void> {
  const startMs = performance.now();
  await breathe();
  if (newest.advice !== job.generation) return;
  const found = adviceFor(job.plan, {
    seed: SEED,
    draws: ADVICE_DRAWS,
    say: sayer(job.units),
    onProgress: (share) => {
      answer({ kind: "progress", generation: job.generation, share });
      return newest.advice !== job.generation;
    },
  });
  if (found)
    answer({ kind: "advice", generation: job.generation, advice: found, afterMs: performance.now() - startMs });
}

async function live(job: ClockJob): Promise<void> {
  await breathe();
  if (newest.live !== job.generation) return;
  answer({ kind: "live", generation: job.generation, view: liveView(job.plan, job.nowS ?? 0, SEED) });
}

addEventListener("message", (event: MessageEvent<ClockJob>) => {
  const job = event.data;
  newest[job.kind] = job.generation;
  void (job.kind === "chances" ? chances(job) : job.kind === "advice" ? advice(job) : live(job));
});
