import { describe, expect, it } from "vitest";
import { derive } from "../../../src/core/derive/derive";
import { newPlan } from "../../../src/core/document/newPlan";
import type { Operation, Plan } from "../../../src/core/document/schema";
import { ADDITIVES } from "../../../src/core/formula/additives";
import { planOfFamily } from "../../../src/core/library/familyPlan";
import { pourName, stepName } from "../../../src/core/prepare/words";
import { COMB_PATHS } from "../../../src/core/techniques/operations/comb";
import { kindName, OPERATION_KINDS, operationSchema } from "../../../src/core/techniques/operations/registry";
import { STROKE_PATHS } from "../../../src/core/techniques/operations/stroke";
import { TOP_PATHS } from "../../../src/core/techniques/operations/topStroke";
import { WIRE_PATHS } from "../../../src/core/techniques/operations/wire";
import { cupWords } from "../../../src/core/techniques/operations/wording";
import { TOOLS } from "../../../src/core/techniques/tools";
import { windowOf } from "../../../src/core/techniques/windows";
import { METRIC, US } from "../../../src/core/units/quantities";
import { newOperation } from "../../../src/views/sheet/pours/newOperation";
import { liquid } from "../../support/liquids";

type Batter = Plan["batters"][0];
const instructions = (plan: Plan, units = METRIC) => derive(plan, undefined, units).instructions;
const withBatter = (change: Partial<Batter>): Plan => {
  const plan = newPlan("Words", 1);
  return { ...plan, batters: [{ ...plan.batters[0], ...change }] };
};
const dose = (amount: number) => ({ amount, basis: "g/100g-oils" as const });
const grams = (text: string) => Number(/([\d\u202f.]+) g of lye water/.exec(text)![1].replace("\u202f", ""));

describe("a step added by hand", () => {
  it.each(OPERATION_KINDS)("%s: is a valid operation, has a name, a window or none, and tells what to do", (kind) => {
    const plan = newPlan("By hand", 1);
    const added = newOperation(plan, kind);
    expect(operationSchema.safeParse(added).success).toBe(true);
    expect(plan.operations.some((o) => o.id === added.id)).toBe(false);
    const longer: Plan = { ...plan, operations: [...plan.operations, added] };
    const { title, detail } = instructions(longer).get(added.id)!;
    expect(title.length).toBeGreaterThan(5);
    expect(detail).toMatch(/^[A-Z0-9].*[.!]$/s);
    expect(kindName(kind).length).toBeGreaterThan(2);
    expect(pourName(longer, added.id)).toContain(kindName(kind));
    const window = windowOf(longer, added);
    if (window) {
      expect(window.low).toBeLessThan(window.high);
      expect(window.tooThin).not.toBe(window.tooThick);
    }
  });

  it("comes from the cup that has most left, and takes no more than that", () => {
    const plan = newPlan("Left", 1);
    const empty: Plan = {
      ...plan,
      operations: plan.operations.filter((o) => !("portionId" in o) || o.portionId !== "p3"),
    };
    expect(newOperation(empty, "layer")).toMatchObject({ portionId: "p3", cupPct: 100 });
    const full = newOperation(plan, "layer");
    if (!("cupPct" in full)) throw new Error("no pour");
    const poured = plan.operations.reduce(
      (sum, o) => sum + ("cupPct" in o && o.portionId === full.portionId ? o.cupPct : 0),
      0,
    );
    expect(full.cupPct).toBeCloseTo(Math.max(0, 100 - poured), 9);
  });
});

describe("every way of a tool", () => {
  const said = (o: Partial<Operation>, from: "stroke" | "wire" | "comb" | "topStroke"): string => {
    const plan = newPlan("Ways", 1);
    const added = { ...newOperation(plan, from), ...o } as Operation;
    return instructions({ ...plan, operations: [...plan.operations, added] }).get(added.id)!.detail;
  };
  it("has words of its own", () => {
    const all = [
      ...STROKE_PATHS.map((path) => said({ path } as never, "stroke")),
      ...WIRE_PATHS.map((path) => said({ path } as never, "wire")),
      ...COMB_PATHS.map((path) => said({ path } as never, "comb")),
      ...TOP_PATHS.map((path) => said({ path } as never, "topStroke")),
    ];
    expect(new Set(all).size).toBe(all.length);
    for (const words of all) expect(words).not.toMatch(/undefined/);
  });
  it("a depth is said, and the floor by its name", () => {
    expect(said({ depthMm: 12 } as never, "stroke")).toContain("12 mm deep");
    expect(said({ depthMm: null } as never, "stroke")).toContain("to the floor");
    expect(said({ passes: 3 } as never, "comb")).toContain("3 times");
  });
  it("every tool has a width and a name", () => {
    for (const { widthMm, label } of Object.values(TOOLS)) {
      expect(widthMm).toBeGreaterThan(0);
      expect(label.length).toBeGreaterThan(2);
    }
  });
});

