import { type BatterMasses, computeMasses, type Masses } from "../batter/masses";
import type { Plan } from "../document/schema";
import { additiveRow } from "../formula/additives";
import { oilLookup } from "../formula/oils";
import { liquidName } from "../prepare/lyeJug";
import type { Scent } from "../scent/scentSchema";
import { byId } from "../units/byId";

/** What kinds of material there are, in the order in which they are bought. */
export const MATERIAL_KINDS = ["oils", "lye", "liquids", "additives", "colourants", "scents"] as const;
export type MaterialKind = (typeof MATERIAL_KINDS)[number];

/** So much of a material; `key` is the same for the same material, a row of a library ("oils:olive") where it is one. */
export interface Need {
  key: string;
  kind: MaterialKind;
  name: string;
  massG: number;
}

const named = (kind: MaterialKind, name: string) => `${kind}~${name.trim().toLowerCase()}`;

function ofScent(scent: Scent | null, massG: number): Need[] {
  if (!scent || massG <= 0) return [];
  const total = scent.parts.reduce((s, p) => s + p.sharePct, 0) || 1;
  return scent.parts.map((p) => {
    const libraryId = p.libraryId ?? (scent.parts.length === 1 ? scent.libraryId : null);
    const name = p.name || scent.name;
    return {
      ...{ key: libraryId ? `scents:${libraryId}` : named("scents", name), kind: "scents", name },
      massG: (massG * p.sharePct) / total,
    };
  });
}

function ofBatter(plan: Plan, m: BatterMasses): Need[] {
  const batter = byId(plan.batters, m.id);
  const find = oilLookup(plan.oilRows);
  const lye = (name: string, massG: number): Need[] =>
    massG > 0 ? [{ key: named("lye", name), kind: "lye", name, massG }] : [];
  return [
    ...m.oils.map((o): Need => {
      const { oilId } = byId(batter.oils, o.id);
      return { key: `oils:${oilId}`, kind: "oils", name: find(oilId)?.name ?? oilId, massG: o.massG };
    }),
    ...lye("Sodium hydroxide", m.naohG),
    ...lye("Potassium hydroxide", m.kohG),
    ...m.liquids.map((l): Need => {
      const name = liquidName(batter, l);
      return { key: named("liquids", name), kind: "liquids", name, massG: l.massG };
    }),
    ...m.additives.map((a): Need => {
      const own = byId(batter.additives, a.id);
      const name = own.label || additiveRow(own.kind).label;
      return { key: named("additives", name), kind: "additives", name, massG: a.massG };
    }),
    ...ofScent(batter.scent, m.scentG),
  ];
}

function ofCups(plan: Plan, masses: Masses): Need[] {
  return plan.portions.flatMap((p): Need[] => {
    const cup = byId(masses.portions, p.id);
    return [
      ...p.colourants.map((c): Need => {
        const { powderG } = byId(cup.colourants, c.id);
        const key = c.libraryId ? `colourants:${c.libraryId}` : named("colourants", c.name);
        return { key, kind: "colourants", name: c.name, massG: powderG };
      }),
      ...p.additives.flatMap((a): Need[] => {
        const own = cup.additives.find((x) => x.id === a.id && x.from === "cup");
        const name = a.label || additiveRow(a.kind).label;
        return own ? [{ key: named("additives", name), kind: "additives", name, massG: own.massG }] : [];
      }),
      ...ofScent(p.scent, cup.scentG),
    ];
  });
}

/** What a batch takes of every material, each once; water is not counted. Empty where its formula cannot be computed. */
export function needsOf(plan: Plan): Need[] {
  const masses = computeMasses(plan);
  if (!masses) return [];
  return summed([...masses.batters.flatMap((m) => ofBatter(plan, m)), ...ofCups(plan, masses)]);
}

function summed(needs: readonly Need[]): Need[] {
  const all = new Map<string, Need>();
  for (const n of needs) {
    if (n.massG <= 0) continue;
    const known = all.get(n.key);
    if (known) known.massG += n.massG;
    else all.set(n.key, { ...n });
  }
  return [...all.values()];
}

/** A material on the shopping list: what the planned batches take, what is on hand, what is to buy. */
export interface ShoppingLine extends Need {
  /** On hand as it was counted, g; null where it is not counted. */
  onHandG: number | null;
  /** To buy, g: all of it where nothing is counted. */
  buyG: number;
  /** The batches that take it, with how much, g. */
  batches: { id: string; title: string; massG: number }[];
}

/** Less than this is not bought, g: what a spoon leaves. */
const LEAST_G = 0.05;

/** What the planned batches need beyond what is on hand, in the order of the kinds and the names. @param onHand grams by key, where they are counted */
export function shoppingList(
  batches: readonly { id: string; plan: Plan }[],
  onHand: ReadonlyMap<string, number>,
): ShoppingLine[] {
  const lines = new Map<string, ShoppingLine>();
  for (const { id, plan } of batches)
    for (const need of needsOf(plan)) {
      const line = lines.get(need.key) ?? {
        ...need,
        massG: 0,
        onHandG: onHand.get(need.key) ?? null,
        buyG: 0,
        batches: [],
      };
      line.massG += need.massG;
      line.batches.push({ id, title: plan.title, massG: need.massG });
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
