import type { CompiledDesign } from "./design";
import { createPoints, type Points, restart } from "./points";
import { TILE } from "./sample";
import type { Frame } from "./view";

/** Wished distance of the nodes of a field, mm; and the least and most, in pixels. */
const NODE_MM = 1.1;
const FEWEST_PIXELS = 3;
const MOST_PIXELS = 6;
/** Difference at the middle of a cell from which it is divided, share of a pixel. */
const TOLERANCE_PIXELS = 0.4;
/** Nodes that a cubic is laid through, each way. */
const STENCIL = 4;

/** Places at the nodes of an even grid over a picture. */
interface Grid {
  /** Cells across and down. */
  cellsU: number;
  cellsV: number;
  /** x, y, z of every node, row by row, mm; NaN where none was needed. */
  nodes: Float64Array;
}

/**
 * Where the last movements of a design take the places of a picture back to, kept at the nodes of a grid and read by cubics through 4 x 4 of them.
 * Each cell is checked at its middle; where the cubic is off by more than two fifths of a pixel it is read off a grid twice as fine.
 */
export interface MoveField {
  wide: Grid;
  fine: Grid;
  /** 1 for cells of the wide grid that are read off the fine one. */
  isRough: Uint8Array;
  /** Operations from this place on are in the field. */
  from: number;
  /** True where they move batter along the loaf: samples of one cut then lie no longer at one place. */
  movesAlong: boolean;
}

/** Place of the first of the movements that end a design; the number of operations where it ends with a pour. */
function firstOfLastMoves(design: CompiledDesign): number {
  let k = design.operations.length;
  while (k > 0 && design.operations[k - 1].isMovement) k--;
  return k;
}

/** Cells for so many pixels; 0 where pixels are too wide apart for a field to save anything. */
const cellsFor = (pixels: number, mm: number): number => {
  const per = Math.min(MOST_PIXELS, Math.floor((NODE_MM * pixels) / mm));
  return per < FEWEST_PIXELS ? 0 : Math.ceil(pixels / per);
};

/** True where a field is worth while: where tools were drawn through. */
const isWorth = (design: CompiledDesign, from: number): boolean =>
  design.operations.slice(from).some((o) => o.kind === "rod" || o.kind === "wire") ||
  design.operations.length - from > 2;

/** Builds the field of a picture; null where the design ends with no movement worth it. Yields per tile of nodes. */
export function* buildField(
  design: CompiledDesign,
  frame: Frame,
  size: { width: number; height: number },
  sectionX: number | null,
  fineness: number,
): Generator<void, MoveField | null> {
  const from = firstOfLastMoves(design);
  const cellsU = cellsFor(size.width, frame.widthMm);
  const cellsV = cellsFor(size.height, frame.heightMm);
  if (!isWorth(design, from) || cellsU < STENCIL || cellsV < STENCIL) return null;
  const mover = new Mover(design, frame, from, sectionX, fineness);
  const wide: Grid = { cellsU, cellsV, nodes: new Float64Array((cellsU + 1) * (cellsV + 1) * 3) };
  yield* mover.fill(wide, all(wide.nodes.length / 3));
  const middles: Grid = { cellsU, cellsV, nodes: new Float64Array(cellsU * cellsV * 3) };
  yield* mover.fill(middles, all(cellsU * cellsV), 0.5);
  const isRough = roughCells(wide, middles, (TOLERANCE_PIXELS * frame.widthMm) / size.width);
  const fine: Grid = {
    cellsU: 2 * cellsU,
    cellsV: 2 * cellsV,
    nodes: new Float64Array((2 * cellsU + 1) * (2 * cellsV + 1) * 3).fill(Number.NaN),
  };
  share(fine, wide, cellsU + 1, 0);
  share(fine, middles, cellsU, 1);
  yield* mover.fill(fine, neededNodes(fine, isRough, cellsU));
  const movesAlong = design.operations.slice(from).some((o) => o.kind === "rod");
  return { wide, fine, isRough, from, movesAlong };
}

const all = (count: number): Int32Array => Int32Array.from({ length: count }, (_, i) => i);

/** Cells at whose middle the cubic is not where the movements put it. */
function roughCells(wide: Grid, middles: Grid, toleranceMm: number): Uint8Array {
  const { cellsU, cellsV } = wide;
  const isRough = new Uint8Array(cellsU * cellsV);
  const at = new Float64Array(3);
  for (let q = 0; q < isRough.length; q++) {
    readGrid(wide, ((q % cellsU) + 0.5) / cellsU, (Math.floor(q / cellsU) + 0.5) / cellsV, at);
    for (let c = 0; c < 3; c++) if (Math.abs(at[c] - middles.nodes[q * 3 + c]) > toleranceMm) isRough[q] = 1;
  }
  return isRough;
}

/** Copies nodes of a wider grid into every second node of the fine one, each way, from `first` on. */
function share(fine: Grid, from: Grid, across: number, first: 0 | 1): void {
  for (let q = 0; q < from.nodes.length / 3; q++) {
    const u = 2 * (q % across) + first;
    const v = 2 * Math.floor(q / across) + first;
    fine.nodes.set(from.nodes.subarray(q * 3, q * 3 + 3), (v * (fine.cellsU + 1) + u) * 3);
  }
}

