import type { Divided } from "../mould/compartments";
import { type FamilyId, familyOf } from "./families/registry";
import { lanesIn } from "./lanes";
import { kindOf, type Operation } from "./operations/registry";
import type { TraceWindow } from "./traceWindow";

/** What the window of an operation hangs on in its design. */
export interface Designed {
  design: { family: FamilyId };
  moulds: readonly (Divided & { id: string })[];
  operations: readonly Operation[];
}

/** Window of an operation in its design: by family where that has its own, else by its kind; null for what needs none. */
export function windowOf(designed: Designed, o: Operation): TraceWindow | null {
  const own = familyOf(designed.design.family).windows?.[o.kind];
  if (own) return own;
  if (o.kind !== "compartment") return kindOf(o).window(o, null);
  const mould = designed.moulds.find((m) => m.id === o.mouldId);
  const lanes = mould ? lanesIn(mould, designed.operations) : null;
  return kindOf(o).window(o, lanes?.widthsMm[o.index] ?? null);
}
