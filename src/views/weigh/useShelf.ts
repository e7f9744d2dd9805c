import { useMemo } from "react";
import type { Masses } from "../../core/batter/masses";
import { lineNeeds } from "../../core/derive/materialNeeds";
import { takenOf } from "../../core/derive/taken";
import type { Plan } from "../../core/document/schema";
import type { Taken } from "../../core/practice/stockSchema";
import type { WeighUpItem } from "../../core/prepare/weighUp";
import { useBench } from "../parts/bench";
import type { StoredBatch } from "../parts/stored";

/** A line of the weigh-up on the shelf: the lot that it comes from, and what is on hand beside this line itself; null where it is not counted. */
export interface OnShelf {
  lot: string;
  onHandG: number | null;
}

const sumOf = (taken: readonly Taken[], key: string, after: string | null) =>
  taken.reduce((sum, t) => sum + (t.key === key && (after === null || t.at > after) ? t.massG : 0), 0);

/** What the studio's shelf says of each line: the count and what other batches took, as it stood when the page was opened, and what this batch takes, as it stands now. */
export function useShelf(plan: Plan, initial: StoredBatch, masses: Masses | null) {
  const { stock } = useBench("stock");
  return useMemo(() => {
    const byKey = new Map(stock.map((m) => [m.key, m]));
    const needs = lineNeeds(plan, masses);
    const before = takenOf(initial.document);
    const now = takenOf(plan, masses);
    const ticks = new Map(plan.weighUp.ticks.map((t) => [t.id, t]));
    return (item: WeighUpItem): OnShelf | null => {
      const [need, ...more] = needs.filter((n) => n.lineId === item.id);
      // Several scents in one glass have no one lot.
      if (!need || more.length > 0) return null;
      const m = byKey.get(need.key);
      const tick = ticks.get(item.id);
      const lastLot = now.findLast((t) => t.key === need.key && t.lot !== "")?.lot;
      const lot = tick ? tick.lot : (lastLot ?? m?.lot ?? "");
      if (!m || m.onHandG === null) return { lot, onHandG: null };
      const own = tick ? (need.massG * (tick.massG ?? 0)) / (need.lineG || 1) : 0;
      const otherG = sumOf(before, need.key, m.countedAt) - sumOf(now, need.key, m.countedAt) + own;
      return { lot, onHandG: Math.max(0, m.onHandG - m.overdrawnG + otherG) };
    };
  }, [plan, initial, masses, stock]);
}
