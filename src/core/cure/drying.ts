import { addDays, differenceInCalendarDays, formatISO, parseISO } from "date-fns";
import type { Weighing } from "./cureSchema";

/**
 * How bars lose water: as a sheet does that dries from both faces (Crank, The Mathematics of Diffusion, 2nd ed., 1975, eq. 4.18), from what was cut towards a
 * plateau. Two unknowns are fitted to the weighings, the plateau as a part of the fresh mass and the time of the slowest term; each bar has a fresh mass of its own.
 */
export interface Drying {
  /** Mean mass of a bar by day since the cut, with the range that holds four cases in five; g, or parts of the fresh mass where none was weighed. */
  curve: { day: number; mass: number; low: number; high: number }[];
  /** Mass that a bar levels off at, in the same unit. */
  plateau: Range;
  /** Days since the cut after which a bar loses less than `READY_LOSS_PER_WEEK` of itself in a week. */
  readyDay: Range;
  /** True where the curve is in grams: at least one bar was weighed. */
  isWeighed: boolean;
}

export interface Range {
  best: number;
  low: number;
  high: number;
}

/** What is believed of the loss before anything is weighed. */
export interface DryingPrior {
  /** Mass of the cured bar as a part of the fresh one, from the formula's water. */
  curedShare: number;
  /** Smallest size of the bar, mm. */
  thicknessMm: number;
}

/** A bar counts as ready once it loses less than this part of itself in a week (a Tundish reading of "levels off"). */
export const READY_LOSS_PER_WEEK = 0.005;
/** Spread of the plateau about what the formula says, parts of the fresh mass: room, salt and glycerin decide (Tundish estimate). */
const SHARE_SD = 0.025;
/** Time of the slowest term for a bar of 25 mm, days, and its spread as a log; it grows with the square of the thickness (Tundish estimates). */
const SLOW = { days: 16, atMm: 25, logSd: 0.5 } as const;
/** A weighing's spread: what a scale of whole grams rounds and errs, g, and what damp weather does, part of the mass. */
const SCALE_SD_G = 0.4;
const WEATHER_SD = 0.0012;
const TERMS = [1, 3, 5, 7, 9, 11] as const;
const SERIES = 8 / Math.PI ** 2;
/** Steps of the grid each way, and how many spreads it reaches. */
const [STEPS, REACH] = [49, 3.2] as const;
const LONGEST_DAYS = 400;
const [LOW, HIGH] = [0.1, 0.9] as const;

/** Part of the water that is to go that is still in the bar after `time` of the slowest term's. */
export function waterLeft(time: number): number {
  if (time <= 0) return 1;
  let sum = 0;
  for (const n of TERMS) sum += Math.exp(-n * n * time) / (n * n);
  return Math.min(1, SERIES * sum);
}

/** Mass as a part of the fresh one. */
const massShare = (plateau: number, left: number): number => plateau + (1 - plateau) * left;

/** Water left by day of a bar with a time of the slowest term, each day worked out once. */
function leftByDay(slowDays: number): (day: number) => number {
  const known = new Map<number, number>();
  return (day) => {
    const before = known.get(day);
    if (before !== undefined) return before;
    const left = waterLeft(day / slowDays);
    known.set(day, left);
    return left;
  };
}

/** First day after which a week takes less than the bound. */
function readyAfter(plateau: number, left: (day: number) => number): number {
  const loses = (day: number) => {
    const now = massShare(plateau, left(day));
    return (now - massShare(plateau, left(day + 7))) / now;
  };
  let [low, high] = [0, LONGEST_DAYS];
  if (loses(low) < READY_LOSS_PER_WEEK) return 0;
  while (high - low > 0.25) {
    const middle = (low + high) / 2;
    if (loses(middle) < READY_LOSS_PER_WEEK) high = middle;
    else low = middle;
  }
  return high;
}

interface Candidate {
  weight: number;
  plateau: number;
  /** Place of its time of the slowest term among those that are tried. */
  slow: number;
  /** Fresh mass of a bar, mean over the bars that were weighed; 1 where none was. */
  freshG: number;
}

const away = (i: number) => REACH * ((2 * i) / (STEPS - 1) - 1);

/** Times of the slowest term that are tried for a bar, days. */
function slowTimes({ thicknessMm }: DryingPrior): number[] {
  const middle = Math.log(SLOW.days * (thicknessMm / SLOW.atMm) ** 2);
  return Array.from({ length: STEPS }, (_, j) => Math.exp(middle + SLOW.logSd * away(j)));
}

/**
 * @param slowDays times of the slowest term that are tried
 * @param weighed day since the cut and mass of every weighing, by bar
 */
