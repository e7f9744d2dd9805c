import type { Thumb } from "../mould/cutDaySchema";
import { type Told, toldOf } from "../practice/told";
import type { Care } from "./careSchema";
import type { AfterPour, Standing } from "./hours";

/** Spread of what moves a loaf's hours beside the table, natural log: the maker's habits, a formula, the day (Tundish estimates). */
export const FIRM_SPREAD = { habit: 0.25, formula: 0.25, day: 0.2 } as const;

/** How firm a loaf was found: hours until it would be fit for the knife over the hours it had, natural log, and how well that is told by thumb. */
const PRESSED: Readonly<Record<Thumb, { log: number; sd: number }>> = {
  1: { log: Math.log(1.6), sd: 0.3 },
  2: { log: Math.log(1.25), sd: 0.2 },
  3: { log: Math.log(0.9), sd: 0.25 },
  // Firm already: since when nobody knows.
  4: { log: Math.log(0.7), sd: 0.35 },
};
/** Times between which unmoulding or cutting was put off and then done: least spread that they leave, and most that is asked of them. */
const BETWEEN = { leastSd: 0.15, mostLog: 1.2 } as const;

/** What was answered of a loaf's firmness after its pour. */
export interface FirmAnswers {
  finishedAt: string;
  care: readonly Care[];
  pressed: readonly { at: string; thumb: Thumb }[];
}

interface Hint {
  logHours: number;
  sd: number;
}

const hoursAt = (finishedAt: string, at: string): number => (Date.parse(at) - Date.parse(finishedAt)) / 3_600_000;

/** Hours at which a task was put off last, and then done; null where it was not put off, or not done. */
function putOff({ finishedAt, care }: FirmAnswers, task: "unmould" | "cut"): Hint | null {
  const own = care
    .filter((c) => c.task === task)
    .map((c) => ({ ...c, h: hoursAt(finishedAt, c.at) }))
    .sort((a, b) => a.h - b.h);
  const doneAt = own.findIndex((c) => c.answer === "done");
  const before = own.slice(0, Math.max(0, doneAt)).findLast((c) => c.answer === "later");
  if (doneAt < 0 || !before || before.h <= 0) return null;
  const [low, high] = [Math.log(before.h), Math.log(own[doneAt].h)];
  // Found ready long after it was put off tells little of when it became so.
  if (high - low > BETWEEN.mostLog) return null;
  return { logHours: (low + high) / 2, sd: Math.max(BETWEEN.leastSd, (high - low) / 2) };
}

/**
 * What the answers say of how a loaf firms, against the hours that the table gives it: natural log of the factor, told apart from what was believed before.
 * @param tableH hours to fit for the knife by the table alone
 * @returns null where nothing was said, or only that it was firm when that was expected long since
 */
export function firmnessTold(answers: FirmAnswers, tableH: number): { mean: number; precision: number } | null {
  const told: Hint[] = answers.pressed.flatMap(({ at, thumb }): Hint[] => {
    const h = hoursAt(answers.finishedAt, at);
    if (!(h > 0)) return [];
    const { log, sd } = PRESSED[thumb];
    const logHours = Math.log(h) + log;
    return thumb === 4 && logHours > Math.log(tableH) ? [] : [{ logHours, sd }];
  });
  for (const task of ["unmould", "cut"] as const) {
    const between = putOff(answers, task);
    if (between) told.push(between);
  }
  if (told.length === 0) return null;
  const precision = told.reduce((sum, t) => sum + 1 / t.sd ** 2, 0);
  const logHours = told.reduce((sum, t) => sum + t.logHours / t.sd ** 2, 0) / precision;
  return { mean: logHours - Math.log(tableH), precision: 1 / (1 / precision + FIRM_SPREAD.day ** 2) };
}

const FIRM = "firm:";
/** What a batch's firmness is kept under: its formula of the library, or none. */
export const firmUnknown = (formulaId: string | null): string => `${FIRM}${formulaId ?? ""}`;

/** What is told of one formula as it tells the maker's habit: never more surely than formulas differ. */
export const asHabit = ({ mean, precision }: { mean: number; precision: number }) => ({
  mean,
  precision: 1 / (FIRM_SPREAD.formula ** 2 + 1 / precision),
});

/**
 * What own batches have made of the hours of a formula: all share the maker's habits, those of one formula its own way beside it.
 * @param formulaId null: of none of the library
 * @param told lessons added up, those without a formula as habit (`asHabit`)
 * @returns natural log of the factor on the table's hours; null before the first lesson
 */
export function firmKnowledge(
  formulaId: string | null,
  told: readonly Told[],
): { mean: number; sd: number; batches: number } | null {
  const firm = told.filter((t) => t.unknown.startsWith(FIRM));
  if (firm.length === 0) return null;
  const batches = firm.reduce((n, t) => n + t.batches, 0);
  const formulaVariance = FIRM_SPREAD.formula ** 2;
  const own = formulaId === null ? undefined : toldOf(firm, firmUnknown(formulaId));
  // The habit as the other formulas tell it; what batches without one tell is added up as habit already.
  let precision = 1 / FIRM_SPREAD.habit ** 2;
  let weighted = 0;
  for (const t of firm) {
    if (t === own) continue;
    const seen = t.unknown === FIRM ? t : asHabit(t);
    precision += seen.precision;
    weighted += seen.precision * seen.mean;
  }
  const habit = { mean: weighted / precision, variance: 1 / precision };
  const before = { mean: habit.mean, variance: habit.variance + formulaVariance };
  if (!own) return { mean: before.mean, sd: Math.sqrt(before.variance), batches };
  const after = 1 / before.variance + own.precision;
  return {
    mean: (before.mean / before.variance + own.mean * own.precision) / after,
    sd: Math.sqrt(1 / after),
    batches,
  };
}

/** A factor on all hours, as batches have taught it. */
export function scaledHours(after: AfterPour, factor: number): AfterPour {
  const scaled = ({ unmould, cut }: Pick<AfterPour, "unmould" | "cut">) => {
    const of = (w: AfterPour["cut"]) => ({
      earliestH: w.earliestH * factor,
      bestH: w.bestH * factor,
      latestH: w.latestH * factor,
    });
    return { unmould: of(unmould), cut: of(cut) };
  };
  const isTold = Math.abs(Math.log(factor)) > 0.02;
  return {
    ...scaled(after),
    reasons: isTold
      ? [...after.reasons, `your own batches: ${factor > 1 ? "later" : "sooner"}, ${factor.toFixed(2)} times`]
      : after.reasons,
  };
}

/** Whether it gelled, as it was seen; null where nobody looked. */
export function gelSeen(care: readonly Care[]): Standing["gel"] | null {
  const looked = care.filter((c) => c.task === "gel");
  if (looked.some((c) => c.answer === "middle" || c.answer === "edge")) return "gel";
  return null;
}
