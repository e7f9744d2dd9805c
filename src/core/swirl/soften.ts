import type { Design } from "./build";
import { type IndexImage, OUTSIDE } from "./face";
import { thinness } from "./look";
import type { Palette } from "./paint";

/** Width of a border: standard deviation of what runs over it, mm; batter that is barely emulsified lets colours run. By eye. */
const BORDER = { thickMm: 0.04, thinMm: 0.1, power: 1.5 } as const;
/** Less than this share of a pixel does not show. */
const LEAST_PX = 0.25;
const SIGMAS = 3;

/** How far colours run into each other at their borders in a design, mm (standard deviation): by the trace of what was poured, weighted by volume. */
export function borderMm(design: Design): number {
  let sum = 0;
  let all = 0;
  for (const p of design.pours) {
    if (p.volumeMm3 <= 0) continue;
    sum += p.volumeMm3 * thinness(p.trace) ** BORDER.power;
    all += p.volumeMm3;
  }
  return BORDER.thickMm + BORDER.thinMm * (all > 0 ? sum / all : 0);
}

/** Pixels within reach of a border. */
function nearBorders({ width, height, colour }: IndexImage, reach: number): Uint8Array {
  const near = new Uint8Array(colour.length);
  const mark = (at: number) => {
    const [x, y] = [at % width, Math.floor(at / width)];
    for (let v = Math.max(0, y - reach); v <= Math.min(height - 1, y + reach); v++)
      near.fill(1, v * width + Math.max(0, x - reach), v * width + Math.min(width - 1, x + reach) + 1);
  };
  for (let i = 0; i < colour.length; i++) {
    if ((i + 1) % width !== 0 && colour[i] !== colour[i + 1]) mark(i);
    else if (i + width < colour.length && colour[i] !== colour[i + width]) mark(i);
  }
  return near;
}

/**
 * Lets colours run into each other at their borders, in linear light, where that is wide enough to be seen. Places without batter stay as they are and give
 * nothing.
 * @param sigmaPx standard deviation, pixels
 */
export function soften(rgba: Uint8ClampedArray, image: IndexImage, palette: Palette, sigmaPx: number): void {
  if (!(sigmaPx >= LEAST_PX)) return;
  const { width, height, colour } = image;
  const reach = Math.ceil(SIGMAS * sigmaPx);
  const kernel = Float64Array.from({ length: 2 * reach + 1 }, (_, i) => Math.exp(-0.5 * ((i - reach) / sigmaPx) ** 2));
  const near = nearBorders(image, reach);
  const linear = new Float32Array(colour.length * 3);
  for (let i = 0; i < linear.length; i++) {
    const p = (i / 3) | 0;
    linear[i] = palette.toLinear[rgba[p * 4 + (i - 3 * p)]];
  }
  const across = linear.slice();
  const blur = (
    from: Float32Array,
    i: number,
    at: number,
    length: number,
    step: number,
    give: (k: number, v: number) => void,
  ) => {
    let weight = 0;
    let [r, g, b] = [0, 0, 0];
    for (let d = Math.max(-reach, -at); d <= Math.min(reach, length - 1 - at); d++) {
      const q = i + d * step;
      if (colour[q] === OUTSIDE) continue;
      const w = kernel[d + reach];
      weight += w;
      r += w * from[q * 3];
      g += w * from[q * 3 + 1];
      b += w * from[q * 3 + 2];
    }
    give(0, r / weight);
    give(1, g / weight);
    give(2, b / weight);
  };
  for (let i = 0; i < colour.length; i++) {
    if (near[i] === 0 || colour[i] === OUTSIDE) continue;
    blur(linear, i, i % width, width, 1, (k, v) => {
      across[i * 3 + k] = v;
    });
  }
  for (let i = 0; i < colour.length; i++) {
    if (near[i] === 0 || colour[i] === OUTSIDE) continue;
    blur(across, i, Math.floor(i / width), height, width, (k, v) => {
      rgba[i * 4 + k] = palette.toByte(v);
    });
  }
}
