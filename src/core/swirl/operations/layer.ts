import { generator } from "../../units/random";
import { LAYER_UNEVENNESS } from "../look";
import { alongLoaf, noiseAt, noiseTable } from "../noise";
import type { DepositPaint } from "../paintDeposit";
import { type CompiledOperation, claimAll, type Point, type Points } from "../points";

/** How much of what is below a thick place may take: a layer on very little batter must be nearly even, or it would reach the floor. */
const THICKEST = 0.8;
/** Cosine modes across the mould that make a layer uneven. */
const MODES = 2;

export interface LayerInput {
  seed: number;
  colour: number;
  paint?: DepositPaint;
  lengthMm: number;
  widthMm: number;
  /** Level before, mm, and how much the layer adds, mm. */
  levelMm: number;
  addsMm: number;
}

/**
 * A layer laid on the whole surface, thickness g(x,y) = dh (1 + sum a_k n_k(x) cos(k pi y/W)): the cosines have zero mean
 * across, so each section keeps its area. Claims what lies above h1 - g; below it y = (h1 y' - G)/h, z = z' h/(h1 - g).
 */
export function compileLayer(input: LayerInput): CompiledOperation {
  const { lengthMm, widthMm, levelMm: h, addsMm: dh, colour, paint } = input;
  const h1 = h + dh;
  const random = generator(input.seed);
  const waves = Array.from({ length: MODES }, () => noiseTable(random, 1, 3));
  const share = Math.min(LAYER_UNEVENNESS, (THICKEST * h) / dh) / MODES;
  const amplitudes = new Float64Array(MODES);
  const readAmplitudes = (x: number) => {
    for (let k = 0; k < MODES; k++) amplitudes[k] = share * noiseAt(waves[k], alongLoaf(x, lengthMm));
  };
  const thickness = (v: number) => {
    let g = 1;
    for (let k = 0; k < MODES; k++) g += amplitudes[k] * Math.cos((k + 1) * Math.PI * v);
    return dh * g;
  };
  /** Integral of the thickness from the near wall to v = y/W. */
  const gathered = (v: number) => {
    let g = v;
    for (let k = 0; k < MODES; k++) g += (amplitudes[k] * Math.sin((k + 1) * Math.PI * v)) / ((k + 1) * Math.PI);
    return dh * g;
  };
  return {
    kind: "layer",
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
        const g = thickness(v);
        if (z[i] >= h1 - g) {
          points.colour[i] = paint ? paint(x[i] / lengthMm, gathered(v) / dh, (z[i] - h1 + g) / g) : colour;
          continue;
        }
        y[i] = (widthMm * (h1 * v - gathered(v))) / h;
        z[i] = (z[i] * h) / (h1 - g);
        live[kept++] = i;
      }
      points.liveCount = kept;
    },
    forward(point: Point) {
      if (h <= 0) return;
      readAmplitudes(point.x);
      const target = (point.y / widthMm) * h;
      let low = 0;
      let high = 1;
      for (let k = 0; k < 60; k++) {
        const v = (low + high) / 2;
        if (h1 * v - gathered(v) < target) low = v;
        else high = v;
      }
      const v = (low + high) / 2;
      point.y = v * widthMm;
      point.z = (point.z * (h1 - thickness(v))) / h;
    },
  };
}
