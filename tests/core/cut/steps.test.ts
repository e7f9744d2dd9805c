import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { cutUp, volumeMm3 } from "../../../src/core/cut/leaves";
import { asKind, layOutByHand, readPieces, sayPieces, uncut, withoutStep, withStep } from "../../../src/core/cut/steps";
import { cutWords } from "../../../src/core/cut/words";
import { applyEdit } from "../../../src/core/document/edits/edit";
import { newPlan } from "../../../src/core/document/newPlan";
import { readPlan } from "../../../src/core/document/read";
import { type CutStep, UNTRIMMED } from "../../../src/core/mould/cutSchema";
import { sayer } from "../../../src/core/units/sayer";
import { tries } from "../../support/tries";

const plan = newPlan("Cut by hand", 1);
const loaf = { at: { length: 0, width: 0, height: 0 }, size: { length: 250, width: 90, height: 66 } };
const noWire = { kerfMm: 0, heightStepMm: null };
const pitch: CutStep = {
  ...{ id: "k1", ofId: null, pieces: null, axis: "length", ...UNTRIMMED },
  division: { kind: "pitch", thickMm: 25 },
};

describe("cuts by hand", () => {
  it("one more divides the pieces of a cut in another direction, each once", () => {
    expect(uncut([])).toEqual([null]);
    expect(uncut([pitch])).toEqual(["k1"]);
    const two = withStep(plan, [pitch], "k1");
    expect(two[1]).toMatchObject({ ofId: "k1", axis: "width", division: { kind: "parts", count: 2 } });
    expect(uncut(two)).toEqual([two[1].id]);
    expect(cutUp(loaf, { steps: two, ...noWire }).bars.length).toBe(20);
    expect(withStep(plan, two, two[1].id)[2].axis).toBe("height");
  });

  it("are said with what each makes, those that are divided further too", () => {
    const steps = [{ ...pitch, trimStartMm: 4, trimEndMm: 4 }, { ...withStep(plan, [pitch], "k1")[1] }];
    expect(cutWords(cutUp(loaf, { steps, ...noWire }), { ...noWire, planer: null }, sayer())).toEqual([
      "across: 4 mm off the start, then 4 mm off the end, then 9 pieces of 25 mm",
      "along: each of 9 into 2 of 45 mm",
    ]);
  });

  it("a cut that goes takes those of its pieces along", () => {
    const three = withStep(plan, withStep(plan, [pitch], "k1"), "k1");
    expect(withoutStep(three, three[1].id).map((s) => s.id)).toEqual(["k1", three[2].id]);
    expect(withoutStep(three, "k1")).toEqual([]);
  });

  it("whatever is added and taken out, the plan can be read, and parts are the loaf to a hair", () => {
    const moves = fc.array(fc.record({ isOff: fc.boolean(), at: fc.nat(20) }), { maxLength: 10 });
    fc.assert(
      fc.property(moves, (list) => {
        let steps: CutStep[] = [pitch];
        for (const { isOff, at } of list) {
          const free = uncut(steps);
          if (isOff && steps.length > 0) steps = withoutStep(steps, steps[at % steps.length].id);
          else if (steps.length < 6) steps = withStep(plan, steps, free[at % free.length]);
          const laid = { mouldId: plan.moulds[0].id, kerfMm: 0.5, heightStepMm: 5, shows: "length" as const, steps };
          const tried = applyEdit(plan, layOutByHand(plan, laid));
          if (!tried.ok) throw new Error(tried.reason);
          const read = readPlan(tried.document);
          expect(read.ok ? [] : read.problems).toEqual([]);
          const up = cutUp(loaf, laid);
          const parts = [...up.bars, ...up.trims].reduce((sum, b) => sum + volumeMm3(b), 0) + up.wireMm3;
          expect(parts / volumeMm3(loaf)).toBeCloseTo(1, 9);
        }
      }),
      { seed: 5, numRuns: tries(150) },
    );
  });

  it("a division of another kind stays near what it was", () => {
    expect(asKind({ kind: "list", thickMm: [12, 30] }, "parts", 25)).toEqual({ kind: "parts", count: 2 });
    expect(asKind({ kind: "list", thickMm: [12, 30] }, "pitch", 25)).toEqual({ kind: "pitch", thickMm: 12 });
    expect(asKind({ kind: "parts", count: 4 }, "pitch", 25)).toEqual({ kind: "pitch", thickMm: 25 });
    expect(asKind({ kind: "pitch", thickMm: 24 }, "list", 25)).toEqual({ kind: "list", thickMm: [24] });
  });

  it("pieces are read as they are said, counted from one", () => {
    for (const [text, pieces] of [
      ["all", null],
      ["", null],
      ["3", [2, 2]],
      ["3-5", [2, 4]],
      ["3 to 5", [2, 4]],
    ] as const) {
      expect(readPieces(text)).toEqual({ pieces });
      expect(readPieces(sayPieces(pieces as CutStep["pieces"]))).toEqual({ pieces });
    }
    for (const text of ["0", "5-3", "some", "-1", "1-2-3"]) expect(readPieces(text), text).toBeNull();
  });
});
