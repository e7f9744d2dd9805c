import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { derive } from "../../../src/core/derive/derive";
import { spreadOverMoulds, withMould } from "../../../src/core/document/moulds";
import { newPlan, plainPortion } from "../../../src/core/document/newPlan";
import { readPlan } from "../../../src/core/document/read";
import type { Mould, Plan } from "../../../src/core/document/schema";
import type { Equipment } from "../../../src/core/mould/toolSchema";
import { layOut } from "../../../src/core/techniques/families/registry";
import { portionOf } from "../../../src/core/techniques/operations/registry";
import { windowOf } from "../../../src/core/techniques/windows";
import { between } from "../../support/between";
import { edited } from "../../support/edited";
import { tries } from "../../support/tries";

const said = (plan: Plan, field = "") =>
  derive(plan)
    .notices.filter((n) => n.field.startsWith(field))
    .map((n) => `${n.level}: ${n.message}`)
    .join("\n");
const tool = (
  id: string,
  spec: Equipment["spec"],
  use: Equipment["use"],
  servesId: string | null = null,
): Equipment => ({
  id,
  libraryId: null,
  name: id,
  use,
  servesId,
  spec,
});
const inFamily = (family: Plan["design"]["family"], mould: Partial<Mould> = {}, knobs = {}): Plan => {
  const base = newPlan("Vessels", 1);
  const plan: Plan = { ...base, design: { ...base.design, family, knobs }, moulds: [{ ...base.moulds[0], ...mould }] };
  return { ...plan, operations: layOut(plan, family, knobs) };
};

describe("a tilted mould", () => {
  const plan = inFamily("stacked-pot", {}, { angle: 35, tilts: 4, strokes: 24 });
  const pours = plan.operations.filter((o) => o.kind === "potPour");

  it("gets the pour split over its tilts, each up to the low rim, and the last takes what is left", () => {
    const { masses } = derive(plan);
    const g = pours.map((o) => masses!.operationMl.get(o.id)!);
    // At 35 degrees 250 x (90 x 70 - tan 35 x 90^2 / 2) mm3 lie under the low rim.
    expect(g[0]).toBeCloseTo((250 * (90 * 70 - (Math.tan((35 * Math.PI) / 180) * 90 * 90) / 2)) / 1000, 6);
    expect(pours.length).toBeGreaterThan(1);
    const stacked = plan.operations.reduce(
      (sum, o) => sum + (o.kind === "potStack" ? masses!.operationMl.get(o.id)! : 0),
      0,
    );
    expect(g.reduce((a, b) => a + b, 0)).toBeCloseTo(stacked, 6);
  });

  it("is told where to stop, with the grams that the step has", () => {
    const d = derive(plan);
    const words = pours.map((o) => d.instructions.get(o.id)!);
    for (const w of words.slice(0, -1)) expect(w.detail).toMatch(/Stop when it comes back to the low rim/);
    expect(words.at(-1)!.title).toMatch(/^Pour out what is left, \d/);
    for (const o of pours) {
      const step = d.timeline!.steps.find((s) => s.id === o.id)!;
      expect(step.massG).toBeCloseTo(d.masses!.operationG.get(o.id)!, 9);
      expect(step.window).not.toBeNull();
      expect(step.portionIds.length).toBe(3);
    }
    const tilt = plan.operations.find((o) => o.kind === "tilt")!;
    expect(d.instructions.get(tilt.id)!.detail).toMatch(/To its low rim it holds 866 mL/);
  });

  it("is drawn with all that is poured, the pours so far at any moment", () => {
    const [design] = derive(plan).designs.values();
    const out = design.pours.reduce((sum, p) => sum + (p.kind === "potPour" ? (p.outMm3 ?? 0) : 0), 0);
    const into = design.pours.reduce((sum, p) => sum + p.volumeMm3, 0);
    expect(out).toBeCloseTo(into, 3);
  });

  it("poured along its wall beyond the low rim is said, and not when the tilt is lowered first", () => {
    const base = newPlan("Wall", 1);
    const walls = (angles: number[]): Plan => ({
      ...base,
      operations: [
        ...base.portions.flatMap((p, i): Plan["operations"] => [
          { id: `t${i}`, kind: "tilt", mouldId: "m1", angleDeg: angles[i] },
          { id: `w${i}`, kind: "wallPour", mouldId: "m1", portionId: p.id, cupPct: 100, strokes: 6 },
        ]),
      ],
    });
    expect(said(walls([35, 35, 35]), "operations.w")).toMatch(/At 35° the mould holds 866 mL to its low rim/);
    expect(said(walls([20, 5, 0]), "operations.w")).toBe("");
  });
});

