import { cholesky, inverseDiagonal, solveBy } from "../clock/matrix";
import { HAND_CONSTANTS, type HandConstant } from "../techniques/hand";
import { HAND_SPREAD } from "./knowledge";
import { type Imagined, WIDER } from "./train";

/** What photos of one batch say of a constant: natural log of its factor, and its lesson told apart from what was believed before. */
export interface HandRead {
  constant: HandConstant;
  /** After this batch alone. */
  mean: number;
  sd: number;
  lesson: { mean: number; precision: number } | null;
}

/** Penalties of the ridge that are tried, as parts of the number of hands. */
const PENALTIES = [0.003, 0.01, 0.03, 0.1, 0.3, 1];
/** Part of the hands, nearest to what was seen, that the last step goes by. */
const NEAREST = 0.25;
/**
 * Truths lie a little further off than the imagined hands say, of reach least: found by hidden hands, others than those of the stated figures. So wide that nine in ten lie inside
 * also where few are asked: over all hands that were looked at more do.
 */
const WIDENED: Readonly<Record<HandConstant, number>> = {
  ...{ depth: 1.2, spread: 1.2, carry: 1.2, reach: 1.1 },
  ...{ unevenness: 1.2, wander: 1.2 },
};
/** A batch tells something from here on: how much narrower than before. */
const TELLS_UNDER = 0.93;

/** Most spreads that what was seen may lie off the hands before it is held to them. */
const HELD_TO = 4;

interface Standard {
  rows: Float64Array[];
  /** Which figure each column is. */
  at: number[];
  of(figures: ArrayLike<number>): Float64Array;
}

/** Figures on one scale: mean 0 and spread 1 over the hands; those that never change are left out. */
function standardised(figures: readonly Float64Array[]): Standard {
  const width = figures[0].length;
  const kept: { at: number; mean: number; sd: number }[] = [];
  for (let at = 0; at < width; at++) {
    const mean = figures.reduce((s, f) => s + f[at], 0) / figures.length;
    const sd = Math.sqrt(figures.reduce((s, f) => s + (f[at] - mean) ** 2, 0) / figures.length);
    if (sd > 1e-9) kept.push({ at, mean, sd });
  }
  const of = (row: ArrayLike<number>) =>
    Float64Array.from(kept, ({ at, mean, sd }) => Math.max(-HELD_TO, Math.min(HELD_TO, (row[at] - mean) / sd)));
  return { rows: figures.map(of), at: kept.map((k) => k.at), of };
}

/** How alike two rows of figures are: straight, or bent over so many spreads. */
const alike = (a: Float64Array, b: Float64Array, { bend, columns }: Pick<Fit, "bend" | "columns">): number => {
  let [dot, far] = [0, 0];
  for (const i of columns) {
    dot += a[i] * b[i];
    far += (a[i] - b[i]) ** 2;
  }
  const straight = dot / columns.length;
  return bend === null ? straight : 0.3 * straight + Math.exp(-far / (2 * columns.length * bend * bend));
};

interface Model {
  /** Over how many spreads of the figures the answer bends; null: it does not. */
  bend: number | null;
  /** Whether the figures of squares are among those that it goes by. */
  byMap: boolean;
  penalty: number;
}
/** Bends that are tried: the more hands, the closer to each other are those that an answer can go by. */
const BENDS = [null, 1.5, 0.7] as const;
/** Hands by which a kind of regression is chosen; the regression itself goes by all of them. */
const CHOSEN_BY = 600;
const MODELS: readonly Model[] = BENDS.flatMap((bend) =>
  [false, true].flatMap((byMap) => PENALTIES.map((penalty) => ({ bend, byMap, penalty }))),
);

/**
 * A regression of y on rows, each by its weight: ridge, straight or bent; and what it tells of every row from the others alone.
 * @param table how alike rows are to each other
 */
function regression(table: Float64Array, y: Float64Array, weights: Float64Array, penalty: number) {
  const n = y.length;
  let [sum, all] = [0, 0];
  for (let k = 0; k < n; k++) {
    sum += weights[k] * y[k];
    all += weights[k];
  }
  const middle = sum / all;
  const matrix = table.slice();
  for (let k = 0; k < n; k++) matrix[k * n + k] += (penalty * all) / n / weights[k];
  const factor = cholesky(matrix, n);
  const by = solveBy(
    factor,
    y.map((v) => v - middle),
    n,
  );
  const alone = inverseDiagonal(factor, n);
  const told = y.map((v, k) => v - by[k] / alone[k]);
  return { by, middle, told };
}

/** What was found of one constant over all imagined hands, whatever is seen later. */
interface Fit {
  constant: HandConstant;
  prior: number;
  y: Float64Array;
  weights: Float64Array;
  /** Estimates of every hand from the figures of the others. */
  told: Float64Array;
  bend: number | null;
  /** The figures that it goes by, as columns of the rows. */
  columns: Int32Array;
  by: Float64Array;
  middle: number;
}

/** Regressions of every constant on the figures, made once for a training. */
export interface Reader {
  standard: Standard;
  fits: Fit[];
}

