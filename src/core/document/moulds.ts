import {
  type CupPour,
  isCupPour,
  isTopPour,
  type Operation,
  portionOf,
  type TopPour,
} from "../techniques/operations/registry";
import { byId } from "../units/byId";
import { applyEdit, type Edit } from "./edits/edit";
import { idMaker } from "./ids";
import type { Mould, Plan } from "./schema";

const volume = (m: Mould) => m.lengthMm * m.widthMm * m.heightMm * (m.fillPct / 100);

const keyOf = (o: CupPour | TopPour) => `${o.portionId}:${isTopPour(o)}`;

/**
 * Cup that stands in a mould for one of the first mould's pours: the cup itself where it goes into all moulds or into this one, else this mould's own cup
 * in its place (each loaf may have a base of its own, with the accents shared); null where there is none.
 */
function standIn(plan: Plan, portionId: string, mouldId: string): string | null {
  const portion = byId(plan.portions, portionId);
  if (portion.onlyMouldId === null || portion.onlyMouldId === mouldId) return portionId;
  return plan.portions.find((p) => p.onlyMouldId === mouldId)?.id ?? null;
}

/** What the pours of the first mould are, seen from a cup that stands in for another in that mould. */
function patternOf(plan: Plan): Operation[] {
  const [first] = plan.moulds;
  const own = plan.operations.filter((o) => o.mouldId === first.id);
  return own.map((o) => {
    const poured = portionOf(o);
    const other = poured === null ? null : standIn(plan, poured, first.id);
    return other && other !== poured ? ({ ...o, portionId: other } as Operation) : o;
  });
}

/**
 * Divides the pours of the first mould among all moulds: every pour is made once in each mould, in turn. A cup that goes into all gives each its part by
 * volume; one that belongs to a mould alone goes there whole. Pours that the other moulds had are replaced.
 */
export function spreadOverMoulds(plan: Plan): Edit {
  const [first] = plan.moulds;
  const own = patternOf(plan);
  const used = usedBy(plan.operations);
  const spread: Operation[] = [];
  const fresh = idMaker(plan);
  for (const o of own) {
    for (const mould of plan.moulds) {
      const id = mould.id === first.id ? o.id : fresh("o");
      const copy = { ...o, id, mouldId: mould.id } as Operation;
      const poured = portionOf(o);
      if (poured !== null) {
        const own = standIn(plan, poured, mould.id);
        if (own === null) continue;
        (copy as CupPour).portionId = own;
      }
      if ("acrossMm" in copy) copy.acrossMm = Number(((copy.acrossMm * mould.widthMm) / first.widthMm).toFixed(1));
      if ("alongMm" in copy) copy.alongMm = Number(((copy.alongMm * mould.lengthMm) / first.lengthMm).toFixed(1));
      spread.push(copy);
    }
  }
  return { kind: "set", path: ["operations"], value: withParts(plan, spread, used) };
}

/** What of each cup (and of what is kept back) pours use up, percent. */
function usedBy(list: readonly Operation[]): Map<string, number> {
  const used = new Map<string, number>();
  for (const o of list) {
    if (!isCupPour(o) && !isTopPour(o)) continue;
    used.set(keyOf(o), (used.get(keyOf(o)) ?? 0) + (isTopPour(o) ? o.keptBackPct : o.cupPct));
  }
  return used;
}

/** Parts of the cups for spread pours: in proportion to what the pattern says, by the moulds' volumes; all of a cup that was used whole stays used whole. */
function withParts(plan: Plan, spread: readonly Operation[], used: ReadonlyMap<string, number>): Operation[] {
  const volumeOf = new Map(plan.moulds.map((m) => [m.id, volume(m)]));
  const weightOf = (o: CupPour | TopPour) => (isTopPour(o) ? o.keptBackPct : o.cupPct) * volumeOf.get(o.mouldId)!;
  const weights = new Map<string, number>();
  const last = new Map<string, Operation>();
  for (const o of spread) {
    if (!isCupPour(o) && !isTopPour(o)) continue;
    weights.set(keyOf(o), (weights.get(keyOf(o)) ?? 0) + weightOf(o));
    last.set(keyOf(o), o);
  }
  const given = new Map<string, number>();
  return spread.map((o) => {
    if (!isCupPour(o) && !isTopPour(o)) return o;
    const key = keyOf(o);
    const whole = Math.min(100, used.get(key) ?? 100);
    const share = (whole * weightOf(o)) / (weights.get(key) || 1);
    const part = last.get(key) === o ? Number((whole - (given.get(key) ?? 0)).toFixed(4)) : Number(share.toFixed(4));
    given.set(key, (given.get(key) ?? 0) + part);
    return isTopPour(o) ? { ...o, keptBackPct: Math.max(0, part) } : { ...o, cupPct: Math.max(0, part) };
  });
}

/** A mould more, with its part of every colour at once. */
export function withMould(plan: Plan, item: Mould): Edit {
  const insert: Edit = { kind: "insert", path: ["moulds"], index: plan.moulds.length, item };
  const added = applyEdit(plan, insert);
  return added.ok ? { kind: "all", edits: [insert, spreadOverMoulds(added.document)] } : insert;
}