describe("lanes", () => {
  const dividers = { count: 4, thicknessMm: 2, isClosedSet: false, widthsMm: null };

  it("are filled by their widths: the base in two lanes of 10 and 30 mm takes a quarter and three quarters", () => {
    const plan = inFamily("crossings", { dividers: { ...dividers, count: 3, widthsMm: [10, 20, 24, 30] } });
    const parts = [0, 1, 2, 3].map((lane) =>
      plan.operations.reduce((sum, o) => sum + (o.kind === "compartment" && o.index === lane ? o.cupPct : 0), 0),
    );
    const ownerOf = (lane: number) => {
      const o = plan.operations.find((x) => x.kind === "compartment" && x.index === lane);
      return o && portionOf(o);
    };
    expect(ownerOf(0)).toBe(ownerOf(3));
    expect(parts[0]).toBeCloseTo(25, 1);
    expect(parts[3]).toBeCloseTo(75, 1);
  });

  it("that would stand uneven are said, and one press evens them", () => {
    const plan = inFamily("crossings", { dividers });
    const uneven = derive(plan).notices.find((n) => n.message.startsWith("Lanes would stand uneven"))!;
    const even = edited(plan, uneven.fix!.edit);
    expect(said(even)).not.toMatch(/uneven/);
    expect(readPlan(even).ok).toBe(true);
  });

  it("fewer or more than the design fills are said, and laid out anew with one press", () => {
    const plan = inFamily("crossings", { dividers });
    for (const count of [2, 6]) {
      const changed: Plan = { ...plan, moulds: [{ ...plan.moulds[0], dividers: { ...dividers, count } }] };
      const notice = derive(changed).notices.find((n) => n.message.includes("the plates make"))!;
      expect(notice.message).toBe(`The design fills 5 lanes; the plates make ${count + 1}.`);
      expect(said(edited(changed, notice.fix!.edit))).not.toMatch(/the plates make/);
    }
  });

  it("narrow ones need thin batter, with plates entered or not", () => {
    const high = (plan: Plan) => windowOf(plan, plan.operations.find((o) => o.kind === "compartment")!)!.high;
    const seven = inFamily("crossings", { widthMm: 70 }, { lanes: 7 });
    expect(high(seven)).toBeCloseTo(1.9 + (2 / Math.log(5)) * Math.log(10 / 12), 2);
    expect(said(seven)).toMatch(/narrowest lane is 10 mm/);
    fc.assert(
      fc.property(between(2, 60), between(0.1, 20), (width, more) => {
        const at = (w: number) => high(inFamily("crossings", { widthMm: 5 * w + 8, dividers }));
        expect(at(width + more)).toBeGreaterThanOrEqual(at(width));
      }),
      { numRuns: tries(25) },
    );
  });

  it("a home-made closed set is told plate by plate: outer plates, ends, clear length", () => {
    const plan = inFamily("crossings", { dividers: { ...dividers, count: 4, thicknessMm: 3, isClosedSet: true } });
    const line = derive(plan).weighUp.find((i) => i.id === "mould:m1")!;
    expect(line.detail).toContain("3 lanes, 26 mm, 26 mm, 26 mm wide and 244 mm long");
    expect(line.detail).toContain("4 plates 244 mm x 70 mm and 2 ends 90 mm x 70 mm, 3 mm thick");
  });
});

