import { afterLessons } from "../clock/learn";
import type { HueLesson } from "../photo/photoSchema";
import { type Told, toldOf } from "../practice/told";
import { HAND_CONSTANTS, type HandConstant } from "../techniques/hand";

/** Spread of the constants of a maker's hand before any photo, natural log (Tundish estimates). */
export const HAND_SPREAD: Readonly<Record<HandConstant, number>> = {
  depth: 0.2,
  spread: 0.35,
  carry: 0.25,
  reach: 0.4,
  unevenness: 0.4,
  wander: 0.4,
};
/** How far a cured colour lies from its patch before any photo, OKLab. */
export const HUE_SPREAD = 0.04;
/** Several batches are read through the same eye and the same light: their lessons count for this part of their precision. */
const TOGETHER = 0.6;

const HAND = "hand:";
const HUE = "hue:";
export const handUnknown = (constant: HandConstant): string => `${HAND}${constant}`;
const AXES = ["l", "a", "b"] as const;

/** The belief in one unknown about nothing after what is told of it: of several batches at a part of its precision; null without any. */
function believed(sd: number, own: Told | undefined): { mean: number; sd: number } | null {
  if (!own) return null;
  const part = own.batches > 1 ? TOGETHER : 1;
  return afterLessons({ mean: 0, sd }, [{ mean: own.mean, precision: own.precision * part }]);
}

/** What photos have made of the constants of the hand: natural logs of factors; only those that any tells. */
export function handKnowledge(told: readonly Told[]): Partial<Record<HandConstant, { mean: number; sd: number }>> {
  return Object.fromEntries(
    HAND_CONSTANTS.flatMap((c) => {
      const known = believed(HAND_SPREAD[c], toldOf(told, handUnknown(c)));
      return known ? [[c, { mean: known.mean, sd: Math.max(0.01, known.sd) }] as const] : [];
    }),
  );
}

/** What photos have made of the cured colours of colourants of the library, OKLab offsets. */
export function hueKnowledge(told: readonly Told[]): Record<string, { offset: [number, number, number]; sd: number }> {
  const ids = new Set(told.flatMap((t) => (t.unknown.startsWith(`${HUE}l:`) ? [t.unknown.slice(HUE.length + 2)] : [])));
  return Object.fromEntries(
    [...ids].map((id) => {
      const axes = AXES.map((axis) => believed(HUE_SPREAD, toldOf(told, `${HUE}${axis}:${id}`)));
      const offset = axes.map((k) => k?.mean ?? 0) as [number, number, number];
      return [id, { offset, sd: Math.max(0.001, axes[0]?.sd ?? HUE_SPREAD) }];
    }),
  );
}

/** A colour's lesson as three of one unknown each. */
export const hueLessons = ({
  colourantId,
  offset,
  sd,
}: HueLesson): { unknown: string; mean: number; precision: number }[] =>
  AXES.map((axis, i) => ({ unknown: `${HUE}${axis}:${colourantId}`, mean: offset[i], precision: 1 / sd ** 2 }));
