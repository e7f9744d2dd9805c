import type { PortionColourant } from "../colour/colourantSchema";
import { type ColourantKindId, colourantKind } from "../colour/kinds";
import { emptyCure } from "../cure/cureSchema";
import { emptyCutDay } from "../mould/cutDaySchema";
import { OPEN_CUTTING } from "../mould/cutSchema";
import { PLAIN_LOAF } from "../mould/mouldSchema";
import { DEFAULT_SETTINGS, SCHOOL_TEMPERATURE_C, type Settings } from "../practice/practiceSchema";
import type { ScentClassId } from "../scent/classes";
import type { Scent, ScentPart } from "../scent/scentSchema";
import { idMaker } from "./ids";
import { type Heeded, MOST_HEEDED } from "./nextTimeSchema";
import { type Batter, noKnowledge, type Plan, type Portion, SCHEMA_VERSION } from "./schema";

export const emptyRecord = (): Plan["record"] => ({
  log: [],
  planned: null,
  startedAt: null,
  events: [],
  finishedAt: null,
  care: [],
  rating: null,
  teachesPace: null,
  days: { unmoulded: null, cut: null, ready: null },
  verdict: "",
  cutDay: emptyCutDay(),
  cure: emptyCure(),
  nextTimes: [],
  photos: [],
  photoLessons: null,
});

const emptyWeighUp = (): Plan["weighUp"] => ({ ticks: [], goesOnUnticked: false });

/** A colourant by one swatch at its kind's usual dose, dispersed 1 : 3 in oil. */
export function plainColourant(
  id: string,
  name: string,
  kind: ColourantKindId,
  hex: string,
  amount?: number,
): PortionColourant {
  const known = colourantKind(kind);
  const gPer100gOils = amount ?? known.usualGPer100gOils;
  return {
    id,
    libraryId: null,
    name,
    kind,
    dose: { amount: gPer100gOils, basis: "g/100g-oils" },
    isDispersion: false,
    carrier: { kind: "oil", gPerG: 3 },
    bulkDensityGPerMl: known.bulkDensityGPerMl,
    patches: [{ gPer100gOils, fresh: hex, nextDay: hex, cured: hex }],
  };
}

/** A scent of one part, of which only the class is known. */
export function plainScent(name: string, scentClass: ScentClassId, amount: number): Scent {
  return { libraryId: null, name, load: { amount, base: "oils" }, parts: [plainPart("s1", name, scentClass)] };
}

export const plainPart = (id: string, name: string, scentClass: ScentClassId): ScentPart => ({
  id,
  libraryId: null,
  name,
  sharePct: 100,
  class: scentClass,
  measured: null,
  discolour: null,
  rices: false,
  seizes: false,
  weeps: false,
  fades: "no",
  flashPointC: null,
  certificatePct: null,
  ownLimitPct: null,
});

/** A portion of a batter: uncoloured, unscented, nothing kept back. */
export const plainPortion = (id: string, batterId: string, name: string, sharePct: number): Portion => ({
  id,
  batterId,
  name,
  sharePct,
  takesRest: false,
  onlyMouldId: null,
  keptBackPct: 0,
  pipingPct: 0,
  samplePct: 0,
  colourants: [],
  scent: null,
  additives: [],
});

/** A batter of an ordinary formula that fills its part of the moulds. */
export const plainBatter = (id: string, name: string, startTemperatureC: number): Batter => ({
  id,
  name,
  formulaRef: null,
  size: { basis: "mould", sharePct: 100 },
  oils: [
    { id: "l1", oilId: "olive", sharePct: 45 },
    { id: "l2", oilId: "coconut", sharePct: 25 },
    { id: "l3", oilId: "shea", sharePct: 15 },
    { id: "l4", oilId: "canola", sharePct: 10 },
    { id: "l5", oilId: "castor", sharePct: 5 },
  ],
  superfatPct: 5,
  lye: { purityPct: 99, kohSharePct: 0, kohPurityPct: 90, coversAcids: true },
  water: { method: "concentration", value: 33 },
  iceSharePct: 0,
  liquids: [],
  additives: [],
  densityGPerMl: 1,
  startTemperatureC,
  blendToTrace: 1.3,
  scent: null,
  bowl: { tareG: null, grossG: null },
});

