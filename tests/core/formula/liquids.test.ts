import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { derive } from "../../../src/core/derive/derive";
import { newPlan, plainBatter } from "../../../src/core/document/newPlan";
import type { Batter, Plan } from "../../../src/core/document/schema";
import { formulaPerGram } from "../../../src/core/formula/formula";
import { LIQUID_IDS, LIQUID_TIMES, type LiquidTime } from "../../../src/core/formula/liquids";
import { between } from "../../support/between";
import { liquid } from "../../support/liquids";

const withBatter = (change: Partial<Batter>): Plan => {
  const plan = newPlan("Liquids", 1);
  return { ...plan, batters: [{ ...plan.batters[0], ...change }] };
};
const jug = (plan: Plan) => derive(plan).weighUp.filter((i) => i.stage === "lye");
const additive = (id: string, kind: Batter["additives"][number]["kind"], amount: number) => ({
  id,
  kind,
  label: "",
  dose: { amount, basis: "g/100g-oils" as const },
});

describe("several liquids", () => {
  it("bring the water that the lye needs together, whatever their shares and times", () => {
    const one = fc.record({
      kind: fc.constantFrom(...LIQUID_IDS),
      sharePct: between(0, 45),
      when: fc.constantFrom(...(Object.keys(LIQUID_TIMES) as LiquidTime[])),
    });
    fc.assert(
      fc.property(fc.array(one, { maxLength: 2 }), (list) => {
        const liquids = list.map((l, i) => liquid(l.kind, l.sharePct, l.when, `q${i}`));
        const f = formulaPerGram({ ...plainBatter("b1", "", 32), liquids })!;
        const plain = formulaPerGram(plainBatter("b1", "", 32))!;
        expect(f.waterG + f.liquids.reduce((sum, l) => sum + l.waterG, 0)).toBeCloseTo(plain.waterG, 9);
        const total = f.waterG + f.liquidG;
        f.liquids.forEach((l) => {
          expect((100 * l.massG) / total).toBeCloseTo(liquids.find((x) => x.id === l.id)!.sharePct, 6);
        });
        expect(f.baseG).toBeCloseTo(1 + f.lyeG + total, 9);
      }),
    );
  });

  it("each counts its own fat, sugar and salt: half coconut milk, a quarter sea water", () => {
    const f = formulaPerGram({
      ...plainBatter("b1", "", 32),
      liquids: [liquid("coconut", 50, "at-emulsion", "q1"), liquid("sea-water", 25, "with-lye", "q2")],
    })!;
    const [milk, sea] = f.liquids;
    expect(milk.fatG).toBeCloseTo(0.2 * milk.massG, 9);
    expect(f.sugarG).toBeCloseTo(0.03 * milk.massG, 9);
    expect(sea.saltG).toBeCloseTo(0.035 * sea.massG, 9);
    expect(f.otherFatAlkaliG).toBeGreaterThan(0);
  });

  it("shares over 100 % are counted as parts of their sum, and said", () => {
    const plan = withBatter({
      liquids: [liquid("goat", 80, "frozen-in-lye", "q1"), liquid("aloe", 40, "with-lye", "q2")],
    });
    const m = derive(plan).masses!.batters[0];
    expect(m.waterG).toBeCloseTo(0, 9);
    expect(m.liquids[0].massG / m.liquids[1].massG).toBeCloseTo(2, 9);
    expect(
      derive(plan)
        .notices.map((n) => n.message)
        .join(),
    ).toMatch(/add up to 120 %/);
  });
});

