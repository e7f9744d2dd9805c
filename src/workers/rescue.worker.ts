import { latestStartS, rescuesOf } from "../core/derive/rescues";
import { sayer } from "../core/units/sayer";
import { breathe } from "./breathe";
import type { RescueAnswer, RescueJob } from "./rescueProtocol";
import { wallFace } from "./wallFace";

/** The same numbers as the clock's own answers: ways are compared on them. */
const SEED = 20_231;
const DRAWS = 200;
const COARSE = { part: 0.25, fineness: 0.25, stage: "coarse" } as const;
const SMOOTH = { part: 1, fineness: 0.6, stage: "smooth" } as const;

/** One job a worker: it is ended with the view that asked. */
async function work(job: RescueJob): Promise<void> {
  const startMs = performance.now();
  const answer = (message: RescueAnswer, transfer: Transferable[] = []) => postMessage(message, { transfer });
  const asked = {
    nowS: job.nowS,
    seed: SEED,
    draws: DRAWS,
    tools: job.tools,
    moulds: job.moulds,
    say: sayer(job.units),
  };
  const rescues = rescuesOf(job.plan, asked);
  answer({ kind: "rescues", rescues, afterMs: performance.now() - startMs });
  if (!rescues) return;
  for (const care of [COARSE, SMOOTH]) {
    for (const [i, { id, design, palette, cutMm }] of rescues.list.entries()) {
      await breathe();
      const face = wallFace(design, palette, cutMm, job, care);
      const areAll = care === SMOOTH || i === rescues.list.length - 1;
      answer({ kind: "face", id, face, areAll, afterMs: performance.now() - startMs }, [face.rgba.buffer]);
    }
    if (care === COARSE) {
      const latest = rescues.list.map((r) => [r.id, latestStartS(job.plan, r.edit, asked)]);
      answer({ kind: "latest", latestS: Object.fromEntries(latest) });
    }
  }
}

addEventListener("message", ({ data }: MessageEvent<RescueJob>) => void work(data));
