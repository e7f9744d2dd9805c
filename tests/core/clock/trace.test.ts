import fc from "fast-check";
import { describe, expect, it } from "vitest";
import {
  apparentTrace,
  blendingSecondsTo,
  emulsionBlendS,
  isFalseTraceLikely,
  restRatePerMin,
  Vessels,
} from "../../../src/core/clock/cup";
import { meetingOf } from "../../../src/core/clock/meeting";
import { plainScent } from "../../../src/core/document/newPlan";
import type { ScentClassId } from "../../../src/core/scent/classes";
import { scentEffect } from "../../../src/core/scent/effect";
import { rateBase } from "../../../src/core/units/dose";
import { between } from "../../support/between";
import { tries } from "../../support/tries";

/** One cup on its own clock. */
class Cup extends Vessels {
  constructor(massG: number, trace: number, temperatureC: number, restRate: number) {
    super(1);
    this.roomC = ROOM_C;
    this.reset(0, massG, restRate, temperatureC, 0);
    this.trace[0] = trace;
  }
  get s() {
    return this.trace[0];
  }
  pass(seconds: number, blendShare = 0) {
    this.advance(0, this.atS[0] + seconds, blendShare);
    return this;
  }
}

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
  const cup = new Cup(s.massG, AFTER_SHORT_BLEND, s.startC, restRatePerMin(s.lye, s.hard, s.pace, 1));
  for (let t = 0; t < 3 * 3600; t += 5) {
    if (cup.s >= trace) return t / 60;
    if (s.scent && t === s.scentAtS) {
      const e = scentEffect(plainScent("S", s.scent, 4.5), rateBase(0.7));
      cup.addScent(0, e.jumpSteps, e.rateFactor, e.heatC);
    }
    cup.pass(5);
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
    lye: between(0.25, 0.45),
    hard: between(0.05, 0.5),
    pace: between(-0.5, 0.5),
    startC: between(24, 50),
    massG: between(50, 3000),
  });
  const more = between(0, 1);
  const never = (change: (s: Partial<Setting>, by: number) => Partial<Setting>) =>
    fc.assert(
      fc.property(setting, more, (s, by) => {
        expect(minutesTo(3, change(s, by))).toBeLessThanOrEqual(minutesTo(3, s));
      }),
      { numRuns: tries(40) },
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
      { numRuns: tries(20) },
    );
  });

  const cupOf = (s: { lye: number; hard: number; pace: number; startC: number; massG: number }, trace: number) =>
    new Cup(s.massG, trace, s.startC, restRatePerMin(s.lye, s.hard, s.pace, 1));

  it("waiting never lowers trace, and below emulsion nothing grows at rest", () => {
    fc.assert(
      fc.property(setting, between(0, 4.9), (s, trace) => {
        const cup = cupOf(s, trace);
        let last = trace;
        cup.listen = () => {
          expect(cup.s).toBeGreaterThanOrEqual(last);
          last = cup.s;
        };
        cup.pass(900);
        if (trace < 1) expect(cup.s).toBe(trace);
        expect(cup.s).toBeLessThanOrEqual(5);
      }),
    );
  });

  it("longer or harder blending is never slower", () => {
    fc.assert(
      fc.property(setting, between(0, 1), fc.integer({ min: 1, max: 60 }), (s, share, seconds) => {
        const a = cupOf(s, 1.2);
        const b = cupOf(s, 1.2);
        a.pass(seconds, share * 0.5);
        b.pass(seconds, share);
        expect(b.s).toBeGreaterThanOrEqual(a.s - 1e-3);
      }),
    );
  });

  it("parts of a rest add up to the whole", () => {
    const setting = { lye: 0.33, hard: 0.22, pace: 0, startC: 32, massG: 400 };
    const whole = cupOf(setting, 1.3).pass(600);
    const parts = cupOf(setting, 1.3);
    for (let t = 0; t < 600; t += 100) parts.pass(100);
    expect(parts.s).toBeCloseTo(whole.s, 3);
  });

  it("splitting and doing the same to each cup equals not splitting, but for mass", () => {
    fc.assert(
      fc.property(setting, (s) => {
        const v = new Vessels(3);
        v.roomC = ROOM_C;
        v.reset(0, s.massG, restRatePerMin(s.lye, s.hard, s.pace, 1), s.startC, 0);
        v.trace[0] = 1.2;
        v.advance(0, 60);
        v.split(0, 1, s.massG);
        v.split(0, 2, s.massG);
        for (const i of [0, 1, 2]) {
          v.advance(i, 90, 0.1);
          v.addScent(i, 0.3, 2, 1);
          v.advance(i, 600);
        }
        expect(v.trace[1]).toBe(v.trace[0]);
        expect(v.trace[2]).toBe(v.trace[0]);
      }),
    );
  });
});

describe("blending and stirring", () => {
  it("1.5 kg are an emulsion after about 20 s, and a longer blend reaches the trace asked for", () => {
    expect(emulsionBlendS(1500)).toBeCloseTo(20, 9);
    const rate = restRatePerMin(0.33, 0.22, 0, 1);
    const cup = new Cup(1500, 1, 32, rate).pass(blendingSecondsTo(1.5, 1500, rate, 32), 1);
    expect(cup.s).toBeGreaterThan(1.48);
    expect(cup.s).toBeLessThan(1.56);
  });

  it("a firm stir loosens a thick cup for a moment and changes nothing underneath", () => {
    expect(apparentTrace(3.2, 0)).toBeCloseTo(2.9, 9);
    expect(apparentTrace(3.2, 45)).toBeCloseTo(3.05, 9);
    expect(apparentTrace(3.2, 90)).toBe(3.2);
    expect(apparentTrace(1.5, 0)).toBe(1.5);
    const cup = new Cup(400, 3.2, 32, 0.06);
    const other = new Cup(400, 3.2, 32, 0.06);
    cup.stir(0);
    expect(cup.pass(120).s).toBe(other.pass(120).s);
  });
});

describe("temperature", () => {
  it("147 g of NaOH in 299 g of water heat to near 90 C and take about an hour to 32 C; ice shortens it", () => {
    const lye = { naohG: 147, kohG: 0, waterG: 299, iceG: 0, oilsG: 1053, meltsAboveC: 32, targetC: 32, roomC: 21 };
    const plain = meetingOf(lye);
    expect(plain.lyePeakC).toBeGreaterThan(85);
    expect(plain.lyePeakC).toBeLessThan(96);
    expect(plain.lyeMin).toBeGreaterThan(45);
    expect(plain.lyeMin).toBeLessThan(75);
    expect(plain.firstC).toBeCloseTo(32, 6);
    const iced = meetingOf({ ...lye, iceG: 120 });
    expect(iced.lyeMin).toBeLessThan(plain.lyeMin! - 8);
    expect(meetingOf({ ...lye, roomC: 35 }).lyeMin).toBeNull();
  });

  it("false trace is near where hard fats set", () => {
    expect(isFalseTraceLikely(24, 33)).toBe(true);
    expect(isFalseTraceLikely(30, 33)).toBe(false);
    expect(isFalseTraceLikely(10, null)).toBe(false);
  });
});
