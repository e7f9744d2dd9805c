import { generator } from "../../units/random";
import { layerHand } from "../look";
import { alongLoaf, noiseAt, noiseTable } from "../noise";
import type { Deposited } from "../paintDeposit";
import { type CompiledOperation, claimAll, type Point, type Points } from "../points";
import { PACKED } from "../shader/packer";
import { solve } from "../solve";

/** How much of what is below a thick place may take: a layer on very little batter must be nearly even, or it would reach the floor. */
const THICKEST = 0.8;
/** A layer is nowhere thinner than this leaves, share of its mean. */
const MOST_UNEVEN = 0.85;
/** Cosine modes across the mould that make a layer uneven, and the waves along the loaf that each follows. */
const MODES = 6;
const WAVES = { low: 1, high: 9 } as const;

export interface LayerInput extends Deposited {
  seed: number;
  /** How thick the batter is poured. */
  trace: number;
  /** How uneven it lies beside what that trace leaves, share of it. */
  uneven?: number;
}

/**
 * A layer laid on the whole surface, thickness g(x,y) = dh (1 + sum a_k n_k(x) cos(k pi y/W)): the cosines have zero mean
 * across, so each section keeps its area. Claims what lies above h1 - g; below it y = (h1 y' - G)/h, z = z' h/(h1 - g).
 */
export function compileLayer(input: LayerInput): CompiledOperation {
  const { lengthMm, widthMm, levelMm: h, addsMm: dh, colour, paint } = input;
  const h1 = h + dh;
  const random = generator(input.seed);
  const waves = Array.from({ length: MODES }, () => noiseTable(random, WAVES.low, WAVES.high));
  const { unevenMm, falls } = layerHand(input.trace);
  const weights = Float64Array.from({ length: MODES }, (_, k) => (k + 1) ** -falls);
  const sum = weights.reduce((a, b) => a + b, 0);
  const rms = Math.sqrt(weights.reduce((a, b) => a + b * b, 0));
  // All modes at their highest at once must still leave batter above and below.
  const share = Math.min((unevenMm * (input.uneven ?? 1)) / dh / rms, Math.min(MOST_UNEVEN, (THICKEST * h) / dh) / sum);
  const amplitudes = new Float64Array(MODES);
  const readAmplitudes = (x: number) => {
    const u = alongLoaf(x, lengthMm);
    for (let k = 0; k < MODES; k++) amplitudes[k] = share * weights[k] * noiseAt(waves[k], u);
  };
  /** Thickness at v = y/W, and its integral from the near wall to there: cosines and sines of all modes from the first by recurrence. */
  const read = { thick: 0, gathered: 0 };
  const readAt = (v: number) => {
    const c = Math.cos(Math.PI * v);
    let [cos, cosBefore] = [c, 1];
    let [sin, sinBefore] = [Math.sin(Math.PI * v), 0];
    let thick = 1;
    let gathered = v;
    for (let k = 0; k < MODES; k++) {
      thick += amplitudes[k] * cos;
      gathered += (amplitudes[k] * sin) / ((k + 1) * Math.PI);
      const nextCos = 2 * c * cos - cosBefore;
      const nextSin = 2 * c * sin - sinBefore;
      cosBefore = cos;
      sinBefore = sin;
      cos = nextCos;
      sin = nextSin;
    }
    read.thick = dh * thick;
    read.gathered = dh * gathered;
  };
  return {
    pack: (out) =>
      paint
        ? null
        : [
            PACKED.layer,
            h,
            dh,
            lengthMm,
            widthMm,
            colour,
            ...weights.map((w) => share * w),
            ...waves.map((w) => out.table(w)),
          ],
    kind: "layer",
    keepsSection: paint === undefined,
    levelMm: h1,
    inverse(points: Points) {
      const { x, y, z, live } = points;
      if (h <= 0) {
        return claimAll(points, (i) => (paint ? paint(x[i] / lengthMm, y[i] / widthMm, z[i] / h1) : colour));
      }
      if (points.sectionX !== null) readAmplitudes(points.sectionX);
      let kept = 0;
      for (let n = 0; n < points.liveCount; n++) {
        const i = live[n];
        if (points.sectionX === null) readAmplitudes(x[i]);
        const v = y[i] / widthMm;
        readAt(v);
        const g = read.thick;
        if (z[i] >= h1 - g) {
          points.colour[i] = paint ? paint(x[i] / lengthMm, read.gathered / dh, (z[i] - h1 + g) / g) : colour;
          continue;
        }
        y[i] = (widthMm * (h1 * v - read.gathered)) / h;
        z[i] = (z[i] * h) / (h1 - g);
        live[kept++] = i;
      }
      points.liveCount = kept;
    },
    forward(point: Point) {
      if (h <= 0) return;
      readAmplitudes(point.x);
      const target = (point.y / widthMm) * h;
      const v = solve(
        (w) => {
          readAt(w);
          return h1 * w - read.gathered;
        },
        target,
        0,
        1,
      );
      readAt(v);
      point.y = v * widthMm;
      point.z = (point.z * (h1 - read.thick)) / h;
    },
  };
}
