import { differenceCiede2000, filterDeficiencyDeuter, filterDeficiencyProt, filterDeficiencyTrit } from "culori/fn";
import { hexOfRgb, toLab65, toRgb } from "./spaces";

/** Difference of two colours of CIE Lab (D65) by CIEDE2000. */
export const labDifference = differenceCiede2000();

/** CIE Lab (D65) of a hex colour: l 0..100. */
export const labOf = (hex: string): { l: number; a: number; b: number } => {
  const { l, a, b } = toLab65(hex);
  return { l, a, b };
};

/** Difference of two colours by CIEDE2000: about 1 is just seen side by side in good light. */
export const colourDifference = (a: string, b: string): number => labDifference(toLab65(a), toLab65(b));

/** From here on two colours in a swirl are told apart at arm's length; below the first they read as one (Tundish estimates). */
export const ALIKE_BELOW = 6;
export const APART_FROM = 12;

export type Reads = "alike" | "close" | "apart";
export const reads = (difference: number): Reads =>
  difference < ALIKE_BELOW ? "alike" : difference < APART_FROM ? "close" : "apart";

export const VISIONS = {
  protan: "without red cones",
  deutan: "without green cones",
  tritan: "without blue cones",
} as const;
export type Vision = keyof typeof VISIONS;

const filters = { protan: filterDeficiencyProt(1), deutan: filterDeficiencyDeuter(1), tritan: filterDeficiencyTrit(1) };

/** How a colour looks to a person with that vision (simulated). */
export const seenBy = (hex: string, vision: Vision): string => hexOfRgb(filters[vision](toRgb(hex)));
