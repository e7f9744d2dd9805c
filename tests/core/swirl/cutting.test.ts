import { readFileSync } from "node:fs";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { computeMasses } from "../../../src/core/batter/masses";
import { barAt, barsOf, decorationCounts, placesAcross } from "../../../src/core/cut/bars";
import { withUniqueLines } from "../../../src/core/document/ids";
import { migrate } from "../../../src/core/document/migrations";
import { newPlan } from "../../../src/core/document/newPlan";
import { readPlan } from "../../../src/core/document/read";
import { type Plan, SCHEMA_VERSION } from "../../../src/core/document/schema";
import { computeTimeline } from "../../../src/core/prepare/timeline";
import { weighUpOf } from "../../../src/core/prepare/weighUp";
import { instructionOf } from "../../../src/core/prepare/words";
import { combWays, pathOf, wireWays } from "../../../src/core/swirl/ways";
import { type Operation, operationDurationS } from "../../../src/core/techniques/operations/registry";
import { sayer } from "../../../src/core/units/sayer";
import { between } from "../../support/between";

const bare = newPlan("Bars", 1);
const across = (barThicknessMm: number, trimMm = 0, kerfMm = 0) => ({
  ...{ barThicknessMm, trimMm },
  cutting: { ...bare.cutting, cutter: { ...bare.cutting.cutter, kerfMm } },
});

describe("bars of a loaf", () => {
  it("lie side by side between the trims, whatever the sizes", () => {
    fc.assert(
      fc.property(
        between(20, 1200),
        between(8, 120),
        between(0, 60),
        between(0, 3),
        (lengthMm, thick, trimMm, kerfMm) => {
          const { middlesMm, edgesMm, cutsMm, endMm, thicknessMm } = barsOf(lengthMm, across(thick, trimMm, kerfMm));
          expect(edgesMm).toHaveLength(middlesMm.length + 1);
          expect(middlesMm.length).toBeGreaterThanOrEqual(1);
          for (const m of middlesMm) {
            expect(m).toBeGreaterThan(0);
            expect(m).toBeLessThan(lengthMm);
          }
          for (let i = 1; i < middlesMm.length; i++)
            expect(middlesMm[i] - middlesMm[i - 1]).toBeCloseTo(thicknessMm + kerfMm, 9);
          for (let i = 1; i < cutsMm.length; i++) expect(cutsMm[i]).toBeGreaterThan(cutsMm[i - 1]);
          expect(endMm).toBeGreaterThanOrEqual(0);
          expect(endMm).toBeLessThan(thicknessMm + kerfMm + 1e-9);
        },
      ),
    );
  });

  it("known loaf: 250 mm in bars of 25 with 5 mm off either end gives nine and 15 mm over", () => {
    const bars = barsOf(250, across(25, 5));
    expect(bars.middlesMm).toHaveLength(9);
    expect(bars.middlesMm[0]).toBe(17.5);
    expect(bars.endMm).toBeCloseTo(15, 9);
    expect(bars.cutsMm).toEqual([5, 30, 55, 80, 105, 130, 155, 180, 205, 230, 245]);
    expect(barsOf(250, across(25)).cutsMm).toEqual([25, 50, 75, 100, 125, 150, 175, 200, 225]);
  });

  it("the wire takes its part: ten bars of 24.5 out of 250 mm with a wire of 0.5, nine of 25 and an end of 20.5", () => {
    // 10 x 24.5 + 9 x 0.5 = 249.5, half a millimetre goes with a wire; 9 x 25 + 9 x 0.5 = 229.5.
    const ten = barsOf(250, across(24.5, 0, 0.5));
    expect(ten.middlesMm).toHaveLength(10);
    expect(ten.endMm).toBe(0);
    expect(ten.edgesMm[1]).toBeCloseTo(24.75, 9);
    const nine = barsOf(250, across(25, 0, 0.5));
    expect(nine.middlesMm).toHaveLength(9);
    expect(nine.endMm).toBeCloseTo(20.5, 9);
  });

  it("the bar at a place is the nearest", () => {
    const bars = barsOf(250, across(25, 5));
    expect(barAt(bars, 0)).toBe(0);
    expect(barAt(bars, 43)).toBe(1);
    expect(barAt(bars, 250)).toBe(8);
  });
});

const decorated: Plan = {
  ...newPlan("Decorated", 1),
  trimMm: 5,
  decorations: [
    { id: "d1", name: "Glass star", place: "pressed-in", perBar: 2 },
    { id: "d2", name: "Poppy seed line", place: "on-top", perBar: 1 },
  ],
};

