import type { Plan } from "./schema";

const emptyRecord = (): Plan["record"] => ({
  startedAt: null,
  events: [],
  finishedAt: null,
  rating: null,
  verdict: "",
});

/** Next free id of a list: its letter and the first number above those in use. */
export function nextId(list: readonly { id: string }[], letter: string): string {
  const used = list.map((item) => (item.id.startsWith(letter) ? Number(item.id.slice(letter.length)) : 0));
  return `${letter}${Math.max(0, ...used.filter(Number.isInteger)) + 1}`;
}

/** A first drop swirl to start from: an ordinary formula, a white base and two colours. */
export function newPlan(title: string, seed: number): Plan {
  return {
    schemaVersion: 1,
    title,
    notes: "",
    pourOn: null,
    design: { family: "drop", seed },
    roomTemperatureC: 21,
    toolLossPct: 2,
    barThicknessMm: 25,
    cureDays: 35,
    moulds: [{ id: "m1", name: "Loaf", kind: "loaf", lengthMm: 250, widthMm: 90, heightMm: 70, fillPct: 95 }],
    batters: [
      {
        id: "b1",
        name: "Batter",
        size: { basis: "mould", sharePct: 100 },
        oils: [
          { id: "l1", oilId: "olive", sharePct: 45 },
          { id: "l2", oilId: "coconut", sharePct: 25 },
          { id: "l3", oilId: "shea", sharePct: 15 },
          { id: "l4", oilId: "canola", sharePct: 10 },
          { id: "l5", oilId: "castor", sharePct: 5 },
        ],
        superfatPct: 5,
        lye: { kind: "naoh", purityPct: 99 },
        water: { method: "concentration", value: 33 },
        additives: [],
        densityGPerMl: 1,
        startTemperatureC: 32,
        blendToTrace: 1.3,
        bowl: { tareG: null, grossG: null },
      },
    ],
    portions: [
      {
        id: "p1",
        batterId: "b1",
        name: "Moon",
        sharePct: 0,
        takesRest: true,
        keptBackPct: 0,
        colourants: [],
        scent: null,
        additives: [],
      },
      {
        id: "p2",
        batterId: "b1",
        name: "Ink",
        sharePct: 20,
        takesRest: false,
        keptBackPct: 0,
        colourants: [
          { id: "c1", name: "Deep ink mica", kind: "mica", swatchHex: "#24475a", gPer100gOils: 0.6, carrierGPerG: 3 },
        ],
        scent: null,
        additives: [],
      },
      {
        id: "p3",
        batterId: "b1",
        name: "Brass",
        sharePct: 20,
        takesRest: false,
        keptBackPct: 0,
        colourants: [
          { id: "c1", name: "Brass mica", kind: "mica", swatchHex: "#e3a83f", gPer100gOils: 0.6, carrierGPerG: 3 },
        ],
        scent: null,
        additives: [],
      },
    ],
    operations: [
      { id: "o1", kind: "layer", mouldId: "m1", portionId: "p1", cupPct: 50 },
      { id: "o2", kind: "stripe", mouldId: "m1", portionId: "p2", cupPct: 60, acrossMm: 30, height: "high", passes: 2 },
      { id: "o3", kind: "stripe", mouldId: "m1", portionId: "p3", cupPct: 60, acrossMm: 60, height: "high", passes: 2 },
      { id: "o4", kind: "stripe", mouldId: "m1", portionId: "p1", cupPct: 50, acrossMm: 45, height: "mid", passes: 3 },
      { id: "o5", kind: "stripe", mouldId: "m1", portionId: "p2", cupPct: 40, acrossMm: 65, height: "mid", passes: 1 },
      { id: "o6", kind: "stripe", mouldId: "m1", portionId: "p3", cupPct: 40, acrossMm: 25, height: "mid", passes: 1 },
    ],
    record: emptyRecord(),
  };
}

/** A copy to plan from: same sheet, another hand (seed), nothing poured, bowl not yet weighed, no day set. */
export function copyPlan(plan: Plan, title: string, seed: number): Plan {
  const copy = structuredClone(plan);
  return {
    ...copy,
    title,
    pourOn: null,
    design: { ...copy.design, seed },
    batters: copy.batters.map((b) => ({ ...b, bowl: { ...b.bowl, grossG: null } })),
    record: emptyRecord(),
  };
}
