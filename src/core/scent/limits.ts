import type { Scent, ScentPart } from "./scentSchema";

/** A part of a scent against its limits in the cured bar. */
export interface LimitCheck {
  part: string;
  /** Share of the cured mass, percent. */
  sharePct: number;
  /** The lower of the limits that are known, and whose it is; null when none is. */
  limitPct: number | null;
  whose: "certificate" | "own limit" | null;
  isOver: boolean;
}

/** The lower of a part's known limits. */
export function limitOf(part: Pick<ScentPart, "certificatePct" | "ownLimitPct">): {
  limitPct: number | null;
  whose: LimitCheck["whose"];
} {
  const { certificatePct: c, ownLimitPct: own } = part;
  if (c === null && own === null) return { limitPct: null, whose: null };
  if (own !== null && (c === null || own < c)) return { limitPct: own, whose: "own limit" };
  return { limitPct: c, whose: "certificate" };
}

/** The stricter of two limits; one that is not known does not count. */
export function stricter<L extends Pick<LimitCheck, "limitPct" | "whose">>(
  a: L,
  b: Pick<LimitCheck, "limitPct" | "whose">,
) {
  const { limitPct, whose } = b.limitPct !== null && (a.limitPct === null || b.limitPct < a.limitPct) ? b : a;
  return { limitPct, whose };
}

/**
 * Compares a scent with its limits, like with like: grams of each part against the cured mass that carries them.
 * @param scentG scent in the cup or batch, g
 * @param curedG cured mass of the same cup or batch, g, above 0
 */
export function checkLimits(scent: Scent, scentG: number, curedG: number): LimitCheck[] {
  const total = scent.parts.reduce((sum, p) => sum + p.sharePct, 0) || 1;
  return scent.parts.map((part) => {
    const sharePct = (100 * scentG * part.sharePct) / total / curedG;
    const { limitPct, whose } = limitOf(part);
    return { part: part.name, sharePct, limitPct, whose, isOver: limitPct !== null && sharePct > limitPct + 1e-9 };
  });
}