/** A first drop swirl to start from, in the studio's own practice: an ordinary formula, a white base and two colours. */
export function newPlan(title: string, seed: number, settings: Settings = DEFAULT_SETTINGS): Plan {
  const colour = (p: Portion, id: string, name: string, hex: string): Portion => ({
    ...p,
    colourants: [plainColourant(id, name, "mica", hex, 0.6)],
  });
  return {
    schemaVersion: SCHEMA_VERSION,
    title,
    notes: "",
    pourOn: null,
    origin: null,
    heeded: [],
    // As the pours below are: a floor of half the base, and five drops.
    design: { family: "drop", seed, hand: "even", knobs: { floorPct: 50, drops: 5 } },
    schedule: { order: [], locked: [], thin: {} },
    roomTemperatureC: 21,
    toolLossPct: 2,
    barThicknessMm: settings.barThicknessMm,
    trimMm: 0,
    decorations: [],
    cureDays: settings.cureDays,
    residualWaterPct: settings.residualWaterPct,
    practice: settings.practice,
    measures: { spoons: settings.units.spoons, scoopMl: settings.scoopMl },
    knowledge: noKnowledge(),
    oilRows: [],
    moulds: [
      {
        id: "m1",
        libraryId: null,
        name: "Loaf",
        ...PLAIN_LOAF,
        fillPct: 95,
      },
    ],
    batters: [plainBatter("b1", "Batter", SCHOOL_TEMPERATURE_C[settings.practice.temperature])],
    portions: [
      { ...plainPortion("p1", "b1", "Moon", 0), takesRest: true },
      colour(plainPortion("p2", "b1", "Ink", 20), "c1", "Deep ink mica", "#24475a"),
      colour(plainPortion("p3", "b1", "Brass", 20), "c2", "Brass mica", "#e3a83f"),
    ],
    equipment: [],
    operations: [
      { id: "o1", kind: "layer", mouldId: "m1", portionId: "p1", cupPct: 50, height: "low" },
      {
        id: "o2",
        kind: "stripe",
        mouldId: "m1",
        portionId: "p2",
        cupPct: 60,
        acrossMm: 30,
        height: "high",
        passes: 2,
        motion: "line",
      },
      {
        id: "o3",
        kind: "stripe",
        mouldId: "m1",
        portionId: "p3",
        cupPct: 60,
        acrossMm: 60,
        height: "high",
        passes: 2,
        motion: "line",
      },
      {
        id: "o4",
        kind: "stripe",
        mouldId: "m1",
        portionId: "p1",
        cupPct: 50,
        acrossMm: 45,
        height: "mid",
        passes: 3,
        motion: "line",
      },
      {
        id: "o5",
        kind: "stripe",
        mouldId: "m1",
        portionId: "p2",
        cupPct: 40,
        acrossMm: 65,
        height: "mid",
        passes: 1,
        motion: "line",
      },
      {
        id: "o6",
        kind: "stripe",
        mouldId: "m1",
        portionId: "p3",
        cupPct: 40,
        acrossMm: 25,
        height: "mid",
        passes: 1,
        motion: "line",
      },
    ],
    cutting: OPEN_CUTTING,
    stepWords: {},
    weighUp: emptyWeighUp(),
    label: { ingredients: "", more: "" },
    record: emptyRecord(),
  };
}

/** What of a batch, and of those before it in its line, is still to be done otherwise; the newest first. Ids are free in `plan` less its record. */
function toHeed(plan: Plan, batchId: string): Heeded[] {
  const fresh = idMaker({ ...plan, record: null });
  const own = plan.record.nextTimes
    .filter((n) => n.state === "open")
    .map(({ about, words, change, id }) => ({
      ...{ about, words, change },
      ...{ fromBatchId: batchId, fromTitle: plan.title, fromId: id },
    }));
  const older = plan.heeded.filter((h) => h.state === "open").map(({ id: _, ...h }) => h);
  return [...own, ...older].slice(0, MOST_HEEDED).map((h) => ({ ...h, id: fresh("h"), state: "open" }));
}

/** A copy to plan from: same sheet, another hand (seed), nothing ticked or poured, bowl not yet weighed, no day set; what is to be otherwise next time comes along. @param batchId of the plan */
export function copyPlan(plan: Plan, title: string, seed: number, batchId: string): Plan {
  const copy = structuredClone(plan);
  return {
    ...copy,
    title,
    origin: { batchId, title: plan.title },
    heeded: toHeed(plan, batchId),
    pourOn: null,
    design: { ...copy.design, seed },
    batters: copy.batters.map((b) => ({ ...b, bowl: { ...b.bowl, grossG: null } })),
    weighUp: emptyWeighUp(),
    record: emptyRecord(),
  };
}
