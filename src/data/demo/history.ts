import { addDays, formatISO, parseISO } from "date-fns";
import { computeMasses } from "../../core/batter/masses";
import type { KeepBarLook } from "../../core/cure/cureSchema";
import { LOOK_MONTHS, lookOn } from "../../core/cure/dates";
import { waterLeft } from "../../core/cure/drying";
import { barsDue } from "../../core/cut/cutDay";
import { curedShare } from "../../core/cut/order";
import type { NextTime } from "../../core/document/nextTimeSchema";
import type { Plan } from "../../core/document/schema";
import type { CutBar, Finding, Thumb } from "../../core/mould/cutDaySchema";
import { gauss, generator } from "../../core/units/random";

/** What came after a pour of the demo studio. */
export interface After {
  thumb: Thumb;
  /** Findings by bar, from 1. */
  found?: Readonly<Record<number, readonly Finding[]>>;
  /** Days since the cut on which the marked bars were weighed. */
  weighedOn?: readonly number[];
  /** Part of the fresh mass that the bars come down to beside what the formula says, and the days of the slowest term. */
  dries?: { share: number; slowDays: number };
  nextTimes?: readonly Omit<NextTime, "id" | "bar">[];
  /** Looks at the bar that is kept, in the order of their months. */
  looks?: readonly Omit<KeepBarLook, "id" | "on">[];
}

const isoDay = (d: Date) => formatISO(d, { representation: "date" });
/** Spread of the mass of bars cut by hand, part of it; what a kitchen scale errs, g. */
const HAND_SD = 0.015;
const SCALE_SD_G = 0.3;

/** The plan with its day of the cut, weighings of three marked bars until `today`, looks and what is to be otherwise. */
export function followed(plan: Plan, today: string, after: After): Plan {
  const masses = computeMasses(plan)!;
  const random = generator(plan.design.seed);
  const cutOn = plan.record.days.cut!;
  const due = barsDue(plan, masses);
  const kept = Math.ceil(due.length / 2);
  const bars = due.map(({ mouldId, number, plannedG }): CutBar => {
    const found = after.found?.[number] ?? [];
    return {
      ...{ id: `y${number}`, mouldId, number, isAsPredicted: found.length === 0 },
      findings: found.map((what, i) => ({ id: `f${10 * number + i}`, what, at: [0.3 + 0.2 * i, 0.7] })),
      massG: Math.round(plannedG * (1 + HAND_SD * gauss(random))),
      fate: number === kept ? "keep" : number === due.length ? "sample" : "rack",
    };
  });
  const dries = after.dries ?? { share: 0, slowDays: 16 };
  const plateau = curedShare(plan, masses) + dries.share;
  const weighings = (after.weighedOn ?? []).flatMap((day, k) => {
    const on = isoDay(addDays(parseISO(cutOn), day));
    if (on > today) return [];
    return [1, kept, due.length - 1].map((number, i) => {
      const left = plateau + (1 - plateau) * waterLeft(day / dries.slowDays);
      return {
        ...{ id: `w${3 * k + i + 1}`, on, bar: String(number) },
        massG: Math.round(bars[number - 1].massG! * left + SCALE_SD_G * gauss(random)),
      };
    });
  });
  // Where nothing was said of a look, all was as it should be, and the scent a little fainter each time.
  const looks = LOOK_MONTHS.flatMap((_, i) => {
    const on = lookOn(cutOn, i)!;
    const plain = {
      scent: i < 2 ? (3 as const) : (2 as const),
      colour: "true" as const,
      spots: "none" as const,
      note: "",
    };
    return on < today ? [{ id: `i${i + 1}`, on, ...(after.looks?.[i] ?? plain) }] : [];
  });
  return {
    ...plan,
    record: {
      ...plan.record,
      cutDay: { thumb: after.thumb, pressed: [{ at: `${cutOn}T07:30:00.000Z`, thumb: after.thumb }], bars },
      cure: { weighings, tests: [], looks },
      nextTimes: (after.nextTimes ?? []).map((n, i) => ({ id: `n${i + 1}`, bar: 0, ...n })),
    },
  };
}
