import type { CompiledDesign } from "./design";
import { buildField, isLostAt, type MoveField, moveBack, readField } from "./field";
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
export class Drawing {
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
    /** Asks the movements themselves where the field has lost the batter. */
    private readonly isExact: boolean,
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
    if (this.field) this.byField(this.field, this.isExact ? this.byMoves(this.field) : 0);
    sample(design, points, this.fineness, this.field?.from);
  }

  /** Takes those samples that the field has lost back by the movements themselves. They come first among the live ones; returns how many. */
  private byMoves(field: MoveField): number {
    const { points, design } = this;
    const { live, liveCount } = points;
    let lost = 0;
    for (let n = 0; n < liveCount; n++) {
      const i = live[n];
      if (!isLostAt(field, this.u[i], this.v[i])) continue;
      live[n] = live[lost];
      live[lost++] = i;
    }
    points.liveCount = lost;
    if (lost > 0) moveBack(design, points, field.from, this.fineness);
    points.liveCount = liveCount;
    return lost;
  }

  /** Reads the last movements off the field, for all live samples but the first few. */
  private byField(field: MoveField, from: number): void {
    const { points, at, design } = this;
    const { x, y, z, live, liveCount } = points;
    for (let n = from; n < liveCount; n++) {
      const i = live[n];
      readField(field, this.u[i], this.v[i], at);
      x[i] = Math.min(design.lengthMm, Math.max(0, at[0]));
      y[i] = Math.min(design.widthMm, Math.max(0, at[1]));
      z[i] = Math.min(design.levelMm, Math.max(0, at[2]));
    }
    if (field.movesAlong) points.sectionX = null;
  }

  /** True where the field has lost the batter of a pixel. */
  isLost(image: { width: number; height: number }, pixel: number): boolean {
    const { u, v } = middleOf(image, pixel);
    return this.field !== null && isLostAt(this.field, u, v);
  }
}

/** The field of the picture drawn last of each design: its edges are smoothed by the same. */
const lastFields = new WeakMap<CompiledDesign, { key: string; field: MoveField | null }>();

export function* drawingOf(
  design: CompiledDesign,
  view: View,
  size: { width: number; height: number },
  fineness: number,
  frameMm: number,
  isExact: boolean,
): Generator<void, Drawing> {
  const frame = frameOf(design, view, frameMm);
  const key = JSON.stringify([view, size, fineness, frameMm]);
  let known = lastFields.get(design);
  if (known?.key !== key) {
    known = { key, field: yield* buildField(design, frame, size, sectionOf(view), fineness) };
    lastFields.set(design, known);
  }
  return new Drawing(design, view, frame, known.field, fineness, isExact);
}

const middleOf = ({ width, height }: { width: number; height: number }, pixel: number) => ({
  u: ((pixel % width) + 0.5) / width,
  v: (Math.floor(pixel / width) + 0.5) / height,
});

/** Draws some pixels of a picture into it, tile by tile. */
export function* drawPixels(drawing: Drawing, image: IndexImage, pixels: Int32Array): Generator<void> {
  const { colour } = image;
  for (let start = 0; start < pixels.length; start += TILE) {
    const count = Math.min(TILE, pixels.length - start);
    for (let i = 0; i < count; i++) {
      const { u, v } = middleOf(image, pixels[start + i]);
      drawing.place(i, u, v);
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
export function chessPixels(width: number, height: number, odd: 0 | 1): Int32Array {
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
export function fillBetween(image: IndexImage, pixels: Int32Array): Int32Array {
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
  const drawing = yield* drawingOf(design, view, { width, height }, fineness, frameMm, false);
  yield* drawPixels(drawing, image, chessPixels(width, height, 0));
  yield* drawPixels(drawing, image, fillBetween(image, chessPixels(width, height, 1)));
  drawing.end();
  return image;
}

/** Runs a drawing generator to its end. */
export function finish<T>(drawing: Generator<void, T>): T {
  for (;;) {
    const step = drawing.next();
    if (step.done) return step.value;
  }
}
