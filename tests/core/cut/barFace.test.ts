import { describe, expect, it } from "vitest";
import { barFace } from "../../../src/core/cut/barFace";
import type { Block, Leaf } from "../../../src/core/cut/leaves";
import { facePart, facesOf } from "../../../src/core/hand/train";
import { sharesOf } from "../../../src/core/photo/figures";
import { makePhoto, USUAL_SPOILING } from "../../../src/core/photo/makePhoto";
import { measurePhoto } from "../../../src/core/photo/measure";
import { compileDesign, type Design } from "../../../src/core/swirl/design";
import { drawIndices, finish } from "../../../src/core/swirl/face";
import { photographed } from "../../support/madePhotos";

const block = (at: [number, number, number], size: [number, number, number]): Block => ({
  at: { length: at[0], width: at[1], height: at[2] },
  size: { length: size[0], width: size[1], height: size[2] },
});
const leaf = (b: Block): Leaf => ({ ...b, stepId: "x1", place: [0] });
const LOAF = block([0, 0, 0], [240, 80, 60]);
const { design, expected } = photographed("hanger");
const loafOf = (d: Design): Block => {
  const { lengthMm, widthMm, levelMm } = compileDesign(d);
  return block([0, 0, 0], [lengthMm, widthMm, levelMm]);
};

describe("the face of a bar", () => {
  it("is the whole section across the loaf where it was cut across, with or without a skim", () => {
    const whole = barFace(LOAF, leaf(block([25, 0, 0], [25, 80, 59])));
    expect(whole).toMatchObject({ isWhole: true, right: "width", up: "height", view: { kind: "across", atMm: 37.5 } });
    expect(barFace(LOAF, leaf(block([25, 0, 0], [25, 40, 60]))).isWhole).toBe(false);
  });

  it("is a part of a section the other ways: lengthwise and level", () => {
    expect(barFace(LOAF, leaf(block([60, 50, 0], [60, 30, 60])))).toEqual({
      ...{ axis: "width", right: "length", up: "height", isWhole: false, view: { kind: "lengthwise", atMm: 65 } },
      part: { fromX: 0.25, toX: 0.5, fromUp: 0, toUp: 1 },
    });
    expect(barFace(LOAF, leaf(block([0, 0, 30], [80, 80, 30])))).toMatchObject({
      ...{ right: "length", up: "width", view: { kind: "level", atMm: 45 } },
      part: { toX: 1 / 3, fromUp: 0 },
    });
  });

  it("is drawn as the whole section is, where it is the whole", () => {
    const view = { kind: "across", atMm: 90 } as const;
    const { faces, widthMm, heightMm } = facesOf(design, [view]);
    const all = facePart(design, view, { fromX: 0, toX: 1, fromUp: 0, toUp: 1 });
    expect(all).toEqual({ face: faces[0], widthMm, heightMm });
  });

  it("of a split bar and of one cut lengthwise is measured to within 4 points of every share by its photo", () => {
    const loaf = loafOf(design);
    const { width, height } = loaf.size;
    for (const [name, cut] of [
      ["half of a bar, its upper part", block([100, 0, height / 2], [25, width, height / 2])],
      ["a block cut lengthwise", block([60, width / 2, 0], [100, width / 2, height])],
    ] as const) {
      const of = barFace(loaf, leaf(cut));
      const { face, widthMm, heightMm } = facePart(design, of.view, of.part);
      expect(widthMm).toBeCloseTo(cut.size[of.right], 6);
      expect(heightMm).toBeCloseTo(cut.size[of.up], 6);
      const { shares } = sharesOf(face, expected.palette.length, widthMm);
      // The photo is of the bar itself, drawn finer: the section without what lies beside the bar.
      const fine = 4;
      const { view, part } = of;
      const w = Math.round((120 * fine) / (part.toX - part.fromX));
      const allHigh = Math.round((w * loaf.size[of.up]) / loaf.size[of.right]);
      const all = finish(drawIndices(compileDesign(design), view, w, allHigh, 1));
      const [left, right] = [Math.round(part.fromX * w), Math.round(part.toX * w)];
      const [top, bottom] = [Math.round((1 - part.toUp) * allHigh), Math.round((1 - part.fromUp) * allHigh)];
      const colour = new Uint8Array((right - left) * (bottom - top));
      for (let y = top; y < bottom; y++)
        colour.set(all.colour.subarray(y * w + left, y * w + right), (y - top) * (right - left));
      const bar = { width: right - left, height: bottom - top, colour };
      const made = makePhoto(bar, widthMm, expected.palette, 21, 500, { ...USUAL_SPOILING, ashMm: 1 });
      const seen = { widthMm, heightMm, palette: expected.palette, shares, isWhole: of.isWhole };
      const measured = measurePhoto(made.pixels, made.corners, seen);
      if (!measured.ok) throw new Error(`${name}: ${measured.why}`);
      expect(measured.face.isWhole).toBe(false);
      for (const [c, share] of shares.entries())
        expect(Math.abs(measured.face.shares[c] - share), `${name}, colour ${c}`).toBeLessThan(0.04);
    }
  });
});
