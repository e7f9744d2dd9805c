import fc from "fast-check";
import { describe, expect, it } from "vitest";
import {
  batchFigures,
  comparable,
  faceFigures,
  figureCount,
  halved,
  lineMmOf,
  majority,
  meanHeightOf,
  NO_COLOUR,
  type Sorted,
} from "../../../src/core/photo/figures";
import { apart, labOf } from "../../../src/core/photo/light";
import { fromBehind } from "../../../src/core/photo/makePhoto";
import { drawnFigures, isRound, MEASURE_VERSION, measurePhoto } from "../../../src/core/photo/measure";
import type { Corners } from "../../../src/core/photo/photoSchema";
import { homography, straighten } from "../../../src/core/photo/straighten";
import { compileDesign } from "../../../src/core/swirl/design";
import { between } from "../../support/between";
import { photographed, photoOf, trueFace, truthOf } from "../../support/madePhotos";
import { depth, tries } from "../../support/tries";

const SQUARE: Corners = [
  [0.1, 0.1],
  [0.9, 0.1],
  [0.9, 0.9],
  [0.1, 0.9],
];

describe("straightening", () => {
  it("leads the corners to the corners, and straight lines to straight lines, from wherever it was taken", () => {
    const shift = between(-0.08, 0.08);
    fc.assert(
      fc.property(fc.array(shift, { minLength: 8, maxLength: 8 }), (by) => {
        const corners = SQUARE.map(([x, y], i) => [x + by[2 * i], y + by[2 * i + 1]] as [number, number]);
        const h = homography(corners)!;
        const at = (u: number, v: number) => {
          const w = h[6] * u + h[7] * v + 1;
          return [(h[0] * u + h[1] * v + h[2]) / w, (h[3] * u + h[4] * v + h[5]) / w];
        };
        for (const [i, [u, v]] of [
          [0, 0],
          [1, 0],
          [1, 1],
          [0, 1],
        ].entries()) {
          const [x, y] = at(u, v);
          expect(Math.hypot(x - corners[i][0], y - corners[i][1])).toBeLessThan(1e-9);
        }
        const [p, q, r] = [at(0, 0.3), at(0.4, 0.5), at(1, 0.8)];
        const area = (q[0] - p[0]) * (r[1] - p[1]) - (q[1] - p[1]) * (r[0] - p[0]);
        expect(Math.abs(area)).toBeLessThan(1e-9);
      }),
      { seed: 3, numRuns: tries(100) },
    );
  });

  it("corners on one line, crossed, or round the wrong way make no face", () => {
    const [a, b, c, d] = SQUARE;
    expect(isRound(SQUARE)).toBe(true);
    expect(isRound([a, c, b, d])).toBe(false);
    expect(isRound([a, d, c, b])).toBe(false);
    const line: Corners = [a, [0.3, 0.3], c, [0.5, 0.5]];
    expect(isRound(line)).toBe(false);
    const plain = { width: 8, height: 8, data: new Uint8Array(256).fill(128) };
    expect(straighten(plain, line, 4, 4)).toBeNull();
    const { rgb } = straighten(plain, SQUARE, 4, 4)!;
    for (const v of rgb) expect(v).toBeCloseTo(0.2158, 3);
  });
});

const picture = (rows: readonly string[]): Sorted => ({
  width: rows[0].length,
  height: rows.length,
  colour: Uint8Array.from(rows.join("").replaceAll(".", String.fromCharCode(NO_COLOUR)), (c) =>
    c.charCodeAt(0) === NO_COLOUR ? NO_COLOUR : Number(c),
  ),
});

