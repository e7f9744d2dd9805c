import { describe, expect, it } from "vitest";
import { OUTSIDE } from "../../../src/core/swirl/face";
import { makePalette, paint } from "../../../src/core/swirl/paint";
import { borderMm, soften } from "../../../src/core/swirl/soften";

const palette = makePalette(["#000000", "#ffffff"]);
const edge = (width: number, height = 9) => ({
  width,
  height,
  colour: Uint8Array.from({ length: width * height }, (_, i) => (i % width < width / 2 ? 0 : 1)),
});

describe("borders of thin batter", () => {
  it("run over 2.56 standard deviations from a tenth to nine tenths of the light", () => {
    const image = edge(200);
    const sigma = 9;
    const rgba = paint(image, palette);
    soften(rgba, image, palette, sigma);
    const light = (x: number) => palette.toLinear[rgba[(4 * 200 + x) * 4]];
    const first = (level: number) => [...Array(200).keys()].find((x) => light(x) >= level)!;
    expect(Math.abs(first(0.9) - first(0.1) - 2.56 * sigma)).toBeLessThan(1.5);
    // Half the light where the border was, not half the byte.
    expect(Math.abs((light(99) + light(100)) / 2 - 0.5)).toBeLessThan(0.02);
  });

  it("keep the light as a whole, and leave plain places to the byte", () => {
    const image = edge(120, 40);
    const before = paint(image, palette);
    const rgba = before.slice();
    soften(rgba, image, palette, 2);
    const light = (bytes: Uint8ClampedArray) =>
      bytes.reduce((sum, v, i) => sum + (i % 4 === 0 ? palette.toLinear[v] : 0), 0);
    expect(Math.abs(light(rgba) / light(before) - 1)).toBeLessThan(0.002);
    expect(rgba.slice(0, 4 * 40)).toEqual(before.slice(0, 4 * 40));
    expect(rgba).not.toEqual(before);
  });

  it("are left alone where they are narrower than a quarter of a pixel, and take nothing from where there is no batter", () => {
    const image = edge(60);
    const plain = paint(image, palette);
    const thick = plain.slice();
    soften(thick, image, palette, 0.2);
    expect(thick).toEqual(plain);
    const bare = { ...image, colour: image.colour.map((c) => (c === 0 ? OUTSIDE : 1)) };
    const half = paint(bare, palette);
    soften(half, bare, palette, 3);
    for (let x = 30; x < 60; x++) expect(half[(60 * 4 + x) * 4]).toBe(255);
  });

  it("are wide when batter is barely emulsified, hairlines when it is thick", () => {
    const of = (trace: number) =>
      borderMm({
        seed: 1,
        lengthMm: 100,
        widthMm: 80,
        pours: [{ kind: "layer", id: "a", colour: 0, volumeMm3: 5, trace, height: "low" }],
      });
    expect(of(1.2)).toBeCloseTo(0.14, 9);
    expect(of(1.6)).toBeGreaterThan(0.09);
    expect(of(3)).toBeCloseTo(0.04, 9);
    expect(borderMm({ seed: 1, lengthMm: 1, widthMm: 1, pours: [] })).toBe(0.04);
  });
});
