import { byteOf } from "../core/colour/srgb";
import { type Reader, readerOf, readHand } from "../core/hand/read";
import { batchOf } from "../core/hand/sides";
import { facePart, train } from "../core/hand/train";
import { proposeCorners } from "../core/photo/corners";
import { faceFigures, lineMmOf, meanHeightOf, type Sorted, sharesOf } from "../core/photo/figures";
import { measurePhoto } from "../core/photo/measure";
import type { Pixels, Straight } from "../core/photo/straighten";
import { breathe } from "./breathe";
import type { FaceRead, PhotoAnswer, PhotoJob, SmallFace } from "./photoProtocol";

/** Longest side that a photo is looked at with, px. */
const LOOKED_PX = 1000;
/** Part of the work that is the imagining; the rest is the regression. */
const IMAGINING = 0.9;

/** What the face of a bar that is the whole section but for a skim is measured against: those that teach are compared whole. */
const ALL_OF_IT = { fromX: 0, toX: 1, fromUp: 0, toUp: 1 } as const;

const answer = (message: PhotoAnswer) => self.postMessage(message);

async function pixelsOf(url: string): Promise<Pixels> {
  const response = await fetch(url);
  if (!response.ok) throw new Error("The photo cannot be read from the server.");
  const bitmap = await createImageBitmap(await response.blob(), { imageOrientation: "from-image" });
  const scale = Math.min(1, LOOKED_PX / Math.max(bitmap.width, bitmap.height));
  const [width, height] = [Math.round(bitmap.width * scale), Math.round(bitmap.height * scale)];
  const canvas = new OffscreenCanvas(width, height);
  const context = canvas.getContext("2d", { willReadFrequently: true })!;
  context.imageSmoothingQuality = "high";
  context.drawImage(bitmap, 0, 0, width, height);
  bitmap.close();
  return { width, height, data: context.getImageData(0, 0, width, height).data };
}

const channels = (hex: string) => [1, 3, 5].map((i) => Number.parseInt(hex.slice(i, i + 2), 16));

/** A sorted face in the colours of the batch; what belongs to none is left clear. */
function painted({ width, height, colour }: Sorted, palette: readonly string[]): SmallFace {
  const rgb = palette.map(channels);
  const rgba = new Uint8ClampedArray(4 * width * height);
  colour.forEach((c, i) => {
    if (rgb[c]) rgba.set([...rgb[c], 255], 4 * i);
  });
  return { width, height, rgba };
}

function shown({ width, height, rgb }: Straight): SmallFace {
  const rgba = new Uint8ClampedArray(4 * width * height);
  for (let i = 0; i < width * height; i++)
    rgba.set([byteOf(rgb[3 * i]), byteOf(rgb[3 * i + 1]), byteOf(rgb[3 * i + 2]), 255], 4 * i);
  return { width, height, rgba };
}

function readOf(face: Sorted, palette: readonly string[], widthMm: number): FaceRead {
  const n = palette.length;
  const figures = faceFigures(face, n, widthMm);
  return {
    picture: painted(face, palette),
    shares: sharesOf(face, n, widthMm).shares,
    lineMm: lineMmOf(figures, n),
    heights: palette.map((_, c) => meanHeightOf(figures, c)),
  };
}

async function measure(job: Extract<PhotoJob, { kind: "measure" }>): Promise<void> {
  const from = performance.now();
  const photo = await pixelsOf(job.url);
  const corners = job.corners ?? proposeCorners(photo);
  if (!job.corners) answer({ kind: "proposed", id: job.id, corners });
  const { view, part, isWhole } = job.face;
  const { face, widthMm, heightMm } = facePart(job.design, view, isWhole ? ALL_OF_IT : part);
  const predicted = readOf(face, job.palette, widthMm);
  const expected = { widthMm, heightMm, palette: job.palette, shares: predicted.shares, isWhole };
  const measured = measurePhoto(photo, corners, expected, job.whiteAt);
  if (!measured.ok) return answer({ kind: "refused", id: job.id, corners, why: measured.why, words: measured.words });
  answer({
    kind: "measured",
    id: job.id,
    corners,
    face: measured.face,
    even: shown(measured.even),
    seen: readOf(measured.sorted, job.palette, widthMm),
    predicted,
    afterMs: performance.now() - from,
  });
}

/** Runs a generator that tells how far it is, letting others in. */
async function run<T>(steps: Generator<number, T>, told: (share: number) => void): Promise<T> {
  let last = performance.now();
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value;
    if (performance.now() - last < 100) continue;
    last = performance.now();
    told(step.value);
    await breathe();
  }
}

async function learn(job: Extract<PhotoJob, { kind: "learn" }>): Promise<void> {
  const from = performance.now();
  const progress = (share: number) => answer({ kind: "progress", share });
  const training = await run(train(job.design, job.views, job.palette), (s) => progress(IMAGINING * s));
  const reader: Reader = await run(readerOf(training), (s) => progress(IMAGINING + (1 - IMAGINING) * s));
  const hand = readHand(reader, batchOf(job.figures, training.sides));
  answer({ kind: "learnt", hand, afterMs: performance.now() - from });
}

self.onmessage = ({ data: job }: MessageEvent<PhotoJob>) => {
  if (job.kind === "learn") return void learn(job);
  measure(job).catch((error: Error) =>
    answer({
      kind: "refused",
      id: job.id,
      corners: job.corners ?? [
        [0, 0],
        [1, 0],
        [1, 1],
        [0, 1],
      ],
      why: "unread",
      words: error.message,
    }),
  );
};
