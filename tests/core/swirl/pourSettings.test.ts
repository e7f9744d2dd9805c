import { describe, expect, it } from "vitest";
import { derive } from "../../../src/core/derive/derive";
import { planOfFamily } from "../../../src/core/library/familyPlan";
import type { DesignPour } from "../../../src/core/swirl/build";
import { compileDesign } from "../../../src/core/swirl/design";
import { drawIndices, finish } from "../../../src/core/swirl/face";
import type { Knobs } from "../../../src/core/techniques/families/family";
import { type FamilyId, layOut } from "../../../src/core/techniques/families/registry";
import { colourShares } from "../../support/colourShares";

const BOX = { lengthMm: 240, widthMm: 90 };

describe("pours as they can be set", () => {
  const laidOut = (family: FamilyId, knobs: Knobs, trace: number) => {
    const plan = planOfFamily(family);
    const design = derive({ ...plan, operations: layOut(plan, family, knobs) }).designs.get(plan.moulds[0].id)!;
    return { ...design, pours: design.pours.map((p) => ({ ...p, trace })) };
  };
  it.each<[FamilyId, Knobs]>([
    ["drop", { circles: "3" }],
    ["drop", { outline: "last" }],
    ["layers", { layers: 7, from: "high" }],
    ["in-pot", { way: "one-place", turns: 2 }],
    ["stacked-pot", { tilts: 1, strokes: 60 }],
    ["hanger", { over: "drops", path: "figure-eights" }],
    ["funnel", { pours: 50 }],
    ["tone-on-tone", { drops: 12, passes: 12 }],
    ["lines-and-s", { rakes: "yes", reachMm: 0 }],
  ])("%s, %o: every colour has its share, thin and thick, with a lively hand too", (family, knobs) => {
    for (const [trace, hand] of [
      [1.6, 1],
      [3, 1.5],
    ]) {
      const design = { ...laidOut(family, knobs, trace), hand };
      const poured = design.pours.reduce((sum, p) => sum + p.volumeMm3, 0);
      const found = colourShares(compileDesign(design), 4, 45_000);
      for (let c = 0; c < 4; c++) {
        const wanted = design.pours.reduce((sum, p) => sum + (p.colour === c ? p.volumeMm3 : 0), 0) / poured;
        expect(Math.abs(found[c] - wanted)).toBeLessThan(0.005);
      }
      expect(found[4] ?? 0).toBe(0);
    }
  });

  const AREA = BOX.lengthMm * BOX.widthMm;
  const across = (pours: DesignPour[], atMm = 110) => {
    const { lengthMm, widthMm } = BOX;
    return finish(
      drawIndices(compileDesign({ seed: 3, lengthMm, widthMm, pours }), { kind: "across", atMm }, 90, 60, 1),
    );
  };
  const laid = (id: string, colour: number, mm: number, height: "low" | "high"): DesignPour => ({
    kind: "layer",
    id,
    colour,
    volumeMm3: AREA * mm,
    trace: 1.8,
    height,
  });

  it("a layer poured from high breaks through the one below, one poured low does not", () => {
    const lowest = (height: "low" | "high") =>
      [30, 70, 110, 150, 190].reduce((most, at) => {
        const { colour } = across([laid("a", 0, 30, "low"), laid("b", 1, 10, "low"), laid("c", 2, 14, height)], at);
        return Math.max(most, Math.floor(colour.lastIndexOf(2) / 90));
      }, 0);
    const [low, high] = [lowest("low"), lowest("high")];
    expect(high).toBeGreaterThan(low + 6);
  });

  it("an outline lies around its drop: nearly all of it borders on the drop's own colour", () => {
    const floor = laid("f", 0, 40, "low");
    const drop: DesignPour = {
      kind: "stripe",
      id: "d",
      colour: 1,
      volumeMm3: AREA * 5,
      trace: 2.6,
      acrossMm: 45,
      height: "high",
      passes: 1,
      motion: "line",
    };
    const outline: DesignPour = { ...drop, id: "o", colour: 2, volumeMm3: AREA, motion: "outline" };
    const { colour } = across([floor, drop, outline], 120);
    const near = (i: number, c: number) => [-3, -2, -1, 1, 2, 3].some((d) => colour[i + d] === c);
    const cells = [...colour.keys()].filter((i) => colour[i] === 2);
    expect(cells.length).toBeGreaterThan(20);
    expect(cells.filter((i) => near(i, 0) || near(i, 1)).length / cells.length).toBeGreaterThan(0.9);
    const alone = across([floor, outline], 120).colour;
    expect(alone.includes(2)).toBe(true);
  });

  it("a stripe sets in after the left end and is not everywhere equally strong", () => {
    const { lengthMm, widthMm } = BOX;
    const pours: DesignPour[] = [
      laid("f", 0, 40, "low"),
      {
        kind: "stripe",
        id: "d",
        colour: 1,
        volumeMm3: AREA * 5,
        trace: 2,
        acrossMm: 45,
        height: "high",
        passes: 1,
        motion: "line",
      },
    ];
    const compiled = compileDesign({ seed: 5, lengthMm, widthMm, pours });
    const shareAt = (atMm: number) => {
      const { colour } = finish(drawIndices(compiled, { kind: "across", atMm }, 90, 60, 0.4));
      return colour.filter((c) => c === 1).length / colour.length;
    };
    const shares = [1, 30, 60, 90, 120, 150, 180, 210, 239].map(shareAt);
    expect(Math.min(...shares)).toBeLessThan(0.3 * Math.max(...shares));
    expect(shares.reduce((a, b) => a + b, 0) / shares.length).toBeGreaterThan(0.06);
  });

  it("several pours into one compartment lie as patches that end along it", () => {
    const pours: DesignPour[] = [0, 1, 2, 3].map((i) => ({
      kind: "compartment",
      id: `c${i}`,
      colour: i,
      volumeMm3: AREA * 10,
      trace: 1.6,
      index: 0,
    }));
    const { lengthMm, widthMm } = BOX;
    const compiled = compileDesign({ seed: 4, lengthMm, widthMm, pours });
    const face = finish(drawIndices(compiled, { kind: "lengthwise", atMm: 45 }, 240, 40, 0.4));
    const inColumn = Array.from(
      { length: 240 },
      (_, x) => new Set([...Array(40).keys()].map((y) => face.colour[y * 240 + x])).size,
    );
    expect(Math.min(...inColumn)).toBeLessThan(4);
    const found = colourShares(compiled, 4, 45_000);
    for (let c = 0; c < 4; c++) expect(Math.abs(found[c] - 0.25)).toBeLessThan(0.004);
  });
});
