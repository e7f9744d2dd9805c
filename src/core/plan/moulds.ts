import type { Edit } from "./edits/edit";
import { nextId } from "./newPlan";
import type { Operation, Plan } from "./schema";

const volume = (m: Plan["moulds"][number]) => m.lengthMm * m.widthMm * m.heightMm * (m.fillPct / 100);

/**
 * Divides the pours of the first mould among all moulds, so that each gets equal parts of every colour by its volume: every pour is made
 * once in each mould, in turn, with the mould's part of the cup. Pours that the other moulds had are replaced.
 */
export function spreadOverMoulds(plan: Plan): Edit {
  const [first, ...others] = plan.moulds;
  const total = plan.moulds.reduce((sum, m) => sum + volume(m), 0);
  const own = plan.operations.filter((o) => o.mouldId === first.id);
  const used = new Map<string, number>();
  for (const o of plan.operations) {
    const key = `${o.portionId}:${o.kind === "topLine"}`;
    used.set(key, (used.get(key) ?? 0) + (o.kind === "topLine" ? o.keptBackPct : o.cupPct));
  }
  const ownUsed = new Map<string, number>();
  for (const o of own) {
    const key = `${o.portionId}:${o.kind === "topLine"}`;
    ownUsed.set(key, (ownUsed.get(key) ?? 0) + (o.kind === "topLine" ? o.keptBackPct : o.cupPct));
  }
  const spread: Operation[] = [];
  const ids: { id: string }[] = [...own];
  for (const o of own) {
    const key = `${o.portionId}:${o.kind === "topLine"}`;
    const whole = Math.min(100, used.get(key)!) / (ownUsed.get(key) || 1);
    for (const mould of [first, ...others]) {
      const id = mould.id === first.id ? o.id : nextId(ids, "o");
      const share = (volume(mould) / total) * whole;
      const part = (pct: number) => Number((pct * share).toFixed(4));
      const across = (mm: number) => Number(((mm * mould.widthMm) / first.widthMm).toFixed(1));
      const copy: Operation =
        o.kind === "topLine"
          ? { ...o, id, mouldId: mould.id, keptBackPct: part(o.keptBackPct), acrossMm: across(o.acrossMm) }
          : o.kind === "stripe"
            ? { ...o, id, mouldId: mould.id, cupPct: part(o.cupPct), acrossMm: across(o.acrossMm) }
            : { ...o, id, mouldId: mould.id, cupPct: part(o.cupPct) };
      spread.push(copy);
      ids.push(copy);
    }
  }
  return { kind: "set", path: ["operations"], value: spread };
}
