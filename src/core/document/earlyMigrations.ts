import { type ColourantKindId, colourantKind } from "../colour/kinds";
import { LIQUIDS } from "../formula/liquids";
import { DEFAULT_PRACTICE } from "../practice/practiceSchema";
import { US_MEASURES } from "../units/dose";
import { withUniqueLines } from "./ids";

export type Json = Record<string, unknown>;

/** Lifts a document from version `from` to `from + 1`. Gets a deep copy; returns the new document. */
export interface Migration {
  from: number;
  up: (document: Json) => Json;
}

/** A list of objects as it may stand in a document not yet checked; anything else is left for the check to refuse. */
export const each = (value: unknown, change: (item: Json) => Json): unknown =>
  Array.isArray(value)
    ? value.map((item) => (typeof item === "object" && item !== null && !Array.isArray(item) ? change(item) : item))
    : value;

function additiveFrom1(a: Json): Json {
  const { gPer100gOils, ...rest } = a;
  return { id: rest.id, kind: rest.kind, label: "", dose: { amount: gPer100gOils, basis: "g/100g-oils" } };
}

function colourantFrom1(c: Json): Json {
  const { gPer100gOils, carrierGPerG, swatchHex } = c;
  const known = colourantKind(c.kind as ColourantKindId);
  const patch = {
    gPer100gOils:
      typeof gPer100gOils === "number" && gPer100gOils > 0 ? gPer100gOils : (known?.usualGPer100gOils ?? 0.5),
    fresh: swatchHex,
    nextDay: swatchHex,
    cured: swatchHex,
  };
  return {
    id: c.id,
    libraryId: null,
    name: c.name,
    kind: c.kind,
    dose: { amount: gPer100gOils, basis: "g/100g-oils" },
    isDispersion: false,
    carrier: { kind: "oil", gPerG: carrierGPerG },
    bulkDensityGPerMl: known?.bulkDensityGPerMl ?? 0.5,
    patches: [patch],
  };
}

function scentFrom1(scent: unknown): unknown {
  if (typeof scent !== "object" || scent === null) return scent;
  const s = scent as Json;
  const unknown = { measured: null, discolour: null, flashPointC: null, certificatePct: null, ownLimitPct: null };
  const calm = { rices: false, seizes: false, weeps: false, fades: "no" };
  const part = { id: "s1", libraryId: null, name: s.name, sharePct: 100, class: s.class, ...unknown, ...calm };
  return { libraryId: null, name: s.name, load: { amount: s.dosePctOfOils, base: "oils" }, parts: [part] };
}

/** 1 -> 2: lye of two kinds, milk and ice, doses with their base, blends of scents, tools, weigh-up, practice. */
export const from1: Migration = {
  from: 1,
  up: (d) => ({
    ...d,
    residualWaterPct: 10,
    practice: DEFAULT_PRACTICE,
    knowledge: { formulas: {}, additives: {}, pace: null },
    design: { ...(d.design as Json | undefined), knobs: {} },
    schedule: { order: [], locked: [] },
    record: {
      ...(d.record as Json | undefined),
      events: each((d.record as Json | undefined)?.events, (e) =>
        e.kind === "deviation" ? { ...e, amount: null } : e,
      ),
    },
    oilRows: [],
    equipment: [],
    weighUp: { ticks: [], goesOnUnticked: false },
    moulds: each(d.moulds, (m) => ({ ...m, libraryId: null, isRigid: true, dividers: null, cutInto: null })),
    batters: each(d.batters, (b) => ({
      ...b,
      formulaRef: null,
      lye: {
        purityPct: (b.lye as Json | undefined)?.purityPct,
        kohSharePct: 0,
        kohPurityPct: 90,
        coversAcids: true,
      },
      iceSharePct: 0,
      milk: null,
      scent: null,
      additives: each(b.additives, additiveFrom1),
    })),
    portions: each(d.portions, (p) => ({
      ...p,
      pipingPct: 0,
      samplePct: 0,
      colourants: each(p.colourants, colourantFrom1),
      scent: scentFrom1(p.scent),
      additives: each(p.additives, additiveFrom1),
    })),
  }),
};

/** Version 3: trims and decorations of the loaf; a hanger may be drawn by hand. */
export const from2: Migration = {
  from: 2,
  up: (d) => ({
    ...d,
    trimMm: 0,
    decorations: [],
    operations: each(d.operations, (o) => (o.kind === "wire" ? { ...o, points: [] } : o)),
  }),
};

