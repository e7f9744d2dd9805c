import { hexOfLab65, toLab65 } from "./spaces";

/** The grey of the same lightness (CIE L*, D65), as a hex colour. */
export const greyOf = (hex: string): string => hexOfLab65({ l: toLab65(hex).l, a: 0, b: 0 });
