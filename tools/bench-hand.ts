import sharp from "sharp";
import { derive } from "../src/core/derive/derive";
import { HAND_SPREAD, handKnowledge, handUnknown } from "../src/core/hand/knowledge";
import { type HandRead, readerOf, readHand } from "../src/core/hand/read";
import { batchOf } from "../src/core/hand/sides";
import { asPoured, train } from "../src/core/hand/train";
import { addUp } from "../src/core/library/addUp";
import { planOfFamily } from "../src/core/library/familyPlan";
import { COMPARED_PX, comparedRows } from "../src/core/photo/figures";
import { anchorOf, labOf } from "../src/core/photo/light";
import { fromBehind, makePhoto, trueColours, USUAL_SPOILING } from "../src/core/photo/makePhoto";
import { measurePhoto } from "../src/core/photo/measure";
import { compileDesign } from "../src/core/swirl/design";
import { drawIndices, finish } from "../src/core/swirl/face";
import { HAND_CONSTANTS } from "../src/core/techniques/hand";
import { gauss, generator } from "../src/core/units/random";

/**
 * `npm run bench:hand`: how well made photographs tell a hidden hand. Twenty hands a design, drawn from what is believed; one batch of 1 and of 3 bars,
 * and five batches of 3 bars. For each constant: truths inside the stated 90 % interval, its half width, and how much of the spread before is left.
 */
const NINE_IN_TEN = 1.645;

const run = <T>(steps: Generator<unknown, T>): T => {
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value;
  }
};

interface Tally {
  inside: number;
  /** How many of its stated spreads each truth lies off. */
  off: number[];
  n: number;
  sd: number;
  square: number;
}

/** `npm run bench:hand -- hanger 3 77 60 1`: one design and one number of bars alone, other hidden hands, so many of them, and so many batches of 3 bars. */
const [onlyFamily, onlyBars, ownSeed, ownHands, ownBatches] = process.argv.slice(2);
const [HIDDEN, HANDS, BATCHES] = [Number(ownSeed ?? 860_611), Number(ownHands ?? 20), Number(ownBatches ?? 5)];

for (const family of (["drop", "hanger"] as const).filter((f) => !onlyFamily || f === onlyFamily)) {
  const derived = derive(planOfFamily(family));
  const design = derived.designs.get("m1")!;
  const palette = derived.palette;
  const { widthMm, levelMm: heightMm } = compileDesign(design);
  const poured = palette.map((_, c) => design.pours.reduce((s, p) => s + (p.colour === c ? p.volumeMm3 : 0), 0));
  const all = poured.reduce((a, b) => a + b, 0);
  const expected = { widthMm, heightMm, palette, shares: poured.map((v) => v / all) };
  const baseAt = anchorOf(palette.map(labOf), expected.shares);
  for (const bars of [1, 3].filter((b) => !onlyBars || b === Number(onlyBars))) {
    const views = Array.from({ length: bars }, (_, i) => ({
      kind: "across" as const,
      atMm: 60 + (130 * (i + 0.5)) / bars,
    }));
    const from = performance.now();
    const training = run(train(design, views, palette));
    const reader = run(readerOf(training));
    const trainedS = (performance.now() - from) / 1000;
    const tallies = { one: new Map<string, Tally>(), five: new Map<string, Tally>() };
    const put = (to: Map<string, Tally>, constant: string, truth: number, mean: number, sd: number) => {
      const t = to.get(constant) ?? { inside: 0, off: [], n: 0, sd: 0, square: 0 };
      if (Math.abs(truth - mean) < NINE_IN_TEN * sd) t.inside++;
      const off = [...t.off, Math.abs(truth - mean) / sd];
      to.set(constant, { ...t, off, n: t.n + 1, sd: t.sd + sd, square: t.square + (truth - mean) ** 2 });
    };
    const random = generator(HIDDEN + bars);
    for (let k = 0; k < HANDS; k++) {
      const log = HAND_CONSTANTS.map((c) => HAND_SPREAD[c] * gauss(random));
      const look = Object.fromEntries(HAND_CONSTANTS.map((c, i) => [c, Math.exp(log[i])]));
      const reads: HandRead[][] = [];
      for (let b = 0; b < (bars === 3 ? BATCHES : 1); b++) {
        const compiled = compileDesign(asPoured(design, look, random));
        const rows = comparedRows(compiled.widthMm, compiled.levelMm);
        const hex = trueColours(palette, baseAt, 100 * k + b, USUAL_SPOILING.colours);
        const faces: number[][] = [];
        for (const [at, view] of views.entries()) {
          const drawn = finish(drawIndices(compiled, view, 4 * COMPARED_PX, 4 * rows, 1));
          // Nobody says from which side a bar is photographed.
          const fine = (k + b + at) % 2 === 0 ? drawn : fromBehind(drawn);
          const made = makePhoto(fine, widthMm, hex, 10_000 * bars + 100 * k + 10 * b + view.atMm, 500);
          const { width, height, data } = made.pixels;
          const jpeg = await sharp(Buffer.from(data.buffer), { raw: { width, height, channels: 4 } })
            .removeAlpha()
            .jpeg({ quality: 82 })
            .toBuffer();
          const read = await sharp(jpeg).ensureAlpha().raw().toBuffer();
          const measured = measurePhoto({ width, height, data: new Uint8Array(read) }, made.corners, expected);
          if (measured.ok) faces.push(measured.face.figures);
        }
        if (faces.length === bars) reads.push(readHand(reader, batchOf(faces, training.sides)));
      }
      if (reads.length === 0) continue;
      // What a batch does not tell keeps the range that was believed: nothing is stated of it.
      const told = reads[0].filter((r) => r.lesson !== null);
      for (const r of told) put(tallies.one, r.constant, log[HAND_CONSTANTS.indexOf(r.constant)], r.mean, r.sd);
      if (bars !== 3) continue;
      const lessons = reads.flatMap((list) =>
        list.flatMap((r) => (r.lesson ? [{ unknown: handUnknown(r.constant), ...r.lesson, isLeftOut: false }] : [])),
      );
      const known = handKnowledge(addUp(lessons));
      for (const r of told) {
        const own = known[r.constant] ?? { mean: 0, sd: HAND_SPREAD[r.constant] };
        put(tallies.five, r.constant, log[HAND_CONSTANTS.indexOf(r.constant)], own.mean, own.sd);
      }
    }
    const shown = (t: Map<string, Tally>) =>
      [...t].map(([c, { inside, off, n, sd, square }]) => {
        const needed = off.sort((a, b) => a - b)[Math.floor(0.9 * n)] / NINE_IN_TEN;
        const half = (100 * (Math.exp(NINE_IN_TEN * (sd / n)) - 1)).toFixed(0);
        const left = (sd / n / HAND_SPREAD[c as "depth"]).toFixed(2);
        return `  ${c.padEnd(11)} ${inside} of ${n} inside, 90 % half width ${half} %, spread left ${left}, rms error ${Math.sqrt(square / n).toFixed(3)}, ranges that hold nine in ten would be ${needed.toFixed(2)} of these`;
      });
    console.log(`${family}, 1 batch of ${bars} (training ${trainedS.toFixed(0)} s)\n${shown(tallies.one).join("\n")}`);
    if (bars === 3 && BATCHES > 1)
      console.log(`${family}, ${BATCHES} batches of ${bars}\n${shown(tallies.five).join("\n")}`);
  }
}
