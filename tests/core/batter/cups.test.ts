import { describe, expect, it } from "vitest";
import { mixCups } from "../../../src/core/batter/cups";
import { computeMasses } from "../../../src/core/batter/masses";
import { derive } from "../../../src/core/derive/derive";
import { readPlan } from "../../../src/core/document/read";
import { planOfFamily } from "../../../src/core/library/familyPlan";
import { compileDesign } from "../../../src/core/swirl/design";
import { layOut } from "../../../src/core/techniques/families/registry";
import type { Operation } from "../../../src/core/techniques/operations/registry";
import { colourShares } from "../../support/colourShares";

const layer = (id: string, portionId: string, cupPct: number): Operation => ({
  kind: "layer",
  id,
  mouldId: "m1",
  portionId,
  cupPct,
  height: "low",
});
const into = (
  id: string,
  portionId: string,
  cupPct: number,
  intoId: string,
  stirred: "half" | "through",
): Operation => ({
  kind: "intoCup",
  id,
  mouldId: "m1",
  portionId,
  cupPct,
  intoId,
  stirred,
});

describe("a cup into which another is poured", () => {
  const operations = [
    layer("o1", "p1", 50),
    into("o2", "p2", 40, "p1", "half"),
    layer("o3", "p1", 25),
    into("o4", "p2", 60, "p1", "through"),
    layer("o5", "p1", 25),
  ];
  const grams = new Map([
    ["o1", 200],
    ["o2", 40],
    ["o3", 100],
    ["o4", 60],
    ["o5", 100],
  ]);
  const ml = new Map([...grams].map(([id, g]) => [id, g / 1.05]));
  const mixes = mixCups({ operations }, grams, ml);

  it("gives of all that stands in it the share that it gives of its own", () => {
    // Half of what was left of the cup goes, and so half of the 40 g; the rest comes with the last pour.
    expect(mixes.get("o3")!.parts.map((p) => [p.portionId, p.g])).toEqual([
      ["p1", 100],
      ["p2", 20],
    ]);
    expect(grams.get("o3")).toBeCloseTo(120, 9);
    expect(mixes.get("o5")!.parts.reduce((sum, p) => sum + (p.portionId === "p2" ? p.g : 0), 0)).toBeCloseTo(80, 9);
    expect(grams.get("o5")).toBeCloseTo(180, 9);
    expect(mixes.get("o3")!.stirred).toBe("half");
    expect(mixes.get("o5")!.stirred).toBe("through");
    expect(mixes.has("o1")).toBe(false);
    expect(grams.get("o1")! + grams.get("o3")! + grams.get("o5")!).toBeCloseTo(500, 9);
  });

  it("of a plan without it nothing changes", () => {
    const plain = new Map([["o1", 7]]);
    expect(mixCups({ operations: [layer("o1", "p1", 100)] }, plain, new Map([["o1", 7]])).size).toBe(0);
    expect(plain.get("o1")).toBe(7);
  });

  it("that is not there is named with its field", () => {
    const plan = planOfFamily("shades");
    const read = readPlan({
      ...plan,
      operations: plan.operations.map((o) => (o.kind === "intoCup" ? { ...o, intoId: "nobody" } : o)),
    });
    expect(read.ok).toBe(false);
    if (!read.ok)
      expect(read.problems[0]).toEqual({ field: "operations[1].intoId", message: 'no portion has the id "nobody"' });
  });
});

describe("cup into cup, as a design", () => {
  const plan = planOfFamily("shades");
  const marbled = { ...plan, operations: layOut(plan, "shades", { stirred: "half" }) };

  it("fills the mould with all batter once, whether stirred or not", () => {
    const masses = computeMasses(plan)!;
    const all = masses.portions.reduce((sum, p) => sum + p.pourG, 0);
    expect(masses.moulds[0].pouredG).toBeCloseTo(all, 6);
    const poured = plan.operations.reduce((sum, o) => sum + (o.kind === "layer" ? masses.operationG.get(o.id)! : 0), 0);
    expect(poured).toBeCloseTo(all, 6);
  });

  it("makes a shade for every mixture, darker or not by what went in, and shows no cup that was stirred away", () => {
    const { shades, palette, designs } = derive(plan);
    expect(shades).toHaveLength(5);
    expect(palette).toHaveLength(9);
    expect(new Set(palette).size).toBe(9);
    expect(shades[0].name).toMatch(/^\d+ % Moon, \d+ % Ink$/);
    const shares = colourShares(compileDesign(designs.get("m1")!), 9, 50_000);
    expect(shares[0]).toBeGreaterThan(0.05);
    for (const c of [1, 2, 3]) expect(shares[c]).toBe(0);
    for (const c of [4, 5, 6, 7, 8]) expect(shares[c]).toBeGreaterThan(0.05);
  });

  it("marbled: every cup keeps its own colour and its share of the loaf", () => {
    const { shades, designs, masses } = derive(marbled);
    expect(shades).toEqual([]);
    const shares = colourShares(compileDesign(designs.get("m1")!), 4, 60_000);
    const ml = masses!.portions.map((p) => p.pourG / p.densityGPerMl);
    const all = ml.reduce((a, b) => a + b, 0);
    for (let c = 0; c < 4; c++) expect(Math.abs(shares[c] - ml[c] / all)).toBeLessThan(0.005);
  });

  it("says what to do at the bench in words, with the grams that move", () => {
    const { instructions, masses } = derive(marbled);
    const o = marbled.operations.find((x) => x.kind === "intoCup")!;
    const told = instructions.get(o.id)!;
    expect(told.title).toMatch(/^Ink into Moon, \d/);
    expect(told.detail).toContain("half a turn");
    expect(masses!.operationG.get(o.id)).toBeGreaterThan(10);
  });
});
