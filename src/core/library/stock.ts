import { MATERIAL_KINDS, type MaterialKind, type Need, type Stock, type Taken } from "../practice/stockSchema";

/** What one batch took. */
export interface TakenBy {
  batchId: string;
  title: string;
  taken: readonly Taken[];
}

/** A material as it stands on the shelf. */
export interface OnHand {
  key: string;
  kind: MaterialKind;
  name: string;
  countedG: number | null;
  countedAt: string | null;
  /** Taken by batches since the count, g, and by which. */
  takenG: number;
  by: { batchId: string; title: string; massG: number }[];
  /** What the count and what was taken leave, g, not below 0; null where it is not counted. */
  onHandG: number | null;
  /** More was taken than there was by the count, g. */
  overdrawnG: number;
  /** The lot in use: of the last that was weighed, or of a later count. */
  lot: string;
  lowG: number | null;
  /** What planned batches still take, g. */
  plannedG: number;
  /** Why it is to be bought; null where it is not. */
  low: "empty" | "low" | "short" | null;
}

/** What a batch's pages need of a material on the shelf: not who took of it, which grows with every batch. */
export type AtHand = Omit<OnHand, "by">;

const blank = ({ key, kind, name }: Pick<OnHand, "key" | "kind" | "name">): OnHand => ({
  ...{ key, kind, name, countedG: null, countedAt: null, takenG: 0, by: [] },
  ...{ onHandG: null, overdrawnG: 0, lot: "", lowG: null, plannedG: 0, low: null },
});

/** Less than this is what a spoon leaves, g. */
const LEAST_G = 0.05;

function lowOf({ onHandG, lowG, plannedG }: OnHand): OnHand["low"] {
  if (onHandG === null) return null;
  if (onHandG < LEAST_G) return "empty";
  if (lowG !== null && onHandG <= lowG) return "low";
  return plannedG > onHandG + LEAST_G ? "short" : null;
}

/**
 * The studio's materials: each as it was counted, less what ticks took since. What was weighed before the count is in the count.
 * @param planned what planned batches still need, by material
 */
export function stockOf(stock: Stock, batches: readonly TakenBy[], planned: readonly Need[] = []): OnHand[] {
  const all = new Map<string, OnHand>();
  const lotAt = new Map<string, string>();
  for (const m of stock.materials) {
    const { key, countedG, countedAt, lot, lowG } = m;
    all.set(key, { ...blank(m), countedG, countedAt, lot, lowG });
    lotAt.set(key, countedAt ?? "");
  }
  const of = (m: Pick<OnHand, "key" | "kind" | "name">): OnHand => {
    const known = all.get(m.key) ?? blank(m);
    all.set(m.key, known);
    return known;
  };
  for (const { batchId, title, taken } of batches)
    for (const t of taken) {
      const m = of(t);
      if (t.lot !== "" && t.at > (lotAt.get(t.key) ?? "")) {
        m.lot = t.lot;
        lotAt.set(t.key, t.at);
      }
      if (m.countedAt !== null && t.at <= m.countedAt) continue;
      m.takenG += t.massG;
      const known = m.by.find((b) => b.batchId === batchId);
      if (known) known.massG += t.massG;
      else m.by.push({ batchId, title, massG: t.massG });
    }
  for (const n of planned) of(n).plannedG += n.massG;
  const order = (m: OnHand) => MATERIAL_KINDS.indexOf(m.kind);
  return [...all.values()]
    .map((m) => {
      const leftG = m.countedG === null ? null : m.countedG - m.takenG;
      const held = {
        ...m,
        onHandG: leftG === null ? null : Math.max(0, leftG),
        overdrawnG: Math.max(0, -(leftG ?? 0)),
      };
      return { ...held, low: lowOf(held) };
    })
    .sort((a, b) => order(a) - order(b) || a.name.localeCompare(b.name, "en"));
}

/** What a batch that is planned still takes: its needs less what is ticked already. */
export function stillNeeded(needs: readonly Need[], taken: readonly Taken[]): Need[] {
  const had = new Map<string, number>();
  for (const t of taken) had.set(t.key, (had.get(t.key) ?? 0) + t.massG);
  return needs.map((n) => ({ ...n, massG: n.massG - (had.get(n.key) ?? 0) })).filter((n) => n.massG > LEAST_G);
}
