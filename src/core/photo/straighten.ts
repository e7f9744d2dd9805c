import { LINEAR_OF_BYTE } from "../colour/srgb";
import type { Corners } from "./photoSchema";

/** A decoded photo: 8 bits each of red, green, blue and opacity, row by row from the top left. */
export interface Pixels {
  width: number;
  height: number;
  data: Uint8ClampedArray | Uint8Array;
}

/** A straightened face in linear light: three values of 0 to 1 each pixel, row by row from the top left. */
export interface Straight {
  width: number;
  height: number;
  rgb: Float32Array;
}

/** Width of a straightened face, px. */
export const STRAIGHT_PX = 240;

const LINEAR = Float32Array.from(LINEAR_OF_BYTE);

/** Linear light of a byte of sRGB, 0 to 1. */
export const toLinear = (byte: number): number => LINEAR[byte];

/** Solves a small system by elimination with pivots; null where it has no one answer. */
function solveLinear(matrix: number[][], right: number[]): number[] | null {
  const n = right.length;
  const rows = matrix.map((row, i) => [...row, right[i]]);
  for (let c = 0; c < n; c++) {
    const pivot = rows.slice(c).reduce((best, r, i) => (Math.abs(r[c]) > Math.abs(rows[best][c]) ? c + i : best), c);
    if (Math.abs(rows[pivot][c]) < 1e-12) return null;
    [rows[c], rows[pivot]] = [rows[pivot], rows[c]];
    for (let r = 0; r < n; r++) {
      if (r === c) continue;
      const by = rows[r][c] / rows[c][c];
      for (let k = c; k <= n; k++) rows[r][k] -= by * rows[c][k];
    }
  }
  return rows.map((row, i) => row[n] / row[i]);
}

/**
 * The map from the unit square (u to the right, v down) to the corners of a face in a photo, as eight numbers; null where three of them lie on one line.
 * x = (h0 u + h1 v + h2) / (h6 u + h7 v + 1), y likewise of h3 to h5.
 */
export function homography(corners: readonly (readonly [number, number])[]): number[] | null {
  const unit = [
    [0, 0],
    [1, 0],
    [1, 1],
    [0, 1],
  ];
  const matrix: number[][] = [];
  const right: number[] = [];
  unit.forEach(([u, v], i) => {
    const [x, y] = corners[i];
    matrix.push([u, v, 1, 0, 0, 0, -u * x, -v * x], [0, 0, 0, u, v, 1, -u * y, -v * y]);
    right.push(x, y);
  });
  return solveLinear(matrix, right);
}

/** Samples a side of a pixel that are averaged, where a photo is finer than the straightened face. */
const MOST_OVER = 4;

/**
 * The face within four corners, straightened, in linear light.
 * @param corners parts of the photo's width and height
 * @param heightPx rows of the result; its width is `widthPx`
 * @returns null where the corners do not make a face
 */
export function straighten(photo: Pixels, corners: Corners, widthPx: number, heightPx: number): Straight | null {
  const h = homography(corners.map(([x, y]) => [x * photo.width, y * photo.height] as const));
  if (!h) return null;
  const [a, b] = [corners[0], corners[1]];
  const finer = Math.hypot((a[0] - b[0]) * photo.width, (a[1] - b[1]) * photo.height) / widthPx;
  const over = Math.min(MOST_OVER, Math.max(1, Math.round(finer)));
  const rgb = new Float32Array(3 * widthPx * heightPx);
  const { width, height, data } = photo;
  const part = 1 / (over * over);
  for (let row = 0; row < heightPx; row++)
    for (let column = 0; column < widthPx; column++) {
      const at = 3 * (row * widthPx + column);
      for (let k = 0; k < over * over; k++) {
        const u = (column + ((k % over) + 0.5) / over) / widthPx;
        const v = (row + (Math.floor(k / over) + 0.5) / over) / heightPx;
        const w = h[6] * u + h[7] * v + 1;
        const x = Math.min(width - 1.001, Math.max(0, (h[0] * u + h[1] * v + h[2]) / w - 0.5));
        const y = Math.min(height - 1.001, Math.max(0, (h[3] * u + h[4] * v + h[5]) / w - 0.5));
        const [x0, y0] = [Math.floor(x), Math.floor(y)];
        const [fx, fy] = [x - x0, y - y0];
        const i = 4 * (y0 * width + x0);
        const below = height > 1 ? 4 * width : 0;
        const beside = width > 1 ? 4 : 0;
        for (let c = 0; c < 3; c++) {
          const upper = LINEAR[data[i + c]] * (1 - fx) + LINEAR[data[i + beside + c]] * fx;
          const lower = LINEAR[data[i + below + c]] * (1 - fx) + LINEAR[data[i + below + beside + c]] * fx;
          rgb[at + c] += part * (upper * (1 - fy) + lower * fy);
        }
      }
    }
  return { width: widthPx, height: heightPx, rgb };
}

/** What a lens and a shaking hand blur is drawn together again: radius, mm, and how much. */
const UNSHARP = { radiusMm: 0.6, by: 1.5 } as const;

/** Blurs a channel with a Gaussian, row by row and column by column. */
export function blurred({ width, height, rgb }: Straight, sdPx: number): Float32Array {
  const reach = Math.max(1, Math.ceil(2.5 * sdPx));
  const weights = Array.from({ length: 2 * reach + 1 }, (_, i) => Math.exp(-(((i - reach) / sdPx) ** 2) / 2));
  const sum = weights.reduce((s, w) => s + w, 0);
  const length = 3 * width;
  const across = new Float32Array(rgb.length);
  // A row with its ends repeated as far as the blur reaches.
  const padded = new Float64Array(3 * (width + 2 * reach));
  for (let row = 0; row < rgb.length; row += length) {
    for (let x = -reach; x < width + reach; x++) {
      const from = row + 3 * Math.min(width - 1, Math.max(0, x));
      for (let c = 0; c < 3; c++) padded[3 * (x + reach) + c] = rgb[from + c];
    }
    for (let i = 0; i < length; i++) {
      let v = 0;
      for (let k = 0; k < weights.length; k++) v += weights[k] * padded[i + 3 * k];
      across[row + i] = v / sum;
    }
  }
  const both = new Float32Array(rgb.length);
  const sums = new Float64Array(length);
  for (let y = 0; y < height; y++) {
    sums.fill(0);
    for (let k = 0; k < weights.length; k++) {
      const row = length * Math.min(height - 1, Math.max(0, y + k - reach));
      for (let i = 0; i < length; i++) sums[i] += weights[k] * across[row + i];
    }
    for (let i = 0; i < length; i++) both[length * y + i] = sums[i] / sum;
  }
  return both;
}

/**
 * A straightened face with its edges drawn together, and no further than its darkest and palest colour: beyond them a line would be of no colour.
 * @param range least and most of red, green and blue, linear
 */
export function sharpened(
  face: Straight,
  mmPerPx: number,
  range: { least: readonly number[]; most: readonly number[] },
): Straight {
  const soft = blurred(face, UNSHARP.radiusMm / mmPerPx);
  return {
    ...face,
    rgb: face.rgb.map((v, i) => {
      const [least, most] = [range.least[i % 3], range.most[i % 3]];
      const drawn = v + UNSHARP.by * (v - soft[i]);
      return drawn < least ? Math.min(v, least) : drawn > most ? Math.max(v, most) : drawn;
    }),
  };
}