describe("vessels", () => {
  const lines = inFamily("lines-and-s");

  it("a bottle too small for its cup is filled again, and the filling takes as much longer", () => {
    const small = (capacityMl: number): Plan => ({
      ...lines,
      equipment: [tool("Bottle", { kind: "bottle", capacityMl, nozzleReachMm: 70 }, "design", "p1")],
    });
    const fill = (plan: Plan) => derive(plan).timeline!.steps.find((s) => s.id === "fill:p1")!.durationS;
    expect(said(small(400))).toMatch(/Moon: 89\d mL go into Bottle \(400 mL\) in 3 fillings/);
    expect(fill(small(400))).toBeCloseTo(3 * fill(small(2000)), 9);
    expect(said(small(2000))).not.toMatch(/fillings/);
  });

  it("a pot that must hold the whole stack is asked for, checked, and weighed with what is in it", () => {
    const stacked = inFamily("stacked-pot");
    expect(said(stacked)).toMatch(/come together in one pot: lay out a light pitcher of 1\s6\d\d mL or more/);
    const withPot = (capacityMl: number, tareG: number | null): Plan => ({
      ...stacked,
      equipment: [tool("Pot", { kind: "pitcher", tareG, capacityMl, marksMl: [], material: "plastic" }, "design")],
    });
    expect(said(withPot(1000, 100))).toMatch(/which holds 1\s000 mL: take a larger one/);
    expect(said(withPot(2500, 1400))).toMatch(/would weigh 2\s\d\d\d g full: heavy to swing/);
    expect(said(withPot(2500, null))).toMatch(/hint: Pot: weigh it empty/);
    expect(said(withPot(2500, 120))).not.toMatch(/Pot/);
  });

  it("an unknown tare is asked for and never taken for 0", () => {
    const plan = newPlan("Tare", 1);
    const bowl = (tareG: number | null): Plan => ({
      ...plan,
      equipment: [
        tool("Bowl", { kind: "bowl", tareG, capacityMl: 4000, marksMl: [], material: "steel" }, "batter"),
        tool("Scale", { kind: "scale", readabilityG: 1, capacityG: 1600 }, "loads"),
      ],
    });
    expect(said(bowl(null))).toMatch(/hint: Whether Scale carries the bowl is not known: weigh the empty bowl/);
    expect(said(bowl(null))).toMatch(/hint: Bowl: its empty mass is not known/);
    expect(said(bowl(400))).toMatch(/ask: Bowl with batter is 1\s9\d\d g, more than Scale carries/);
  });
});

describe("several moulds", () => {
  const plan = newPlan("Two", 1);
  const second: Mould = { ...plan.moulds[0], id: "m2", name: "Short loaf", lengthMm: 125 };

  it("a new one takes its share of every colour at once, by volume", () => {
    const two = edited(plan, withMould(plan, second));
    const { masses } = derive(two);
    expect(masses!.moulds[1].levelMm).toBeCloseTo(masses!.moulds[0].levelMm, 1);
    expect(masses!.moulds[1].pouredG).toBeCloseTo(masses!.moulds[0].pouredG / 2, 0);
    expect(said(two, "portions")).toBe("");
  });

  it("pours name their loaf", () => {
    const two = edited(plan, withMould(plan, second));
    const titles = [...derive(two).instructions.values()].map((i) => i.title).filter((t) => t.startsWith("Pour M"));
    expect(titles.some((t) => t.endsWith("into Loaf"))).toBe(true);
    expect(titles.some((t) => t.endsWith("into Short loaf"))).toBe(true);
  });

  it("each may have a base of its own with shared accents", () => {
    const bases: Plan = {
      ...plan,
      moulds: [plan.moulds[0], second],
      portions: [
        { ...plan.portions[0], onlyMouldId: "m1" },
        plan.portions[1],
        plan.portions[2],
        { ...plainPortion("p4", "b1", "Dusk", 20), onlyMouldId: "m2" },
      ],
    };
    const spread = edited(bases, spreadOverMoulds(bases));
    const into = (id: string) => new Set(spread.operations.filter((o) => portionOf(o) === id).map((o) => o.mouldId));
    expect([...into("p1")]).toEqual(["m1"]);
    expect([...into("p4")]).toEqual(["m2"]);
    expect(into("p2").size).toBe(2);
    for (const p of spread.portions) {
      const used = spread.operations.reduce(
        (sum, o) => sum + ("cupPct" in o && o.portionId === p.id ? o.cupPct : 0),
        0,
      );
      expect(used).toBeCloseTo(100, 3);
    }
    expect(readPlan(spread).ok).toBe(true);
  });

  it("a cup tied to a mould that is not there is refused", () => {
    const wrong = { ...plan, portions: plan.portions.map((p) => ({ ...p, onlyMouldId: "m9" })) };
    expect(readPlan(wrong)).toMatchObject({ ok: false, problems: [{ field: "portions[0].onlyMouldId" }, {}, {}] });
  });
});