describe("the lye jug, in the order in which things go in", () => {
  it("plain water: water, what dissolves in it, the lye into the water, silk into the hot lye, lactate into the cooled", () => {
    const plan = withBatter({
      additives: [
        additive("a1", "sodium-lactate", 2),
        additive("a2", "silk", 0.05),
        additive("a3", "sugar", 1),
        additive("a4", "clay", 0.6),
      ],
    });
    expect(jug(plan).map((i) => i.id)).toEqual([
      "lye:b1:water",
      "additive:b1:a3",
      "lye:b1:naoh",
      "additive:b1:a2",
      "additive:b1:a1",
      "temperature:b1",
    ]);
    const words = new Map(jug(plan).map((i) => [i.id, `${i.detail} ${i.caution ?? ""}`]));
    expect(words.get("additive:b1:a3")).toContain("dissolve in the water before the lye goes in");
    expect(words.get("lye:b1:naoh")).toContain("into the water, never water into lye");
    expect(words.get("additive:b1:a2")).toContain("into the hot lye");
    expect(words.get("additive:b1:a1")).toContain("once it has cooled under 55 °C");
  });

  it("most of it frozen milk: the lye goes onto the cubes, never 'into the water', and stays under 30 °C", () => {
    const plan = withBatter({
      liquids: [liquid("goat", 80, "frozen-in-lye")],
      additives: [additive("a1", "silk", 0.05), additive("a2", "sugar", 1)],
    });
    const lines = jug(plan);
    expect(lines.map((i) => i.id)).toEqual([
      "lye:b1:water",
      "additive:b1:a2",
      "lye:b1:q1",
      "lye:b1:naoh",
      "additive:b1:a1",
      "temperature:b1",
    ]);
    const lye = lines.find((i) => i.id === "lye:b1:naoh")!;
    expect(lye.detail).toContain("onto the frozen goat's milk in the water");
    expect(lye.detail).toContain("under 30 °C");
    expect(lye.detail).not.toContain("into the water");
    expect(lye.caution).not.toMatch(/heats to/);
    expect(lines.find((i) => i.id === "additive:b1:a1")!.detail).toMatch(/too cool to dissolve it/);
    expect(derive(plan).instructions.get("lye:b1")!.detail).toContain("lye in goat's milk and water");
  });

  it("all of it frozen: what dissolves goes in before the freezing", () => {
    const plan = withBatter({
      liquids: [liquid("goat", 100, "frozen-in-lye")],
      additives: [additive("a1", "sugar", 1)],
    });
    expect(jug(plan).find((i) => i.id === "additive:b1:a1")!.detail).toBe(
      "dissolve in the goat's milk before it is frozen",
    );
  });

  it("a liquid held back is never told into the lye, and has its moment", () => {
    const plan = withBatter({ liquids: [liquid("coconut", 30, "at-emulsion")] });
    expect(jug(plan).some((i) => i.id === "lye:b1:q1")).toBe(false);
    const line = derive(plan).weighUp.find((i) => i.id === "lye:b1:q1")!;
    expect(line.stage).toBe("additives");
    expect(line.detail).toContain("in at emulsion; never into the lye");
    expect(derive(plan).instructions.get("blend:b1")!.detail).toContain("g coconut milk");
  });
});

describe("the strength of the lye in what is really there", () => {
  const said = (plan: Plan) =>
    derive(plan)
      .notices.map((n) => `${n.level} ${n.field}: ${n.message}`)
      .join("\n");
  it("is checked without what is held back", () => {
    expect(said(withBatter({ liquids: [liquid("cow", 70, "at-emulsion")] }))).toMatch(
      /block batters.b1.liquids: With cow's milk held back .* above 50 %/,
    );
  });
  it("is checked while cubes are still frozen", () => {
    expect(said(withBatter({ liquids: [liquid("goat", 70, "frozen-in-lye")] }))).toMatch(
      /hint batters.b1.liquids: Until it melts the lye has only .* a spoonful at a time/,
    );
    expect(said(withBatter({ liquids: [liquid("goat", 20, "frozen-in-lye")] }))).not.toMatch(/Until it melts/);
  });
  it("a plant water that the lye goes into counts as there", () => {
    expect(said(withBatter({ liquids: [liquid("plant-water", 100, "with-lye")] }))).not.toMatch(/block/);
  });
});
