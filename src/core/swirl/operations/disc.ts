import type { Point, Points } from "../points";
import type { Packer } from "../shader/packer";

/** Nodes of a table, how much finer it is summed, tables that are kept, and steps to find a radius by its share. */
const TABLE = { nodes: 2048, finer: 8, mostKnown: 20, mostSteps: 40 } as const;

/**
 * Places of a mould's face as a funnel over its middle sees them: the share of the face inside the disc through a place, and the turn about the
 * middle, both 0..1. Areas are kept: beyond the walls' reach only the visible part of each quadrant counts.
 */
export interface Disc {
  lengthMm: number;
  widthMm: number;
  /** Up to this radius the disc is whole. */
  wholeMm: number;
  reachMm: number;
  /** Share inside, by radius. */
  share: Float64Array;
  /** First visible angle of a quadrant, and how much of it is visible, by radius. */
  from: Float64Array;
  visible: Float64Array;
}

const known = new Map<string, Disc>();

/** Visible part of a quadrant's quarter turn at a radius. */
function angles(r: number, L: number, W: number): readonly [number, number] {
  return [r > L / 2 ? Math.acos(L / 2 / r) : 0, r > W / 2 ? Math.asin(W / 2 / r) : Math.PI / 2];
}

export function discOf(L: number, W: number): Disc {
  const key = `${L}:${W}`;
  const found = known.get(key);
  if (found) return found;
  const reachMm = Math.hypot(L, W) / 2;
  const share = new Float64Array(TABLE.nodes + 2);
  const from = new Float64Array(TABLE.nodes + 2);
  const visible = new Float64Array(TABLE.nodes + 2);
  for (let i = 0; i <= TABLE.nodes; i++) {
    let sum = 0;
    for (let k = 0; k < TABLE.finer && i > 0; k++) {
      const r = ((i - 1 + (k + 0.5) / TABLE.finer) / TABLE.nodes) * reachMm;
      const [a, b] = angles(r, L, W);
      sum += 4 * Math.max(0, b - a) * r * (reachMm / TABLE.nodes / TABLE.finer);
    }
    share[i] = i > 0 ? share[i - 1] + sum / (L * W) : 0;
    const [a, b] = angles((i / TABLE.nodes) * reachMm, L, W);
    from[i] = a;
    visible[i] = Math.max(0, b - a);
  }
  for (let i = 0; i <= TABLE.nodes; i++) share[i] /= share[TABLE.nodes];
  for (const table of [share, from, visible]) table[TABLE.nodes + 1] = table[TABLE.nodes];
  const disc = { lengthMm: L, widthMm: W, wholeMm: Math.min(L, W) / 2, reachMm, share, from, visible };
  if (known.size >= TABLE.mostKnown) known.clear();
  known.set(key, disc);
  return disc;
}

const read = (t: Float64Array, p: number): number => {
  const i = p | 0;
  return t[i] + (t[i + 1] - t[i]) * (p - i);
};

/** Beyond where a disc meets a wall its visible part changes too fast for a table, mm. */
const FAST_MM = 4;

/** First visible angle of a quadrant and how much of it is visible, at a radius: written by `readQuadrant`. */
const quadrantAt = { from: 0, visible: 0 };
function readQuadrant(disc: Disc, r: number): void {
  const { lengthMm: L, widthMm: W } = disc;
  if (Math.abs(r - W / 2) < FAST_MM || Math.abs(r - L / 2) < FAST_MM) {
    const [a, b] = angles(r, L, W);
    quadrantAt.from = a;
    quadrantAt.visible = Math.max(0, b - a);
    return;
  }
  const p = Math.min(TABLE.nodes, (r / disc.reachMm) * TABLE.nodes);
  quadrantAt.from = read(disc.from, p);
  quadrantAt.visible = read(disc.visible, p);
}

