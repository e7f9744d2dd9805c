import type { WaterMethod } from "../../../core/formula/water";

export const WATER_LABELS: Record<WaterMethod, string> = {
  concentration: "lye in the water, %",
  ratio: "water : lye",
  percentOfOils: "water, % of oils",
};
