import type { Masses } from "../batter/masses";
import type { Lesson } from "../clock/learn";
import { ashSeen, ashUnknown } from "../cure/ash";
import { firmnessTold, firmUnknown, gelSeen } from "../cure/firmness";
import type { Plan } from "../document/schema";
import { handUnknown, hueLessons } from "../hand/knowledge";
import { hasReadings, posteriorOf, teach } from "../prepare/learned";
import { slowestAfter } from "./derive";

/** The formula of the library that the hours of a batch hang on: of its batter, where it has one. */
const formulaOf = ({ batters }: Plan): string | null =>
  batters.length === 1 ? (batters[0].formulaRef?.formulaId ?? null) : null;

function firmLesson(plan: Plan, masses: Masses): Lesson[] {
  const byTable = slowestAfter(plan, masses, true);
  const { finishedAt, care, cutDay } = plan.record;
  if (!byTable || finishedAt === null) return [];
  const told = firmnessTold({ finishedAt, care, pressed: cutDay.pressed }, byTable.cut.earliestH);
  return told ? [{ unknown: firmUnknown(formulaOf(plan)), ...told }] : [];
}

function ashLesson(plan: Plan): Lesson[] {
  const seen = ashSeen(plan.record);
  if (seen === null) return [];
  const gel = gelSeen(plan.record.care) ?? plan.practice.gel;
  return [{ unknown: ashUnknown({ ...plan.practice, gel }), mean: seen ? 1 : 0, precision: 1 }];
}

function photoLessons({ record: { photoLessons: told } }: Plan): Lesson[] {
  if (!told) return [];
  return [
    ...told.hand.map(({ constant, mean, precision }) => ({ unknown: handUnknown(constant), mean, precision })),
    ...told.hues.flatMap(hueLessons),
  ];
}

/** All that a poured batch teaches: the clock, how loaves firm and whether ash comes, and what its photos say. Null where it is not poured, or nothing was noted. */
export function taughtBy(plan: Plan, masses: Masses): Lesson[] | null {
  if (plan.record.finishedAt === null) return null;
  const after = [...firmLesson(plan, masses), ...ashLesson(plan), ...photoLessons(plan)];
  if (!hasReadings(plan)) return after.length > 0 ? after : null;
  return [...teach(plan, posteriorOf(plan, masses)), ...after];
}