/** How alike hands are to each other, row by row. */
function tableOf(rows: readonly Float64Array[], by: Pick<Fit, "bend" | "columns">): Float64Array {
  const n = rows.length;
  const table = new Float64Array(n * n);
  for (let i = 0; i < n; i++)
    for (let j = 0; j <= i; j++) table[i * n + j] = table[j * n + i] = alike(rows[i], rows[j], by);
  return table;
}

/** The regression of one constant that serves best on hands that it has not seen. */
function fitOf(
  constant: HandConstant,
  training: Imagined,
  { rows, at: figureOf }: Standard,
  weights: Float64Array,
): Fit {
  const at = HAND_CONSTANTS.indexOf(constant);
  const y = Float64Array.from(training.logs, (l) => l[at]);
  const [mapFrom, mapTo] = training.map;
  const columnsOf = (byMap: boolean) =>
    Int32Array.from([...figureOf.keys()].filter((c) => byMap || figureOf[c] < mapFrom || figureOf[c] >= mapTo));
  const few = rows.slice(0, CHOSEN_BY);
  const [fewY, fewWeights] = [y.slice(0, few.length), weights.slice(0, few.length)];
  let best = { cost: Number.POSITIVE_INFINITY, ...MODELS[0] };
  let last: { key: string; table: Float64Array } = { key: "", table: new Float64Array() };
  for (const { bend, byMap, penalty } of MODELS) {
    const key = `${bend} ${byMap}`;
    if (last.key !== key) last = { key, table: tableOf(few, { bend, columns: columnsOf(byMap) }) };
    const { told } = regression(last.table, fewY, fewWeights, penalty);
    const cost = told.reduce((sum, t, k) => sum + fewWeights[k] * (t - fewY[k]) ** 2, 0);
    if (cost < best.cost) best = { cost, bend, byMap, penalty };
  }
  const { bend, byMap, penalty } = best;
  const columns = columnsOf(byMap);
  const found = regression(tableOf(rows, { bend, columns }), y, weights, penalty);
  return { constant, prior: HAND_SPREAD[constant], y, weights, bend, columns, ...found };
}

/** Hands are drawn wider than is believed in what is told of them: each counts by how likely it is. */
function likelihoods({ logs, constants }: Imagined): Float64Array {
  const narrower = (1 - 1 / WIDER ** 2) / 2;
  const far = (log: Float64Array, c: HandConstant) => (log[HAND_CONSTANTS.indexOf(c)] / HAND_SPREAD[c]) ** 2;
  return Float64Array.from(logs, (log) => Math.exp(-narrower * constants.reduce((sum, c) => sum + far(log, c), 0)));
}

/** Makes the regressions of all constants that a training can tell; yields how far it is, 0 to 1. */
export function* readerOf(training: Imagined): Generator<number, Reader> {
  const standard = standardised(training.figures);
  const weights = likelihoods(training);
  const fits: Fit[] = [];
  for (const constant of training.constants) {
    fits.push(fitOf(constant, training, standard, weights));
    yield fits.length / training.constants.length;
  }
  return { standard, fits };
}

/**
 * What the figures of a batch's photos say of its maker's hand: the estimate by regression over imagined hands, then what hands of that estimate truly
 * are, among the nearest of them, with the spread that is left.
 * @param seen figures of the batch, as `batchOf` gives them of its photos
 */
export function readHand({ standard, fits }: Reader, seen: readonly number[]): HandRead[] {
  const own = standard.of(seen);
  return fits.map(({ constant, prior, y, weights, told, bend, columns, by, middle: base }): HandRead => {
    const estimate = by.reduce((sum, b, k) => sum + b * alike(standard.rows[k], own, { bend, columns }), base);
    const far = Float64Array.from(told, (t) => Math.abs(t - estimate)).sort()[Math.floor(NEAREST * told.length)];
    const near = [...told.keys()].filter((k) => Math.abs(told[k] - estimate) <= far);
    const mean = (of: (k: number) => number) => {
      let [sum, all] = [0, 0];
      for (const k of near) {
        sum += weights[k] * of(k);
        all += weights[k];
      }
      return sum / all;
    };
    const [t1, y1] = [mean((k) => told[k]), mean((k) => y[k])];
    const spread = mean((k) => (told[k] - t1) ** 2);
    const slope = spread > 1e-12 ? mean((k) => (told[k] - t1) * (y[k] - y1)) / spread : 0;
    const middle = y1 + slope * (estimate - t1);
    const left = mean((k) => (y[k] - y1 - slope * (told[k] - t1)) ** 2);
    const sd = Math.min(prior, WIDENED[constant] * Math.sqrt((left * near.length) / Math.max(1, near.length - 2)));
    if (sd > TELLS_UNDER * prior) return { constant, mean: 0, sd: prior, lesson: null };
    const precision = 1 / sd ** 2 - 1 / prior ** 2;
    return { constant, mean: middle, sd, lesson: { mean: middle / sd ** 2 / precision, precision } };
  });
}
