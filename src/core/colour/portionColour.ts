import { converter, formatHex } from "culori";

/** Colour of raw, uncoloured batter shown until the base's own colour is modelled (Tundish estimate). */
export const NATURAL_BATTER_HEX = "#f2e9d8";

const toLinear = converter("lrgb");
const K_S_FLOOR = 0.004;

const absorption = (reflectance: number) => {
  const r = Math.min(0.996, Math.max(K_S_FLOOR, reflectance));
  return (1 - r) ** 2 / (2 * r);
};
const reflectance = (ks: number) => 1 + ks - Math.sqrt(ks * ks + 2 * ks);

/**
 * Colour of a portion at its dose of colourants, as sRGB hex. One swatch stands for itself; several are
 * mixed by adding absorption over scattering (Kubelka-Munk, one constant) per channel, weighted by mass.
 */
export function portionHex(colourants: readonly { swatchHex: string; gPer100gOils: number }[]): string {
  if (colourants.length === 0) return NATURAL_BATTER_HEX;
  if (colourants.length === 1) return colourants[0].swatchHex;
  const total = colourants.reduce((sum, c) => sum + c.gPer100gOils, 0);
  let r = 0;
  let g = 0;
  let b = 0;
  for (const c of colourants) {
    const linear = toLinear(c.swatchHex)!;
    const weight = total > 0 ? c.gPer100gOils / total : 1 / colourants.length;
    r += weight * absorption(linear.r);
    g += weight * absorption(linear.g);
    b += weight * absorption(linear.b);
  }
  return formatHex({ mode: "lrgb", r: reflectance(r), g: reflectance(g), b: reflectance(b) });
}

const toLab = converter("oklab");
/** Lightness of a colour, 0 (black) to 1 (white), OKLab; orders cups from light to dark. */
export const lightness = (hex: string): number => toLab(hex)?.l ?? 0;
