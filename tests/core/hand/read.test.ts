import { describe, expect, it } from "vitest";
import { HAND_SPREAD } from "../../../src/core/hand/knowledge";
import { type Reader, readerOf, readHand } from "../../../src/core/hand/read";
import { type Imagined, WIDER } from "../../../src/core/hand/train";
import { usualTraining } from "../../../src/core/hand/training";
import { HAND_CONSTANTS } from "../../../src/core/techniques/hand";
import { gauss, generator } from "../../../src/core/units/random";

const NINE_IN_TEN = 1.645;
const AT = HAND_CONSTANTS.indexOf("reach");
const PRIOR = HAND_SPREAD.reach;

/** Figures that bend with a constant, each with its own noise; two say nothing, two more stand where squares do. */
function figuresOf(log: number, random: () => number): Float64Array {
  const u = log / PRIOR;
  const seen = [Math.sin(2.2 * u), Math.exp(-(u ** 2)), 0.4 * u, Math.cos(3 * u), 0, 0];
  return Float64Array.from(seen, (v) => v + 0.35 * gauss(random));
}

function trainingOf(hands: number, seed: number): Imagined {
  const random = generator(seed);
  const logs = Array.from({ length: hands }, () =>
    Float64Array.from(HAND_CONSTANTS, (c) => (c === "reach" ? WIDER : 1) * HAND_SPREAD[c] * gauss(random)),
  );
  return { logs, figures: logs.map((l) => figuresOf(l[AT], random)), constants: ["reach"], map: [2, 4] };
}

function readerFor(hands: number): Reader {
  const steps = readerOf(trainingOf(hands, 3));
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value;
  }
}

/** Hidden hands, read: how many lie within what is stated, their error, and what is stated of it. */
function hidden(reader: Reader, count = 400) {
  const random = generator(91);
  let [within, square, stated] = [0, 0, 0];
  for (let k = 0; k < count; k++) {
    const truth = PRIOR * gauss(random);
    const [{ mean, sd }] = readHand(reader, [...figuresOf(truth, random)]);
    if (Math.abs(mean - truth) < NINE_IN_TEN * sd) within++;
    square += (mean - truth) ** 2 / count;
    stated += sd / count;
  }
  return { within: within / count, rms: Math.sqrt(square), stated };
}

describe("a hand is read by imagined hands", () => {
  it("within what is stated about as often as that says, better by more of them, and bent where the figures bend", () => {
    const [few, many] = [readerFor(60), readerFor(400)];
    const [byFew, byMany] = [hidden(few), hidden(many)];
    expect(byMany.within).toBeGreaterThan(0.86);
    expect(byMany.rms).toBeLessThan(0.85 * byFew.rms);
    // What is stated of the error is what it is, a little widened.
    expect(byMany.stated / byMany.rms).toBeGreaterThan(0.9);
    expect(byMany.stated / byMany.rms).toBeLessThan(1.3);
    expect(many.fits[0].bend).not.toBeNull();
  });

  it("is asked of more hands the fewer bars there are, and never of few", () => {
    const draws = [1, 2, 3, 8, 40].map((bars) => usualTraining(bars).draws);
    expect(draws).toEqual([...draws].sort((a, b) => b - a));
    expect(draws[0]).toBeGreaterThan(2 * draws[2]);
    expect(Math.min(...draws)).toBeGreaterThanOrEqual(500);
  });
});
