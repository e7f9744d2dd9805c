import { generator } from "../../units/random";
import { alongLoaf, noiseAt, noiseTable } from "../noise";
import type { CompiledOperation, Point, Points } from "../points";

/** One lane: what lies in it from the floor up, colours with their volumes. */
export interface Lane {
  parts: { colour: number; volumeMm3: number }[];
}

export interface LanesInput {
  seed: number;
  lengthMm: number;
  widthMm: number;
  levelMm: number;
  lanes: Lane[];
  /** How far boundaries wander, mm, and how much seeps under the plates at the floor, mm. */
  wanderMm: number;
  seepMm: number;
}

const SEEP_HEIGHT_MM = 4;

/**
 * Lengthwise lanes side by side, filled to one level: their widths are their shares of the volume. Boundaries wander with zero mean and seep under the
 * plates at the floor. Lies on what is below as one even layer.
 */
export function compileLanes(input: LanesInput): CompiledOperation {
  const { lengthMm: L, widthMm: W, levelMm: h } = input;
  const volumes = input.lanes.map((l) => l.parts.reduce((sum, p) => sum + p.volumeMm3, 0));
  const total = volumes.reduce((a, b) => a + b, 0);
  const dh = total / (L * W);
  const h1 = h + dh;
  const random = generator(input.seed);
  const count = input.lanes.length;
  const edges = new Float64Array(count + 1);
  volumes.forEach((v, i) => {
    edges[i + 1] = edges[i] + (W * v) / total;
  });
  const narrowest = Math.min(...volumes.map((v) => (W * v) / total).filter((w) => w > 0));
  const wander = Math.min(input.wanderMm, narrowest * 0.22);
  const seep = Math.min(input.seepMm, narrowest * 0.4);
  const farthest = wander * 1.25 + seep;
  const along = edges.map(() => 0);
  const walls = Array.from(along, () => ({
    slow: centred(noiseTable(random, 1, 4)),
    floor: centred(noiseTable(random, 5, 14)),
    lean: random() - 0.5,
  }));
  const place = (j: number, u: number, z: number): number => {
    if (j === 0 || j === count) return edges[j];
    const w = walls[j];
    const share = dh > 0 ? z / dh : 0;
    const lean = wander * w.lean * (share - 0.5);
    const seeping = z > SEEP_HEIGHT_MM * 6 ? 0 : seep * Math.exp(-z / SEEP_HEIGHT_MM) * noiseAt(w.floor, u);
    return edges[j] + wander * noiseAt(w.slow, u) + lean + seeping;
  };
  const cuts = input.lanes.map((l, i) => {
    let sum = 0;
    return l.parts.map((p) => {
      sum += p.volumeMm3;
      return { colour: p.colour, upTo: volumes[i] > 0 ? sum / volumes[i] : 1 };
    });
  });
  return {
    kind: "lanes",
    levelMm: h1,
    inverse(points: Points) {
      const { x, y, z, live } = points;
      let kept = 0;
      for (let n = 0; n < points.liveCount; n++) {
        const i = live[n];
        if (z[i] < h) {
          live[kept++] = i;
          continue;
        }
        const u = alongLoaf(x[i], L);
        const up = z[i] - h;
        let lane = 0;
        while (lane < count - 1 && y[i] >= edges[lane + 1] + farthest) lane++;
        while (lane < count - 1 && y[i] >= edges[lane + 1] - farthest && y[i] >= place(lane + 1, u, up)) lane++;
        while (lane < count - 1 && volumes[lane] <= 0) lane++;
        const share = dh > 0 ? up / dh : 0;
        const own = cuts[lane];
        let k = 0;
        while (k < own.length - 1 && share > own[k].upTo) k++;
        points.colour[i] = own[k].colour;
      }
      points.liveCount = kept;
    },
    forward(_point: Point) {},
  };
}

/** A noise table with its mean taken out over the stretch of the loaf that is read. */
function centred(table: Float64Array): Float64Array {
  let sum = 0;
  const count = 400;
  for (let i = 0; i < count; i++) sum += noiseAt(table, alongLoaf((i + 0.5) / count, 1));
  return table.map((v) => v - sum / count);
}
