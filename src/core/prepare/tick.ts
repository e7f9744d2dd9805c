import type { Plan } from "../document/schema";
import type { WeighUpItem } from "./weighUp";

/** The tick of an item, as it stands in the document. @param at instant of the tick; null where it is not known */
export const tickOf = (
  { id, massG }: Pick<WeighUpItem, "id" | "massG">,
  at: string | null = null,
  lot = "",
): Plan["weighUp"]["ticks"][number] => ({ id, massG, at, lot });
