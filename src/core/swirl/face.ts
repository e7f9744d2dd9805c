import type { CompiledDesign } from "./design";
import { buildField, type MoveField, readField } from "./field";
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

/** Room for the samples of one tile, and their places in the picture. */
interface Room {
  points: Points;
  u: Float64Array;
  v: Float64Array;
}
/** Rooms that pictures drawn to their end have left: dozens a second are drawn while something is dragged. */
const spareRooms: Room[] = [];
const MOST_SPARE = 4;
const newRoom = (): Room => ({ points: createPoints(TILE), u: new Float64Array(TILE), v: new Float64Array(TILE) });

/** Draws samples of one picture, a tile at a time. */
class Drawing {
  private readonly room = spareRooms.pop() ?? newRoom();
  readonly points = this.room.points;
  private readonly u = this.room.u;
  private readonly v = this.room.v;
  private readonly at = new Float64Array(3);
  private readonly mayLeave: boolean;

  constructor(
    private readonly design: CompiledDesign,
    private readonly view: View,
    private readonly frame: Frame,
    private readonly field: MoveField | null,
    private readonly fineness: number,
  ) {
    this.mayLeave = view.kind === "tilted" || frame.origin[2] > design.levelMm;
  }

  /** Leaves the room to the next picture; nothing may be drawn afterwards. */
  end(): void {
    if (spareRooms.length < MOST_SPARE) spareRooms.push(this.room);
  }

  /** Writes the sample at picture position u,v (0..1 from the top left) into a slot. */
  place(slot: number, u: number, v: number): void {
    const { origin: o, right: r, down: d } = this.frame;
    const { points } = this;
    this.u[slot] = u;
    this.v[slot] = v;
    points.x[slot] = o[0] + u * r[0] + v * d[0];
    points.y[slot] = o[1] + u * r[1] + v * d[1];
    points.z[slot] = o[2] + u * r[2] + v * d[2];
  }

  draw(count: number): void {
    const { points, design } = this;
    restart(points, count, sectionOf(this.view));
    if (this.mayLeave) blankOutside(design, points);
    if (this.field) this.byField(this.field);
    sample(design, points, this.fineness, this.field?.from);
  }

  /** Reads the last movements off the field. */
  private byField(field: MoveField): void {
    const { points, at, design } = this;
    const { x, y, z, live, liveCount } = points;
    for (let n = 0; n < liveCount; n++) {
      const i = live[n];
      readField(field, this.u[i], this.v[i], at);
      x[i] = Math.min(design.lengthMm, Math.max(0, at[0]));
      y[i] = Math.min(design.widthMm, Math.max(0, at[1]));
      z[i] = Math.min(design.levelMm, Math.max(0, at[2]));
    }
    if (field.movesAlong) points.sectionX = null;
  }
}

/** The field of the picture drawn last of each design: its edges are smoothed by the same. */
const lastFields = new WeakMap<CompiledDesign, { key: string; field: MoveField | null }>();

function* drawingOf(
  design: CompiledDesign,
  view: View,
  size: { width: number; height: number },
  fineness: number,
  frameMm: number,
): Generator<void, Drawing> {
  const frame = frameOf(design, view, frameMm);
  const key = JSON.stringify([view, size, fineness, frameMm]);
  let known = lastFields.get(design);
  if (known?.key !== key) {
    known = { key, field: yield* buildField(design, frame, size, sectionOf(view), fineness) };
    lastFields.set(design, known);
  }
  return new Drawing(design, view, frame, known.field, fineness);
}

/** Draws some pixels of a picture into it, tile by tile. */
function* drawPixels(drawing: Drawing, image: IndexImage, pixels: Int32Array): Generator<void> {
  const { width, height, colour } = image;
  for (let start = 0; start < pixels.length; start += TILE) {
    const count = Math.min(TILE, pixels.length - start);
    for (let i = 0; i < count; i++) {
      const pixel = pixels[start + i];
      drawing.place(i, ((pixel % width) + 0.5) / width, (Math.floor(pixel / width) + 0.5) / height);
    }
    drawing.draw(count);
    for (let i = 0; i < count; i++) colour[pixels[start + i]] = drawing.points.colour[i];
    yield;
  }
}

/** Lists of places by size, made once: pictures of the same few sizes are drawn over and over. */
const chessLists = new Map<string, Int32Array>();
const MOST_LISTS = 12;

/** Pixels of every second place, as on a chessboard: those of one colour of it. */
function chessPixels(width: number, height: number, odd: 0 | 1): Int32Array {
  const key = `${width} ${height} ${odd}`;
  const known = chessLists.get(key);
  if (known) return known;
  if (chessLists.size >= MOST_LISTS) chessLists.clear();
  const pixels = new Int32Array(Math.ceil((width * height) / 2));
  let n = 0;
  for (let y = 0; y < height; y++) for (let x = (y + odd) & 1; x < width; x += 2) pixels[n++] = y * width + x;
  chessLists.set(key, pixels.subarray(0, n));
  return pixels.subarray(0, n);
}

/** Fills those of the pixels whose neighbours all have one colour; gives back the others. */
function fillBetween(image: IndexImage, pixels: Int32Array): Int32Array {
  const { width, height, colour } = image;
  const open = new Int32Array(pixels.length);
  let n = 0;
  for (const pixel of pixels) {
    const x = pixel % width;
    const isRim = x === 0 || x === width - 1 || pixel < width || pixel >= width * (height - 1);
    const left = isRim ? 0 : colour[pixel - 1];
    const isPlain =
      !isRim && left === colour[pixel + 1] && left === colour[pixel - width] && left === colour[pixel + width];
    if (isPlain) colour[pixel] = left;
    else open[n++] = pixel;
  }
  return open.subarray(0, n);
}

/**
 * Draws a view tile by tile, up to `frameMm` above the floor; yields after every tile so that a caller can stop or let others in. Every second pixel is
 * sampled, the others where their four neighbours differ. Returns the picture.
 */
export function* drawIndices(
  design: CompiledDesign,
  view: View,
  width: number,
  height: number,
  fineness: number,
  frameMm = design.levelMm,
): Generator<void, IndexImage> {
  const image: IndexImage = { width, height, colour: new Uint8Array(width * height) };
  const drawing = yield* drawingOf(design, view, { width, height }, fineness, frameMm);
  yield* drawPixels(drawing, image, chessPixels(width, height, 0));
  yield* drawPixels(drawing, image, fillBetween(image, chessPixels(width, height, 1)));
  drawing.end();
  return image;
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
  const edges = new Int32Array(isEdge.reduce((count, is) => count + is, 0));
  let n = 0;
  for (let i = 0; i < isEdge.length; i++) if (isEdge[i]) edges[n++] = i;
  return edges;
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
  const drawing = yield* drawingOf(design, view, image, fineness, frameMm);
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
  drawing.end();
  return { pixels, samples };
}

/** Runs a drawing generator to its end. */
export function finish<T>(drawing: Generator<void, T>): T {
  for (;;) {
    const step = drawing.next();
    if (step.done) return step.value;
  }
}