describe("the figures of a face", () => {
  it("smoothing takes single pixels out and keeps edges; halving takes what most of four are, ties by the first", () => {
    const { colour } = majority(picture(["0000", "0100", "0000", "1111", "1111"]));
    expect([...colour.slice(0, 12)]).toEqual(new Array(12).fill(0));
    expect([...colour.slice(12)]).toEqual(new Array(8).fill(1));
    expect([...halved(picture(["1001", "0111"])).colour]).toEqual([1, 1]);
    expect([...halved(picture(["01", "01"])).colour]).toEqual([0]);
    expect([...halved(picture(["10", "10"])).colour]).toEqual([1]);
  });

  it("by hand: two halves above each other", () => {
    const face: Sorted = { width: 120, height: 96, colour: new Uint8Array(120 * 96) };
    face.colour.fill(1, 0, 120 * 48);
    const figures = faceFigures(face, 2, 60);
    expect(figures).toHaveLength(figureCount(2));
    expect(figures[0]).toBeCloseTo(0.5, 9);
    expect(meanHeightOf(figures, 0)).toBeCloseTo(0.25, 9);
    expect(meanHeightOf(figures, 1)).toBeCloseTo(0.75, 9);
    // Runs of colour 0: 120 px over, 48 down, at 2 px per mm.
    expect([figures[7], figures[8]]).toEqual([60, 24]);
    // One change down each of 120 columns.
    expect(lineMmOf(figures, 2)).toBeCloseTo((2 * 120 * 96) / 120 / 2, 6);
    // Where they lie: the upper half is the second colour's in every square, the lower the first's; both halves alike.
    const map = figures.slice(-2 * 2 * 4 * 8);
    expect(map.slice(0, 4 * 8)).toEqual(Array.from({ length: 16 }, () => [0, 1]).flat());
    expect(map.slice(4 * 8, 2 * 4 * 8)).toEqual(Array.from({ length: 16 }, () => [1, 0]).flat());
    expect(map.slice(2 * 4 * 8)).toEqual(new Array(2 * 4 * 8).fill(0));
    const [first] = [batchFigures([figures], 2)];
    expect(first).toEqual(figures);
    const two = batchFigures([figures, figures], 2);
    expect(two.slice(0, figures.length)).toEqual(figures);
    expect(two.slice(figures.length).every((v) => v === Math.log(1e-4))).toBe(true);
  });

  it("a face from its other side has the same shares, and rim and top are left out", () => {
    const { design, expected } = photographed("drop");
    const compiled = compileDesign(design);
    const { fine, compared } = trueFace(compiled, 90);
    const of = (f: Sorted) => drawnFigures(halved(halved(f)), expected.palette.length, expected.widthMm);
    const [a, b] = [of(fine), of(fromBehind(fine))];
    for (const i of [0, 9, 18, 27]) expect(b[i]).toBeCloseTo(a[i], 1);
    const perMm = compared.width / expected.widthMm;
    expect(compared.colour.slice(0, Math.round(6 * perMm) * compared.width).every((c) => c === NO_COLOUR)).toBe(true);
    expect(comparable({ ...compared }, expected.widthMm).colour[0]).toBe(NO_COLOUR);
  });
});

describe("a photo of a bar", () => {
  for (const family of ["drop", "hanger"] as const) {
    it(`of a ${family} is measured to within 3 points of every share, whatever the light`, async () => {
      const { design, expected } = photographed(family);
      let [sum, n] = [0, 0];
      let slowest = 0;
      for (let k = 0; k < depth(2, 8); k++) {
        const { fine, compared } = trueFace(compileDesign({ ...design, seed: 400 + k }), 50 + 20 * k);
        const truth = truthOf(compared, expected);
        const made = await photoOf(fine, expected, 900 + 7 * k);
        const from = performance.now();
        const measured = measurePhoto(made.pixels, made.corners, expected);
        slowest = Math.max(slowest, performance.now() - from);
        if (!measured.ok) throw new Error(`photo ${k}: ${measured.why}`);
        const { face } = measured;
        expect(face.version).toBe(MEASURE_VERSION);
        expect(face.figures).toHaveLength(figureCount(expected.palette.length));
        truth.forEach((t, c) => {
          sum += (face.shares[c] - t) ** 2;
          n++;
        });
        // Colours as they truly are, where enough of them shows.
        const off = made.trueHex.map((hex, c) => (face.seenHex[c] ? apart(labOf(hex), labOf(face.seenHex[c])) : 0));
        expect(Math.max(...off)).toBeLessThan(0.1);
      }
      expect(100 * Math.sqrt(sum / n)).toBeLessThan(3);
      console.info(
        `${family}: shares ${(100 * Math.sqrt(sum / n)).toFixed(2)} points rms, slowest ${slowest.toFixed(0)} ms`,
      );
    });
  }

  it("that tells nothing is refused, with the reason", async () => {
    const { design, expected } = photographed("drop");
    const { fine } = trueFace(compileDesign(design), 90);
    const why = async (spoiling: Parameters<typeof photoOf>[3], widthPx = 360, of = expected) => {
      const made = await photoOf(fine, expected, 5, spoiling, widthPx);
      const measured = measurePhoto(made.pixels, made.corners, of);
      return measured.ok ? null : measured.why;
    };
    expect(await why({})).toBeNull();
    expect(await why({ blurPx: 14 })).toBe("blurred");
    expect(await why({ exposure: 0.03 })).toBe("dark");
    expect(await why({ exposure: 6 })).toBe("bright");
    expect(await why({}, 150)).toBe("small");
    const other = { ...expected, palette: ["#f5f0dd", "#5fa36a", "#7a5aa8", "#8ec6e6"] };
    expect(await why({}, 360, other)).toBe("other");
    const made = await photoOf(fine, expected, 5, {}, 360);
    const [a, b, c, d] = made.corners;
    expect(measurePhoto(made.pixels, [b, a, d, c], expected)).toMatchObject({ ok: false, why: "corners" });
  });
});
