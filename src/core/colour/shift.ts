import { formatHex } from "culori/fn";
import { toOklab, toRgb } from "./spaces";

const within = (v: number) => Math.min(1, Math.max(0, v));

/** A colour moved in OKLab: lightness and both hues; held to what a screen can show. */
export function shiftedHex(hex: string, [dl, da, db]: readonly [number, number, number]): string {
  const { l, a, b } = toOklab(hex)!;
  const { r, g, b: blue } = toRgb({ mode: "oklab", l: within(l + dl), a: a + da, b: b + db });
  return formatHex({ mode: "rgb", r: within(r), g: within(g), b: within(blue) });
}
