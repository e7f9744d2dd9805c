import type { CompiledOperation, Point, Points } from "../points";

export interface SlopeInput {
  lengthMm: number;
  widthMm: number;
  levelMm: number;
  /** Sheets from the first poured (lowest) on. */
  sheets: { colour: number; volumeMm3: number }[];
  /** Slope of the batter's surface against the mould's floor while tilted, mm per mm. */
  slope: number;
  /** Part of the volume that is poured at the full tilt; then it is lowered evenly. */
  fullTiltShare?: number;
}

/** Part poured at the full tilt where none is given, and its least and most: sheets must not cross. */
const FULL_TILT_SHARE = 0.34;
const LEAST_FULL = 0.15;
const MOST_FULL = 0.6;
const ITERATIONS = 26;

/**
 * Sheets poured along the near wall of a tilted mould that is lowered as it fills. Volume coordinate v: the surface after a share v is a slanted plane, or a
 * wedge while it has not reached the far wall; each holds exactly v of the volume, and they do not cross. Claims everything above what lay there before.
 */
export function compileSlope(input: SlopeInput): CompiledOperation {
  const { lengthMm: L, widthMm: W, levelMm: h } = input;
  const total = input.sheets.reduce((sum, s) => sum + s.volumeMm3, 0);
  const H = total / (L * W);
  const full = Math.min(MOST_FULL, Math.max(LEAST_FULL, input.fullTiltShare ?? FULL_TILT_SHARE));
  const steepest = ((1 - full) * H * 2 * 0.96) / W;
  const m0 = Math.min(input.slope, steepest);
  const upTo = new Float64Array(input.sheets.length);
  let sum = 0;
  input.sheets.forEach((s, i) => {
    sum += s.volumeMm3;
    upTo[i] = sum / total;
  });
  const slopeAt = (v: number) => (v <= full ? m0 : (m0 * (1 - v)) / (1 - full));
  const surface = (v: number, y: number): number => {
    const m = slopeAt(v);
    if (m > 1e-9 && v * H < (m * W) / 2) return Math.sqrt(2 * m * v * H * W) - m * y;
    return v * H + m * (W / 2 - y);
  };
  const volumeAt = (y: number, z: number): number => {
    let low = 0;
    let high = 1;
    for (let k = 0; k < ITERATIONS; k++) {
      const middle = (low + high) / 2;
      if (surface(middle, y) < z) low = middle;
      else high = middle;
    }
    return (low + high) / 2;
  };
  return {
    kind: "slope",
    levelMm: h + H,
    inverse(points: Points) {
      const { y, z, live } = points;
      let kept = 0;
      for (let n = 0; n < points.liveCount; n++) {
        const i = live[n];
        if (z[i] < h) {
          live[kept++] = i;
          continue;
        }
        const v = volumeAt(y[i], z[i] - h);
        let low = 0;
        let high = upTo.length - 1;
        while (low < high) {
          const middle = (low + high) >> 1;
          if (upTo[middle] < v) low = middle + 1;
          else high = middle;
        }
        points.colour[i] = input.sheets[low].colour;
      }
      points.liveCount = kept;
    },
    forward(_point: Point) {},
  };
}