/** Nodes of the fine grid that the rough cells read and that are not there yet. */
function neededNodes(fine: Grid, isRough: Uint8Array, cellsU: number): Int32Array {
  const isNeeded = new Uint8Array(fine.nodes.length / 3);
  for (let q = 0; q < isRough.length; q++) {
    if (!isRough[q]) continue;
    const u = 2 * (q % cellsU);
    const v = 2 * Math.floor(q / cellsU);
    const [fromU, toU] = [firstNode(u, fine.cellsU), firstNode(u + 1, fine.cellsU) + STENCIL];
    const [fromV, toV] = [firstNode(v, fine.cellsV), firstNode(v + 1, fine.cellsV) + STENCIL];
    for (let b = fromV; b < toV; b++) isNeeded.fill(1, b * (fine.cellsU + 1) + fromU, b * (fine.cellsU + 1) + toU);
  }
  return all(isNeeded.length).filter((i) => isNeeded[i] === 1 && Number.isNaN(fine.nodes[i * 3]));
}

/** First node of the cubic that a cell is read by. */
const firstNode = (cell: number, cells: number): number => Math.min(cells - 3, Math.max(0, cell - 1));

/** Takes nodes back through the last movements. */
class Mover {
  private readonly points = createPoints(TILE);

  constructor(
    private readonly design: CompiledDesign,
    private readonly frame: Frame,
    private readonly from: number,
    private readonly sectionX: number | null,
    private readonly fineness: number,
  ) {}

  /** Fills some nodes of a grid; with an `offset` of a half, the middles of its cells. */
  *fill(grid: Grid, which: Int32Array, offset = 0): Generator<void> {
    const { points } = this;
    const across = offset > 0 ? grid.cellsU : grid.cellsU + 1;
    for (let start = 0; start < which.length; start += TILE) {
      const count = Math.min(TILE, which.length - start);
      for (let i = 0; i < count; i++) {
        const q = which[start + i];
        this.place(i, ((q % across) + offset) / grid.cellsU, (Math.floor(q / across) + offset) / grid.cellsV);
      }
      restart(points, count, this.sectionX);
      moveBack(this.design, points, this.from, this.fineness);
      for (let i = 0; i < count; i++) {
        const q = which[start + i] * 3;
        grid.nodes[q] = points.x[i];
        grid.nodes[q + 1] = points.y[i];
        grid.nodes[q + 2] = points.z[i];
      }
      yield;
    }
  }

  /** A place of the picture, held inside the batter. */
  private place(slot: number, u: number, v: number): void {
    const { origin: o, right: r, down: d } = this.frame;
    const { lengthMm, widthMm, levelMm } = this.design;
    const hold = (value: number, most: number) => Math.min(most, Math.max(0, value));
    this.points.x[slot] = hold(o[0] + u * r[0] + v * d[0], lengthMm);
    this.points.y[slot] = hold(o[1] + u * r[1] + v * d[1], widthMm);
    this.points.z[slot] = hold(o[2] + u * r[2] + v * d[2], levelMm);
  }
}

/** Takes the live samples back through the movements from a place on. */
function moveBack(design: CompiledDesign, points: Points, from: number, fineness: number): void {
  for (let k = design.operations.length - 1; k >= from; k--) design.operations[k].inverse(points, fineness);
}

/** Reads the field at a place of the picture, 0..1 each way: x, y, z into `out`. */
export function readField(field: MoveField, u: number, v: number, out: Float64Array): void {
  const { wide, fine, isRough } = field;
  const cellU = Math.min(wide.cellsU - 1, (u * wide.cellsU) | 0);
  const cellV = Math.min(wide.cellsV - 1, (v * wide.cellsV) | 0);
  readGrid(isRough[cellV * wide.cellsU + cellU] ? fine : wide, u, v, out);
}

function readGrid(grid: Grid, u: number, v: number, out: Float64Array): void {
  const { cellsU, cellsV, nodes } = grid;
  const pu = u * cellsU;
  const pv = v * cellsV;
  const su = firstNode(pu | 0, cellsU);
  const sv = firstNode(pv | 0, cellsV);
  // Weights of a cubic through four nodes, by Lagrange.
  const t = pu - su;
  const [t1, t2, t3] = [t - 1, t - 2, t - 3];
  const w0 = -(t1 * t2 * t3) / 6;
  const w1 = (t * t2 * t3) / 2;
  const w2 = -(t * t1 * t3) / 2;
  const w3 = (t * t1 * t2) / 6;
  const s = pv - sv;
  const [s1, s2, s3] = [s - 1, s - 2, s - 3];
  const row = (cellsU + 1) * 3;
  let q = (sv * (cellsU + 1) + su) * 3;
  let x = 0;
  let y = 0;
  let z = 0;
  for (let j = 0; j < STENCIL; j++, q += row) {
    const w =
      j === 0 ? -(s1 * s2 * s3) / 6 : j === 1 ? (s * s2 * s3) / 2 : j === 2 ? -(s * s1 * s3) / 2 : (s * s1 * s2) / 6;
    x += w * (w0 * nodes[q] + w1 * nodes[q + 3] + w2 * nodes[q + 6] + w3 * nodes[q + 9]);
    y += w * (w0 * nodes[q + 1] + w1 * nodes[q + 4] + w2 * nodes[q + 7] + w3 * nodes[q + 10]);
    z += w * (w0 * nodes[q + 2] + w1 * nodes[q + 5] + w2 * nodes[q + 8] + w3 * nodes[q + 11]);
  }
  out[0] = x;
  out[1] = y;
  out[2] = z;
}
