/** Width at which faces are compared, px. */
export const COMPARED_PX = 120;
/** What is left out of them: a rim, and the top, where ash lies, mm. */
export const LEFT_OUT_MM = { rim: 4, top: 6 } as const;
/** Index of a place that belongs to no colour: shadow, ash, what is left out. */
export const NO_COLOUR = 254;

/** Colour indices of a straightened face, row by row from the top left. */
export interface Sorted {
  width: number;
  height: number;
  colour: Uint8Array;
}

/** Rows of pixels that a face of this size has at the width at which faces are compared. */
export const comparedRows = (widthMm: number, heightMm: number): number =>
  Math.max(8, Math.round((COMPARED_PX * heightMm) / widthMm));

/** Every place as most of the nine about it are: single pixels tell nothing. Ties go to the place itself. */
export function majority({ width, height, colour }: Sorted): Sorted {
  const out = new Uint8Array(colour.length);
  const tally = new Uint8Array(256);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const own = colour[y * width + x];
      let best = own;
      const seen: number[] = [];
      for (let dy = -1; dy <= 1; dy++)
        for (let dx = -1; dx <= 1; dx++) {
          const [xx, yy] = [x + dx, y + dy];
          if (xx < 0 || yy < 0 || xx >= width || yy >= height) continue;
          const c = colour[yy * width + xx];
          if (tally[c]++ === 0) seen.push(c);
        }
      for (const c of seen) if (tally[c] > tally[best]) best = c;
      for (const c of seen) tally[c] = 0;
      out[y * width + x] = best;
    }
  return { width, height, colour: out };
}

/** Two by two pixels to one: what most of them are; ties by the one at the top left. */
export function halved({ width, height, colour }: Sorted): Sorted {
  const [w, h] = [width >> 1, height >> 1];
  const out = new Uint8Array(w * h);
  for (let y = 0; y < h; y++)
    for (let x = 0; x < w; x++) {
      const i = 2 * y * width + 2 * x;
      const four = [colour[i], colour[i + 1], colour[i + width], colour[i + width + 1]];
      const count = (c: number) => four.filter((f) => f === c).length;
      out[y * w + x] = four.reduce((best, c) => (count(c) > count(best) ? c : best), four[0]);
    }
  return { width: w, height: h, colour: out };
}

/** Smoothed, and without rim and top: what faces are compared by, whether drawn or photographed. */
export function comparable(face: Sorted, widthMm: number): Sorted {
  const smoothed = majority(face);
  const { width, height, colour } = smoothed;
  const perMm = width / widthMm;
  const [rim, top] = [Math.round(LEFT_OUT_MM.rim * perMm), Math.round(LEFT_OUT_MM.top * perMm)];
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++)
      if (x < rim || x >= width - rim || y < top || y >= height - rim) colour[y * width + x] = NO_COLOUR;
  return smoothed;
}

const BANDS = 6;
const LINES = 4;
const SQUARE_MM = 5;
/** Squares of half a face, from the middle outwards and from the top down. */
const MAP = { aside: 4, down: 8 } as const;
const PER_COLOUR = 9;
const OF_ALL = 21;
/** Where the figures of squares stand among those of a face: those of both halves together, those of how the halves differ, and the end. */
export function mapPlaces(colours: number): { together: number; differ: number; end: number } {
  const together = PER_COLOUR * colours + OF_ALL;
  const each = MAP.aside * MAP.down * colours;
  return { together, differ: together + each, end: together + 2 * each };
}
/** How many figures a face of so many colours has. */
export const figureCount = (colours: number): number => mapPlaces(colours).end;

/** Figures of a face seen from its other side: only how its halves differ turns round. */
export function mirroredFigures(figures: readonly number[], colours: number): number[] {
  const { differ, end } = mapPlaces(colours);
  return figures.map((v, i) => (i >= differ && i < end ? -v : v));
}

const quantile = (sorted: readonly number[], q: number): number =>
  sorted.length === 0 ? 0 : sorted[Math.min(sorted.length - 1, Math.floor(q * sorted.length))];
const numerically = (a: number, b: number) => a - b;

/** Lengths of runs of one colour along lines of the picture, by colour; a run ends where no colour is. */
function runsOf({ width, height, colour }: Sorted, colours: number, isDown: boolean): number[][] {
  const runs: number[][] = Array.from({ length: colours }, () => []);
  const [lines, along] = isDown ? [width, height] : [height, width];
  for (let l = 0; l < lines; l++) {
    let run = 0;
    let before = NO_COLOUR;
    for (let k = 0; k <= along; k++) {
      const c = k === along ? NO_COLOUR : colour[isDown ? k * width + l : l * width + k];
      if (c === before) run++;
      else {
        if (before < colours) runs[before].push(run);
        before = c;
        run = 1;
      }
    }
  }
  for (const own of runs) own.sort(numerically);
  return runs;
}

