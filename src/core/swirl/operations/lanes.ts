import { generator } from "../../units/random";
import { alongLoaf, noiseAt, noiseTable } from "../noise";
import type { DepositPaint } from "../paintDeposit";
import type { CompiledOperation, Points } from "../points";
import { PACKED } from "../shader/packer";
import { byThickness, findSheet, inSheet, packTree, type SheetTree, sheetTree, WHOLE } from "./sheetTree";

/** One lane: what lies in it from the floor up, colours with their volumes. */
export interface Lane {
  parts: { colour: number; paint?: DepositPaint; volumeMm3: number }[];
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

/** Height over which seeping falls off, mm, and after how many of them nothing is left; how much of the narrowest lane a boundary wanders and seeps at most; its lean, by its wander. */
const SEEP = { heightMm: 4, heights: 6, most: 0.4 } as const;
const WANDER = { most: 0.22, lean: 0.25 } as const;
/** Several pours into one lane lie as patches that thin out along it and end. */
const PATCHES = byThickness([
  { fromMm: 30, gain: 1.1, waves: 2, along: 6 },
  { fromMm: 0, gain: 2, waves: 2, along: 6 },
]);
const PATCH_TILT = 0.5;

/**
 * Lengthwise lanes side by side, filled to one level: their widths are their shares of the volume. Boundaries wander with zero mean and seep under the
 * plates at the floor. What is poured into one lane one after another lies there in patches. Lies on what is below as one even layer.
 */
export function compileLanes(input: LanesInput): CompiledOperation {
  const { lengthMm: L, widthMm: W, levelMm: h } = input;
  const volumes = input.lanes.map((l) => l.parts.reduce((sum, p) => sum + p.volumeMm3, 0));
  const total = volumes.reduce((a, b) => a + b, 0);
  const dh = total / (L * W);
  const random = generator(input.seed);
  const count = input.lanes.length;
  const edges = new Float64Array(count + 1);
  volumes.forEach((v, i) => {
    edges[i + 1] = edges[i] + (W * v) / total;
  });
  const narrowest = Math.min(...volumes.map((v) => (W * v) / total).filter((w) => w > 0));
  const wander = Math.min(input.wanderMm, narrowest * WANDER.most);
  const seep = Math.min(input.seepMm, narrowest * SEEP.most);
  const farthest = wander * (1 + WANDER.lean) + seep;
  const walls = Array.from(edges, () => ({
    slow: centred(noiseTable(random, 1, 4)),
    floor: centred(noiseTable(random, 5, 14)),
    lean: random() - 0.5,
  }));
  const place = (j: number, u: number, z: number): number => {
    if (j === 0 || j === count) return edges[j];
    const w = walls[j];
    const share = dh > 0 ? z / dh : 0;
    const lean = wander * w.lean * (share - 0.5);
    const seeping = z > SEEP.heightMm * SEEP.heights ? 0 : seep * Math.exp(-z / SEEP.heightMm) * noiseAt(w.floor, u);
    return edges[j] + wander * noiseAt(w.slow, u) + lean + seeping;
  };
  const patches = input.lanes.map((l, i): SheetTree | null =>
    l.parts.length > 1
      ? sheetTree({
          seed: input.seed ^ (0x2c1b3c6d * (i + 1)),
          weights: l.parts.map((p) => p.volumeMm3),
          heightMm: dh,
          hand: PATCHES,
          tilt: PATCH_TILT,
        })
      : null,
  );
  return {
    kind: "lanes",
    pack(out) {
      if (input.lanes.some((l) => l.parts.some((p) => p.paint))) return null;
      const own = input.lanes.flatMap((l, i) => [
        volumes[i],
        l.parts.length,
        out.table(l.parts.map((p) => p.colour)),
        packTree(patches[i] ?? WHOLE, out),
      ]);
      const edge = walls.flatMap((w) => [out.table(w.slow), out.table(w.floor), w.lean]);
      return [PACKED.lanes, h, dh, L, count, wander, seep, out.table(edges), out.table(edge), out.table(own)];
    },
    levelMm: h + dh,
    inverse(points: Points) {
      const { x, y, z, live } = points;
      let kept = 0;
      for (let n = 0; n < points.liveCount; n++) {
        const i = live[n];
        const u = alongLoaf(x[i], L);
        const up = z[i] - h;
        if (up < 0) {
          live[kept++] = i;
          continue;
        }
        let lane = 0;
        while (lane < count - 1 && y[i] >= edges[lane + 1] + farthest) lane++;
        while (lane < count - 1 && y[i] >= edges[lane + 1] - farthest && y[i] >= place(lane + 1, u, up)) lane++;
        while (lane < count - 1 && volumes[lane] <= 0) lane++;
        const { parts } = input.lanes[lane];
        const tree = patches[lane];
        if (tree === null && !parts[0].paint) points.colour[i] = parts[0].colour;
        else {
          const [left, right] = [place(lane, u, up), place(lane + 1, u, up)];
          findSheet(tree ?? WHOLE, x[i] / L, Math.min(1, Math.max(0, (y[i] - left) / (right - left))), up / dh);
          const { colour, paint } = parts[inSheet.leaf];
          points.colour[i] = paint ? paint(x[i] / L, inSheet.b, inSheet.v) : colour;
        }
      }
      points.liveCount = kept;
    },
    forward() {},
  };
}

/** A noise table with its mean taken out over the stretch of the loaf that is read. */
function centred(table: Float64Array): Float64Array {
  let sum = 0;
  const count = 400;
  for (let i = 0; i < count; i++) sum += noiseAt(table, alongLoaf((i + 0.5) / count, 1));
  return table.map((v) => v - sum / count);
}