export const isObject = (value: unknown): value is Json =>
  typeof value === "object" && value !== null && !Array.isArray(value);

/** Milk as it stood in a formula before several liquids could: one, or none. */
export function liquidsFromMilk(milk: unknown): unknown[] {
  if (!isObject(milk)) return [];
  const row = LIQUIDS.find((l) => l.id === milk.kind);
  return [
    {
      id: "q1",
      kind: milk.kind,
      label: "",
      sharePct: milk.sharePct,
      when: milk.when,
      composition: row?.composition ?? null,
    },
  ];
}

/** A formula (in a batter, or a row of the library) with `liquids` in place of `milk`. */
export function withLiquids(formula: Json): Json {
  const { milk, ...rest } = formula;
  return "liquids" in rest ? rest : { ...rest, liquids: liquidsFromMilk(milk) };
}

/** Ids of all that is named from elsewhere in a document must differ; a clash gets a new one, and what names it follows. */
function withUniqueIds(d: Json): Json {
  const taken = new Set<unknown>();
  const fresh = (id: unknown): string => {
    for (let n = 2; ; n++) {
      const next = `${String(id).slice(0, 34)}-${n}`;
      if (!taken.has(next)) return next;
    }
  };
  let document = d;
  for (const list of ["batters", "portions", "moulds", "operations", "equipment", "decorations"] as const) {
    const renamed = new Map<unknown, string>();
    document = {
      ...document,
      [list]: each(document[list], (item) => {
        const id = taken.has(item.id) ? fresh(item.id) : item.id;
        if (id !== item.id) renamed.set(item.id, id as string);
        taken.add(id);
        return { ...item, id };
      }),
    };
    if (renamed.size > 0) document = namedAnew(document, list, renamed);
  }
  return document;
}

/** What names items of a list follows their new ids. Twins inside one list are left for the check to refuse. */
function namedAnew(d: Json, list: string, renamed: ReadonlyMap<unknown, string>): Json {
  const field = { portions: "portionId", moulds: "mouldId", batters: "batterId" }[list];
  if (!field) return d;
  const follow = (item: Json): Json =>
    renamed.has(item[field]) ? { ...item, [field]: renamed.get(item[field]) } : item;
  const record = isObject(d.record) ? { ...d.record, events: each(d.record.events, follow) } : d.record;
  const portions = list === "batters" ? each(d.portions, follow) : d.portions;
  return { ...d, portions, operations: each(d.operations, follow), record };
}

const dayOf = (instant: unknown): string | null => (typeof instant === "string" ? instant.slice(0, 10) : null);

/** Version 4: several liquids, doses in all, measures, a mould of a cup's own, answers to checks and to what was due; ids unique over the document. */
export const from3: Migration = {
  from: 3,
  up: (old) => {
    const d = withUniqueIds(old);
    const record = isObject(d.record) ? d.record : {};
    return {
      ...d,
      measures: US_MEASURES,
      schedule: { ...(d.schedule as Json | undefined), thin: {} },
      batters: each(d.batters, withLiquids),
      portions: each(d.portions, (p) => ({ ...p, onlyMouldId: null })),
      record: {
        ...record,
        events: each(record.events, (e) => (e.kind === "traceCheck" ? { ...e, answer: null } : e)),
        teachesPace: record.finishedAt ? true : null,
        // Nobody was asked before: what was poured then is not asked about now.
        days: { unmoulded: dayOf(record.finishedAt), cut: dayOf(record.finishedAt), ready: dayOf(record.finishedAt) },
      },
    };
  },
};

/** First word of a weigh-up line's id, by the list of a batter or a cup that it weighs from. */
const TICKED: Readonly<Record<string, string>> = {
  oils: "oil",
  liquids: "lye",
  additives: "additive",
  colourants: "colour",
};

/** Version 5: lines inside formulas and cups, parts of scents and events have ids that are unique over the document too; ticks follow. */
export const from4: Migration = {
  from: 4,
  up: (d) => {
    const ticks = new Map<unknown, string>();
    const own = withUniqueLines(d, (owner, list, from, to) => {
      if (TICKED[list]) ticks.set(`${TICKED[list]}:${owner}:${from}`, `${TICKED[list]}:${owner}:${to}`);
    });
    const follow = (tick: Json): Json => ({ ...tick, id: ticks.get(tick.id) ?? tick.id });
    const weighUp = isObject(own.weighUp) ? { ...own.weighUp, ticks: each(own.weighUp.ticks, follow) } : own.weighUp;
    return { ...own, weighUp };
  },
};
