import type { Plan } from "../document/schema";
import type { Stirred } from "../techniques/operations/intoCup";
import { isCupPour } from "../techniques/operations/registry";

/** What a pour from a cup brings when other cups were poured into it before: portions with their grams and mL, its own first. */
export interface CupMix {
  parts: { portionId: string; g: number; ml: number }[];
  /** How far the last of it was stirred in. */
  stirred: Stirred;
}

/** What else stands in a cup, and how much of its own is left. */
interface InCup {
  leftPct: number;
  added: Map<string, { g: number; ml: number }>;
  stirred: Stirred;
}

/**
 * What pours bring from cups into which others were poured: of all that stands in the cup the same share as of its own. Writes their grams and mL into the
 * maps; gives back what they are made of, by operation. What was never poured out again is counted with the last pour from that cup.
 */
export function mixCups(
  plan: Pick<Plan, "operations">,
  operationG: Map<string, number>,
  operationMl: Map<string, number>,
): Map<string, CupMix> {
  const mixes = new Map<string, CupMix>();
  if (!plan.operations.some((o) => o.kind === "intoCup")) return mixes;
  const cups = new Map<string, InCup>();
  const cupOf = (id: string): InCup => {
    const known = cups.get(id) ?? { leftPct: 100, added: new Map(), stirred: "half" as const };
    cups.set(id, known);
    return known;
  };
  const lastOf = new Map<string, string>();
  for (const o of plan.operations) if (isCupPour(o) && o.cupPct > 0) lastOf.set(o.portionId, o.id);
  for (const o of plan.operations) {
    if (!isCupPour(o)) continue;
    const cup = cupOf(o.portionId);
    const parts = [{ portionId: o.portionId, g: operationG.get(o.id)!, ml: operationMl.get(o.id)! }];
    const share = lastOf.get(o.portionId) === o.id || cup.leftPct <= 0 ? 1 : Math.min(1, o.cupPct / cup.leftPct);
    cup.leftPct = Math.max(0, cup.leftPct - o.cupPct);
    for (const [portionId, held] of cup.added) {
      parts.push({ portionId, g: share * held.g, ml: share * held.ml });
      held.g *= 1 - share;
      held.ml *= 1 - share;
    }
    const own = parts.filter((p) => p.ml > 0);
    operationG.set(
      o.id,
      own.reduce((sum, p) => sum + p.g, 0),
    );
    operationMl.set(
      o.id,
      own.reduce((sum, p) => sum + p.ml, 0),
    );
    if (own.length > 1) mixes.set(o.id, { parts: own, stirred: cup.stirred });
    if (o.kind !== "intoCup" || o.intoId === o.portionId) continue;
    const into = cupOf(o.intoId);
    into.stirred = o.stirred;
    for (const p of own) {
      // Its own batter that comes back in is a part like any other.
      const held = into.added.get(p.portionId) ?? { g: 0, ml: 0 };
      into.added.set(p.portionId, { g: held.g + p.g, ml: held.ml + p.ml });
    }
  }
  return mixes;
}
