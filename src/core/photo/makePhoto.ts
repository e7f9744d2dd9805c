import { toLinear } from "../colour/spaces";
import { byteOf } from "../colour/srgb";
import { gauss, generator } from "../units/random";
import type { Sorted } from "./figures";
import { hexOfLab, labOf } from "./light";
import type { Corners, PhotoPoint } from "./photoSchema";
import { blurred, homography, type Pixels } from "./straighten";

/** How a made photo spoils the face that it shows. */
export interface Spoiling {
  /** Perspective, share of the bar's size; uneven light and cast, natural logs; noise of a pixel, linear; blur, px. */
  perspective: number;
  light: number;
  cast: { red: number; blue: number };
  noise: number;
  blurPx: number;
  /** Ash on the top, mm at the most. */
  ashMm: number;
  /** Spread of true colours about the predicted: lightness, hues. */
  colours: { l: number; ab: number };
  /** Spread of the taps on the corners, mm. */
  tapMm: number;
  exposure: number;
  /** Whether a piece of white paper lies to the left of the bar. */
  hasPaper: boolean;
}

export const USUAL_SPOILING: Spoiling = {
  perspective: 0.06,
  light: 0.3,
  cast: { red: 0.12, blue: 0.18 },
  noise: 0.012,
  blurPx: 0.7,
  ashMm: 5,
  colours: { l: 0.04, ab: 0.02 },
  tapMm: 0.75,
  exposure: 1,
  hasPaper: false,
};

const GROUND = { r: 0.16, g: 0.13, b: 0.11 };
const ASH = 0.82;
const PAPER = { r: 0.58, g: 0.58, b: 0.58 };
/** Room about the bar, and half the side of the paper in it, as parts of the bar's width. */
const BORDER = 0.12;
const PAPER_HALF = 0.036;

/** A photo made of a face, with the corners as a hand would tap them, and the colours as they truly are. */
export interface MadePhoto {
  pixels: Pixels;
  corners: Corners;
  trueCorners: Corners;
  trueHex: string[];
  /** The middle of the paper, where there is one. */
  paperAt: PhotoPoint | null;
}

/** The true colours of a batch: near the predicted ones, but for the base, which is as it is. */
export function trueColours(
  palette: readonly string[],
  baseAt: number,
  seed: number,
  by: Spoiling["colours"],
): string[] {
  const random = generator(seed);
  return palette.map((hex, i) => {
    const [l, a, b] = labOf(hex);
    const off = [by.l * gauss(random), by.ab * gauss(random), by.ab * gauss(random)];
    return i === baseAt ? hex : hexOfLab([Math.min(0.97, Math.max(0.12, l + off[0])), a + off[1], b + off[2]]);
  });
}

/**
 * A photo of a bar on a table, for the demo studio and for tests: perspective, uneven and coloured light, blur, noise, ash and a worn rim.
 * @param face the cut face, finer than it will stand in the photo
 * @param widthPx width of the bar in the photo, about
 */
