import { generator } from "../../units/random";
import { noiseAt, noiseTable } from "../noise";
import type { Packer } from "../shader/packer";

/**
 * A stack of sheets in a unit cube (a along, b across, v up) that a hand has laid: a tree that parts them two by two. A node parts v at q(a, b), whose mean
 * over b is the lower part's share for every a; q may be 0 or 1, and there a sheet ends in a point. Below: b = Q/q0, v = v/q with Q the integral of q over
 * b; above: b = (b - Q)/(1 - q0), v = (v - q)/(1 - q). Every leaf has exactly its share, and places of its own, uniform on 0..1.
 */
export interface SheetTree {
  nodes: Node[];
}

interface Node {
  /** Share of the lower part. */
  share: number;
  /** Next node below and above; where negative, the leaf -1 - k. */
  below: number;
  above: number;
  /** Rows of q and Q along a, made when first read. */
  rows: (Float64Array | undefined)[];
  /** What rows are made from. */
  gain: number;
  tilt: number;
  modes: ReturnType<typeof noiseTable>[];
  crest: ReturnType<typeof noiseTable>;
}

/** One sheet alone. */
export const WHOLE: SheetTree = { nodes: [] };

const ALONG = 40;
const ACROSS = 32;
const ROW = (ACROSS + 1) * 2;
/** Periods of the noise along: not a whole number. */
const PERIODS = 0.93;
/** Where a tilted parting has its crest, and how far that wanders along; and how steep it is. */
const CREST = { middle: 0.5, wanders: 0.38, steep: 2.2 } as const;
/** Tilt counts in full where a node parts so many sheets at most, else by this share. */
const TILT = { fullUpTo: 3, else: 0.25 } as const;
const MOST_SLOPE_STEPS = 12;

/** How unevenly a node parts, by the thickness of what it parts, mm: strength, waves across, highest wave along. */
export type SheetHand = (thickMm: number, sheets: number) => Unevenness;
interface Unevenness {
  gain: number;
  waves: number;
  along: number;
}

/** A hand by the thickness of what a parting parts: each row from so many mm on, the thickest first and the last from 0. @param pair a parting of two sheets, where that is another */
export const byThickness =
  (rows: readonly (Unevenness & { fromMm: number })[], pair: Unevenness | null = null, factor = 1): SheetHand =>
  (thickMm, sheets) => {
    const own = sheets === 2 && pair ? pair : (rows.find((r) => thickMm > r.fromMm) ?? rows[rows.length - 1]);
    return { gain: own.gain * factor, waves: own.waves, along: own.along };
  };

export interface SheetsInput {
  seed: number;
  /** Weights of the sheets from the lowest up. */
  weights: readonly number[];
  /** Thickness of all together, mm. */
  heightMm: number;
  hand: SheetHand;
  /** How far a parting is tilted. */
  tilt: number;
}

export function sheetTree(input: SheetsInput): SheetTree {
  const random = generator(input.seed);
  const sums = [0];
  for (const w of input.weights) sums.push(sums[sums.length - 1] + w);
  const all = sums[sums.length - 1];
  const nodes: Node[] = [];
  const build = (from: number, to: number): number => {
    if (to - from === 1) return -1 - from;
    const at = nodes.length;
    const half = (sums[from] + sums[to]) / 2;
    let cut = from + 1;
    while (cut < to - 1 && Math.abs(sums[cut + 1] - half) < Math.abs(sums[cut] - half)) cut++;
    const sheets = to - from;
    const part = sums[to] - sums[from];
    const { gain, waves, along } = input.hand((part / all) * input.heightMm, sheets);
    const node: Node = {
      share: (sums[cut] - sums[from]) / part,
      below: 0,
      above: 0,
      rows: new Array(ALONG + 2),
      gain,
      tilt: input.tilt * (sheets <= TILT.fullUpTo ? 1 : TILT.else) * (random() < 0.5 ? 1 : -1),
      modes: Array.from({ length: waves }, () => noiseTable(random, 1, along)),
      crest: noiseTable(random, 1, along),
    };
    nodes.push(node);
    node.below = build(from, cut);
    node.above = build(cut, to);
    return at;
  };
  if (input.weights.length > 1) build(0, input.weights.length);
  return { nodes };
}

const cosines = Array.from({ length: 12 }, (_, k) =>
  Float64Array.from({ length: ACROSS + 1 }, (_, j) => Math.cos((k * Math.PI * j) / ACROSS)),
);

