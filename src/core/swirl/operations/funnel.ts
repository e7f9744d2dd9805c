import { generator } from "../../units/random";
import type { CompiledOperation, Point, Points } from "../points";
import { PROFILE_NODES, tabulate } from "../profile";

export interface FunnelInput {
  seed: number;
  colour: number;
  lengthMm: number;
  widthMm: number;
  levelMm: number;
  addsMm: number;
  trace: number;
}

const NODES = 2048;
const P_NODES = PROFILE_NODES - 1;
const WIDEST_GAP = 0.85;

/** Share of the mould's area inside a disc about its centre, and its inverse; one table for each size of mould. */
interface DiscArea {
  reachMm: number;
  share: Float64Array;
  radius: Float64Array;
}
const known = new Map<string, DiscArea>();

/** Visible part of a quadrant's quarter turn at a radius. */
function angles(r: number, L: number, W: number): readonly [number, number] {
  return [r > L / 2 ? Math.acos(L / 2 / r) : 0, r > W / 2 ? Math.asin(W / 2 / r) : Math.PI / 2];
}

function discArea(L: number, W: number): DiscArea {
  const key = `${L}:${W}`;
  const found = known.get(key);
  if (found) return found;
  const reachMm = Math.hypot(L, W) / 2;
  const share = new Float64Array(NODES + 1);
  const fine = 8;
  for (let i = 1; i <= NODES; i++) {
    let sum = 0;
    for (let k = 0; k < fine; k++) {
      const r = ((i - 1 + (k + 0.5) / fine) / NODES) * reachMm;
      const [a, b] = angles(r, L, W);
      sum += 4 * Math.max(0, b - a) * r * (reachMm / NODES / fine);
    }
    share[i] = share[i - 1] + sum / (L * W);
  }
  for (let i = 0; i <= NODES; i++) share[i] /= share[NODES];
  const radius = new Float64Array(NODES + 1);
  let k = 0;
  for (let i = 0; i <= NODES; i++) {
    const wanted = i / NODES;
    while (k < NODES && share[k + 1] < wanted) k++;
    const span = share[Math.min(NODES, k + 1)] - share[k];
    radius[i] = ((k + (span > 0 ? (wanted - share[k]) / span : 0)) / NODES) * reachMm;
  }
  const area = { reachMm, share, radius };
  if (known.size > 20) known.clear();
  known.set(key, area);
  return area;
}

const read = (t: Float64Array, u: number): number => {
  const p = Math.min(1, Math.max(0, u)) * NODES;
  const i = Math.min(NODES - 1, Math.floor(p));
  return t[i] + (t[i + 1] - t[i]) * (p - i);
};

/** Inverse of the share by its own table, found by a few steps so that both tables agree exactly. */
function radiusAt(area: DiscArea, share: number): number {
  let low = 0;
  let high = area.reachMm;
  let r = read(area.radius, share);
  for (let k = 0; k < 30; k++) {
    const s = read(area.share, r / area.reachMm);
    if (Math.abs(s - share) < 1e-13) return r;
    if (s < share) low = r;
    else high = r;
    const slope = (read(area.share, (r + 1e-4) / area.reachMm) - s) / 1e-4;
    const next = slope > 0 ? r + (share - s) / slope : (low + high) / 2;
    r = next > low && next < high ? next : (low + high) / 2;
  }
  return r;
}

/**
 * A pour through a funnel over the centre: opens a disc whose share of the area is f(z'), pushes the rest outward keeping each quadrant's angle in
 * proportion, and lifts what is above by what it poured below. r = S^-1((S(r') - f)/(1 - f)), z = z' - F; the determinant is 1.
 */
