import { SIGN_WORDS } from "../advise/signs";
import { FATE_WORDS, FINDING_WORDS } from "../cut/cutDay";
import type { Plan } from "../document/schema";
import { findOil } from "../formula/oils";
import type { Scent } from "../scent/scentSchema";
import { familyOf } from "../techniques/families/registry";
import type { ShelfEntry } from "./shelfEntry";

/** Where in a batch words stand, in the order in which they weigh. */
export const PLACES_SEARCHED = ["title", "things", "words", "findings"] as const;
export type PlaceSearched = (typeof PLACES_SEARCHED)[number];

/** What of a batch is searched, sentence by sentence. */
export type Searched = Record<PlaceSearched, string[]>;

const MOST = 400;
const present = (list: readonly (string | null | undefined)[]): string[] =>
  [...new Set(list.flatMap((s) => (s?.trim() ? [s.trim()] : [])))].slice(0, MOST);

const scentNames = (scent: Scent | null) => (scent ? [scent.name, ...scent.parts.map((p) => p.name)] : []);

/** All words of a batch by where they stand: its name; what it is made of and with; what was written; what was found. */
export function searchedOf(plan: Plan): Searched {
  const { record } = plan;
  const oil = (id: string) => plan.oilRows.find((o) => o.id === id)?.name ?? findOil(id)?.name;
  return {
    title: [plan.title],
    things: present([
      familyOf(plan.design.family).label,
      ...plan.portions.flatMap((p) => [p.name, ...p.colourants.map((c) => c.name), ...scentNames(p.scent)]),
      ...plan.batters.flatMap((b) => [
        b.formulaRef?.name,
        ...b.oils.map((o) => oil(o.oilId)),
        ...b.additives.map((a) => a.label),
        ...scentNames(b.scent),
      ]),
      ...plan.moulds.map((m) => m.name),
      ...plan.equipment.map((t) => t.name),
      ...plan.decorations.map((d) => d.name),
    ]),
    words: present([
      plan.notes,
      record.verdict,
      ...record.nextTimes.map((n) => n.words),
      ...record.events.flatMap((e) => (e.kind === "deviation" ? [e.note] : e.kind === "replanned" ? [e.words] : [])),
      ...record.cure.looks.map((l) => l.note),
      ...record.photos.map((p) => p.note),
      ...record.cure.tests.map((t) => t.words),
      ...Object.values(plan.stepWords),
    ]),
    findings: present([
      ...record.cutDay.bars.flatMap((b) => [
        ...b.findings.map((f) => FINDING_WORDS[f.what]),
        ...(b.fate === "rack" ? [] : [FATE_WORDS[b.fate]]),
      ]),
      ...record.events.flatMap((e) => (e.kind === "sign" ? [SIGN_WORDS[e.what].label] : [])),
    ]),
  };
}

/** Rows of the libraries that a batch uses, as "kind:id"; each once. */
export function usedBy(plan: Plan): string[] {
  const scents = [...plan.portions, ...plan.batters].flatMap(({ scent }) =>
    scent ? [scent.libraryId, ...scent.parts.map((p) => p.libraryId)] : [],
  );
  const of = (kind: string, ids: readonly (string | null | undefined)[]) =>
    ids.flatMap((id) => (id ? [`${kind}:${id}`] : []));
  return [
    ...new Set([
      ...of("scents", scents),
      ...of(
        "colourants",
        plan.portions.flatMap((p) => p.colourants.map((c) => c.libraryId)),
      ),
      ...of(
        "oils",
        plan.batters.flatMap((b) => b.oils.map((o) => o.oilId)),
      ),
      ...of(
        "formulas",
        plan.batters.map((b) => b.formulaRef?.formulaId),
      ),
      ...of(
        "moulds",
        plan.moulds.map((m) => m.libraryId),
      ),
      ...of(
        "tools",
        plan.equipment.map((t) => t.libraryId),
      ),
    ]),
  ];
}

/** Words of a query as they are looked for: letters and digits alone, each as the beginning of a word. */
export const queryWords = (query: string): string[] =>
  [...query.toLowerCase().matchAll(/[\p{L}\p{N}]+/gu)].map((m) => m[0]).slice(0, 12);

const SHOWN_AROUND = 60;

/** The first sentence of a batch in which a word of the query begins, and where it stands; null where only the name has it. */
export function foundIn(searched: Searched, words: readonly string[]): { place: PlaceSearched; text: string } | null {
  for (const place of ["words", "findings", "things"] as const)
    for (const sentence of searched[place]) {
      const lower = sentence.toLowerCase();
      const at = words.map((w) => lower.search(new RegExp(`(?<![\\p{L}\\p{N}])${w}`, "u"))).filter((i) => i >= 0);
      if (at.length === 0) continue;
      const from = Math.max(0, Math.min(...at) - SHOWN_AROUND);
      const text = sentence.slice(from, from + 3 * SHOWN_AROUND);
      return { place, text: `${from > 0 ? "…" : ""}${text}${from + text.length < sentence.length ? "…" : ""}` };
    }
  return null;
}

/** A batch that was found, and where the words stand in it. */
export interface FoundBatch {
  entry: ShelfEntry;
  family: string;
  pouredOn: string | null;
  /** Null where only its name has them, or no words were given. */
  at: { place: PlaceSearched; text: string } | null;
}
export interface FoundPage {
  total: number;
  found: FoundBatch[];
}
