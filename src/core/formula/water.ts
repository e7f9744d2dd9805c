/** The three ways in which schools state the water, all convertible once lye and oils are known. */
export type WaterMethod = "concentration" | "ratio" | "percentOfOils";

/**
 * Grams of water for a stated method.
 * - concentration: `value` = 100 x lye/(lye+water), percent, above 0 and below 100
 * - ratio: `value` = water/lye, 0 or more
 * - percentOfOils: `value` = 100 x water/oils, 0 or more
 * @param lyeG lye as weighed (with its impurities), g
 * @param oilsG formula oils, g
 */
export function waterMassG(method: WaterMethod, value: number, lyeG: number, oilsG: number): number {
  if (method === "concentration") return lyeG * (100 / value - 1);
  if (method === "ratio") return lyeG * value;
  return (oilsG * value) / 100;
}

/** The same water said in the three ways. Inverse of {@link waterMassG} for each method. */
export function statedWater(waterG: number, lyeG: number, oilsG: number): Record<WaterMethod, number> {
  return {
    concentration: (100 * lyeG) / (lyeG + waterG),
    ratio: waterG / lyeG,
    percentOfOils: (100 * waterG) / oilsG,
  };
}