/** Share inside and turn of a place, into slot `i` of `x` and `y`. */
function enter(disc: Disc, x: Float64Array, y: Float64Array, i: number): void {
  const { lengthMm: L, widthMm: W, wholeMm, reachMm } = disc;
  const dx = x[i] - L / 2;
  const dy = y[i] - W / 2;
  const r2 = dx * dx + dy * dy;
  if (r2 < wholeMm * wholeMm) {
    const turn = Math.atan2(dy, dx) / (2 * Math.PI);
    x[i] = (Math.PI * r2) / (L * W);
    y[i] = turn < 0 ? turn + 1 : turn;
    return;
  }
  const r = Math.sqrt(r2);
  readQuadrant(disc, r);
  const { from, visible } = quadrantAt;
  const angle = Math.atan2(Math.abs(dy), Math.abs(dx)) - from;
  const part = visible > 0 ? Math.min(1, Math.max(0, angle / visible)) / 4 : 0.125;
  x[i] = read(disc.share, Math.min(TABLE.nodes, (r / reachMm) * TABLE.nodes));
  y[i] = dx >= 0 ? (dy >= 0 ? part : 1 - part) : dy >= 0 ? 0.5 - part : 0.5 + part;
}

/** The other way round. */
function leave(disc: Disc, x: Float64Array, y: Float64Array, i: number): void {
  const { lengthMm: L, widthMm: W, wholeMm, reachMm } = disc;
  const share = Math.min(1, Math.max(0, x[i]));
  const turn = y[i] - Math.floor(y[i]);
  let r = Math.sqrt((share * L * W) / Math.PI);
  if (r < wholeMm) {
    const angle = 2 * Math.PI * turn;
    x[i] = L / 2 + r * Math.cos(angle);
    y[i] = W / 2 + r * Math.sin(angle);
    return;
  }
  let low = wholeMm;
  let high = reachMm;
  r = Math.min(high, Math.max(low, r));
  for (let k = 0; k < TABLE.mostSteps; k++) {
    const p = (r / reachMm) * TABLE.nodes;
    const off = read(disc.share, p) - share;
    if (Math.abs(off) < 1e-13) break;
    if (off < 0) low = r;
    else high = r;
    const slope = ((disc.share[(p | 0) + 1] - disc.share[p | 0]) * TABLE.nodes) / reachMm;
    const next = slope > 0 ? r - off / slope : (low + high) / 2;
    r = next > low && next < high ? next : (low + high) / 2;
  }
  readQuadrant(disc, r);
  const quadrant = turn < 0.25 ? 0 : turn < 0.5 ? 1 : turn < 0.75 ? 2 : 3;
  const part = 4 * (quadrant === 0 ? turn : quadrant === 1 ? 0.5 - turn : quadrant === 2 ? turn - 0.5 : 1 - turn);
  const angle = quadrantAt.from + part * quadrantAt.visible;
  const sideX = quadrant === 0 || quadrant === 3 ? 1 : -1;
  const sideY = quadrant < 2 ? 1 : -1;
  x[i] = Math.min(L, Math.max(0, L / 2 + sideX * r * Math.cos(angle)));
  y[i] = Math.min(W, Math.max(0, W / 2 + sideY * r * Math.sin(angle)));
}

/** Numbers of a disc for the shader. */
export const packDisc = (o: Disc, out: Packer): number[] => [
  o.lengthMm,
  o.widthMm,
  o.wholeMm,
  o.reachMm,
  out.table(o.share),
];

/** Live samples into places of the disc, where they are not there yet. */
export function enterDisc(disc: Disc, points: Points): void {
  if (points.inDisc) return;
  for (let n = 0; n < points.liveCount; n++) enter(disc, points.x, points.y, points.live[n]);
  points.sectionX = null;
  points.inDisc = true;
}

/** Live samples back to places of the mould. */
export function leaveDisc(disc: Disc, points: Points): void {
  if (!points.inDisc) return;
  for (let n = 0; n < points.liveCount; n++) leave(disc, points.x, points.y, points.live[n]);
  points.inDisc = false;
}

/** Moves a point by a map of the disc's places: x the share, y the turn. */
export function throughDisc(disc: Disc, point: Point, move: (x: Float64Array, y: Float64Array) => void): void {
  const x = Float64Array.of(point.x);
  const y = Float64Array.of(point.y);
  enter(disc, x, y, 0);
  move(x, y);
  leave(disc, x, y, 0);
  point.x = x[0];
  point.y = y[0];
}
