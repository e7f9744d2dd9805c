import { type Operation, portionOf } from "../techniques/operations/registry";
import type { Derived } from "./derive";

/** Colour of what an operation pours, sRGB hex: of its cup, or the shade that others poured into it have made. Null for movements. */
export function pourHex(
  derived: Pick<Derived, "designs" | "palette">,
  portions: readonly { id: string }[],
  operation: Operation,
): string | null {
  const poured = derived.designs.get(operation.mouldId)?.pours.find((p) => p.id === operation.id);
  const index = poured?.colour ?? portions.findIndex((p) => p.id === portionOf(operation));
  return derived.palette[index] ?? null;
}
