import type { IndexImage } from "./face";

/** How a face is built, by measures that an eye would agree with. */
export interface Structure {
  /** Changes of colour up a column, mean over the columns, plus 1. */
  runsPerColumn: number;
  /** Share of the face in lines thinner than 1 mm, and in places broader than 8 mm both ways. */
  thinShare: number;
  broadShare: number;
  /** Share of the borders that lie level: 0 upright stripes, 1 level layers, about a half where lines run all ways. */
  level: number;
}

/** Lines are thin under, places broad from, mm. */
const LINE_MM = { thin: 1, broad: 8 } as const;
/** Blocks in which faces are compared, mm: finer than that no two bars are alike. */
const BLOCK_MM = { across: 6, up: 7 } as const;

/** Length of the run of one colour that every pixel lies in, pixels, along rows (`step` 1) or columns (`step` the width). */
function runs({ width, height, colour }: IndexImage, isRow: boolean): Float32Array {
  const out = new Float32Array(colour.length);
  const [lines, length, step, next] = isRow ? [height, width, 1, width] : [width, height, width, 1];
  for (let l = 0; l < lines; l++) {
    let start = 0;
    for (let k = 1; k <= length; k++) {
      if (k < length && colour[l * next + k * step] === colour[l * next + start * step]) continue;
      for (let j = start; j < k; j++) out[l * next + j * step] = k - start;
      start = k;
    }
  }
  return out;
}

/** @param mmPerPx side of a pixel */
export function structureOf(image: IndexImage, mmPerPx: number): Structure {
  const { width, height, colour } = image;
  const [rows, columns] = [runs(image, true), runs(image, false)];
  let [thin, broad, across, up] = [0, 0, 0, 0];
  for (let i = 0; i < colour.length; i++) {
    const least = Math.min(rows[i], columns[i]) * mmPerPx;
    if (least < LINE_MM.thin) thin++;
    if (least > LINE_MM.broad) broad++;
    if ((i + 1) % width !== 0 && colour[i] !== colour[i + 1]) across++;
    if (i + width < colour.length && colour[i] !== colour[i + width]) up++;
  }
  return {
    runsPerColumn: 1 + up / width,
    thinShare: thin / colour.length,
    broadShare: broad / colour.length,
    // As many places lie beside each other as above: a picture's form must not tilt the balance.
    level: up / height / Math.max(1e-9, up / height + across / width),
  };
}

/**
 * How alike two faces of one size are: correlation of the shares of every colour in blocks of 6 x 7 mm. 1 the same, 0 as chance would have it.
 * Null where a face has one colour only.
 */
export function likenessOf(a: IndexImage, b: IndexImage, colours: number, mmPerPx: number): number | null {
  const across = Math.max(1, Math.round((a.width * mmPerPx) / BLOCK_MM.across));
  const up = Math.max(1, Math.round((a.height * mmPerPx) / BLOCK_MM.up));
  const shares = ({ width, height, colour }: IndexImage): Float64Array => {
    const sums = new Float64Array(across * up * colours);
    for (let i = 0; i < colour.length; i++) {
      if (colour[i] >= colours) continue;
      const block =
        Math.floor((Math.floor(i / width) * up) / height) * across + Math.floor(((i % width) * across) / width);
      sums[block * colours + colour[i]]++;
    }
    return sums;
  };
  const [first, second] = [shares(a), shares(b)];
  let [top, below, beside] = [0, 0, 0];
  for (let c = 0; c < colours; c++) {
    const mean = (s: Float64Array) => {
      let sum = 0;
      for (let k = c; k < s.length; k += colours) sum += s[k];
      return sum / (across * up);
    };
    const [m, n] = [mean(first), mean(second)];
    for (let k = c; k < first.length; k += colours) {
      top += (first[k] - m) * (second[k] - n);
      below += (first[k] - m) ** 2;
      beside += (second[k] - n) ** 2;
    }
  }
  const norm = Math.sqrt(below * beside);
  return norm > 0 ? top / norm : null;
}
