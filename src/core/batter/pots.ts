import type { Plan } from "../document/schema";
import { tiltedVolumeMl } from "../mould/mould";
import { isIntoPot, isUnderway, type Operation } from "../techniques/operations/registry";
import { byId } from "../units/byId";

/** What stands in the pot for a mould, and in the mould. */
interface Standing {
  potG: number;
  potMl: number;
  mouldMl: number;
  tiltDeg: number;
}

/** True where the same filling of the pot is poured out again later, after the mould has been tilted otherwise. */
function isPouredOnLater(operations: readonly Operation[], index: number): boolean {
  const o = operations[index];
  for (let k = index + 1; k < operations.length; k++) {
    const later = operations[k];
    if (later.mouldId !== o.mouldId) continue;
    if (isIntoPot(later)) return false;
    if (later.kind === "potPour") return true;
  }
  return false;
}

/**
 * A pot pour carries what has gone into the pot for its mould since the last one; it adds nothing of its own. Onto a tilted mould it goes on until the
 * batter comes back to the low rim, and what is left in the pot waits for the next tilt; the last one takes all that is left.
 * Writes grams and mL of every pot pour into the maps.
 */
export function weighPots(plan: Plan, operationG: Map<string, number>, operationMl: Map<string, number>): void {
  const standing = new Map<string, Standing>();
  plan.operations.forEach((o, index) => {
    const at = standing.get(o.mouldId) ?? { potG: 0, potMl: 0, mouldMl: 0, tiltDeg: 0 };
    standing.set(o.mouldId, at);
    const [g, ml] = [operationG.get(o.id)!, operationMl.get(o.id)!];
    if (isIntoPot(o)) {
      at.potG += g;
      at.potMl += ml;
    } else if (o.kind === "tilt") at.tiltDeg = o.angleDeg;
    else if (o.kind === "potPour") {
      const mould = byId(plan.moulds, o.mouldId);
      const roomMl = Math.max(0, tiltedVolumeMl(mould, at.tiltDeg) - at.mouldMl);
      const pourMl = isPouredOnLater(plan.operations, index) ? Math.min(at.potMl, roomMl) : at.potMl;
      const pourG = at.potMl > 0 ? (at.potG * pourMl) / at.potMl : 0;
      operationG.set(o.id, pourG);
      operationMl.set(o.id, pourMl);
      at.potG -= pourG;
      at.potMl -= pourMl;
      at.mouldMl += pourMl;
    } else if (!isUnderway(o)) at.mouldMl += ml;
  });
}
