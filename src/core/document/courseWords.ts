import { FAMILIES } from "../techniques/families/registry";
import { kindName, type Operation, portionOf } from "../techniques/operations/registry";
import type { Course, Portion } from "./schema";

const same = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b);

/** "Ink stripe": an operation by its cup and its kind. */
function named(o: Operation, cups: readonly Portion[]): string {
  const cup = cups.find((p) => p.id === portionOf(o));
  return cup ? `${cup.name} ${kindName(o.kind)}` : kindName(o.kind);
}

/** "Ink stripe ×3, hanger": operations of one name together. */
function listed(operations: readonly Operation[], cups: readonly Portion[]): string {
  const counts = new Map<string, number>();
  for (const o of operations) counts.set(named(o, cups), (counts.get(named(o, cups)) ?? 0) + 1);
  return [...counts].map(([name, count]) => (count > 1 ? `${name} ×${count}` : name)).join(", ");
}

const CUP_FIELDS: readonly (readonly [readonly (keyof Portion)[], string])[] = [
  [["name"], "name"],
  [["sharePct", "takesRest", "batterId"], "share"],
  [["colourants", "additives"], "colour"],
  [["scent"], "scent"],
  [["keptBackPct", "pipingPct", "samplePct", "onlyMouldId"], "what is kept back"],
];

function cupWords(before: Portion | undefined, now: Portion | undefined): string[] {
  if (!before) return now ? [`cup ${now.name} added`] : [];
  if (!now) return [`cup ${before.name} taken out`];
  const fields = CUP_FIELDS.filter(([keys]) => keys.some((key) => !same(before[key], now[key]))).map(
    ([, word]) => word,
  );
  return fields.length > 0 ? [`${now.name}: ${fields.join(" and ")} changed`] : [];
}

function mouldWords(before: Course, now: Course): string {
  const fresh = now.moulds.filter((m) => !before.moulds.some((b) => same(b, m)));
  return fresh.length > 0 ? `into ${fresh.map((m) => m.name).join(" and ")}` : "a mould taken out";
}

/** What differs between two courses of a pour, in words for its record; "nothing" where nothing does. */
export function courseWords(before: Course, now: Course): string {
  const words: string[] = [];
  if (before.design.family !== now.design.family) words.push(`${FAMILIES[now.design.family].label} laid out`);
  const [was, is] = [before, now].map((c) => new Map(c.operations.map((o) => [o.id, o])));
  const gone = before.operations.filter((o) => !is.has(o.id));
  const fresh = now.operations.filter((o) => !was.has(o.id));
  const other = now.operations.filter((o) => was.has(o.id) && !same(was.get(o.id), o));
  if (fresh.length > 0) words.push(`${listed(fresh, now.portions)} added`);
  if (gone.length > 0) words.push(`${listed(gone, before.portions)} taken out`);
  if (other.length > 0) words.push(`${listed(other, now.portions)} changed`);
  const orderOf = (list: readonly Operation[], kept: ReadonlyMap<string, Operation>) =>
    list.flatMap((o) => (kept.has(o.id) ? [o.id] : []));
  if (!same(orderOf(before.operations, is), orderOf(now.operations, was)) || !same(before.schedule, now.schedule))
    words.push("another order");
  const ids = new Set([...before.portions, ...now.portions].map((p) => p.id));
  for (const id of ids)
    words.push(
      ...cupWords(
        before.portions.find((p) => p.id === id),
        now.portions.find((p) => p.id === id),
      ),
    );
  if (!same(before.moulds, now.moulds)) words.push(mouldWords(before, now));
  if (words.length === 0 && !same(before.design, now.design)) words.push("design set otherwise");
  return words.join("; ") || "nothing";
}
