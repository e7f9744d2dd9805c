import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { dueDays } from "../../../src/core/cure/dates";
import { afterPour, type Firming, type Standing, sayHours } from "../../../src/core/cure/hours";
import { derive } from "../../../src/core/derive/derive";
import { applyEdit } from "../../../src/core/document/edits/edit";
import { plannedKeys, takeBack } from "../../../src/core/document/edits/takeBack";
import { newPlan } from "../../../src/core/document/newPlan";
import type { Plan } from "../../../src/core/document/schema";
import { tickOf } from "../../../src/core/prepare/tick";
import { between } from "../../support/between";

const usual: Firming = {
  firmAcidShare: 0.38,
  lyeConcentrationPct: 33,
  superfatPct: 5,
  saltPct: 0,
  lactatePct: 0,
};
const loaf: Standing = { gel: "chance", cover: "shine", roomC: 21, thicknessMm: 65, isSlab: false };
const best = (f: Partial<Firming> = {}, s: Partial<Standing> = {}) => afterPour({ ...usual, ...f }, { ...loaf, ...s });
const n = between;

describe("unmoulding and cutting, in hours", () => {
  it("an ordinary loaf: about a day; a soft one two to three; a salt bar three to five hours; gel and lactate sooner", () => {
    expect(best().unmould.bestH).toBeCloseTo(24, 6);
    expect(best({ firmAcidShare: 0.17 }).unmould.bestH).toBeGreaterThan(48);
    const salt = best({ firmAcidShare: 0.75, saltPct: 50, superfatPct: 18 });
    expect(salt.unmould.bestH).toBeLessThan(5);
    expect(salt.cut.latestH).toBeLessThan(9);
    expect(best({}, { gel: "gel" }).unmould.bestH).toBeLessThan(17);
    expect(best({ lactatePct: 2 }).unmould.bestH).toBeCloseTo(24 * 0.82, 6);
    expect(best({ lactatePct: 1 }).unmould.bestH).toBeCloseTo(24 * Math.sqrt(0.82), 6);
  });

  it("earliest comes before best, best before latest, cutting not before unmoulding", () => {
    fc.assert(
      fc.property(
        n(0.1, 0.9),
        n(22, 50),
        n(-5, 25),
        n(0, 100),
        n(0, 5),
        n(15, 120),
        fc.boolean(),
        (a, lye, sf, salt, lac, mm, isSlab) => {
          const { unmould, cut } = afterPour(
            { firmAcidShare: a, lyeConcentrationPct: lye, superfatPct: sf, saltPct: salt, lactatePct: lac },
            { ...loaf, thicknessMm: mm, isSlab },
          );
          for (const w of [unmould, cut]) {
            expect(w.earliestH).toBeLessThan(w.bestH);
            expect(w.bestH).toBeLessThan(w.latestH);
          }
          expect(cut.earliestH).toBeGreaterThanOrEqual(unmould.earliestH);
        },
      ),
    );
  });

  it("salt counts continuously: a gram more is never later, and no step lies at 25 g", () => {
    fc.assert(
      fc.property(n(0, 100), n(0.01, 5), (salt, more) => {
        expect(best({ saltPct: salt + more }).unmould.bestH).toBeLessThanOrEqual(best({ saltPct: salt }).unmould.bestH);
      }),
    );
    expect(best({ saltPct: 24.9 }).unmould.bestH / best({ saltPct: 25.1 }).unmould.bestH).toBeLessThan(1.02);
  });

  it("harder oils, stronger lye, less superfat, a warmer room and a thicker loaf are never later", () => {
    fc.assert(
      fc.property(n(0.01, 1), (by) => {
        const h = best().unmould.bestH;
        expect(best({ firmAcidShare: 0.38 + 0.3 * by }).unmould.bestH).toBeLessThan(h);
        expect(best({ lyeConcentrationPct: 33 + 8 * by }).unmould.bestH).toBeLessThan(h);
        expect(best({ superfatPct: 5 - 4 * by }).unmould.bestH).toBeLessThan(h);
        expect(best({}, { roomC: 21 + 8 * by }).unmould.bestH).toBeLessThan(h);
        expect(best({}, { thicknessMm: 65 + 40 * by }).unmould.bestH).toBeLessThan(h);
      }),
    );
  });

  it("says why, the strongest first, and nothing where nothing moves it", () => {
    expect(best().reasons).toEqual([]);
    expect(best({ saltPct: 50 }, { gel: "gel" }).reasons).toEqual(["salt: sooner", "gelled: sooner"]);
    expect(sayHours(5.2)).toBe("5 h");
    expect(sayHours(96)).toBe("4 days");
  });

  it("a slab left a week breaks wires", () => {
    expect(best({}, { isSlab: true, thicknessMm: 30 }).cut.latestH).toBe(6 * 24);
  });
});

describe("what is due", () => {
  const plan = newPlan("Due", 1);
  const poured: Plan = {
    ...plan,
    record: { ...plan.record, startedAt: "2026-11-01T09:00:00.000Z", finishedAt: "2026-11-01T09:20:00.000Z" },
  };
  const kinds = (p: Plan) => dueDays(p.record, derive(p).dates).map((d) => d.what);
  it("stays until it is answered, one by one", () => {
    expect(kinds({ ...plan, pourOn: "2026-11-01" })).toEqual(["pour"]);
    expect(kinds(plan)).toEqual([]);
    expect(kinds(poured)).toEqual(["unmould", "cut", "ready"]);
    const answered = (days: Partial<Plan["record"]["days"]>): Plan => ({
      ...poured,
      record: { ...poured.record, days: { ...poured.record.days, ...days } },
    });
    expect(kinds(answered({ unmoulded: "2026-11-02" }))).toEqual(["cut", "ready"]);
    expect(kinds(answered({ unmoulded: "2026-11-02", cut: "2026-11-03", ready: "2026-12-08" }))).toEqual([]);
  });
});

describe("taking a plan back to a variant", () => {
  const a = newPlan("A", 1);
  it("puts back everything that can be planned, and nothing of what happened", () => {
    const changed: Plan = {
      ...a,
      title: "Other name",
      roomTemperatureC: 30,
      toolLossPct: 9,
      barThicknessMm: 40,
      trimMm: 7,
      cureDays: 60,
      residualWaterPct: 14,
      decorations: [{ id: "d1", name: "star", place: "on-top", perBar: 1 }],
      measures: { spoons: "metric", scoopMl: 0.5 },
      pourOn: "2027-01-01",
      knowledge: { ...a.knowledge, pace: { mean: 0.1, sd: 0.1 } },
      batters: [{ ...a.batters[0], superfatPct: 9, bowl: { tareG: 400, grossG: 1900 } }],
      weighUp: { ticks: [tickOf({ id: "x", massG: 1 })], goesOnUnticked: true },
      record: { ...a.record, verdict: "noted" },
    };
    const done = applyEdit(changed, takeBack(changed, a));
    if (!done.ok) throw new Error(done.reason);
    const back = done.document;
    for (const key of plannedKeys(a)) if (key !== "batters") expect(back[key], key).toEqual(a[key]);
    expect(back.batters[0]).toEqual({ ...a.batters[0], bowl: changed.batters[0].bowl });
    expect([back.title, back.weighUp, back.record]).toEqual([changed.title, changed.weighUp, changed.record]);
  });
  it("every field of a batch is either planned or named as not", () => {
    expect(new Set([...plannedKeys(a), "schemaVersion", "title", "notes", "weighUp", "record"])).toEqual(
      new Set(Object.keys(a)),
    );
  });
});
