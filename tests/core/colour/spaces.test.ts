import { converter, differenceCiede2000, formatHex } from "culori";
import fc from "fast-check";
import { expect, it } from "vitest";
import { colourDifference } from "../../../src/core/colour/difference";
import {
  hexOfLab65,
  hexOfLinear,
  hexOfOklab,
  hexOfRgb,
  linearOfOklab,
  oklabOfLinear,
  toLab65,
  toLinear,
  toOklab,
  toRgb,
} from "../../../src/core/colour/spaces";
import { tries } from "../../support/tries";

const hex = fc.integer({ min: 0, max: 0xffffff }).map((v) => `#${v.toString(16).padStart(6, "0")}`);
const SEEDED = { seed: 42, numRuns: tries(300) };

it("every space is as the whole package converts into it, and leads back to the same colour", () => {
  fc.assert(
    fc.property(hex, (h) => {
      expect(toRgb(h)).toEqual(converter("rgb")(h));
      expect(toLinear(h)).toEqual(converter("lrgb")(h));
      expect(toOklab(h)).toEqual(converter("oklab")(h));
      expect(toLab65(h)).toEqual(converter("lab65")(h));
      const back = [hexOfRgb(toRgb(h)), hexOfLinear(toLinear(h)), hexOfOklab(toOklab(h)), hexOfLab65(toLab65(h))];
      expect(back).toEqual([h, h, h, h]);
      const { r, g, b } = linearOfOklab(oklabOfLinear(toLinear(h)));
      expect(hexOfLinear({ r, g, b })).toBe(h);
    }),
    SEEDED,
  );
});

it("what no screen shows is written as the package writes it", () => {
  const channel = fc.double({ min: -0.4, max: 1.4, noNaN: true });
  fc.assert(
    fc.property(channel, channel, channel, (x, y, z) => {
      expect(hexOfRgb({ r: x, g: y, b: z })).toBe(formatHex({ mode: "rgb", r: x, g: y, b: z }));
      expect(hexOfLinear({ r: x, g: y, b: z })).toBe(formatHex({ mode: "lrgb", r: x, g: y, b: z }));
      expect(hexOfOklab({ l: x, a: y, b: z })).toBe(formatHex({ mode: "oklab", l: x, a: y, b: z }));
      const lab = { l: 100 * x, a: 100 * y, b: 100 * z };
      expect(hexOfLab65(lab)).toBe(formatHex({ mode: "lab65", ...lab }));
    }),
    SEEDED,
  );
});

it("two colours differ as the whole package says", () => {
  const whole = differenceCiede2000();
  fc.assert(
    fc.property(hex, hex, (a, b) => {
      expect(colourDifference(a, b)).toBe(whole(a, b));
    }),
    SEEDED,
  );
});
