import { type IndexImage, OUTSIDE } from "./face";

/** What a picture of one bar's face yields. */
export interface FaceNumbers {
  /** Share of the face of each colour, 0..1. */
  shares: number[];
  /** Shares in the upper and the lower third. */
  upper: number[];
  lower: number[];
  /** Share of each colour in the lowest `FLOOR_MM`. */
  floor: number[];
  /** Share of the face where colours lie so close that the eye takes them for a blend, 0..1. */
  muddiness: number;
  /** Mean width of a line of one colour, mm: length of all rows and columns by the number of colour changes on them. */
  lineMm: number;
}

/** What all bars yield together. */
export interface DesignNumbers {
  bars: FaceNumbers[];
  /** Mean share of each colour over the bars, and its spread (standard deviation). */
  shares: number[];
  spread: number[];
  muddiness: number;
  lineMm: number;
  /** Likeness of neighbouring faces: 0 as alike as chance makes them, 1 the same picture. */
  likeness: number;
  /** How far the colours of the upper third differ from those of the lower, 0 not at all .. 1 wholly. */
  drift: number;
}

/** Lowest part of the face that is looked at by itself, mm. */
export const FLOOR_MM = 20;
/** Side of the square that the eye blends at arm's length when no colour has more than `CLEAR_SHARE` of it, mm. By judgement. */
const BLEND_MM = 1.6;
const CLEAR_SHARE = 0.55;

/** Numbers of one face; `mmPerPx` is the side of a pixel. */
export function faceNumbers(image: IndexImage, colours: number, mmPerPx: number): FaceNumbers {
  const { width, height, colour } = image;
  const tally = (fromRow: number, toRow: number) => {
    const count = new Array<number>(colours).fill(0);
    let all = 0;
    for (let i = fromRow * width; i < toRow * width; i++) {
      if (colour[i] >= colours) continue;
      count[colour[i]]++;
      all++;
    }
    return count.map((n) => n / Math.max(1, all));
  };
  const third = Math.round(height / 3);
  const floorRows = Math.min(height, Math.round(FLOOR_MM / mmPerPx));
  return {
    shares: tally(0, height),
    upper: tally(0, third),
    lower: tally(height - third, height),
    floor: tally(height - floorRows, height),
    muddiness: muddinessOf(image, colours, mmPerPx),
    lineMm: lineWidth(image, mmPerPx),
  };
}

function muddinessOf({ width, height, colour }: IndexImage, colours: number, mmPerPx: number): number {
  const half = Math.max(1, Math.round(BLEND_MM / mmPerPx / 2));
  const side = 2 * half + 1;
  const window = new Int32Array(colours);
  let muddy = 0;
  let all = 0;
  for (let y = half; y < height - half; y++) {
    window.fill(0);
    const column = (x: number, by: number) => {
      for (let k = -half; k <= half; k++) {
        const c = colour[(y + k) * width + x];
        if (c < colours) window[c] += by;
      }
    };
    for (let x = 0; x < Math.min(width, side - 1); x++) column(x, 1);
    for (let x = half; x < width - half; x++) {
      column(x + half, 1);
      let most = 0;
      for (let c = 0; c < colours; c++) if (window[c] > most) most = window[c];
      if (most <= CLEAR_SHARE * side * side) muddy++;
      all++;
      column(x - half, -1);
    }
  }
  return muddy / Math.max(1, all);
}

function lineWidth({ width, height, colour }: IndexImage, mmPerPx: number): number {
  let changes = 0;
  let steps = 0;
  const look = (a: number, b: number) => {
    if (colour[a] === OUTSIDE || colour[b] === OUTSIDE) return;
    steps++;
    if (colour[a] !== colour[b]) changes++;
  };
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const i = y * width + x;
      if (x + 1 < width) look(i, i + 1);
      if (y + 1 < height) look(i, i + width);
    }
  }
  return (steps / Math.max(1, changes)) * mmPerPx;
}

/** Cohen's kappa of two pictures of one size. */
function alike(a: IndexImage, b: IndexImage, sharesA: number[], sharesB: number[]): number {
  let same = 0;
  for (let i = 0; i < a.colour.length; i++) if (a.colour[i] === b.colour[i]) same++;
  const observed = same / a.colour.length;
  const chance = sharesA.reduce((sum, s, c) => sum + s * sharesB[c], 0);
  return chance >= 1 ? 1 : Math.max(0, (observed - chance) / (1 - chance));
}

const mean = (values: number[]) => values.reduce((a, b) => a + b, 0) / Math.max(1, values.length);

/** Numbers of a bar from those of its two faces. */
function between(a: FaceNumbers, b: FaceNumbers): FaceNumbers {
  const half = (x: number[], y: number[]) => x.map((v, c) => (v + y[c]) / 2);
  return {
    shares: half(a.shares, b.shares),
    upper: half(a.upper, b.upper),
    lower: half(a.lower, b.lower),
    floor: half(a.floor, b.floor),
    muddiness: (a.muddiness + b.muddiness) / 2,
    lineMm: (a.lineMm + b.lineMm) / 2,
  };
}

/**
 * Numbers of all bars of a loaf.
 * @param images faces of one size; at least one
 * @param areCuts the faces are those of the cuts, one more than there are bars: each bar has one at either side
 */
export function designNumbers(
  images: readonly IndexImage[],
  colours: number,
  mmPerPx: number,
  areCuts = false,
): DesignNumbers {
  const faces = images.map((image) => faceNumbers(image, colours, mmPerPx));
  const bars = areCuts && faces.length > 1 ? faces.slice(1).map((f, i) => between(faces[i], f)) : faces;
  const each = <T>(of: (c: number) => T) => Array.from({ length: colours }, (_, c) => of(c));
  const shares = each((c) => mean(bars.map((b) => b.shares[c])));
  const pairs = images.slice(1).map((image, i) => alike(images[i], image, faces[i].shares, faces[i + 1].shares));
  return {
    bars,
    shares,
    spread: each((c) => Math.sqrt(mean(bars.map((b) => (b.shares[c] - shares[c]) ** 2)))),
    muddiness: mean(bars.map((b) => b.muddiness)),
    lineMm: mean(bars.map((b) => b.lineMm)),
    likeness: pairs.length ? mean(pairs) : 1,
    drift: mean(bars.map((b) => each((c) => Math.abs(b.upper[c] - b.lower[c])).reduce((a, d) => a + d, 0) / 2)),
  };
}
