import type { Plan } from "../document/schema";
import { familyOf } from "../techniques/families/registry";
import { kindName, type OperationKind } from "../techniques/operations/registry";
import { type Sayer, sayer } from "../units/sayer";
import { adjustablesOf } from "./nextTimes";
import type { ShelfEntry } from "./shelfEntry";

const countOf = (plan: Plan): Map<OperationKind, number> => {
  const counts = new Map<OperationKind, number>();
  for (const o of plan.operations) counts.set(o.kind, (counts.get(o.kind) ?? 0) + 1);
  return counts;
};

/** What is other in a batch than in the one before it in its line, each in a few words; empty where nothing is. */
export function changesBetween(before: Plan, now: Plan, say: Sayer = sayer()): string[] {
  const changes: string[] = [];
  const family = [before, now].map((p) => familyOf(p.design.family).label);
  const isOther = family[0] !== family[1];
  if (isOther) changes.push(`${family[0]} → ${family[1]}`);
  const old = new Map(adjustablesOf(before, say).map((a) => [a.path.join("."), a]));
  for (const a of adjustablesOf(now, say)) {
    const key = a.path.join(".");
    const was = old.get(key);
    // Knobs of another family are no change of a number.
    if (!was || (isOther && a.path[0] === "design") || was.value === a.value) continue;
    changes.push(`${a.label} ${was.say(was.value)} → ${a.say(a.value)}`);
  }
  const names = (p: Plan) => new Map(p.portions.map((c) => [c.id, c.name]));
  const [were, are] = [names(before), names(now)];
  for (const [id, name] of are) if (!were.has(id)) changes.push(`${name} put in`);
  for (const [id, name] of were) if (!are.has(id)) changes.push(`${name} left out`);
  for (const [id, name] of are)
    if (were.has(id) && were.get(id) !== name) changes.push(`${were.get(id)} is called ${name}`);
  const scents = (p: Plan) => new Map(p.portions.map((c) => [c.id, c.scent?.name ?? "no scent"]));
  const [wore, wears] = [scents(before), scents(now)];
  for (const [id, scent] of wears)
    if (wore.has(id) && wore.get(id) !== scent) changes.push(`${are.get(id)}: ${wore.get(id)} → ${scent}`);
  const isTurned = JSON.stringify(before.design.knobs) !== JSON.stringify(now.design.knobs);
  if (!isOther) {
    const [had, has] = [countOf(before), countOf(now)];
    for (const kind of new Set([...had.keys(), ...has.keys()])) {
      const [a, b] = [had.get(kind) ?? 0, has.get(kind) ?? 0];
      // How many there are follows from a knob, where one was turned.
      if (a === b || (isTurned && a > 0 && b > 0)) continue;
      const name = kindName(kind).toLowerCase();
      changes.push(b === 0 ? `${name} left out` : a === 0 ? `${name} put in` : `${name} ${a} → ${b} times`);
    }
  }
  const moulds = [before, now].map((p) => p.moulds.map((m) => `${m.lengthMm}x${m.widthMm}x${m.heightMm}`).join());
  if (moulds[0] !== moulds[1]) changes.push(`mould ${before.moulds[0].name} → ${now.moulds[0].name}`);
  return changes;
}

/** One batch of a soap's line, as it stands beside the others. */
export interface LineEntry {
  entry: ShelfEntry;
  pouredOn: string | null;
  plannedOn: string | null;
  /** Null where nothing came before it in the line. */
  changed: string[] | null;
  verdict: string;
  nextTimes: { id: string; words: string; state: "open" | "taken" | "withdrawn" }[];
  /** What came at the cut: bars, and those as predicted; null where it was not noted. */
  cut: { bars: number; asPredicted: number; findings: string[] } | null;
  /** Photos of its bars, by hash, with the bar that each shows. */
  photos: { hash: string; bar: number | null }[];
}
