import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { type Block, cutUp, divide, loafBlock, volumeMm3 } from "../../../src/core/cut/leaves";
import { CUT_AXES, type CutStep, UNTRIMMED } from "../../../src/core/mould/cutSchema";
import { between } from "../../support/between";
import { tries } from "../../support/tries";

const step = (fields: Partial<CutStep> & Pick<CutStep, "id" | "axis" | "division">): CutStep => ({
  ofId: null,
  pieces: null,
  ...UNTRIMMED,
  ...fields,
});
const wire = { kerfMm: 0.4, heightStepMm: null };
const loaf = loafBlock({ lengthMm: 250, widthMm: 90 }, 65.5);

describe("a length divided", () => {
  const at = (division: CutStep["division"], trims: [number, number] = [0, 0], kerfMm = 0.4, lengthMm = 250) =>
    divide(
      lengthMm,
      { trimStartMm: trims[0], trimEndMm: trims[1], isPlaned: false, division },
      { kerfMm, heightStepMm: null },
    );

  it("by hand: 1 mm off one end, then ten even bars of 24.5 with a wire of 0.4", () => {
    // 250 - 1 - 10 wires of 0.4 = 245 = 10 x 24.5.
    const ten = at({ kind: "parts", count: 10 }, [1, 0])!;
    expect(ten.pieces).toHaveLength(10);
    for (const [from, to] of ten.pieces) expect(to - from).toBeCloseTo(24.5, 9);
    expect(ten.cutsMm[0]).toBeCloseTo(1.2, 9);
    expect(ten.cutsMm[1]).toBeCloseTo(26.1, 9);
    expect(ten.leftOver).toBeNull();
  });

  it("by hand: bars of 25 with a wire of 0.4 are nine, and 21.4 mm are over", () => {
    // 9 x 25 + 8 x 0.4 = 228.2; then a wire: 250 - 228.2 - 0.4 = 21.4.
    const nine = at({ kind: "pitch", thickMm: 25 })!;
    expect(nine.pieces).toHaveLength(9);
    expect(nine.leftOver![1] - nine.leftOver![0]).toBeCloseTo(21.4, 9);
    expect(nine.cutsMm).toHaveLength(9);
  });

  it("by hand: a list takes what fits; less than a wire left over goes with the wire", () => {
    const list = at({ kind: "list", thickMm: [100, 100, 49.4, 30] }, [0, 0], 0.3)!;
    // 100 + 0.3 + 100 + 0.3 + 49.4 = 250 exactly.
    expect(list.pieces.map(([a, b]) => b - a)).toEqual([100, expect.closeTo(100, 9), expect.closeTo(49.4, 9)]);
    expect(list.leftOver).toBeNull();
    expect(at({ kind: "pitch", thickMm: 24.97 }, [0, 0], 0, 250)!.pieces).toHaveLength(10);
    expect(at({ kind: "pitch", thickMm: 300 })).toBeNull();
    expect(at({ kind: "parts", count: 2 }, [0, 0], 0.4, 0.3)).toBeNull();
  });
});

