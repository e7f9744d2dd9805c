import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { computeMasses } from "../../../src/core/batter/masses";
import { mixedC, readMeeting } from "../../../src/core/clock/meeting";
import { derive } from "../../../src/core/derive/derive";
import type { BenchEvent } from "../../../src/core/document/logSchema";
import { newPlan } from "../../../src/core/document/newPlan";
import { afterBench, lastNoted } from "../../../src/core/document/record";
import { contactC } from "../../../src/core/prepare/compile";
import { tries } from "../../support/tries";

const pot = { solutionG: 450, oilsG: 1000, targetC: 35, roomC: 21 };

describe("lye and oils by the thermometer", () => {
  it("go together at the plan's temperature, and wait for the one that is too warm", () => {
    expect(readMeeting(36, 34, pot)).toMatchObject({ does: "go", which: null, waitMin: null });
    expect(readMeeting(60, 34, pot)).toMatchObject({ does: "wait", which: "lye" });
    expect(readMeeting(35, 55, pot)).toMatchObject({ does: "wait", which: "oils" });
    expect(readMeeting(48, 46, pot)).toMatchObject({ does: "wait", which: null });
  });

  it("are said to be cool where they would give less than the plan, and which of them", () => {
    expect(readMeeting(27, 26, pot)).toMatchObject({ does: "warm", which: null });
    expect(readMeeting(22, 33, pot)).toMatchObject({ does: "warm", which: "lye" });
  });

  it("give a temperature between the two, nearer to the one that holds more heat; waiting takes longer in a warmer room", () => {
    fc.assert(
      fc.property(fc.integer({ min: 20, max: 90 }), fc.integer({ min: 20, max: 90 }), (lyeC, oilsC) => {
        const { togetherC } = readMeeting(lyeC, oilsC, pot);
        expect(togetherC).toBeGreaterThanOrEqual(Math.min(lyeC, oilsC) - 1e-9);
        expect(togetherC).toBeLessThanOrEqual(Math.max(lyeC, oilsC) + 1e-9);
      }),
      { seed: 3, numRuns: tries(200) },
    );
    // 450 g of lye at 3.6 J/(g C) and 1000 g of oils at 2: 1620 and 2000 J/C.
    expect(mixedC(60, 450, 30, 1000)).toBeCloseTo((60 * 1620 + 30 * 2000) / 3620, 9);
    const wait = (roomC: number) => readMeeting(60, 34, { ...pot, roomC }).waitMin!;
    expect(wait(26)).toBeGreaterThan(wait(18));
    expect(readMeeting(60, 34, { ...pot, roomC: 40 }).waitMin).toBeNull();
  });

  it("start the clock from what was read, before the pour and in it; Undo does not take the thermometer back", () => {
    const plan = newPlan("Evening", 1);
    const [batter] = plan.batters;
    const read = (id: string, what: "lye" | "oils", value: number): BenchEvent => ({
      ...{ kind: "reading", id, at: "2026-11-24T17:50:00.000Z", by: "", from: "" },
      ...{ what, of: batter.id, value, tareG: null },
    });
    const masses = computeMasses(plan)!;
    expect(contactC(plan, masses, batter)).toBe(batter.startTemperatureC);
    const hot = afterBench(plan, read("r1", "lye", 60), read("r2", "oils", 60));
    expect(contactC(hot, masses, batter)).toBeCloseTo(60, 9);
    expect(contactC(afterBench(plan, read("r1", "lye", 60)), masses, batter)).toBe(batter.startTemperatureC);
    expect(derive(hot).timeline!.endS).not.toBe(derive(plan).timeline!.endS);
    const begun = afterBench(hot, { kind: "started", id: "s", at: "2026-11-24T18:00:00.000Z", by: "" });
    expect(begun.record.events.map((e) => [e.id, e.atS])).toEqual([
      ["r1", 0],
      ["r2", 0],
    ]);
    expect(lastNoted(begun)).toBeNull();
    expect(contactC(begun, masses, batter)).toBeCloseTo(60, 9);
  });
});
