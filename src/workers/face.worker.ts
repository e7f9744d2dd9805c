import { type CompiledDesign, compileDesign, stoppedAt } from "../core/swirl/design";
import { drawIndices, type IndexImage, type View, viewSizeMm } from "../core/swirl/face";
import { blendEdges, makePalette, paint } from "../core/swirl/paint";
import { refineEdges } from "../core/swirl/smooth";
import { borderMm, soften } from "../core/swirl/soften";
import { breathe } from "./breathe";
import type { FaceAnswer, FaceJob, FaceRequest, FaceStage } from "./faceProtocol";

const COARSE = 4;
const FINE = 1.6;
const FINENESS = { coarse: 0.25, full: 0.4 } as const;
/** Longest stretch of work before looking whether a newer job has come, ms. */
const SLICE_MS = 8;

let newest = 0;

/** Runs a drawing to its end: a first picture is worth having even when a newer job waits, or dragging would show none. */
function runWhole<T>(drawing: Generator<void, T>): T {
  for (;;) {
    const step = drawing.next();
    if (step.done) return step.value;
  }
}

/** Runs a drawing in slices; null when a newer job came in between. */
async function runSliced<T>(drawing: Generator<void, T>, generation: number): Promise<T | null> {
  let sliceStart = performance.now();
  for (;;) {
    const step = drawing.next();
    if (step.done) return step.value;
    if (performance.now() - sliceStart > SLICE_MS) {
      await breathe();
      if (generation !== newest) return null;
      sliceStart = performance.now();
    }
  }
}

/** The design compiled last: while only the cut or the film moves it stays as it is, with what it has tabulated. */
let last: { key: string; design: CompiledDesign } | null = null;

function compiledOf(job: FaceJob): CompiledDesign {
  const key = JSON.stringify(job.design);
  if (last?.key !== key) last = { key, design: compileDesign(job.design) };
  if (job.upTo === undefined) return last.design;
  return stoppedAt(last.design, job.upTo) ?? compileDesign(job.design, job.upTo);
}

/** A hand that drags is given this long to go on before more than a first picture is begun, and before a large one is drawn finer; ms. */
const SETTLE_MS = 60;
const FINE_SETTLE_MS = 500;
const rest = (ms: number) => new Promise<void>((done) => setTimeout(done, ms));

/** How far colours run at their borders, pixels of a picture. */
const borderPx = (job: FaceJob, design: CompiledDesign, view: View, width: number): number =>
  (borderMm(job.design) * width) / viewSizeMm(design, view).widthMm;

async function work(job: FaceJob): Promise<void> {
  await breathe();
  if (job.generation !== newest) return;
  const startMs = performance.now();
  const design = compiledOf(job);
  const palette = makePalette(job.palette);
  const answer = (request: FaceRequest, stage: FaceStage, image: IndexImage, rgba: Uint8ClampedArray<ArrayBuffer>) => {
    const message: FaceAnswer = {
      generation: job.generation,
      key: request.key,
      stage,
      width: image.width,
      height: image.height,
      rgba,
      colour: image.colour.slice(),
      afterMs: performance.now() - startMs,
    };
    postMessage(message, { transfer: [rgba.buffer] });
  };
  for (const r of job.requests) {
    const width = Math.max(1, Math.round(r.width / COARSE));
    const height = Math.max(1, Math.round(r.height / COARSE));
    const image = runWhole(drawIndices(design, r.view, width, height, FINENESS.coarse, job.frameMm));
    answer(r, "coarse", image, paint(image, palette));
  }
  if (job.isCoarse) return;
  await rest(SETTLE_MS);
  if (job.generation !== newest) return;
  const full: { request: FaceRequest; image: IndexImage; rgba: Uint8ClampedArray<ArrayBuffer> }[] = [];
  for (const request of job.requests) {
    const image = await runSliced(
      drawIndices(design, request.view, request.width, request.height, FINENESS.full, job.frameMm),
      job.generation,
    );
    if (!image) return;
    const rgba = paint(image, palette);
    full.push({ request, image, rgba: rgba.slice() });
    answer(request, "full", image, rgba);
  }
  for (const { request, image, rgba } of full) {
    const edges = await runSliced(refineEdges(design, request.view, image, FINENESS.full, job.frameMm), job.generation);
    if (!edges) return;
    blendEdges(rgba, edges, palette);
    soften(rgba, edges.image, palette, borderPx(job, design, request.view, image.width));
    answer(request, "smooth", image, rgba);
  }
  const large = job.requests.filter((r) => r.isLarge);
  if (large.length > 0) await rest(FINE_SETTLE_MS);
  if (job.generation !== newest) return;
  for (const { view, width, height, ...request } of large) {
    const size = [Math.round(width * FINE), Math.round(height * FINE)] as const;
    const image = await runSliced(drawIndices(design, view, ...size, FINENESS.full, job.frameMm), job.generation);
    if (!image) return;
    const edges = await runSliced(refineEdges(design, view, image, FINENESS.full, job.frameMm), job.generation);
    if (!edges) return;
    const rgba = paint(image, palette);
    blendEdges(rgba, edges, palette);
    soften(rgba, edges.image, palette, borderPx(job, design, view, image.width));
    answer({ ...request, view, width, height }, "fine", image, rgba);
  }
}

addEventListener("message", (event: MessageEvent<FaceJob>) => {
  newest = event.data.generation;
  void work(event.data);
});