/** q and Q of a node at one of the places along. */
function makeRow(node: Node, place: number): Float64Array {
  const u = (PERIODS * Math.min(place, ALONG)) / ALONG;
  const { share, gain, tilt, modes } = node;
  const room = Math.min(share, 1 - share);
  const crest = CREST.middle + CREST.wanders * noiseAt(node.crest, u);
  const bent = new Float64Array(ACROSS + 1);
  modes.forEach((mode, k) => {
    const weight = (room * gain * noiseAt(mode, u)) / Math.sqrt(k + 1);
    for (let j = 0; j <= ACROSS; j++) bent[j] += weight * cosines[k + 1][j];
  });
  for (let j = 0; j <= ACROSS; j++) {
    const lean = Math.min(1, Math.max(-1, CREST.steep * (crest - j / ACROSS)));
    bent[j] += share + room * tilt * lean;
  }
  // What is cut off at 0 and 1 is given back by an offset, so that the mean stays the share.
  let offset = 0;
  let low = -2;
  let high = 2;
  for (let k = 0; k < MOST_SLOPE_STEPS; k++) {
    let mean = 0;
    let free = 0;
    for (let j = 0; j <= ACROSS; j++) {
      const v = bent[j] + offset;
      const weight = j === 0 || j === ACROSS ? 0.5 : 1;
      if (v >= 1) mean += weight;
      else if (v > 0) {
        mean += weight * v;
        free += weight;
      }
    }
    const off = mean / ACROSS - share;
    if (Math.abs(off) < 1e-14) break;
    if (off > 0) high = offset;
    else low = offset;
    const next = free > 0 ? offset - (off * ACROSS) / free : (low + high) / 2;
    offset = next > low && next < high ? next : (low + high) / 2;
  }
  const row = new Float64Array(ROW);
  let sum = 0;
  for (let j = 0; j <= ACROSS; j++) {
    const q = Math.min(1, Math.max(0, bent[j] + offset));
    if (j > 0) sum += (row[2 * j - 2] + q) / 2 / ACROSS;
    row[2 * j] = q;
    row[2 * j + 1] = sum;
  }
  // The last rest of the sum: every leaf gets its share to the last digit.
  const scale = sum > 0 ? share / sum : 1;
  if (Math.abs(scale - 1) > 1e-9) for (let j = 0; j <= ACROSS; j++) row[2 * j + 1] *= scale;
  return row;
}

/** A tree for the shader: its nodes, each with its share, its two sides, and where its rows stand. */
export function packTree(tree: SheetTree, out: Packer): number {
  const numbers: number[] = [];
  for (const node of tree.nodes) {
    const rows: number[] = [];
    for (let row = 0; row <= ALONG + 1; row++) {
      const made = node.rows[row] ?? makeRow(node, row);
      node.rows[row] = made;
      for (const v of made) rows.push(v);
    }
    numbers.push(node.share, node.below, node.above, out.table(rows));
  }
  return out.table([tree.nodes.length, ...numbers]);
}

/** Where a place lies: which leaf, and its own places there. Written here by {@link findSheet}. */
export const inSheet = { leaf: 0, b: 0, v: 0 };

/** Finds the sheet of a place; all 0..1. */
export function findSheet(tree: SheetTree, a: number, b: number, v: number): void {
  const { nodes } = tree;
  const along = Math.min(1, Math.max(0, a)) * ALONG;
  const row = along | 0;
  const part = along - row;
  let at = nodes.length > 0 ? 0 : -1;
  while (at >= 0) {
    const node = nodes[at];
    let r0 = node.rows[row];
    if (r0 === undefined) {
      r0 = makeRow(node, row);
      node.rows[row] = r0;
    }
    let r1 = node.rows[row + 1];
    if (r1 === undefined) {
      r1 = makeRow(node, row + 1);
      node.rows[row + 1] = r1;
    }
    const p = b * ACROSS;
    const j = p >= ACROSS ? ACROSS - 1 : p > 0 ? p | 0 : 0;
    const t = p - j;
    const k = j << 1;
    const from = r0[k] + (r1[k] - r0[k]) * part;
    const q = from + (r0[k + 2] + (r1[k + 2] - r0[k + 2]) * part - from) * t;
    const Q = r0[k + 1] + (r1[k + 1] - r0[k + 1]) * part + ((from + q) * t) / (2 * ACROSS);
    if (v < q) {
      b = Q / node.share;
      v /= q;
      at = node.below;
    } else {
      b = (b - Q) / (1 - node.share);
      v = q < 1 ? (v - q) / (1 - q) : 1;
      at = node.above;
    }
    b = b < 0 ? 0 : b > 1 ? 1 : b;
  }
  inSheet.leaf = -1 - at;
  inSheet.b = b;
  inSheet.v = v;
}
