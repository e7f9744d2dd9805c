import type { Plan } from "../document/schema";
import { isCupPour, isIntoPot, isTopPour, kindOf, type Operation, portionOf } from "../techniques/operations/registry";

/** What is left to do of a design that is being poured, in the mould that is at hand. */
export interface Rest {
  mouldId: string;
  /** In the order of the plan. */
  done: readonly Operation[];
  left: readonly Operation[];
  /** Of `left`, what belongs to other moulds: it stays as it is. */
  elsewhere: readonly Operation[];
  /** What must come first whatever follows: batter that waits in the pot, plates that stand in the mould, a mould that is tilted. */
  first: readonly Operation[];
  /** Part of its cup that every cup was still to give this mould, and part of what is kept back for the top, %. */
  cupPct: ReadonlyMap<string, number>;
  topPct: ReadonlyMap<string, number>;
  /** Whether batter lies in the mould already. */
  hasFloor: boolean;
}

/** A cup with less of it left than this is empty, %. */
const EMPTY_PCT = 0.5;

function sums<O extends Operation>(list: readonly O[], pctOf: (o: O) => number): Map<string, number> {
  const found = new Map<string, number>();
  for (const o of list) {
    const id = portionOf(o)!;
    found.set(id, (found.get(id) ?? 0) + pctOf(o));
  }
  for (const [id, pct] of found) if (pct < EMPTY_PCT) found.delete(id);
  return found;
}

function firstOf(done: readonly Operation[], left: readonly Operation[]): Operation[] {
  const lastPoured = done.findLastIndex((o) => o.kind === "potPour");
  const waitsInPot = done.slice(lastPoured + 1).some(isIntoPot);
  const pot = waitsInPot ? left.filter((o) => o.kind === "potPour").slice(0, 1) : [];
  const standPlates = done.some((o) => o.kind === "compartment") && !done.some((o) => o.kind === "pullDividers");
  const pull = standPlates ? left.filter((o) => o.kind === "pullDividers").slice(0, 1) : [];
  const tilted = done.findLast((o) => o.kind === "tilt");
  const level =
    tilted?.kind === "tilt" && tilted.angleDeg > 0
      ? left.filter((o) => o.kind === "tilt" && o.angleDeg === 0).slice(-1)
      : [];
  return [...pot, ...pull, ...level];
}

/** What is left of a plan of which these steps are done; null where nothing is left to pour. */
export function restOf(plan: Pick<Plan, "operations">, doneIds: ReadonlySet<string>): Rest | null {
  const left = plan.operations.filter((o) => !doneIds.has(o.id));
  const next = left.find((o) => portionOf(o) !== null);
  if (!next) return null;
  const { mouldId } = next;
  const here = left.filter((o) => o.mouldId === mouldId);
  const done = plan.operations.filter((o) => doneIds.has(o.id));
  const doneHere = done.filter((o) => o.mouldId === mouldId);
  return {
    mouldId,
    done,
    left: here,
    elsewhere: left.filter((o) => o.mouldId !== mouldId),
    first: firstOf(doneHere, here),
    cupPct: sums(here.filter(isCupPour), (o) => o.cupPct),
    topPct: sums(here.filter(isTopPour), (o) => o.keptBackPct),
    hasFloor: doneHere.some((o) => (portionOf(o) !== null && kindOf(o).place === "mould") || o.kind === "potPour"),
  };
}