/** How often colour changes from pixel to pixel: over every row and down every column of the parts of the face, and both by where they run. */
function edgesOf({ width, height, colour }: Sorted, colours: number) {
  const rows = new Float64Array(LINES);
  const columns = new Float64Array(LINES);
  const steps = { rows: new Float64Array(LINES), columns: new Float64Array(LINES) };
  // Change over, down, and in one sense, of the upper and the lower half.
  const tensor = [0, 0, 0, 0];
  let [across, down] = [0, 0];
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const c = colour[y * width + x];
      if (c >= colours) continue;
      const half = y < height / 2 ? 0 : 2;
      const right = x + 1 < width ? colour[y * width + x + 1] : NO_COLOUR;
      const below = y + 1 < height ? colour[(y + 1) * width + x] : NO_COLOUR;
      const [row, column] = [Math.floor((LINES * y) / height), Math.floor((LINES * x) / width)];
      if (right < colours) {
        steps.rows[row]++;
        if (right !== c) {
          rows[row]++;
          across++;
          tensor[half]++;
        }
      }
      if (below < colours) {
        steps.columns[column]++;
        if (below !== c) {
          columns[column]++;
          down++;
          tensor[half + 1]++;
        }
      }
    }
  const share = (a: Float64Array, of: Float64Array) => [...a].map((v, i) => v / Math.max(1, of[i]));
  return { rows: share(rows, steps.rows), columns: share(columns, steps.columns), tensor, across, down };
}

/** Mean entropy of the colours in squares of the face: how finely they lie. */
function entropyOf({ width, height, colour }: Sorted, colours: number, perMm: number): number {
  const side = Math.max(2, Math.round(SQUARE_MM * perMm));
  let [sum, squares] = [0, 0];
  for (let y0 = 0; y0 + side <= height; y0 += side)
    for (let x0 = 0; x0 + side <= width; x0 += side) {
      const count = new Float64Array(colours);
      let all = 0;
      for (let y = y0; y < y0 + side; y++)
        for (let x = x0; x < x0 + side; x++) {
          const c = colour[y * width + x];
          if (c < colours) {
            count[c]++;
            all++;
          }
        }
      if (all < (side * side) / 2) continue;
      squares++;
      for (const n of count) if (n > 0) sum -= (n / all) * Math.log(n / all);
    }
  return sum / Math.max(1, squares);
}

/**
 * Where the colours lie: the share of each in squares of the face, from the middle outwards, from the top down. First the mean of both halves, then half
 * of what the right has more than the left.
 */
function mapOf({ width, height, colour }: Sorted, colours: number): number[] {
  const halves = [0, 1].map(() =>
    Array.from({ length: MAP.aside * MAP.down }, () => ({ all: 0, of: new Float64Array(colours) })),
  );
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const c = colour[y * width + x];
      if (c >= colours) continue;
      const aside = (2 * x + 1) / width - 1;
      const from = Math.min(MAP.aside - 1, Math.floor(MAP.aside * Math.abs(aside)));
      const square = halves[aside < 0 ? 0 : 1][Math.floor((MAP.down * y) / height) * MAP.aside + from];
      square.of[c]++;
      square.all++;
    }
  const [left, right] = halves.map((squares) =>
    squares.flatMap(({ all, of }) => [...of].map((n) => n / Math.max(1, all))),
  );
  return [...left.map((l, i) => (right[i] + l) / 2), ...left.map((l, i) => (right[i] - l) / 2)];
}

/**
 * The figures of one face that is `comparable`: per colour share, mean height and its spread, distance from the middle, parts in the top band and the two
 * lowest of six, middle run over and down; of all: edges by rows and by columns, over against down, line width, quartiles of runs, entropy, and the
 * direction of edges in both halves; then where the colours lie. Lengths in mm, heights as parts of the face. Left and right are told apart by the last alone
 * (`mirroredFigures`).
 */