describe("decorations", () => {
  it("are counted for every bar of every mould", () => {
    const bars = barsOf(decorated.moulds[0].lengthMm, decorated).middlesMm.length;
    expect(decorationCounts(decorated).map((d) => d.pieces)).toEqual([2 * bars, bars]);
    const two = { ...decorated, moulds: [decorated.moulds[0], { ...decorated.moulds[0], id: "m2" }] };
    expect(decorationCounts(two).map((d) => d.pieces)).toEqual([4 * bars, 2 * bars]);
    expect(placesAcross(3, 90)).toEqual([15, 45, 75]);
  });

  it("take their time after the pour, are told there, and lie ready on the weigh-up sheet", () => {
    const masses = computeMasses(decorated)!;
    const timeline = computeTimeline(decorated, masses);
    const step = timeline.steps.find((s) => s.id === "finish:press")!;
    const [pressed] = decorationCounts(decorated);
    expect(step.durationS).toBe(4 * pressed.pieces);
    const lastPour = Math.max(...timeline.steps.filter((s) => s.operationId).map((s) => s.endS));
    // What is pressed in waits until the top holds it; it has a window of its own, but nothing is lost by waiting.
    expect(step.startS).toBeGreaterThanOrEqual(lastPour);
    expect(step.startTrace).toBeGreaterThanOrEqual(step.window!.low - 1e-6);
    expect(step.isMust).toBe(false);
    const told = instructionOf(decorated, step, computeMasses(decorated)!, sayer());
    expect(told.title).toBe(`Press in ${pressed.pieces} × Glass star`);
    expect(told.caution).toMatch(/gloves/);
    const words = weighUpOf(decorated, masses, sayer()).map((i) => i.words);
    expect(words).toContain(`${decorationCounts(decorated)[0].pieces} × Glass star`);
    const plain = computeTimeline({ ...decorated, decorations: [] }, masses);
    expect(plain.steps.some((s) => s.id === "finish:press")).toBe(false);
    // What is set on the top is no step of the pour: the shine goes later.
    const onTop = computeTimeline({ ...decorated, decorations: [decorated.decorations[1]] }, masses);
    expect(onTop.steps.some((s) => s.id === "finish:press")).toBe(false);
  });

  it("more than 40 a bar, or a trim beyond 60 mm, is refused with its field", () => {
    const read = readPlan({ ...decorated, decorations: [{ ...decorated.decorations[0], perBar: 41 }] });
    expect(read.ok).toBe(false);
    if (!read.ok) expect(read.problems[0].field).toMatch(/decorations/);
    const wide = readPlan({ ...decorated, trimMm: 61 });
    expect(!wide.ok && wide.problems[0].field).toBe("trimMm");
  });
});

describe("a batch file of version 2", () => {
  const old = JSON.parse(readFileSync("tests/fixtures/batch-v2.json", "utf8"));

  it("is read: no trim, no decorations, hangers without points of their own, all else as it was", () => {
    const moved = migrate(old);
    if (!moved.ok) throw new Error(moved.problem.message);
    const read = readPlan(old);
    if (!read.ok) throw new Error(JSON.stringify(read.problems));
    expect(read.plan.schemaVersion).toBe(SCHEMA_VERSION);
    expect(read.plan.trimMm).toBe(0);
    expect(read.plan.decorations).toEqual([]);
    const wire = read.plan.operations.find((o) => o.kind === "wire");
    expect(wire?.kind === "wire" && wire.points).toEqual([]);
    expect(read.plan.portions.map(({ onlyMouldId: _, ...p }) => p)).toEqual(withUniqueLines(old).portions);
    expect(read.plan.operations.map((o) => o.id)).toEqual(old.operations.map((o: Operation) => o.id));
  });
});

describe("a comb", () => {
  const comb = { path: "along" as const, teeth: 6, pitchMm: 14, passes: 1 };
  const teeth = (o: Parameters<typeof combWays>[0]) => pathOf(combWays(o, 250, 90), 250, 90);

  it("draws one way a tooth, inside the mould, there and then back between", () => {
    const once = teeth(comb);
    expect(once).toHaveLength(6);
    const twice = teeth({ ...comb, passes: 2 });
    expect(twice.length).toBeGreaterThan(9);
    expect(twice[6].points[0][0]).toBeGreaterThan(twice[6].points[1][0]);
    for (const { points } of twice)
      for (const [x, y] of points) {
        expect(x).toBeGreaterThan(0);
        expect(x).toBeLessThan(250);
        expect(y).toBeGreaterThan(0);
        expect(y).toBeLessThan(90);
      }
  });

  it("leaves out teeth that the mould has no room for", () => {
    expect(teeth({ ...comb, teeth: 30 })).toHaveLength(6);
  });

  it("across is set on along the whole loaf; in waves it swings by less than its pitch", () => {
    expect(teeth({ ...comb, path: "across" })).toHaveLength(18);
    const [first] = teeth({ ...comb, path: "waves", teeth: 2 });
    const ys = first.points.map(([, y]) => y);
    expect(Math.max(...ys) - Math.min(...ys)).toBeLessThanOrEqual(2 * 14);
    expect(Math.max(...ys) - Math.min(...ys)).toBeGreaterThan(10);
  });

  it("takes longer with more passes, and longer in waves", () => {
    const mould = newPlan("M", 1).moulds[0];
    const o = { kind: "comb", id: "o1", mouldId: mould.id, tool: "skewer", depthMm: null, ...comb } as const;
    const s = (change: object) => operationDurationS({ ...o, ...change } as Operation, 0, mould);
    expect(s({ passes: 3 })).toBeGreaterThan(s({}));
    expect(s({ path: "waves" })).toBeGreaterThan(s({}));
    expect(s({ path: "across", teeth: 3 })).toBeGreaterThan(s({ path: "across", teeth: 9 }));
  });
});

describe("a hanger drawn by hand", () => {
  it("goes where it is drawn, and nowhere with fewer than two points", () => {
    const points = [
      { yMm: 10, zMm: 60 },
      { yMm: 40, zMm: 5 },
    ];
    expect(wireWays({ path: "free", loops: 1, points }, 90, 70)).toEqual([
      {
        kind: "free",
        points: [
          [10, 60],
          [40, 5],
        ],
      },
    ]);
    expect(wireWays({ path: "free", loops: 1, points: points.slice(1) }, 90, 70)).toEqual([]);
  });
});
