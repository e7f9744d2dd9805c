import { parseISO } from "date-fns";
import type { OnHand } from "../../core/library/stock";
import type { Stock } from "../../core/practice/stockSchema";
import { format } from "../parts/dates";
import type { OpenDocument } from "../parts/useDocument";

/** The open stock, as its rows change it. */
export type HeldStock = Pick<OpenDocument<Stock>, "document" | "edit" | "seal">;

export const dayOf = (instant: string): string => format(parseISO(instant), "d MMM");

/** Why a material is to be bought. */
export function lowWords(m: OnHand, grams: (g: number) => string): string {
  if (m.low === "empty")
    return m.overdrawnG >= 0.5 ? `is used up, ${grams(m.overdrawnG)} more than there was by the count` : "is used up";
  if (m.low === "low") return `${grams(m.onHandG!)} left, low from ${grams(m.lowG!)}`;
  return `${grams(m.onHandG!)} left, planned batches take ${grams(m.plannedG)}`;
}
