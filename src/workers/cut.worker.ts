import { pictureOf, type Voxels } from "../core/cut/picture";
import { compileDesign } from "../core/swirl/design";
import { voxelsOf } from "../core/swirl/voxels";
import type { CutAnswer, CutJob } from "./cutProtocol";

/** The loaf that was looked into last: other ways to cut it need no new one. */
let last: { key: string; voxels: Voxels } | null = null;

self.onmessage = ({ data: job }: MessageEvent<CutJob>) => {
  const start = performance.now();
  const key = JSON.stringify(job.design);
  if (last?.key !== key) last = { key, voxels: voxelsOf(compileDesign(job.design)) };
  const { voxels } = last;
  const poured = new Set(job.poured);
  const pictures = job.ways.map((up) => pictureOf(voxels, up, poured));
  const answer: CutAnswer = { generation: job.generation, pictures, afterMs: performance.now() - start };
  self.postMessage(answer);
};