describe("a loaf cut up", () => {
  it("by hand: skimmed, ten across, the last two halved at the middle", () => {
    const up = cutUp(loaf, {
      ...wire,
      steps: [
        step({ id: "k1", axis: "height", trimEndMm: 1.5, division: { kind: "parts", count: 1 } }),
        step({ id: "k2", ofId: "k1", axis: "length", trimStartMm: 1, division: { kind: "parts", count: 10 } }),
        step({ id: "k3", ofId: "k2", pieces: [8, 9], axis: "width", division: { kind: "parts", count: 2 } }),
      ],
    });
    expect(up.bars).toHaveLength(12);
    const full = up.bars.filter((b) => b.stepId === "k2");
    expect(full).toHaveLength(8);
    expect(full[0].size).toEqual({
      length: expect.closeTo(24.5, 9),
      width: 90,
      height: expect.closeTo(63.6, 9),
    });
    const guest = up.bars.filter((b) => b.stepId === "k3");
    expect(guest.map((b) => b.place)).toEqual([
      [0, 8, 0],
      [0, 8, 1],
      [0, 9, 0],
      [0, 9, 1],
    ]);
    expect(guest[0].size.width).toBeCloseTo(44.8, 9);
    // Skim 250 x 90 x 1.5, end 1 x 90 x 63.6.
    expect(up.trimMm3).toBeCloseTo(250 * 90 * 1.5 + 90 * 63.6, 6);
    expect(up.cuts.map((c) => [c.step.id, c.blocks, c.atMm.length])).toEqual([
      ["k1", 1, 1],
      ["k2", 1, 10],
      ["k3", 2, 1],
    ]);
  });

  it("a step that fits nothing leaves the block whole and is named", () => {
    const up = cutUp(loaf, {
      ...wire,
      steps: [step({ id: "k1", axis: "height", division: { kind: "pitch", thickMm: 80 } })],
    });
    expect(up.bars).toHaveLength(1);
    expect(up.misfits).toEqual(["k1"]);
    expect(cutUp(loaf, { ...wire, steps: [] }).bars).toHaveLength(1);
  });

  it("bars, trims, what is over and the wire are the loaf, and nothing lies in another piece's place", () => {
    const mm = between;
    const division = fc.oneof(
      fc.record({ kind: fc.constant("pitch" as const), thickMm: mm(5, 60) }),
      fc.record({ kind: fc.constant("parts" as const), count: fc.integer({ min: 1, max: 9 }) }),
      fc.record({
        kind: fc.constant("list" as const),
        thickMm: fc.array(mm(5, 60), { minLength: 1, maxLength: 5 }),
      }),
    );
    const one = (id: string, ofId: string | null) =>
      fc.record({
        id: fc.constant(id),
        ofId: fc.constant(ofId),
        pieces: fc.option(fc.tuple(fc.nat(3), fc.integer({ min: 3, max: 9 }))),
        axis: fc.constantFrom(...CUT_AXES),
        trimStartMm: fc.oneof(fc.constant(0), mm(0.1, 5)),
        trimEndMm: fc.oneof(fc.constant(0), mm(0.1, 5)),
        isPlaned: fc.boolean(),
        division,
      }) as fc.Arbitrary<CutStep>;
    const height = fc.option(mm(0.5, 20));
    const overlaps = (a: Block, b: Block) =>
      CUT_AXES.every((x) => a.at[x] < b.at[x] + b.size[x] - 1e-6 && b.at[x] < a.at[x] + a.size[x] - 1e-6);
    fc.assert(
      fc.property(
        fc.tuple(one("k1", null), one("k2", "k1"), one("k3", "k2")),
        mm(0, 1.5),
        height,
        (steps, kerfMm, by) => {
          const up = cutUp(loaf, { kerfMm, heightStepMm: by, steps });
          const all: Block[] = [...up.bars, ...up.trims];
          const sum = all.reduce((s, b) => s + volumeMm3(b), 0) + up.wireMm3;
          expect(Math.abs(sum - volumeMm3(loaf))).toBeLessThan(1e-6 * volumeMm3(loaf));
          for (const b of all)
            for (const x of CUT_AXES) {
              expect(b.size[x]).toBeGreaterThan(0);
              expect(b.at[x]).toBeGreaterThanOrEqual(-1e-9);
              expect(b.at[x] + b.size[x]).toBeLessThanOrEqual(loaf.size[x] + 1e-9);
            }
          const some = all.slice(0, 30);
          some.forEach((a, i) => {
            for (const b of some.slice(i + 1)) expect(overlaps(a, b)).toBe(false);
          });
        },
      ),
      { seed: 7, numRuns: tries(200) },
    );
  });

  it("a wire whose height goes in steps lies on one of them at every cut of a lying loaf, whatever is asked", () => {
    const mm = between;
    const division = fc.oneof(
      fc.record({ kind: fc.constant("pitch" as const), thickMm: mm(8, 40) }),
      fc.record({ kind: fc.constant("parts" as const), count: fc.integer({ min: 1, max: 4 }) }),
    );
    fc.assert(
      fc.property(division, mm(0, 6), mm(0, 6), mm(1, 8), (asked, floor, top, stepMm) => {
        const off = (value: number) => (value < 1 ? 0 : value);
        const level = step({
          ...{ id: "k1", axis: "height", trimStartMm: off(floor), trimEndMm: off(top) },
          division: asked,
        });
        const stepped = divide(65.5, level, { kerfMm: 0.4, heightStepMm: stepMm });
        if (!stepped) return;
        for (const at of stepped.cutsMm) {
          const steps = (at - 0.2) / stepMm;
          expect(Math.abs(steps - Math.round(steps))).toBeLessThan(1e-6);
        }
        // Never less is taken off than was asked for.
        expect(stepped.offMm[0]).toBeGreaterThanOrEqual(off(floor) - 1e-9);
        expect(stepped.offMm[1]).toBeGreaterThanOrEqual(off(top) - 1e-9);
        // Planed, it is taken off to the hair, and the heights count from the planed floor.
        const planed = divide(65.5, { ...level, isPlaned: true }, { kerfMm: 0.4, heightStepMm: stepMm });
        expect(planed?.offMm ?? [off(floor), off(top)]).toEqual([off(floor), expect.closeTo(off(top), 9)]);
      }),
      { seed: 11, numRuns: tries(300) },
    );
  });
});
