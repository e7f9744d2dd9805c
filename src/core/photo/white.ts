import { MOST_LIGHT } from "./light";
import type { PhotoPoint } from "./photoSchema";
import { type Pixels, toLinear } from "./straighten";

/** Why a place in a photo does not tell the colour of its light. */
export type WhiteTrouble = "whiteBright" | "whiteDark" | "whiteColoured";
export type Cast = { ok: true; red: number; blue: number } | { ok: false; why: WhiteTrouble };

/** Radius of the place that is looked at: this part of the photo's longer side. */
export const WHITE_RADIUS = 0.012;
/** Linear light from which white is lost, and under which its colour is noise; most that green may scatter about its mean, part of it. */
const WHITE = { lostFrom: 0.97, darkUnder: 0.04, mostScatter: 0.2 } as const;

/** What the light does to something white or plain grey: red and blue against green, natural log. @param at as parts of width and height from the top left */
export function castOf({ width, height, data }: Pixels, at: PhotoPoint): Cast {
  const radius = Math.max(2, WHITE_RADIUS * Math.max(width, height));
  const [cx, cy] = [at[0] * width, at[1] * height];
  const sums = [0, 0, 0];
  const greens: number[] = [];
  let lost = 0;
  for (let y = Math.max(0, Math.floor(cy - radius)); y < Math.min(height, cy + radius); y++)
    for (let x = Math.max(0, Math.floor(cx - radius)); x < Math.min(width, cx + radius); x++) {
      if (Math.hypot(x + 0.5 - cx, y + 0.5 - cy) > radius) continue;
      const i = 4 * (y * width + x);
      const rgb = [0, 1, 2].map((c) => toLinear(data[i + c]));
      rgb.forEach((v, c) => {
        sums[c] += v;
      });
      greens.push(rgb[1]);
      if (Math.max(...rgb) > WHITE.lostFrom) lost++;
    }
  const [r, g, b] = sums.map((s) => s / Math.max(1, greens.length));
  if (lost > greens.length / 20) return { ok: false, why: "whiteBright" };
  if (g < WHITE.darkUnder) return { ok: false, why: "whiteDark" };
  const [red, blue] = [Math.log(Math.max(1e-4, r) / g), Math.log(Math.max(1e-4, b) / g)];
  const scatter = Math.sqrt(greens.reduce((s, v) => s + (v - g) ** 2, 0) / greens.length) / g;
  const isPlain = Math.abs(red) <= MOST_LIGHT.cast && Math.abs(blue) <= MOST_LIGHT.cast && scatter <= WHITE.mostScatter;
  return isPlain ? { ok: true, red, blue } : { ok: false, why: "whiteColoured" };
}