export function compileFunnel(input: FunnelInput): CompiledOperation {
  const { lengthMm: L, widthMm: W, levelMm: h, addsMm: dh, colour } = input;
  const top = h + dh;
  const random = generator(input.seed);
  const area = discArea(L, W);
  const steep = 0.45 + 0.35 * random();
  const profile = tabulate((t) => t ** steep * (0.55 + 0.45 * t));
  const wanted = top * (0.05 + 0.2 * random()) * Math.min(1, input.trace / 2.4);
  const needed = (dh * profile.peak) / WIDEST_GAP;
  const bottom = Math.max(0, Math.min(wanted, top - needed));
  const isFlat = h <= 0 || needed > top;
  const per = P_NODES / (top - bottom);
  let f = 0;
  let F = 0;
  const seek = (z: number) => {
    const t = Math.min(P_NODES, Math.max(0, (z - bottom) * per));
    const k = Math.min(P_NODES - 1, Math.floor(t));
    const part = t - k;
    const p = profile.p[k] + (profile.p[k + 1] - profile.p[k]) * part;
    f = (dh / (top - bottom)) * p;
    F = dh * (profile.cumulative[k] + ((profile.p[k] + p) / 2) * (part / P_NODES));
  };
  return {
    kind: "funnel",
    levelMm: top,
    inverse(points: Points) {
      const { x, y, z, live } = points;
      if (isFlat) {
        let kept = 0;
        for (let n = 0; n < points.liveCount; n++) {
          const i = live[n];
          if (z[i] >= h) points.colour[i] = colour;
          else live[kept++] = i;
        }
        points.liveCount = kept;
        return;
      }
      points.sectionX = null;
      let kept = 0;
      for (let n = 0; n < points.liveCount; n++) {
        const i = live[n];
        if (z[i] > bottom) {
          seek(z[i]);
          const dx = x[i] - L / 2;
          const dy = y[i] - W / 2;
          const r = Math.sqrt(dx * dx + dy * dy);
          const s = read(area.share, r / area.reachMm);
          if (s < f) {
            points.colour[i] = colour;
            continue;
          }
          carry(i, x, y, dx, dy, r, (s - f) / (1 - f));
          z[i] -= F;
        }
        live[kept++] = i;
      }
      points.liveCount = kept;
    },
    forward(point: Point) {
      if (isFlat || point.z <= bottom) return;
      let low = point.z;
      let high = top;
      for (let k = 0; k < 60; k++) {
        const middle = (low + high) / 2;
        seek(middle);
        if (middle - F < point.z) low = middle;
        else high = middle;
      }
      const z = (low + high) / 2;
      seek(z);
      const dx = point.x - L / 2;
      const dy = point.y - W / 2;
      const r = Math.hypot(dx, dy);
      const xs = Float64Array.of(point.x);
      const ys = Float64Array.of(point.y);
      carry(0, xs, ys, dx, dy, r, f + read(area.share, r / area.reachMm) * (1 - f));
      point.x = xs[0];
      point.y = ys[0];
      point.z = z;
    },
  };

  /** Moves a point from radius r to where the share is `to`, its angle kept in proportion within the visible part of its quadrant. */
  function carry(i: number, x: Float64Array, y: Float64Array, dx: number, dy: number, r: number, to: number): void {
    if (r < 1e-9) return;
    const next = radiusAt(area, to);
    if (r < W / 2 && next < W / 2) {
      x[i] = L / 2 + (dx * next) / r;
      y[i] = W / 2 + (dy * next) / r;
      return;
    }
    const [a, b] = angles(r, L, W);
    const [a2, b2] = angles(next, L, W);
    const angle = Math.atan2(Math.abs(dy), Math.abs(dx));
    const part = b > a ? Math.min(1, Math.max(0, (angle - a) / (b - a))) : 0.5;
    const turned = a2 + part * (b2 - a2);
    x[i] = Math.min(L, Math.max(0, L / 2 + Math.sign(dx) * next * Math.cos(turned)));
    y[i] = Math.min(W, Math.max(0, W / 2 + Math.sign(dy) * next * Math.sin(turned)));
  }
}
