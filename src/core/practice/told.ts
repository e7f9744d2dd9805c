/**
 * What all batches together say of one unknown of the clock, the cut or the hand: their lessons add up by precision, so it does not grow with the batches. Those that
 * are left out say nothing of it.
 */
export interface Told {
  /** `pace`, `formula:<id>`, `F:<scent>`, `J:<scent>`, `A:<additive>`, `firm:<formula>`, `ash:<how worked>`, `hand:<constant>`, `hue:<axis>:<colourant>`. */
  unknown: string;
  /** Batches that say it, at least one. */
  batches: number;
  /** Mean of what they say, weighed by precision, in the unit of their lessons. */
  mean: number;
  /** Sum of their precisions. */
  precision: number;
}

/** What is told of one unknown; undefined where no batch says anything. */
export const toldOf = (told: readonly Told[], unknown: string): Told | undefined =>
  told.find((t) => t.unknown === unknown);
