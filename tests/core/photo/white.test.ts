import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { byteOf } from "../../../src/core/colour/srgb";
import { anchorOf, labOf } from "../../../src/core/photo/light";
import { makePhoto, trueColours, USUAL_SPOILING } from "../../../src/core/photo/makePhoto";
import { measurePhoto } from "../../../src/core/photo/measure";
import type { Pixels } from "../../../src/core/photo/straighten";
import { castOf } from "../../../src/core/photo/white";
import { compileDesign } from "../../../src/core/swirl/design";
import { between } from "../../support/between";
import { photographed, trueFace } from "../../support/madePhotos";
import { depth, tries } from "../../support/tries";

/** A photo of one linear colour all over, the right half of another. */
function plain(left: readonly number[], right: readonly number[] = left): Pixels {
  const [width, height] = [200, 100];
  const data = new Uint8ClampedArray(4 * width * height);
  const [a, b] = [left, right].map((colour) => [...colour.map(byteOf), 255]);
  for (let i = 0; i < width * height; i++) data.set(i % width < width / 2 ? a : b, 4 * i);
  return { width, height, data };
}

/** The darkest of some places about the middle of a photo. */
function darkOf({ width, height, data }: Pixels): [number, number] {
  const places = Array.from({ length: 400 }, (_, i): [number, number] => [
    0.3 + (i % 20) / 50,
    0.3 + Math.floor(i / 20) / 50,
  ]);
  const bright = ([x, y]: [number, number]) => data[4 * (Math.floor(y * height) * width + Math.floor(x * width)) + 1];
  return places.reduce((a, b) => (bright(b) < bright(a) ? b : a));
}

describe("something white in a photo", () => {
  it("tells what the light does to red and blue, wherever it lies and however bright it is", () => {
    const cast = between(-0.4, 0.4);
    const place = between(0, 1);
    const grey = between(0.15, 0.6);
    fc.assert(
      fc.property(cast, cast, grey, place, place, (red, blue, g, x, y) => {
        const found = castOf(plain([g * Math.exp(red), g, g * Math.exp(blue)]), [x, y]);
        if (!found.ok) throw new Error(found.why);
        expect(found.red).toBeCloseTo(red, 1);
        expect(found.blue).toBeCloseTo(blue, 1);
      }),
      { seed: 8, numRuns: tries(100) },
    );
  });

  it("is refused where it is lost in light, too dark, coloured, or two things at once", () => {
    const why = (photo: Pixels) => {
      const found = castOf(photo, [0.5, 0.5]);
      return found.ok ? null : found.why;
    };
    expect(why(plain([0.5, 0.5, 0.5]))).toBeNull();
    expect(why(plain([0.99, 0.9, 0.9]))).toBe("whiteBright");
    expect(why(plain([0.02, 0.02, 0.02]))).toBe("whiteDark");
    expect(why(plain([0.5, 0.2, 0.1]))).toBe("whiteColoured");
    expect(why(plain([0.5, 0.5, 0.5], [0.2, 0.2, 0.2]))).toBe("whiteColoured");
  });

  it("tells hues to a half of what they err without it, where the palest colour itself cured otherwise than predicted", () => {
    const { design, expected } = photographed("drop");
    const sums = { with: 0, without: 0 };
    const photos = depth(4, 8);
    let looked = 0;
    for (let k = 0; k < photos; k++) {
      const { fine } = trueFace(compileDesign({ ...design, seed: 700 + k }), 60 + 14 * k);
      const hex = trueColours(expected.palette, -1, 177 + k, USUAL_SPOILING.colours);
      const made = makePhoto(fine, expected.widthMm, hex, 131 + k, 400, { ...USUAL_SPOILING, hasPaper: true });
      const seen = [null, made.paperAt].map((at) => measurePhoto(made.pixels, made.corners, expected, at));
      const [without, by] = seen;
      if (!without.ok || !by.ok) continue;
      looked++;
      for (const [kind, { face }] of [["without", without] as const, ["with", by] as const])
        face.seenHex.forEach((h, c) => {
          if (!h) return;
          const [a, b] = [labOf(h), labOf(made.trueHex[c])];
          sums[kind] += (a[1] - b[1]) ** 2 + (a[2] - b[2]) ** 2;
        });
    }
    expect(looked).toBeGreaterThanOrEqual(photos - 1);
    expect(Math.sqrt(sums.with)).toBeLessThan(0.5 * Math.sqrt(sums.without));
  });

  it("holds the light, but not how pale the palest colour is", () => {
    const { design, expected } = photographed("drop");
    const { fine } = trueFace(compileDesign(design), 90);
    const made = makePhoto(fine, expected.widthMm, expected.palette, 4, 500, { ...USUAL_SPOILING, hasPaper: true });
    const measured = measurePhoto(made.pixels, made.corners, expected, made.paperAt);
    if (!measured.ok) throw new Error(measured.why);
    const baseAt = anchorOf(expected.palette.map(labOf), expected.shares);
    expect(labOf(measured.face.seenHex[baseAt]!)[0]).toBeCloseTo(labOf(expected.palette[baseAt])[0], 2);
    // What is dark on the bar itself is no white.
    const dark = measurePhoto(made.pixels, made.corners, expected, darkOf(made.pixels));
    expect(dark).toMatchObject({ ok: false });
  });
});
