import { converter, formatHex } from "culori";

const toLab = converter("lab65");

/** The grey of the same lightness (CIE L*, D65), as a hex colour. */
export const greyOf = (hex: string): string => formatHex({ mode: "lab65", l: toLab(hex)?.l ?? 0, a: 0, b: 0 });
