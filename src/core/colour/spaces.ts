/**
 * The colour spaces that Tundish reckons in, by the package's conversions one by one: its register of spaces, which finds them by itself, brings the readers and
 * writers of each space into every page and worker.
 */

import {
  convertLab65ToRgb,
  convertLrgbToOklab,
  convertLrgbToRgb,
  convertOklabToLrgb,
  convertOklabToRgb,
  convertRgbToLab65,
  convertRgbToLrgb,
  convertRgbToOklab,
  parseHex,
  serializeHex,
} from "culori/fn";

interface Light {
  r: number;
  g: number;
  b: number;
}
interface Lab {
  l: number;
  a: number;
  b: number;
}

/** sRGB of a colour written as #rrggbb, 0..1 per channel. */
export const toRgb = (hex: string) => parseHex(hex)!;
/** Linear light, 0..1 per channel. */
export const toLinear = (hex: string) => convertRgbToLrgb(toRgb(hex));
export const toOklab = (hex: string) => convertRgbToOklab(toRgb(hex));
/** CIE Lab (D65), l 0..100. */
export const toLab65 = (hex: string) => convertRgbToLab65(toRgb(hex));

/** A colour as #rrggbb: what a screen cannot show is held to what it can. */
export const hexOfRgb = (colour: Light): string => serializeHex({ mode: "rgb", ...colour });
export const hexOfLinear = (colour: Light): string => serializeHex(convertLrgbToRgb(colour));
export const hexOfOklab = (colour: Lab): string => serializeHex(convertOklabToRgb(colour));
export const hexOfLab65 = (colour: Lab): string => serializeHex(convertLab65ToRgb(colour));

export const oklabOfLinear = (colour: Light) => convertLrgbToOklab(colour);
export const linearOfOklab = (colour: Lab) => convertOklabToLrgb(colour);
