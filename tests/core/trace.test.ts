import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { plainScent } from "../../src/core/plan/newPlan";
import type { ScentClassId } from "../../src/core/scent/classes";
import { scentEffect } from "../../src/core/scent/effect";
import {
  addScent,
  advance,
  blendingSecondsTo,
  type Cup,
  emulsionBlendS,
  restRatePerMin,
} from "../../src/core/trace/cup";

interface Setting {
  lye: number;
  hard: number;
  pace: number;
  startC: number;
  scent: ScentClassId | null;
  scentAtS: number;
  massG: number;
}
const ORDINARY: Setting = { lye: 0.33, hard: 0.22, pace: 0, startC: 32, scent: null, scentAtS: 360, massG: 400 };
const ROOM_C = 21;
const AFTER_SHORT_BLEND = 1.45;

/** Minutes until a 0.4 kg cup reaches a trace, from a short blend; Infinity beyond three hours. */
function minutesTo(trace: number, setting: Partial<Setting>): number {
  const s = { ...ORDINARY, ...setting };
  const cup: Cup = {
    massG: s.massG,
    trace: AFTER_SHORT_BLEND,
    temperatureC: s.startC,
    restRate: restRatePerMin(s.lye, s.hard, s.pace, 1),
    scent: null,
  };
  for (let t = 0; t < 3 * 3600; t += 5) {
    if (cup.trace >= trace) return t / 60;
    if (s.scent && t === s.scentAtS) addScent(cup, t, scentEffect(plainScent("S", s.scent, 4.5), 0.7));
    advance(cup, t, 5, ROOM_C);
  }
  return Number.POSITIVE_INFINITY;
}

describe("what practitioners expect, in minutes", () => {
  it.each([
    ["ordinary, quiet: light", 2, {}, 8, 12],
    ["ordinary, quiet: medium", 3, {}, 20, 30],
    ["ordinary, quiet: thick", 4, {}, 30, 45],
    ["slow formula: light", 2, { pace: -0.45, hard: 0.18 }, 15, 25],
    ["slow formula: medium", 3, { pace: -0.45, hard: 0.18 }, 35, 60],
    ["38 % lye: medium", 3, { lye: 0.38 }, 12, 18],
    ["45 C: medium", 3, { startC: 45 }, 5, 10],
    ["moderate scent at minute 6: medium", 3, { scent: "moderate" }, 11, 14],
    ["strong scent at minute 6: thick", 4, { scent: "strong" }, 9, 11.5],
    ["severe scent at minute 6: thick", 4, { scent: "severe" }, 7, 8.5],
  ] as [string, number, Partial<Setting>, number, number][])("%s", (_name, trace, setting, low, high) => {
    const minutes = minutesTo(trace, setting);
    expect(minutes).toBeGreaterThanOrEqual(low * 0.9);
    expect(minutes).toBeLessThanOrEqual(high * 1.1);
  });
});

describe("laws", () => {
  const setting = fc.record({
    lye: fc.double({ min: 0.25, max: 0.45, noNaN: true }),
    hard: fc.double({ min: 0.05, max: 0.5, noNaN: true }),
    pace: fc.double({ min: -0.5, max: 0.5, noNaN: true }),
    startC: fc.double({ min: 24, max: 50, noNaN: true }),
    massG: fc.double({ min: 50, max: 3000, noNaN: true }),
  });
  const more = fc.double({ min: 0, max: 1, noNaN: true });
  const never = (change: (s: Partial<Setting>, by: number) => Partial<Setting>) =>
    fc.assert(
      fc.property(setting, more, (s, by) => {
        expect(minutesTo(3, change(s, by))).toBeLessThanOrEqual(minutesTo(3, s));
      }),
      { numRuns: 40 },
    );

  it("hotter is never slower", () => never((s, by) => ({ ...s, startC: s.startC! + 10 * by })));
  it("stronger lye is never slower", () => never((s, by) => ({ ...s, lye: s.lye! + 0.05 * by })));
  it("more hard fat is never slower", () => never((s, by) => ({ ...s, hard: s.hard! + 0.3 * by })));

  it("a faster scent is never slower", () => {
    const order: ScentClassId[] = ["slows", "quiet", "mild", "moderate", "strong", "severe"];
    fc.assert(
      fc.property(setting, (s) => {
        const minutes = order.map((scent) => minutesTo(3.2, { ...s, scent, scentAtS: 60 }));
        for (let i = 1; i < minutes.length; i++) expect(minutes[i]).toBeLessThanOrEqual(minutes[i - 1]);
      }),
      { numRuns: 20 },
    );
  });

  const cupOf = (
    s: { lye: number; hard: number; pace: number; startC: number; massG: number },
    trace: number,
  ): Cup => ({
    massG: s.massG,
    trace,
    temperatureC: s.startC,
    restRate: restRatePerMin(s.lye, s.hard, s.pace, 1),
    scent: null,
  });

  it("waiting never lowers trace, and below emulsion nothing grows at rest", () => {
    fc.assert(
      fc.property(setting, fc.double({ min: 0, max: 4.9, noNaN: true }), (s, trace) => {
        const cup = cupOf(s, trace);
        let last = trace;
        advance(cup, 0, 900, ROOM_C, 0, () => {
          expect(cup.trace).toBeGreaterThanOrEqual(last);
          last = cup.trace;
        });
        if (trace < 1) expect(cup.trace).toBe(trace);
        expect(cup.trace).toBeLessThanOrEqual(5);
      }),
    );
  });

  it("longer or harder blending is never slower", () => {
    fc.assert(
      fc.property(
        setting,
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.integer({ min: 1, max: 60 }),
        (s, share, seconds) => {
          const a = cupOf(s, 1.2);
          const b = cupOf(s, 1.2);
          advance(a, 0, seconds, ROOM_C, share * 0.5);
          advance(b, 0, seconds, ROOM_C, share);
          expect(b.trace).toBeGreaterThanOrEqual(a.trace - 1e-12);
        },
      ),
    );
  });

  it("parts of a rest add up to the whole", () => {
    const whole = cupOf({ lye: 0.33, hard: 0.22, pace: 0, startC: 32, massG: 400 }, 1.3);
    const parts = { ...whole };
    advance(whole, 0, 600, ROOM_C);
    for (let t = 0; t < 600; t += 100) advance(parts, t, 100, ROOM_C);
    expect(parts.trace).toBeCloseTo(whole.trace, 9);
  });
});

describe("blending", () => {
  it("1.5 kg are an emulsion after about 20 s, and a longer blend reaches the trace asked for", () => {
    expect(emulsionBlendS(1500)).toBeCloseTo(20, 9);
    const rate = restRatePerMin(0.33, 0.22, 0, 1);
    const seconds = blendingSecondsTo(1.5, 1500, rate, 32);
    const cup: Cup = { massG: 1500, trace: 1, temperatureC: 32, restRate: rate, scent: null };
    advance(cup, 0, seconds, ROOM_C, 1);
    expect(cup.trace).toBeGreaterThan(1.48);
    expect(cup.trace).toBeLessThan(1.55);
  });
});
