import type { Plan } from "../document/schema";
import { byId } from "../units/byId";
import type { Masses } from "./masses";

/** A portion as it is measured by eye. */
export interface EyeballMark {
  portionId: string;
  name: string;
  /** Volume of its base, mL. */
  volumeMl: number;
  /** Marks of its pitcher just below and above, mL; null where the pitcher has none there. */
  below: number | null;
  above: number | null;
  /** Level in its pitcher as a share of the capacity; null without a pitcher. */
  fullShare: number | null;
  /** What an error of 5 and 10 % of the cup does to its share of the batter, percentage points. */
  errorPoints: { pct: 5 | 10; points: number; massG: number }[];
}

/** Volume marks for pouring by eye, portion by portion. */
export function eyeballMarks(plan: Plan, masses: Masses): EyeballMark[] {
  return plan.portions.map((p) => {
    const cup = byId(masses.portions, p.id);
    const density = byId(plan.batters, p.batterId).densityGPerMl;
    const volumeMl = cup.baseG / density;
    const pitcher = plan.equipment.find((e) => e.use === "portion" && e.servesId === p.id)?.spec;
    const marks = pitcher && "marksMl" in pitcher ? pitcher.marksMl : [];
    return {
      portionId: p.id,
      name: p.name,
      volumeMl,
      below: marks.filter((m) => m <= volumeMl + 1e-9).at(-1) ?? null,
      above: marks.find((m) => m > volumeMl + 1e-9) ?? null,
      fullShare: pitcher && "capacityMl" in pitcher ? volumeMl / pitcher.capacityMl : null,
      errorPoints: ([5, 10] as const).map((pct) => ({
        pct,
        points: (cup.sharePct * pct) / 100,
        massG: (cup.baseG * pct) / 100,
      })),
    };
  });
}

/**
 * The level to even cups out to: portions of equal share are poured from the fuller into the emptier until they stand alike.
 * Groups of portions whose shares agree within half a percent point, with their common volume, mL.
 */
export function equalLevels(marks: readonly EyeballMark[]): { names: string[]; volumeMl: number }[] {
  const groups: { names: string[]; volumeMl: number }[] = [];
  for (const m of marks) {
    const group = groups.find((x) => Math.abs(x.volumeMl - m.volumeMl) <= 0.02 * x.volumeMl);
    if (group) group.names.push(m.name);
    else groups.push({ names: [m.name], volumeMl: m.volumeMl });
  }
  return groups.filter((x) => x.names.length > 1);
}
