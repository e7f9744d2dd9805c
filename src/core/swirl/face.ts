import type { CompiledDesign } from "./design";
import { createPoints, type Points, restart } from "./points";
import { sample, TILE } from "./sample";

/** A plane through the finished mould to be drawn. */
export type View =
  /** Cut across the loaf at x: y to the right, z up. */
  | { kind: "across"; atMm: number }
  /** Seen from above at a depth below the surface: x to the right, the near wall below. */
  | { kind: "above"; depthMm: number };

/** Size of what a view shows, mm. */
export function viewSizeMm(design: CompiledDesign, view: View): { widthMm: number; heightMm: number } {
  return view.kind === "across"
    ? { widthMm: design.widthMm, heightMm: design.levelMm }
    : { widthMm: design.lengthMm, heightMm: design.widthMm };
}

/** Colour indices of a picture, row by row from the top left. */
export interface IndexImage {
  width: number;
  height: number;
  colour: Uint8Array;
}

type Place = (points: Points, slot: number, u: number, v: number) => void;

/** Writes the sample at picture position u,v (0..1 from the top left) into a slot. */
function placer(design: CompiledDesign, view: View): Place {
  const { lengthMm, widthMm, levelMm } = design;
  if (view.kind === "across") {
    return (points, slot, u, v) => {
      points.x[slot] = view.atMm;
      points.y[slot] = u * widthMm;
      points.z[slot] = (1 - v) * levelMm;
    };
  }
  const z = Math.max(0, levelMm - view.depthMm);
  return (points, slot, u, v) => {
    points.x[slot] = u * lengthMm;
    points.y[slot] = (1 - v) * widthMm;
    points.z[slot] = z;
  };
}

const sectionOf = (view: View) => (view.kind === "across" ? view.atMm : null);

/** Draws a view tile by tile; yields after every tile so that a caller can stop or let others in. Returns the picture. */
export function* drawIndices(
  design: CompiledDesign,
  view: View,
  width: number,
  height: number,
  fineness: number,
): Generator<void, IndexImage> {
  const colour = new Uint8Array(width * height);
  const points = createPoints(TILE);
  const place = placer(design, view);
  for (let start = 0; start < colour.length; start += TILE) {
    const count = Math.min(TILE, colour.length - start);
    for (let i = 0; i < count; i++) {
      const pixel = start + i;
      place(points, i, ((pixel % width) + 0.5) / width, (Math.floor(pixel / width) + 0.5) / height);
    }
    restart(points, count, sectionOf(view));
    sample(design, points, fineness);
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
): Generator<void, { pixels: Int32Array; samples: Uint8Array }> {
  const pixels = edgePixels(image);
  const samples = new Uint8Array(pixels.length * SUB.length);
  const points = createPoints(TILE);
  const place = placer(design, view);
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
    restart(points, count * SUB.length, sectionOf(view));
    sample(design, points, fineness);
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
