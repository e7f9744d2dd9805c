import { compartmentsOf, type Divided } from "../mould/compartments";
import type { Operation } from "./operations/registry";

/** Lanes that a design fills side by side in a mould. */
export interface Lanes {
  widthsMm: number[];
  lengthMm: number;
  /** False where no plates are entered: the lanes are then counted by the pours. */
  areEntered: boolean;
}

/** The lanes of a mould by its plates, or where none are entered by the pours into them, equally wide; null where no pour goes into a lane. */
export function lanesIn(mould: Divided & { id: string }, operations: readonly Operation[]): Lanes | null {
  const entered = compartmentsOf(mould);
  if (entered) return { widthsMm: entered.widthsMm, lengthMm: entered.lengthMm, areEntered: true };
  let highest = -1;
  for (const o of operations)
    if (o.kind === "compartment" && o.mouldId === mould.id) highest = Math.max(highest, o.index);
  if (highest < 0) return null;
  const n = highest + 1;
  return {
    widthsMm: Array.from({ length: n }, () => mould.widthMm / n),
    lengthMm: mould.lengthMm,
    areEntered: false,
  };
}