export function faceFigures(face: Sorted, colours: number, widthMm: number): number[] {
  const { width, height, colour } = face;
  const perMm = width / widthMm;
  const sums = Array.from({ length: colours }, () => ({ n: 0, z: 0, zz: 0, aside: 0, bands: new Float64Array(BANDS) }));
  let all = 0;
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const own = sums[colour[y * width + x]];
      if (!own) continue;
      const z = 1 - (y + 0.5) / height;
      own.n++;
      own.z += z;
      own.zz += z * z;
      own.aside += Math.abs((x + 0.5) / width - 0.5);
      own.bands[Math.min(BANDS - 1, Math.floor(z * BANDS))]++;
      all++;
    }
  const [over, down] = [runsOf(face, colours, false), runsOf(face, colours, true)];
  const figures: number[] = [];
  for (const [c, s] of sums.entries()) {
    const n = Math.max(1, s.n);
    const mean = s.n > 0 ? s.z / n : 0.5;
    figures.push(
      s.n / Math.max(1, all),
      mean,
      Math.sqrt(Math.max(0, s.zz / n - mean * mean)),
      s.aside / n,
      s.bands[BANDS - 1] / n,
      s.bands[0] / n,
      s.bands[1] / n,
      quantile(over[c], 0.5) / perMm,
      quantile(down[c], 0.5) / perMm,
    );
  }
  const edges = edgesOf(face, colours);
  const changes = edges.across + edges.down;
  const quartiles = [over, down].flatMap((runs) => {
    const flat = runs.flat().sort(numerically);
    return [0.25, 0.5, 0.75].map((q) => Math.log(1 + quantile(flat, q) / perMm));
  });
  figures.push(
    ...edges.rows,
    ...edges.columns,
    Math.log((edges.across + 1) / (edges.down + 1)),
    Math.log((2 * Math.max(1, all)) / Math.max(1, changes) / perMm),
    ...quartiles,
    entropyOf(face, colours, perMm),
    ...edges.tensor.map((n) => n / Math.max(1, all)),
    ...mapOf(face, colours),
  );
  return figures;
}

/** Share of each colour of a face that is `comparable`, of what belongs to any; and the share that belongs to none within rim and top. */
export function sharesOf(face: Sorted, colours: number, widthMm: number): { shares: number[]; unknown: number } {
  const count = new Float64Array(colours);
  const { width, height, colour } = face;
  const perMm = width / widthMm;
  const [rim, top] = [Math.round(LEFT_OUT_MM.rim * perMm), Math.round(LEFT_OUT_MM.top * perMm)];
  let [all, inside] = [0, 0];
  for (let y = top; y < height - rim; y++)
    for (let x = rim; x < width - rim; x++) {
      inside++;
      const c = colour[y * width + x];
      if (c < colours) {
        count[c]++;
        all++;
      }
    }
  return {
    shares: [...count].map((n) => n / Math.max(1, all)),
    unknown: inside > 0 ? 1 - all / inside : 1,
  };
}

/** Mean width of a line of one colour, mm, out of the figures of a face. */
export const lineMmOf = (figures: readonly number[], colours: number): number =>
  Math.exp(figures[PER_COLOUR * colours + 9]);
/** Mean height of a colour in a face, part of it from below, out of its figures. */
export const meanHeightOf = (figures: readonly number[], colour: number): number => figures[PER_COLOUR * colour + 1];

/** Log spread between the bars of one batch of seven groups of figures; needs two. */
function barSpreads(faces: readonly (readonly number[])[], colours: number): number[] {
  const variance = (i: number) => {
    const mean = faces.reduce((s, f) => s + f[i], 0) / faces.length;
    return faces.reduce((s, f) => s + (f[i] - mean) ** 2, 0) / (faces.length - 1);
  };
  const of = (offsets: readonly number[], scale: number) => {
    let sum = 0;
    for (let c = 0; c < colours; c++) for (const o of offsets) sum += variance(PER_COLOUR * c + o);
    return Math.log(1e-4 + Math.sqrt(sum / (colours * offsets.length)) / scale);
  };
  const whole = (from: number, to: number) => {
    let sum = 0;
    for (let i = from; i < to; i++) sum += variance(PER_COLOUR * colours + i);
    return Math.log(1e-4 + Math.sqrt(sum / (to - from)));
  };
  return [of([0], 1), of([1, 2], 1), of([3], 1), of([4, 5, 6], 1), of([7, 8], 10), whole(0, 8), whole(8, OF_ALL)];
}

/** The figures of one batch: the mean over its bars, and from two bars on how they differ from bar to bar. */
export function batchFigures(faces: readonly (readonly number[])[], colours: number): number[] {
  const mean = faces[0].map((_, i) => faces.reduce((s, f) => s + f[i], 0) / faces.length);
  return faces.length < 2 ? mean : [...mean, ...barSpreads(faces, colours)];
}