export function makePhoto(
  face: Sorted,
  widthMm: number,
  trueHex: readonly string[],
  seed: number,
  widthPx: number,
  spoiling: Spoiling = USUAL_SPOILING,
): MadePhoto {
  const random = generator(seed);
  const heightPx = (widthPx * face.height) / face.width;
  const border = BORDER * widthPx;
  const paper = spoiling.hasPaper ? ([0.04 * widthPx, border + heightPx / 2] as const) : null;
  const isPaper = (x: number, y: number) =>
    paper !== null && Math.max(Math.abs(x - paper[0]), Math.abs(y - paper[1])) < PAPER_HALF * widthPx;
  const [width, height] = [Math.round(widthPx + 2 * border), Math.round(heightPx + 2 * border)];
  const stray = () => spoiling.perspective * widthPx * (random() - 0.5);
  const corner = (x: number, y: number): [number, number] => [(x + stray()) / width, (y + stray()) / height];
  const trueCorners: Corners = [
    corner(border, border),
    corner(border + widthPx, border),
    corner(border + widthPx, border + heightPx),
    corner(border, border + heightPx),
  ];
  const back = inverseOf(trueCorners.map(([x, y]) => [x * width, y * height] as const));
  const colours = trueHex.map((hex) => toLinear(hex));
  const wave = Array.from({ length: 5 }, () => spoiling.light * (random() - 0.5) * 2);
  const red = Math.exp(spoiling.cast.red * gauss(random));
  const blue = Math.exp(spoiling.cast.blue * gauss(random));
  const ash = Array.from({ length: 4 }, () => (spoiling.ashMm * (1 + random())) / 2);
  const level = spoiling.exposure * Math.exp(0.1 * gauss(random));
  const rgb = new Float32Array(3 * width * height);
  const mmPerPx = widthMm / face.width;
  /** Red, green and blue of the pixel that is made, from 0 to 1. */
  const mean = new Float64Array(3);
  const show = ({ r, g, b }: { r: number; g: number; b: number }, ashen: number, worn: number) => {
    mean[0] += (worn * (r * (1 - ashen) + ASH * ashen)) / 4;
    mean[1] += (worn * (g * (1 - ashen) + ASH * ashen)) / 4;
    mean[2] += (worn * (b * (1 - ashen) + ASH * ashen)) / 4;
  };
  const showFace = (u: number, v: number) => {
    const cy = Math.floor(v * face.height);
    const own = colours[face.colour[cy * face.width + Math.floor(u * face.width)]] ?? GROUND;
    const deep = cy * mmPerPx;
    const from = Math.min(2, Math.floor(3 * u));
    const part = (3 * u) % 1;
    const until = ash[from] + (ash[from + 1] - ash[from]) * part * part * (3 - 2 * part);
    const rimMm = Math.min(u * face.width, (1 - u) * face.width, (1 - v) * face.height) * mmPerPx;
    show(own, deep < until ? 0.75 * (1 - deep / until) : 0, rimMm < 1.2 ? 0.82 : 1);
  };
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const [fx, fy] = [(2 * x) / width - 1, (2 * y) / height - 1];
      const shade =
        level *
        Math.exp(0.5 * (wave[0] * fx + wave[1] * fy + wave[2] * fx * fx + wave[3] * fx * fy + wave[4] * fy * fy));
      mean.fill(0);
      // Four places of each pixel.
      for (let oy = y + 0.25; oy < y + 1; oy += 0.5)
        for (let ox = x + 0.25; ox < x + 1; ox += 0.5) {
          const w = back[6] * ox + back[7] * oy + back[8];
          const u = (back[0] * ox + back[1] * oy + back[2]) / w;
          const v = (back[3] * ox + back[4] * oy + back[5]) / w;
          if (u >= 0 && u < 1 && v >= 0 && v < 1) showFace(u, v);
          else show(isPaper(ox, oy) ? PAPER : GROUND, 0, 1);
        }
      const i = 3 * (y * width + x);
      rgb[i] = mean[0] * shade * red;
      rgb[i + 1] = mean[1] * shade;
      rgb[i + 2] = mean[2] * shade * blue;
    }
  const soft = spoiling.blurPx > 0 ? blurred({ width, height, rgb }, spoiling.blurPx) : rgb;
  const data = new Uint8ClampedArray(4 * width * height);
  for (let p = 0; p < width * height; p++) {
    for (let c = 0; c < 3; c++)
      data[4 * p + c] = byteOf(soft[3 * p + c] + spoiling.noise * gauss(random) * Math.sqrt(0.1 + soft[3 * p + c]));
    data[4 * p + 3] = 255;
  }
  const tap = () => (spoiling.tapMm / widthMm) * widthPx * gauss(random);
  const corners = trueCorners.map(([x, y]): [number, number] => [
    Math.min(1, Math.max(0, x + tap() / width)),
    Math.min(1, Math.max(0, y + tap() / height)),
  ]) as Corners;
  return {
    pixels: { width, height, data },
    corners,
    trueCorners,
    trueHex: [...trueHex],
    paperAt: paper && [paper[0] / width, paper[1] / height],
  };
}

/** The map from a place in the photo to the place on the face, from 0 to 1 over it: nine numbers, row by row of their matrix. */
function inverseOf(corners: readonly (readonly [number, number])[]): number[] {
  const h = homography(corners)!;
  // The inverse of a homography by its adjugate.
  const [a, b, c, d, e, f, g, i] = h;
  return [
    e - f * i,
    c * i - b,
    b * f - c * e,
    f * g - d,
    a - c * g,
    c * d - a * f,
    d * i - e * g,
    b * g - a * i,
    a * e - b * d,
  ];
}

/** A face as it lies before who photographs its bar from the other side. */
export const fromBehind = ({ width, height, colour }: Sorted): Sorted => ({
  width,
  height,
  colour: colour.map((_, i) => colour[i - (i % width) + width - 1 - (i % width)]),
});
