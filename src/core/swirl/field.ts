import type { CompiledDesign } from "./design";
import { createPoints, type Points, restart, settle, takeBack } from "./points";
import { TILE } from "./sample";
import type { Frame } from "./view";

/** Wished distance of the nodes of the middle grid, mm; and the least and most, in pixels. */
const NODE_MM = 1.1;
const FEWEST_PIXELS = 3;
const MOST_PIXELS = 6;
/** How much farther apart nodes stand up the batter than along and across: tools are drawn through upright or go up and down. */
const UPRIGHT_RATIO = 1.5;
/** Grids of a field, each twice as fine as the one before. */
const GRIDS = 3;
/** Difference at the middle of a cell from which it is divided, share of a pixel. */
const TOLERANCE_PIXELS = 0.32;
/** From so many times that on a cell of the finest grid but one is lost: batter is folded there finer than any node, and only the movements themselves tell where it comes from. */
const LOST_TIMES = 20;
/** Nodes that a cubic is laid through, each way. */
const STENCIL = 4;

/** Places at the nodes of an even grid over a picture. */
interface Grid {
  /** Cells across and down. */
  cellsU: number;
  cellsV: number;
  /** x, y, z of every node, row by row, mm; NaN where none was needed. */
  nodes: Float64Array;
  /** 1 for cells that are read off the next finer grid. */
  isRough: Uint8Array;
  /** 1 for cells in which no grid holds what was folded, and for those beside them. */
  isLost: Uint8Array;
}

/**
 * Where the last movements of a design take the places of a picture back to, kept at the nodes of a grid and read by cubics through 4 x 4 of them.
 * Each cell is checked at its middle; where the cubic is off by more than about a third of a pixel it is read off a grid twice as fine, and that again.
 */
export interface MoveField {
  /** From the widest to the finest. */
  grids: Grid[];
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
  const toleranceMm = (TOLERANCE_PIXELS * frame.widthMm) / size.width;
  const ratio = Math.abs(frame.down[2]) > 0.9 * frame.heightMm ? UPRIGHT_RATIO : 1;
  let grid = emptyGrid(Math.ceil(cellsU / 2), Math.max(STENCIL, Math.ceil(cellsV / 2 / ratio)));
  yield* mover.fill(grid, all(grid.nodes.length / 3));
  const grids = [grid];
  let open = all(grid.isRough.length);
  while (grids.length < GRIDS && open.length > 0) {
    const finer = divided(grid);
    yield* mover.fill(
      finer,
      Int32Array.from(open, (cell) => middleNode(grid, cell)),
    );
    const offMm = Float64Array.from(open, (cell) => offAtMiddle(grid, cell, finer));
    const rough = open.filter((_, i) => offMm[i] > toleranceMm);
    for (const cell of rough) grid.isRough[cell] = 1;
    if (grids.length === GRIDS - 1)
      open.forEach((cell, i) => {
        if (offMm[i] > LOST_TIMES * toleranceMm) loseAbout(grid, cell);
      });
    open = Int32Array.from([...rough].flatMap((cell) => partsOf(grid, cell)));
    yield* mover.fill(finer, neededNodes(finer, open));
    grids.push(finer);
    grid = finer;
  }
  const movesAlong = design.operations.slice(from).some((o) => o.kind === "rod" || o.movesAlong);
  return { grids, from, movesAlong };
}

const all = (count: number): Int32Array => Int32Array.from({ length: count }, (_, i) => i);

const emptyGrid = (cellsU: number, cellsV: number): Grid => ({
  cellsU,
  cellsV,
  nodes: new Float64Array((cellsU + 1) * (cellsV + 1) * 3).fill(Number.NaN),
  isRough: new Uint8Array(cellsU * cellsV),
  isLost: new Uint8Array(cellsU * cellsV),
});

/** A grid twice as fine with the nodes that are known already. */
function divided(grid: Grid): Grid {
  const finer = emptyGrid(2 * grid.cellsU, 2 * grid.cellsV);
  const across = grid.cellsU + 1;
  for (let q = 0; q < grid.nodes.length / 3; q++) {
    const to = 2 * Math.floor(q / across) * (finer.cellsU + 1) + 2 * (q % across);
    for (let c = 0; c < 3; c++) finer.nodes[to * 3 + c] = grid.nodes[q * 3 + c];
  }
  return finer;
}

/** The node of the next finer grid at the middle of a cell. */
const middleNode = (grid: Grid, cell: number): number =>
  (2 * Math.floor(cell / grid.cellsU) + 1) * (2 * grid.cellsU + 1) + 2 * (cell % grid.cellsU) + 1;

