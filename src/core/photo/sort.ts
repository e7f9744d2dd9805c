import { NO_COLOUR, type Sorted } from "./figures";
import { apart, type Lab, labOfLinear, linearOf, NONE_FROM, nearestColour } from "./light";
import type { Straight } from "./straighten";

/** How far from an edge the core of either side is looked for, px. */
const CORE_PX = 4;
/** A step of brightness from pixel to pixel over this is an edge, linear light. */
const EDGE_FROM = 0.012;
/** A place this near to its colour is of that colour and no mixture. */
const PURE_WITHIN = 0.05;
/** What it costs a mixture that less of the other colour is in it, in distance; and the least that must be. */
const THINNED = { costs: 0.06, least: 0.3 } as const;
/** A pixel between two cores may lie so far beyond either, share of the way. */
const BEYOND = 0.15;

/** Steepness of every place and the way up it. */
function slopesOf({ width, height, rgb }: Straight): { steep: Float32Array; dx: Float32Array; dy: Float32Array } {
  const n = width * height;
  const steep = new Float32Array(n);
  const dx = new Float32Array(n);
  const dy = new Float32Array(n);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const [l, r] = [Math.max(0, x - 1), Math.min(width - 1, x + 1)];
      const [o, u] = [Math.max(0, y - 1), Math.min(height - 1, y + 1)];
      let [best, gx, gy] = [-1, 0, 0];
      // The channel that changes most tells the way.
      for (let c = 0; c < 3; c++) {
        const hx = rgb[3 * (y * width + r) + c] - rgb[3 * (y * width + l) + c];
        const hy = rgb[3 * (u * width + x) + c] - rgb[3 * (o * width + x) + c];
        const size = Math.hypot(hx, hy);
        if (size > best) [best, gx, gy] = [size, hx, hy];
      }
      const i = y * width + x;
      steep[i] = best;
      dx[i] = best > 0 ? gx / best : 0;
      dy[i] = best > 0 ? gy / best : 0;
    }
  return { steep, dx, dy };
}

/**
 * Colours of a face in even light, pixel by pixel. What lies on an edge, between the colours on either side of it, is cut at half way in linear light: of
 * its own it would be taken for a third colour.
 */
export function sortColours(face: Straight, colours: readonly Lab[]): Sorted {
  const { width, height, rgb } = face;
  const n = width * height;
  const own = new Uint8Array(n);
  const far = new Float32Array(n);
  for (let i = 0; i < n; i++) {
    const lab = labOfLinear(rgb[3 * i], rgb[3 * i + 1], rgb[3 * i + 2]);
    const best = nearestColour(lab, colours, NONE_FROM);
    own[i] = best < 0 ? NO_COLOUR : best;
    far[i] = best < 0 ? NONE_FROM : apart(lab, colours[best]);
  }
  const { steep, dx, dy } = slopesOf(face);
  const out = own.slice();
  /** Goes up or down the slope to where it flattens: the core of that side. */
  const core = (x: number, y: number, sign: 1 | -1): number => {
    let at = y * width + x;
    const [ux, uy] = [sign * dx[at], sign * dy[at]];
    let least = steep[at];
    let found = at;
    for (let k = 1; k <= CORE_PX; k++) {
      const [xx, yy] = [Math.round(x + k * ux), Math.round(y + k * uy)];
      if (xx < 0 || yy < 0 || xx >= width || yy >= height) break;
      at = yy * width + xx;
      if (steep[at] > least * 1.05 && k > 1) break;
      if (steep[at] <= least) {
        least = steep[at];
        found = at;
      }
      if (steep[at] < EDGE_FROM) break;
    }
    return found;
  };
  const linear = colours.map(linearOf);
  /** The colour that a thin line is of, where its core still holds some of what lies beside it: what lies on the way from that to it. */
  const thinned = (at: number, beside: number): number => {
    const from = linear[beside];
    let best = own[at];
    let least = best === NO_COLOUR ? NONE_FROM : far[at];
    const lab = labOfLinear(rgb[3 * at], rgb[3 * at + 1], rgb[3 * at + 2]);
    for (const [c, to] of linear.entries()) {
      if (c === beside) continue;
      let [along, length] = [0, 0];
      for (let k = 0; k < 3; k++) {
        along += (rgb[3 * at + k] - from[k]) * (to[k] - from[k]);
        length += (to[k] - from[k]) ** 2;
      }
      const share = Math.min(1, along / Math.max(1e-9, length));
      if (share < THINNED.least) continue;
      const mixed = labOfLinear(...(from.map((v, k) => Math.max(0, v + share * (to[k] - v))) as Lab));
      const miss = apart(lab, mixed) + THINNED.costs * (1 - share);
      if (miss < least) {
        least = miss;
        best = c;
      }
    }
    return best;
  };
  const isPure = (at: number) => own[at] !== NO_COLOUR && far[at] < PURE_WITHIN;
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const i = y * width + x;
      if (steep[i] < EDGE_FROM && isPure(i)) continue;
      const [high, low] = [core(x, y, 1), core(x, y, -1)];
      let [a, b] = [own[high], own[low]];
      if (isPure(low) && !isPure(high)) a = thinned(high, b);
      else if (isPure(high) && !isPure(low)) b = thinned(low, a);
      if (a === NO_COLOUR || b === NO_COLOUR) continue;
      if (a === b) {
        out[i] = a;
        continue;
      }
      let [along, length] = [0, 0];
      for (let c = 0; c < 3; c++) {
        const span = rgb[3 * high + c] - rgb[3 * low + c];
        along += (rgb[3 * i + c] - rgb[3 * low + c]) * span;
        length += span * span;
      }
      const share = length > 0 ? along / length : 0.5;
      if (share < -BEYOND || share > 1 + BEYOND) continue;
      out[i] = share >= 0.5 ? a : b;
    }
  return { width, height, colour: out };
}
