import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { dayAfter, dryingOf, waterLeft } from "../../../src/core/cure/drying";
import { gauss, generator } from "../../../src/core/units/random";
import { between } from "../../support/between";
import { depth, tries } from "../../support/tries";

const CUT_ON = "2026-10-27";
const PRIOR = { curedShare: 0.86, thicknessMm: 25 };

/** Weighings of bars that lose as the truth has it, with the errors of a kitchen scale. */
function weighed(
  truth: { plateau: number; slowDays: number },
  days: readonly number[],
  bars: number,
  random: () => number,
) {
  return Array.from({ length: bars }, (_, b) => {
    const freshG = 140 + 4 * gauss(random);
    return days.map((day, i) => ({
      id: `w${b * 100 + i}`,
      on: dayAfter(CUT_ON, day),
      bar: String(b + 1),
      massG: Math.round(
        freshG * (truth.plateau + (1 - truth.plateau) * waterLeft(day / truth.slowDays)) + 0.3 * gauss(random),
      ),
    }));
  }).flat();
}

const truthOf = (random: () => number) => ({
  plateau: PRIOR.curedShare + 0.025 * gauss(random),
  slowDays: 16 * Math.exp(0.5 * gauss(random)),
});

/** The day after which a week takes less than half a percent, worked out by walking. */
function trulyReady({ plateau, slowDays }: { plateau: number; slowDays: number }): number {
  const mass = (d: number) => plateau + (1 - plateau) * waterLeft(d / slowDays);
  for (let day = 0; day < 400; day += 0.25) if (1 - mass(day + 7) / mass(day) < 0.005) return day;
  return 400;
}

describe("the loss of a bar", () => {
  it("begins with all its water, and loses as the root of the time at first", () => {
    expect(waterLeft(0)).toBe(1);
    // A sheet that dries from both faces has lost 4/pi^1.5 times the root of the slowest term's time while that is short: 0.2273 of it at a tenth.
    expect(waterLeft(0.1)).toBeCloseTo(1 - (4 / Math.PI ** 1.5) * Math.sqrt(0.1), 3);
    fc.assert(
      fc.property(between(0, 9), between(0, 9), (a, b) => {
        expect(waterLeft(Math.max(a, b))).toBeLessThanOrEqual(waterLeft(Math.min(a, b)) + 1e-12);
      }),
      { seed: 41, numRuns: tries(200) },
    );
  });

  it("of four cases in five the truth lies in what is stated, after few weighings and after many", () => {
    for (const days of [
      [0, 7, 14],
      [0, 7, 14, 21, 28],
    ]) {
      const random = generator(20_261_127);
      const TRIES = depth(120, 600);
      let [ready, plateau] = [0, 0];
      for (let k = 0; k < TRIES; k++) {
        const truth = truthOf(random);
        const found = dryingOf(PRIOR, weighed(truth, days, 3, random), CUT_ON);
        const true140 = 140 * truth.plateau;
        const trueDay = trulyReady(truth);
        if (trueDay >= found.readyDay.low - 0.5 && trueDay <= found.readyDay.high + 0.5) ready++;
        // The three bars' own mean differs from 140 g: held against the curve's own start.
        const start = found.curve[0].mass;
        if ((true140 / 140) * start >= found.plateau.low && (true140 / 140) * start <= found.plateau.high) plateau++;
      }
      expect(ready / TRIES).toBeGreaterThan(0.7);
      expect(ready / TRIES).toBeLessThan(0.92);
      expect(plateau / TRIES).toBeGreaterThan(0.7);
    }
  });

  it("weighings narrow what is stated; without any it is said of a bar of one part", () => {
    const random = generator(5);
    const truth = { plateau: 0.87, slowDays: 14 };
    const none = dryingOf(PRIOR, [], CUT_ON);
    const few = dryingOf(PRIOR, weighed(truth, [0, 7, 14], 3, random), CUT_ON);
    const many = dryingOf(PRIOR, weighed(truth, [0, 4, 7, 10, 14, 21, 28, 35], 3, random), CUT_ON);
    const width = (d: typeof none) => d.readyDay.high - d.readyDay.low;
    expect(width(few)).toBeLessThan(width(none));
    expect(width(many)).toBeLessThan(0.4 * width(none));
    expect(none.isWeighed).toBe(false);
    expect(none.curve[0].mass).toBeCloseTo(1, 6);
    expect(many.curve[0].mass).toBeGreaterThan(130);
  });

  it("a thick bar takes longer", () => {
    const ready = (thicknessMm: number) => dryingOf({ ...PRIOR, thicknessMm }, [], CUT_ON).readyDay.best;
    expect(ready(38)).toBeGreaterThan(1.4 * ready(25));
  });

  it("bars of different masses are no evidence of a loss", () => {
    const bars = [120, 130, 140].map((massG, i) => ({ id: `w${i}`, on: dayAfter(CUT_ON, 7 * i), bar: `${i}`, massG }));
    const none = dryingOf(PRIOR, [], CUT_ON);
    const found = dryingOf(PRIOR, bars, CUT_ON);
    expect(found.readyDay.best).toBeCloseTo(none.readyDay.best, 0);
  });
});