function candidates(
  prior: DryingPrior,
  slowDays: readonly number[],
  weighed: readonly (readonly { day: number; massG: number }[])[],
): Candidate[] {
  const list: (Candidate & { log: number })[] = [];
  for (const [j, slow] of slowDays.entries()) {
    const bars = weighed.map((bar) =>
      bar.map(({ day, massG }) => ({
        massG,
        left: waterLeft(day / slow),
        variance: SCALE_SD_G ** 2 + (WEATHER_SD * massG) ** 2,
      })),
    );
    for (let i = 0; i < STEPS; i++) {
      const plateau = Math.min(0.995, prior.curedShare + SHARE_SD * away(i));
      let log = -0.5 * (away(i) ** 2 + away(j) ** 2);
      let freshG = 0;
      for (const bar of bars) {
        // The bar's own fresh mass is left open: what fits best, and how well the weighings tell it.
        let [ff, fm] = [0, 0];
        for (const { massG, left, variance } of bar) {
          const share = massShare(plateau, left);
          ff += (share * share) / variance;
          fm += (share * massG) / variance;
        }
        const fresh = fm / ff;
        freshG += fresh / bars.length;
        for (const { massG, left, variance } of bar)
          log -= (massG - fresh * massShare(plateau, left)) ** 2 / (2 * variance);
        log -= 0.5 * Math.log(ff);
      }
      list.push({ log, weight: 0, plateau, slow: j, freshG: bars.length > 0 ? freshG : 1 });
    }
  }
  const most = list.reduce((m, c) => Math.max(m, c.log), Number.NEGATIVE_INFINITY);
  const sum = list.reduce((s, c) => s + Math.exp(c.log - most), 0);
  return list.map(({ log, ...c }) => ({ ...c, weight: Math.exp(log - most) / sum }));
}

/** Gives the middle and range of what the candidates say, each by its weight; what is asked for one after another, alike, is ordered once. */
function rangesOf(list: readonly Candidate[]): (value: (c: Candidate) => number) => Range {
  const order = list.map((_, k) => k);
  const values = new Float64Array(list.length);
  return (value) => {
    list.forEach((c, k) => {
      values[k] = value(c);
    });
    order.sort((a, b) => values[a] - values[b]);
    const at = (part: number) => {
      let sum = 0;
      for (const k of order) {
        sum += list[k].weight;
        if (sum >= part) return values[k];
      }
      return values[order[order.length - 1]];
    };
    return { best: at(0.5), low: at(LOW), high: at(HIGH) };
  };
}

const LEAST_WEIGHT = 1e-6;
/** The curve is drawn by the day at first, where it falls fastest. */
const STEEP_DAYS = 8;

/**
 * The loss of a batch's bars as far as it is known.
 * @param weighings of marked bars; those before the day of the cut, and days that are none, count as of that day
 * @param cutOn ISO date of the cut
 */
export function dryingOf(prior: DryingPrior, weighings: readonly Weighing[], cutOn: string): Drying {
  const byBar = new Map<string, { day: number; massG: number }[]>();
  for (const w of weighings) {
    const day = Math.max(0, differenceInCalendarDays(parseISO(w.on), parseISO(cutOn)));
    byBar.set(w.bar, [...(byBar.get(w.bar) ?? []), { day, massG: w.massG }]);
  }
  const slowDays = slowTimes(prior);
  const list = candidates(prior, slowDays, [...byBar.values()]).filter((c) => c.weight > LEAST_WEIGHT);
  const rangeOf = rangesOf(list);
  const lefts = slowDays.map(leftByDay);
  const readyDay = rangeOf((c) => readyAfter(c.plateau, lefts[c.slow]));
  const lastDay = Math.max(0, ...[...byBar.values()].flat().map((w) => w.day));
  const untilDay = Math.min(LONGEST_DAYS, Math.ceil(Math.max(readyDay.high, lastDay) * 1.15 + 3));
  const curve = [];
  for (let day = 0; day <= untilDay; day += day < STEEP_DAYS ? 0.5 : 2) {
    const left = slowDays.map((slow) => waterLeft(day / slow));
    const { best, low, high } = rangeOf((c) => c.freshG * massShare(c.plateau, left[c.slow]));
    curve.push({ day, mass: best, low, high });
  }
  return { curve, plateau: rangeOf((c) => c.freshG * c.plateau), readyDay, isWeighed: byBar.size > 0 };
}

/** ISO date so many days after another. */
export const dayAfter = (on: string, days: number): string =>
  formatISO(addDays(parseISO(on), Math.round(days)), { representation: "date" });
