import type { CompiledDesign } from "./design";
import { chessPixels, type Drawing, drawingOf, drawPixels, fillBetween, type IndexImage } from "./face";
import { TILE } from "./sample";
import type { View } from "./view";

/** Marks pixels that differ from their right or lower neighbour, and that neighbour: where lines run. */
function edgePixels(image: IndexImage): Uint8Array {
  const { width, height, colour } = image;
  const isEdge = new Uint8Array(colour.length);
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const i = y * width + x;
      if (x + 1 < width && colour[i] !== colour[i + 1]) isEdge[i] = isEdge[i + 1] = 1;
      if (y + 1 < height && colour[i] !== colour[i + width]) isEdge[i] = isEdge[i + width] = 1;
    }
  }
  return isEdge;
}

function marked(isMarked: Uint8Array): Int32Array {
  const places = new Int32Array(isMarked.reduce((count, is) => count + is, 0));
  let n = 0;
  for (let i = 0; i < isMarked.length; i++) if (isMarked[i]) places[n++] = i;
  return places;
}

const SUB = [
  [-0.25, -0.125],
  [0.125, -0.25],
  [0.25, 0.125],
  [-0.125, 0.25],
] as const;

/** A line thinner than a pixel is followed from where a pixel met it, so many pixels at the most: else it falls into dashes. */
const FOLLOWED_PX = 12;

/** Pixels not yet sampled beside those whose four samples differ; marks them. */
function besideMixed(image: IndexImage, pixels: Int32Array, samples: Uint8Array, isSampled: Uint8Array): Int32Array {
  const { width, height } = image;
  const next: number[] = [];
  pixels.forEach((pixel, i) => {
    const first = samples[i * SUB.length];
    if (SUB.every((_, k) => samples[i * SUB.length + k] === first)) return;
    const [x, y] = [pixel % width, Math.floor(pixel / width)];
    for (let v = Math.max(0, y - 1); v <= Math.min(height - 1, y + 1); v++)
      for (let u = Math.max(0, x - 1); u <= Math.min(width - 1, x + 1); u++) {
        const at = v * width + u;
        if (isSampled[at]) continue;
        isSampled[at] = 1;
        next.push(at);
      }
  });
  return Int32Array.from(next);
}

/** What smoothing found: the picture with what the field had lost set right, and some of its pixels with their four colour indices each. */
export interface Smoothing {
  image: IndexImage;
  pixels: Int32Array;
  samples: Uint8Array;
}

/**
 * Smooths the edges of a drawn picture: four samples for every pixel on an edge and along lines that run between pixels. Where the field of the last
 * movements has lost the batter the picture is drawn anew by the movements themselves. Yields per tile.
 */
export function* refineEdges(
  design: CompiledDesign,
  view: View,
  drawn: IndexImage,
  fineness: number,
  frameMm = design.levelMm,
): Generator<void, Smoothing> {
  const drawing = yield* drawingOf(design, view, drawn, fineness, frameMm, true);
  const image: IndexImage = { ...drawn, colour: drawn.colour.slice() };
  const lost = (odd: 0 | 1) => chessPixels(image.width, image.height, odd).filter((i) => drawing.isLost(image, i));
  yield* drawPixels(drawing, image, lost(0));
  yield* drawPixels(drawing, image, fillBetween(image, lost(1)));
  const isSampled = edgePixels(image);
  for (let i = 0; i < isSampled.length; i++) if (image.colour[i] !== drawn.colour[i]) isSampled[i] = 1;
  const all: { pixels: Int32Array; samples: Uint8Array }[] = [];
  let pixels = marked(isSampled);
  for (let round = 0; round <= FOLLOWED_PX && pixels.length > 0; round++) {
    const samples = yield* sampleFour(drawing, image, pixels);
    all.push({ pixels, samples });
    pixels = besideMixed(image, pixels, samples, isSampled);
  }
  drawing.end();
  const count = all.reduce((sum, part) => sum + part.pixels.length, 0);
  const found: Smoothing = { image, pixels: new Int32Array(count), samples: new Uint8Array(count * SUB.length) };
  let n = 0;
  for (const part of all) {
    found.pixels.set(part.pixels, n);
    found.samples.set(part.samples, n * SUB.length);
    n += part.pixels.length;
  }
  return found;
}

/** Colour indices at four places of each of some pixels. Yields per tile. */
function* sampleFour(drawing: Drawing, image: IndexImage, pixels: Int32Array): Generator<void, Uint8Array> {
  const samples = new Uint8Array(pixels.length * SUB.length);
  const perTile = TILE / SUB.length;
  for (let start = 0; start < pixels.length; start += perTile) {
    const count = Math.min(perTile, pixels.length - start);
    for (let i = 0; i < count; i++) {
      const pixel = pixels[start + i];
      for (let k = 0; k < SUB.length; k++) {
        const u = ((pixel % image.width) + 0.5 + SUB[k][0]) / image.width;
        const v = (Math.floor(pixel / image.width) + 0.5 + SUB[k][1]) / image.height;
        drawing.place(i * SUB.length + k, u, v);
      }
    }
    drawing.draw(count * SUB.length);
    samples.set(drawing.points.colour.subarray(0, count * SUB.length), start * SUB.length);
    yield;
  }
  return samples;
}
