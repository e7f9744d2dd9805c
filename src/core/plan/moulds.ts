import type { Edit } from "./edits/edit";
import { nextId } from "./newPlan";
import { type CupPour, isCupPour, isTopPour, type Operation, type TopPour } from "./operations";
import type { Plan } from "./schema";

const volume = (m: Plan["moulds"][number]) => m.lengthMm * m.widthMm * m.heightMm * (m.fillPct / 100);

const keyOf = (o: CupPour | TopPour) => `${o.portionId}:${isTopPour(o)}`;

/**
 * Divides the pours of the first mould among all moulds, so that each gets equal parts of every colour by its volume: every pour is made
 * once in each mould, in turn, with the mould's part of the cup. Pours that the other moulds had are replaced.
 */
export function spreadOverMoulds(plan: Plan): Edit {
  const [first, ...others] = plan.moulds;
  const total = plan.moulds.reduce((sum, m) => sum + volume(m), 0);
  const own = plan.operations.filter((o) => o.mouldId === first.id);
  const usedBy = (list: readonly Operation[]) => {
    const used = new Map<string, number>();
    for (const o of list) {
      if (!isCupPour(o) && !isTopPour(o)) continue;
      const key = keyOf(o);
      used.set(key, (used.get(key) ?? 0) + (isTopPour(o) ? o.keptBackPct : o.cupPct));
    }
    return used;
  };
  const [used, ownUsed] = [usedBy(plan.operations), usedBy(own)];
  const spread: Operation[] = [];
  const ids: { id: string }[] = [...own];
  for (const o of own) {
    for (const mould of [first, ...others]) {
      const id = mould.id === first.id ? o.id : nextId(ids, "o");
      const copy = { ...o, id, mouldId: mould.id };
      const share = volume(mould) / total;
      if (isCupPour(copy) || isTopPour(copy)) {
        const key = keyOf(copy);
        const whole = (share * Math.min(100, used.get(key)!)) / (ownUsed.get(key) || 1);
        if (isTopPour(copy)) copy.keptBackPct = Number((copy.keptBackPct * whole).toFixed(4));
        else copy.cupPct = Number((copy.cupPct * whole).toFixed(4));
      }
      if ("acrossMm" in copy) copy.acrossMm = Number(((copy.acrossMm * mould.widthMm) / first.widthMm).toFixed(1));
      if ("alongMm" in copy) copy.alongMm = Number(((copy.alongMm * mould.lengthMm) / first.lengthMm).toFixed(1));
      spread.push(copy);
      ids.push(copy);
    }
  }
  return { kind: "set", path: ["operations"], value: spread };
}
