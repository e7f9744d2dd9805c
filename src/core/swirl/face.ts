import type { CompiledDesign } from "./design";
import { createPoints, type Points, restart } from "./points";
import { sample, TILE } from "./sample";
import { type Frame, frameOf, type View } from "./view";

export type { View } from "./view";

/** Size of what a view shows, mm. */
export function viewSizeMm(design: CompiledDesign, view: View): { widthMm: number; heightMm: number } {
  const { widthMm, heightMm } = frameOf(design, view);
  return { widthMm, heightMm };
}

/** Colour index of a place of a picture where there is no batter. */
export const OUTSIDE = 254;

/** Colour indices of a picture, row by row from the top left. */
export interface IndexImage {
  width: number;
  height: number;
  colour: Uint8Array;
}

type Place = (points: Points, slot: number, u: number, v: number) => void;

/** Writes the sample at picture position u,v (0..1 from the top left) into a slot. */
function placer(frame: Frame): Place {
  const { origin: o, right: r, down: d } = frame;
  return (points, slot, u, v) => {
    points.x[slot] = o[0] + u * r[0] + v * d[0];
    points.y[slot] = o[1] + u * r[1] + v * d[1];
    points.z[slot] = o[2] + u * r[2] + v * d[2];
  };
}

/** Takes samples that lie outside the batter from the live ones and marks them. Only where a view can leave it. */
function blankOutside(design: CompiledDesign, points: Points): void {
  const { x, y, z, live, colour } = points;
  let kept = 0;
  for (let n = 0; n < points.liveCount; n++) {
    const i = live[n];
    const isInside =
      x[i] >= 0 &&
      x[i] <= design.lengthMm &&
      y[i] >= 0 &&
      y[i] <= design.widthMm &&
      z[i] >= 0 &&
      z[i] <= design.levelMm;
    if (isInside) live[kept++] = i;
    else colour[i] = OUTSIDE;
  }
  points.liveCount = kept;
}

const sectionOf = (view: View) => (view.kind === "across" ? view.atMm : null);

/** Draws the samples of a tile. */
function drawTile(design: CompiledDesign, view: View, frame: Frame, points: Points, count: number, fineness: number) {
  restart(points, count, sectionOf(view));
  if (view.kind === "tilted" || frame.origin[2] > design.levelMm) blankOutside(design, points);
  sample(design, points, fineness);
}

/** Draws a view tile by tile, up to `frameMm` above the floor; yields after every tile so that a caller can stop or let others in. Returns the picture. */
export function* drawIndices(
  design: CompiledDesign,
  view: View,
  width: number,
  height: number,
  fineness: number,
  frameMm = design.levelMm,
): Generator<void, IndexImage> {
  const colour = new Uint8Array(width * height);
  const points = createPoints(TILE);
  const frame = frameOf(design, view, frameMm);
  const place = placer(frame);
  for (let start = 0; start < colour.length; start += TILE) {
    const count = Math.min(TILE, colour.length - start);
    for (let i = 0; i < count; i++) {
      const pixel = start + i;
      place(points, i, ((pixel % width) + 0.5) / width, (Math.floor(pixel / width) + 0.5) / height);
    }
    drawTile(design, view, frame, points, count, fineness);
    colour.set(points.colour.subarray(0, count), start);
    yield;
  }
  return { width, height, colour };
}

/** Pixels that differ from their right or lower neighbour, and that neighbour: where lines run. */
function edgePixels(image: IndexImage): Int32Array {
  const { width, height, colour } = image;
  const isEdge = new Uint8Array(colour.length);
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const i = y * width + x;
      if (x + 1 < width && colour[i] !== colour[i + 1]) isEdge[i] = isEdge[i + 1] = 1;
      if (y + 1 < height && colour[i] !== colour[i + width]) isEdge[i] = isEdge[i + width] = 1;
    }
  }
  const edges: number[] = [];
  for (let i = 0; i < isEdge.length; i++) if (isEdge[i]) edges.push(i);
  return Int32Array.from(edges);
}

const SUB = [
  [-0.25, -0.125],
  [0.125, -0.25],
  [0.25, 0.125],
  [-0.125, 0.25],
] as const;

/**
 * Smooths the edges of a drawn picture: four samples for every pixel on an edge. Yields per tile. Returns the edge pixels
 * and their four colour indices each.
 */
export function* refineEdges(
  design: CompiledDesign,
  view: View,
  image: IndexImage,
  fineness: number,
  frameMm = design.levelMm,
): Generator<void, { pixels: Int32Array; samples: Uint8Array }> {
  const pixels = edgePixels(image);
  const samples = new Uint8Array(pixels.length * SUB.length);
  const points = createPoints(TILE);
  const frame = frameOf(design, view, frameMm);
  const place = placer(frame);
  const perTile = TILE / SUB.length;
  for (let start = 0; start < pixels.length; start += perTile) {
    const count = Math.min(perTile, pixels.length - start);
    for (let i = 0; i < count; i++) {
      const pixel = pixels[start + i];
      for (let k = 0; k < SUB.length; k++) {
        const u = ((pixel % image.width) + 0.5 + SUB[k][0]) / image.width;
        const v = (Math.floor(pixel / image.width) + 0.5 + SUB[k][1]) / image.height;
        place(points, i * SUB.length + k, u, v);
      }
    }
    drawTile(design, view, frame, points, count * SUB.length, fineness);
    samples.set(points.colour.subarray(0, count * SUB.length), start * SUB.length);
    yield;
  }
  return { pixels, samples };
}

/** Runs a drawing generator to its end. */
export function finish<T>(drawing: Generator<void, T>): T {
  for (;;) {
    const step = drawing.next();
    if (step.done) return step.value;
  }
}
