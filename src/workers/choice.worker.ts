import { choiceOf } from "../core/derive/choices";
import { openingOf } from "../core/derive/opening";
import { sayer } from "../core/units/sayer";
import { breathe } from "./breathe";
import type { ChoiceAnswer, ChoiceJob, OpeningAnswer, OpeningJob } from "./choiceProtocol";
import { wallFace } from "./wallFace";

/** Imagined pours and samples of the rough answer, and of the full one: enough to sort by; the sheet plays ten times as many. */
const ROUGH = { draws: 40, part: 0.25, fineness: 0.25, stage: "coarse" } as const;
const FULL = { draws: 200, part: 1, fineness: 0.4, stage: "smooth" } as const;
/** Imagined pours of each design under each change. */
const OPENING_DRAWS = 60;

let newest = 0;

async function work(job: ChoiceJob): Promise<void> {
  for (const care of [ROUGH, FULL]) {
    for (const family of job.families) {
      await breathe();
      if (job.generation !== newest) return;
      const choice = choiceOf(job.plan, family, job.tools, { seed: job.plan.design.seed, draws: care.draws });
      const isPoured = choice?.design.pours.some((p) => p.volumeMm3 > 0);
      const face = choice && isPoured ? wallFace(choice.design, choice.palette, choice.cutMm, job, care) : null;
      const answer: ChoiceAnswer = { generation: job.generation, family, choice, face, isFull: care === FULL };
      postMessage(answer, face ? { transfer: [face.rgba.buffer] } : undefined);
    }
  }
}

/** What opens most; a newer job ends it. */
async function open(job: OpeningJob): Promise<void> {
  const opening = await openingOf(job.plan, job.before, {
    seed: job.plan.design.seed,
    draws: OPENING_DRAWS,
    say: sayer(job.units),
    onProgress: async () => {
      await breathe();
      return job.generation !== newest;
    },
  });
  if (job.generation === newest) postMessage({ generation: job.generation, opening } satisfies OpeningAnswer);
}

addEventListener("message", ({ data }: MessageEvent<ChoiceJob | OpeningJob>) => {
  newest = data.generation;
  if ("before" in data) void open(data);
  else void work(data);
});
