import { MATERIAL_KINDS, type Need } from "../practice/stockSchema";

/** A material on the shopping list: what the planned batches take, what is on hand, what is to buy. */
export interface ShoppingLine extends Need {
  /** On hand as it was counted, g; null where it is not counted. */
  onHandG: number | null;
  /** To buy, g: all of it where nothing is counted. */
  buyG: number;
  /** The batches that take it, with how much, g. */
  batches: { id: string; title: string; massG: number }[];
}

/** A planned batch with what it still takes of every material. */
export interface NeedyBatch {
  id: string;
  title: string;
  needs: readonly Need[];
}

/** Less than this is not bought, g: what a spoon leaves. */
const LEAST_G = 0.05;

/** What the planned batches still need beyond what is on hand, in the order of the kinds and the names: what is weighed out is off both. @param onHand grams by key, where they are counted */
export function shoppingList(batches: readonly NeedyBatch[], onHand: ReadonlyMap<string, number>): ShoppingLine[] {
  const lines = new Map<string, ShoppingLine>();
  for (const { id, title, needs } of batches)
    for (const need of needs) {
      const line = lines.get(need.key) ?? {
        ...need,
        massG: 0,
        onHandG: onHand.get(need.key) ?? null,
        buyG: 0,
        batches: [],
      };
      line.massG += need.massG;
      line.batches.push({ id, title, massG: need.massG });
      lines.set(need.key, line);
    }
  const order = (l: ShoppingLine) => MATERIAL_KINDS.indexOf(l.kind);
  return [...lines.values()]
    .map((l) => ({ ...l, buyG: Math.max(0, l.massG - (l.onHandG ?? 0)) }))
    .map((l) => (l.buyG < LEAST_G ? { ...l, buyG: 0 } : l))
    .sort((a, b) => order(a) - order(b) || a.name.localeCompare(b.name, "en"));
}

/** The list for some of its batches alone; what none of them takes falls away. */
export const forBatches = (lines: readonly ShoppingLine[], chosen: ReadonlySet<string>): ShoppingLine[] =>
  lines.flatMap((l) => {
    const batches = l.batches.filter((b) => chosen.has(b.id));
    const massG = batches.reduce((s, b) => s + b.massG, 0);
    const buyG = Math.max(0, massG - (l.onHandG ?? 0));
    return batches.length > 0 ? [{ ...l, batches, massG, buyG: buyG < LEAST_G ? 0 : buyG }] : [];
  });

const csvCell = (text: string) => (/[",\n]/.test(text) ? `"${text.replaceAll('"', '""')}"` : text);
/** A cell that a spreadsheet would take for a formula is kept as text. */
const inert = (text: string) => (/^[=+\-@]/.test(text) ? `'${text}` : text);

/** The shopping list as CSV, grams with one decimal. */
export function shoppingCsv(lines: readonly ShoppingLine[]): string {
  const rows = lines.map((l) => [
    l.kind,
    inert(l.name),
    l.massG.toFixed(1),
    l.onHandG === null ? "" : l.onHandG.toFixed(1),
    l.buyG.toFixed(1),
    inert(l.batches.map((b) => b.title).join("; ")),
  ]);
  const head = ["kind", "material", "needed, g", "on hand, g", "to buy, g", "for"];
  return `${[head, ...rows].map((r) => r.map(csvCell).join(",")).join("\r\n")}\r\n`;
}