/** The four cells of the next finer grid that make up a cell. */
function partsOf(grid: Grid, cell: number): number[] {
  const across = 2 * grid.cellsU;
  const first = 2 * Math.floor(cell / grid.cellsU) * across + 2 * (cell % grid.cellsU);
  return [first, first + 1, first + across, first + across + 1];
}

/** How far the cubic is from where the movements put the middle of a cell, mm along the axis where it is worst. */
function offAtMiddle(grid: Grid, cell: number, finer: Grid): number {
  const { cellsU, cellsV } = grid;
  readGrid(grid, ((cell % cellsU) + 0.5) / cellsU, (Math.floor(cell / cellsU) + 0.5) / cellsV, read);
  const q = middleNode(grid, cell) * 3;
  return Math.max(...[0, 1, 2].map((c) => Math.abs(read[c] - finer.nodes[q + c])));
}
const read = new Float64Array(3);

/** Loses a cell and those about it: a fold runs on into them. */
function loseAbout(grid: Grid, cell: number): void {
  const { cellsU, cellsV, isLost } = grid;
  const [u, v] = [cell % cellsU, Math.floor(cell / cellsU)];
  for (let row = Math.max(0, v - 1); row <= Math.min(cellsV - 1, v + 1); row++)
    isLost.fill(1, row * cellsU + Math.max(0, u - 1), row * cellsU + Math.min(cellsU - 1, u + 1) + 1);
}

/** Nodes that some cells are read by and that are not there yet. */
function neededNodes(grid: Grid, cells: Int32Array): Int32Array {
  const { cellsU, cellsV, nodes } = grid;
  const isNeeded = new Uint8Array(nodes.length / 3);
  for (const cell of cells) {
    const u = firstNode(cell % cellsU, cellsU);
    const v = firstNode(Math.floor(cell / cellsU), cellsV);
    for (let row = v; row < v + STENCIL; row++) {
      const start = row * (cellsU + 1) + u;
      isNeeded.fill(1, start, start + STENCIL);
    }
  }
  return all(isNeeded.length).filter((i) => isNeeded[i] === 1 && Number.isNaN(nodes[i * 3]));
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

  /** Fills some nodes of a grid. */
  *fill(grid: Grid, which: Int32Array): Generator<void> {
    const { points } = this;
    const across = grid.cellsU + 1;
    for (let start = 0; start < which.length; start += TILE) {
      const count = Math.min(TILE, which.length - start);
      for (let i = 0; i < count; i++) {
        const q = which[start + i];
        this.place(i, (q % across) / grid.cellsU, Math.floor(q / across) / grid.cellsV);
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
    this.points.x[slot] = Math.min(lengthMm, Math.max(0, o[0] + u * r[0] + v * d[0]));
    this.points.y[slot] = Math.min(widthMm, Math.max(0, o[1] + u * r[1] + v * d[1]));
    this.points.z[slot] = Math.min(levelMm, Math.max(0, o[2] + u * r[2] + v * d[2]));
  }
}

/** Takes the live samples back through the movements from a place on. */
export function moveBack(design: CompiledDesign, points: Points, from: number, fineness: number): void {
  for (let k = design.operations.length - 1; k >= from; k--) takeBack(design.operations[k], points, fineness);
  settle(points);
}

/** Reads the field at a place of the picture, 0..1 each way: x, y, z into `out`. */
export function readField(field: MoveField, u: number, v: number, out: Float64Array): void {
  const { grids } = field;
  let k = 0;
  while (k < grids.length - 1 && isRoughAt(grids[k], u, v)) k++;
  readGrid(grids[k], u, v, out);
}

const isRoughAt = (grid: Grid, u: number, v: number): boolean => grid.isRough[cellAt(grid, u, v)] === 1;

function cellAt({ cellsU, cellsV }: Grid, u: number, v: number): number {
  const cellU = Math.min(cellsU - 1, (u * cellsU) | 0);
  const cellV = Math.min(cellsV - 1, (v * cellsV) | 0);
  return cellV * cellsU + cellU;
}

/** True where no grid holds what was folded: the movements themselves have to be asked. */
export function isLostAt({ grids }: MoveField, u: number, v: number): boolean {
  if (grids.length < GRIDS) return false;
  const grid = grids[GRIDS - 2];
  return grid.isLost[cellAt(grid, u, v)] === 1;
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
