import { beforeAll, describe, expect, it } from "vitest";
import { HAND_SPREAD, handKnowledge, handUnknown } from "../../../src/core/hand/knowledge";
import { type HandRead, type Reader, readerOf, readHand } from "../../../src/core/hand/read";
import { batchOf } from "../../../src/core/hand/sides";
import { asPoured, type Training, toldBy, train } from "../../../src/core/hand/train";
import { addUp } from "../../../src/core/library/addUp";
import { measurePhoto } from "../../../src/core/photo/measure";
import { compileDesign, type Design } from "../../../src/core/swirl/design";
import { HAND_CONSTANTS, type HandConstant } from "../../../src/core/techniques/hand";
import { gauss, generator } from "../../../src/core/units/random";
import { photographed, photoOf, trueFace } from "../../support/madePhotos";

const VIEW = { kind: "across" as const, atMm: 110 };
/** Fewer hands than the page imagines: enough for the law, and quick. */
const FEW = { draws: 100, photos: 5, seed: 11 };
const finished = <T>(steps: Generator<unknown, T>): T => {
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value;
  }
};
const NINE_IN_TEN = 1.645;

describe("photos of a hanger", () => {
  const constant: HandConstant = "reach";
  const { design, expected } = photographed("hanger");
  const prior = HAND_SPREAD[constant];
  let training: Training;
  let reader: Reader;
  beforeAll(() => {
    training = finished(train(design, [VIEW], expected.palette, FEW));
    reader = finished(readerOf(training));
  });

  it(`tell ${constant} of hidden hands from one bar, within what they state and far better than before`, async () => {
    const random = generator(5);
    const at = HAND_CONSTANTS.indexOf(constant);
    const found: { truth: number; read: HandRead }[] = [];
    for (let k = 0; k < 5; k++) {
      const log = HAND_CONSTANTS.map((c) => HAND_SPREAD[c] * gauss(random));
      const look = Object.fromEntries(HAND_CONSTANTS.map((c, i) => [c, Math.exp(log[i])]));
      const { fine } = trueFace(compileDesign(asPoured(design, look, random)), VIEW.atMm);
      const made = await photoOf(fine, expected, 7000 + 13 * k);
      const measured = measurePhoto(made.pixels, made.corners, expected);
      if (!measured.ok) continue;
      const read = readHand(reader, batchOf([measured.face.figures], training.sides));
      found.push({ truth: log[at], read: read.find((r) => r.constant === constant)! });
    }
    expect(found.length).toBeGreaterThanOrEqual(4);
    const within = found.filter(({ truth, read }) => Math.abs(read.mean - truth) < NINE_IN_TEN * read.sd).length;
    expect(within).toBeGreaterThanOrEqual(found.length - 1);
    const rms = Math.sqrt(found.reduce((s, { truth, read }) => s + (read.mean - truth) ** 2, 0) / found.length);
    expect(rms).toBeLessThan(0.75 * prior);
    for (const { read } of found) expect(read.sd).toBeLessThan(0.75 * prior);
  });

  it("a lesson with what was believed of any hand gives what the photos said", () => {
    const figures = reader.standard.rows[0];
    const [read] = readHand({ ...reader, standard: { ...reader.standard, of: () => figures } }, []).filter(
      (r) => r.constant === constant,
    );
    const known = handKnowledge([{ unknown: handUnknown(constant), ...read.lesson!, batches: 1 }])[constant]!;
    expect(known.mean).toBeCloseTo(read.mean, 9);
    expect(known.sd).toBeCloseTo(read.sd, 9);
  });
});

describe("what photos can tell", () => {
  const of = (family: Parameters<typeof photographed>[0], bars: number) => toldBy(photographed(family).design, bars);
  it("hangs on the design and on the bars: nothing of a tool from a drop, wander only from five bars", () => {
    expect(of("drop", 1)).toEqual(["depth", "spread"]);
    expect(of("drop", 5)).toEqual(["depth", "spread", "wander"]);
    expect(of("hanger", 1)).toEqual(["carry", "reach"]);
    expect(of("hanger", 3)).toEqual(["carry", "reach", "unevenness"]);
    expect(of("in-pot", 5)).toEqual([]);
    expect(of("layers", 5)).toEqual(["unevenness"]);
  });

  it("more batches narrow what is believed, and count for less than they would alone", () => {
    const lesson = { unknown: handUnknown("depth"), mean: 0.2, precision: 100, isLeftOut: false };
    const one = handKnowledge(addUp([lesson])).depth!;
    const two = handKnowledge(addUp([lesson, lesson])).depth!;
    expect(two.sd).toBeLessThan(one.sd);
    expect(two.sd).toBeGreaterThan(Math.sqrt(1 / (200 + 1 / 0.04)));
    expect(handKnowledge(addUp([{ ...lesson, isLeftOut: true }]))).toEqual({});
  });

  it("the picture follows: what is learned of depth moves where the colours lie, and no volume is lost", () => {
    const { design, expected } = photographed("drop");
    const low = (look: Design["look"]) => {
      const compiled = compileDesign({ ...design, look });
      const { fine } = trueFace(compiled, VIEW.atMm);
      const from = Math.floor(fine.height * 0.7) * fine.width;
      return { share: fine.colour.subarray(from).filter((c) => c !== 0).length, level: compiled.levelMm };
    };
    const [usual, flat, flatter] = [undefined, { depth: 0.8 }, { depth: 0.6 }].map(low);
    expect(flat.share).toBeLessThan(usual.share);
    expect(flatter.share).toBeLessThan(flat.share);
    expect(usual.level).toBeCloseTo(expected.heightMm, 6);
    expect(flatter.level).toBeCloseTo(expected.heightMm, 6);
  });
});
