import { formatHex } from "culori/fn";
import { toLab65 } from "./spaces";

/** The grey of the same lightness (CIE L*, D65), as a hex colour. */
export const greyOf = (hex: string): string => formatHex({ mode: "lab65", l: toLab65(hex)?.l ?? 0, a: 0, b: 0 });