describe("the lye and the blending", () => {
  const lye = (plan: Plan) => instructions(plan).get("lye:b1")!;
  const blend = (plan: Plan) => instructions(plan).get("blend:b1")!.detail;

  it("the lye step has its cautions, and the mass of all that is in the jug", () => {
    const plain = newPlan("Words", 1);
    const m = derive(plain).masses!.batters[0];
    expect(lye(plain).caution).toMatch(/Goggles and gloves.*rinse.*medical help/);
    expect(grams(lye(plain).detail)).toBe(Math.round(m.lyeG + m.waterG));
    const milky = withBatter({ liquids: [liquid("goat", 50, "frozen-in-lye")] });
    const frozen = derive(milky).masses!.batters[0];
    expect(grams(lye(milky).detail)).toBe(Math.round(frozen.lyeG + frozen.waterG + frozen.liquidG));
    const sweet = withBatter({ additives: [{ id: "a1", kind: "sugar", label: "", dose: dose(2) }] });
    const s = derive(sweet).masses!.batters[0];
    expect(grams(lye(sweet).detail)).toBe(Math.round(s.lyeG + s.waterG + s.additives[0].massG));
  });

  it("milk and honey that wait for the emulsion are told when it is one, salt for after the colour", () => {
    const plan = withBatter({
      liquids: [liquid("goat", 30, "at-emulsion")],
      additives: [
        { id: "a1", kind: "honey", label: "", dose: dose(1) },
        { id: "a2", kind: "salt", label: "sea salt", dose: dose(30) },
        { id: "a3", kind: "clay", label: "", dose: dose(1) },
      ],
    });
    expect(blend(plan)).toMatch(/Then by hand: .* g goat's milk, .* g honey\.$/);
    expect(blend(plan)).not.toMatch(/clay/);
    expect(blend(newPlan("Plain", 1))).toMatch(/cannot be undone\.$/);
  });

  it("every additive is told somewhere: in the lye, in the oils beforehand, or after the blending", () => {
    for (const row of ADDITIVES) {
      const plan = withBatter({
        additives: [{ id: "a1", kind: row.id, label: "", dose: dose(row.usualGPer100gOils) }],
      });
      const listed = derive(plan).weighUp.find((i) => i.id === "additive:b1:a1")!;
      expect(listed.massG).toBeGreaterThan(0);
      expect(blend(plan).includes(row.label), row.label).toBe(row.when === "emulsion");
      const inCups = plan.portions.filter((p) => instructions(plan).get(`colour:${p.id}`)?.detail.includes(row.label));
      expect(inCups.length, row.label).toBe(row.when === "after-colour" ? plan.portions.length : 0);
    }
  });
});

describe("amounts and names", () => {
  it("every share of a cup has words, and more of it never sounds like less", () => {
    const order = [
      "splash",
      "tenth",
      "eighth",
      "sixth",
      "fifth",
      "quarter",
      "third",
      "two fifths",
      "half",
      "two thirds",
      "three quarters",
      "whole",
    ];
    const place = (words: string) => order.findLastIndex((o) => words.includes(o));
    let last = -1;
    for (let pct = 0.5; pct <= 100; pct += 0.5) {
      const now = place(cupWords(pct));
      expect(now, `${pct} %: ${cupWords(pct)}`).toBeGreaterThanOrEqual(0);
      if (!cupWords(pct).includes("two fifths") && !cupWords(pct).includes("third")) {
        expect(now).toBeGreaterThanOrEqual(last);
        last = now;
      }
    }
  });

  it("grams or ounces, millimetres or inches, as the reader likes", () => {
    const plan = newPlan("Units", 1);
    const pour = plan.operations.find((o) => o.kind === "stripe")!;
    expect(instructions(plan).get(pour.id)!.title).toMatch(/ g$/);
    expect(instructions(plan).get(pour.id)!.detail).toMatch(/\d mm from the near wall/);
    expect(instructions(plan, US).get(pour.id)!.title).toMatch(/ oz$/);
    expect(instructions(plan, US).get(pour.id)!.detail).toMatch(/ in from the near wall/);
  });

  it("a design in two moulds says into which, one with two batters says of which", () => {
    const plan = newPlan("Two", 1);
    const moulds: Plan = { ...plan, moulds: [...plan.moulds, { ...plan.moulds[0], id: "m2", name: "Small loaf" }] };
    const moved: Plan = {
      ...moulds,
      operations: moulds.operations.map((o, i) => (i === 1 ? { ...o, mouldId: "m2" } : o)),
    };
    expect(instructions(moved).get(moved.operations[1].id)!.title).toMatch(/ into Small loaf$/);
    const batters: Plan = {
      ...plan,
      batters: [...plan.batters, { ...plan.batters[0], id: "b2", name: "Dark batter" }],
    };
    expect(instructions(batters).get("lye:b2")?.title ?? "").toMatch(/\(Dark batter\)$/);
  });

  it("every step of every family has a name that is said nowhere twice for different steps of one kind", () => {
    for (const family of ["drop", "in-pot", "lines-and-s", "crossings"] as const) {
      const plan = planOfFamily(family);
      const { timeline } = derive(plan);
      const names = timeline!.steps.filter((s) => s.kind !== "finish").map((s) => stepName(plan, s));
      expect(new Set(names).size).toBe(names.length);
    }
  });
});
