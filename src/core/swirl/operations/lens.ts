import type { Deposited } from "../paintDeposit";
import { type CompiledOperation, claimAll, type Point, type Points } from "../points";
import { PACKED } from "../shader/packer";
import { solve } from "../solve";

/** Nodes of a footprint table. */
export const LENS_NODES = 193;

export interface LensInput extends Deposited {
  /** Footprint along and across the mould: any shape >= 0 at `LENS_NODES` even nodes; thickness is their product. */
  along: Float64Array;
  across: Float64Array;
  /** Depth of its upper side below the surface at the thickest place, mm. */
  depthMm: number;
}

/** A footprint from a function on 0..1. */
export const footprint = (of: (u: number) => number): Float64Array =>
  Float64Array.from({ length: LENS_NODES }, (_, i) => Math.max(0, of(i / (LENS_NODES - 1))));

/** Bump with compact foot: 15/16 (1-u^2)^2 about `middle` with half width `reach`, both on 0..1; clipped at the walls. */
export const bump = (middle: number, reach: number) => (u: number) => {
  const d = (u - middle) / reach;
  return d * d < 1 ? (1 - d * d) ** 2 : 0;
};

interface Table {
  /** Values with mean 1, and their integral from 0. */
  value: Float64Array;
  gathered: Float64Array;
}

function tableOf(shape: Float64Array): Table {
  const n = LENS_NODES - 1;
  let total = 0;
  for (let i = 1; i <= n; i++) total += (shape[i - 1] + shape[i]) / (2 * n);
  const value = total > 0 ? shape.map((v) => v / total) : new Float64Array(LENS_NODES).fill(1);
  const gathered = new Float64Array(LENS_NODES);
  for (let i = 1; i <= n; i++) gathered[i] = gathered[i - 1] + (value[i - 1] + value[i]) / (2 * n);
  return { value, gathered };
}

/** Softens a shape towards evenness until its peak is at most `most` times its mean. */
function softened(shape: Float64Array, most: number): Float64Array {
  const { value } = tableOf(shape);
  const peak = Math.max(...value);
  if (peak <= most) return value;
  const share = (most - 1) / (peak - 1);
  return value.map((v) => 1 + (v - 1) * Math.max(0, share));
}

/** Thickest that a lens may be, share of the new level. */
const THICKEST = 0.75;

/**
 * A pour that lies in or on the batter: thickness g(x,y) = dh X(x) Y(y) with X and Y of mean 1, its upper side `depth` below the surface. Claimed between
 * the sides. In the frame after: x = integral of (h1 - dh X)/h, y = W integral of (h1 - g) / (h1 - gx) over the section, z = z' below, z' - g above,
 * times h/(h1 - g). The determinant is 1. Where there is nothing below, it fills the floor alone.
 */
export function compileLens(input: LensInput): CompiledOperation {
  const { lengthMm: L, widthMm: W, levelMm: h, addsMm: dh, colour, paint } = input;
  const h1 = h + dh;
  const most = Math.max(1, (THICKEST * h1) / dh);
  const along = tableOf(softened(input.along, Math.sqrt(most)));
  const across = tableOf(softened(input.across, Math.sqrt(most)));
  const n = LENS_NODES - 1;
  const peak = dh * Math.max(...along.value) * Math.max(...across.value);
  const depth = Math.max(0, Math.min(input.depthMm, h1 - peak));
  let node = 0;
  let part = 0;
  const seek = (u: number) => {
    const p = Math.min(1, Math.max(0, u)) * n;
    node = Math.min(n - 1, Math.floor(p));
    part = p - node;
  };
  const read = (t: Float64Array) => t[node] + (t[node + 1] - t[node]) * part;
  const integral = (t: Table) => t.gathered[node] + ((t.value[node] + read(t.value)) / 2) * (part / n);
  return {
    pack: (out) =>
      paint
        ? null
        : [
            PACKED.lens,
            ...[L, W, h, h1, dh, depth, colour],
            ...[along.value, along.gathered, across.value, across.gathered].map((t) => out.table(t)),
          ],
    kind: "lens",
    levelMm: h1,
    inverse(points: Points) {
      const { x, y, z, live } = points;
      if (h <= 0) {
        return claimAll(points, (i) => (paint ? paint(x[i] / L, y[i] / W, z[i] / h1) : colour));
      }
      points.sectionX = null;
      const { value: alongValue, gathered: alongGathered } = along;
      const { value: acrossValue, gathered: acrossGathered } = across;
      const [perL, perW, halfNode, top] = [n / L, n / W, 0.5 / n, h1 - depth];
      let kept = 0;
      for (let k = 0; k < points.liveCount; k++) {
        const i = live[k];
        const a = x[i] * perL;
        const p = a >= n ? n - 1 : a > 0 ? a | 0 : 0;
        const pPart = a - p;
        const pValue = alongValue[p] + (alongValue[p + 1] - alongValue[p]) * pPart;
        const gx = dh * pValue;
        const alongSum = alongGathered[p] + (alongValue[p] + pValue) * pPart * halfNode;
        const b = y[i] * perW;
        const q = b >= n ? n - 1 : b > 0 ? b | 0 : 0;
        const qPart = b - q;
        const qValue = acrossValue[q] + (acrossValue[q + 1] - acrossValue[q]) * qPart;
        const g = gx * qValue;
        const acrossSum = acrossGathered[q] + (acrossValue[q] + qValue) * qPart * halfNode;
        const zi = z[i];
        if (zi >= top - g && zi < top) {
          points.colour[i] = paint ? paint(alongSum, acrossSum, g > 0 ? (zi - top + g) / g : 0) : colour;
          continue;
        }
        x[i] = (h1 * x[i] - L * dh * alongSum) / h;
        y[i] = (h1 * y[i] - W * gx * acrossSum) / (h1 - gx);
        z[i] = ((zi < top - g ? zi : zi - g) * h) / (h1 - g);
        live[kept++] = i;
      }
      points.liveCount = kept;
    },
    forward(point: Point) {
      if (h <= 0) return;
      const u = solve(
        (v) => {
          seek(v);
          return (h1 * v - dh * integral(along)) / h;
        },
        point.x / L,
        0,
        1,
      );
      seek(u);
      const gx = dh * read(along.value);
      const v = solve(
        (w) => {
          seek(w);
          return (h1 * w - gx * integral(across)) / (h1 - gx);
        },
        point.y / W,
        0,
        1,
      );
      seek(v);
      const g = gx * read(across.value);
      const z = (point.z * (h1 - g)) / h;
      point.x = u * L;
      point.y = v * W;
      point.z = z < h1 - depth - g ? z : z + g;
    },
  };
}
