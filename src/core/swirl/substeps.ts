import type { Path } from "./ways";

/** Substeps in a box, and boxes in a group. */
export const CHUNK = 8;
export const GROUP = 8;
/** The way cut into substeps, with bounding boxes of chunks and of groups of chunks. */
export interface Substeps {
  count: number;
  midA: Float64Array;
  midB: Float64Array;
  stepA: Float64Array;
  stepB: Float64Array;
  /** Coupling of each substep. */
  strength: Float64Array;
  /** Least and most a, least and most b of every chunk, and of every group of chunks. */
  chunks: Float64Array;
  groups: Float64Array;
}

function boxes(count: number, per: number, read: (i: number, box: number[]) => void): Float64Array {
  const n = Math.ceil(count / per);
  const out = new Float64Array(n * 4);
  for (let k = 0; k < n; k++) {
    const box = [
      Number.POSITIVE_INFINITY,
      Number.NEGATIVE_INFINITY,
      Number.POSITIVE_INFINITY,
      Number.NEGATIVE_INFINITY,
    ];
    for (let i = k * per; i < Math.min(count, (k + 1) * per); i++) read(i, box);
    out.set(box, k * 4);
  }
  return out;
}

/** A chord may stand for a bent way while it is at least this share of the way's length. */
const STRAIGHT = 0.975;

/** The last point that one chord from `start` may go to: no farther than a step, and no corner cut. */
function chordEnd(points: Path[number]["points"], start: number, stepMm: number): number {
  let way = 0;
  let end = start + 1;
  for (let i = start + 1; i < points.length; i++) {
    way += Math.hypot(points[i][0] - points[i - 1][0], points[i][1] - points[i - 1][1]);
    const chord = Math.hypot(points[i][0] - points[start][0], points[i][1] - points[start][1]);
    if (i > start + 1 && (way > stepMm || chord < STRAIGHT * way)) break;
    end = i;
  }
  return end;
}

/** Cuts a way into substeps no longer than `stepMm`, each with the share of the tool's movement that is followed. */
export function substepsOf(path: Path, stepMm: number, coupling: number): Substeps {
  const midA: number[] = [];
  const midB: number[] = [];
  const stepA: number[] = [];
  const stepB: number[] = [];
  const strength: number[] = [];
  for (const { points } of path) {
    for (let i = 0; i + 1 < points.length; ) {
      const [a0, b0] = points[i];
      const end = chordEnd(points, i, stepMm);
      const [a1, b1] = points[end];
      const n = Math.max(1, Math.ceil(Math.hypot(a1 - a0, b1 - b0) / stepMm));
      for (let k = 0; k < n; k++) {
        midA.push(a0 + ((a1 - a0) * (k + 0.5)) / n);
        midB.push(b0 + ((b1 - b0) * (k + 0.5)) / n);
        stepA.push((a1 - a0) / n);
        stepB.push((b1 - b0) / n);
        strength.push(coupling);
      }
      i = end;
    }
  }
  const chunks = boxes(midA.length, CHUNK, (i, box) => {
    box[0] = Math.min(box[0], midA[i]);
    box[1] = Math.max(box[1], midA[i]);
    box[2] = Math.min(box[2], midB[i]);
    box[3] = Math.max(box[3], midB[i]);
  });
  const groups = boxes(chunks.length / 4, GROUP, (i, box) => {
    box[0] = Math.min(box[0], chunks[i * 4]);
    box[1] = Math.max(box[1], chunks[i * 4 + 1]);
    box[2] = Math.min(box[2], chunks[i * 4 + 2]);
    box[3] = Math.max(box[3], chunks[i * 4 + 3]);
  });
  return {
    count: midA.length,
    midA: Float64Array.from(midA),
    midB: Float64Array.from(midB),
    stepA: Float64Array.from(stepA),
    stepB: Float64Array.from(stepB),
    strength: Float64Array.from(strength),
    chunks,
    groups,
  };
}
