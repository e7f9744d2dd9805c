import { parseISO } from "date-fns";
import type { RackRow } from "../../core/derive/orders";
import type { Orders } from "../../core/practice/ordersSchema";
import { format } from "../parts/dates";
import type { OpenDocument } from "../parts/useDocument";

/** The open orders, as their cards change them. */
export type HeldOrders = Pick<OpenDocument<Orders>, "document" | "edit" | "set" | "seal">;

/** An id of its own for a line that is added. */
export const freshId = (letter: string): string => `${letter}${crypto.randomUUID().slice(0, 13)}`;

export const day = (on: string): string => format(parseISO(on), "d MMM yyyy");

/** "ready since 3 Nov 2026", "ready on 4 Jan 2027". */
export function stateWords({ state, readyOn, pourOn }: Pick<RackRow, "state" | "readyOn" | "pourOn">): string {
  if (state === "ready") return `ready since ${day(readyOn!)}`;
  if (state === "curing") return readyOn ? `cures, ready on ${day(readyOn)}` : "cures";
  if (state === "pouring") return "is being poured";
  return pourOn
    ? `planned for ${day(pourOn)}, ready on ${readyOn ? day(readyOn) : "a day not known"}`
    : "planned, no day set";
}

/** "1 bar", "9 bars". */
export const barsWords = (n: number): string => `${n} ${n === 1 ? "bar" : "bars"}`;
