import { hexOfOklab, toOklab } from "./spaces";

const within = (v: number) => Math.min(1, Math.max(0, v));

/** A colour moved in OKLab: lightness and both hues; held to what a screen can show. */
export function shiftedHex(hex: string, [dl, da, db]: readonly [number, number, number]): string {
  const { l, a, b } = toOklab(hex);
  return hexOfOklab({ l: within(l + dl), a: a + da, b: b + db });
}
