import type { HandConstant } from "../techniques/hand";

/**
 * How trace and height of a pour shape it. All constants are set by eye and stand here alone, to be calibrated against
 * cut bars. `s` is the trace index of the poured batter, `ph` the pour height 0 (low) .. 1 (high).
 */
export const POUR_HEIGHT = { low: 0.08, mid: 0.5, high: 0.95 } as const;

/** What is learned of a maker's hand, as factors on the constants here; 1 as usual. */
export type Look = Readonly<Record<HandConstant, number>>;
export const PLAIN_LOOK: Look = { depth: 1, spread: 1, carry: 1, reach: 1, unevenness: 1, wander: 1 };

const clamp = (v: number, low: number, high: number) => Math.min(high, Math.max(low, v));

const THIN = { upTo: 2.6, over: 1.4 } as const;
/** 0 for a batter of medium trace or thicker, 1 for one barely emulsified. */
export const thinness = (s: number): number => clamp((THIN.upTo - s) / THIN.over, 0, 1);
/** 1 for a pour laid on the surface, 0 from 30 % height up. */
export const flatness = (ph: number): number => clamp(1 - ph / 0.3, 0, 1);

/** Depth that a pour reaches as a share of the new level, 0.10..0.985. */
export const penetration = (s: number, ph: number, look: Look): number =>
  clamp(look.depth * (0.3 + 0.7 * ph) * (1.24 - 0.14 * s), 0.1, 0.985);

/** How a stripe wanders from side to side, mm: the whole of it in long sweeps and in short ones, and each of its filaments for itself. */
export const stripeWanderMm = (s: number, { wander }: Look): { slow: number; quick: number; own: number } => {
  const thin = thinness(s);
  return { slow: wander * (9 + 5 * thin), quick: wander * (0.8 + 2.4 * thin), own: wander * (2 + 1.5 * thin) };
};

/** Filaments into which one pass parts: up to three hairlines when thin, one rounded head when thick. */
export const filaments = (s: number): number => 1 + Math.round(2 * thinness(s));

/** How a falling stripe drags what lies beside it down: reach, mm, and turn, radians. */
export const dragOf = (s: number, ph: number): { reachMm: number; turn: number } => ({
  reachMm: 7 + 1.5 * s,
  turn: (0.5 + 0.6 * ph) * clamp(1.25 - 0.17 * s, 0.3, 1),
});

/** What a hand leaves in a laid layer: how far its thickness strays, mm, more when thick; and how fast finer waves fall off, more when thin. */
export const layerHand = (s: number): { unevenMm: number; falls: number } => ({
  unevenMm: 2.2 + 2.8 * (1 - thinness(s)),
  falls: 0.7 + 0.8 * thinness(s),
});
/** Depth of a top line, mm, and how far it wanders, mm. */
export const TOP_LINE = { depthMm: 3.5, wobbleMm: 2.5 } as const;
/** Widest gap a plume may open, as a share of the width. */
export const WIDEST_GAP = 0.8;

/** Share of its drag that a tool loses from the surface down to the floor: the narrower, the more. */
export const dragLossAtFloor = (reachMm: number): number => clamp(0.5 - reachMm / 60, 0.08, 0.42);
/** Height over which a tool's drag fades in from its tip, mm; a spoon's more. */
export const fadeMm = (reachMm: number): number => (reachMm > 25 ? 26 : 7);
/** How far a rod leans from its line with depth, and a wire along the loaf, mm. */
export const ROD_WANDER_MM = 1.5;
export const WIRE_WANDER_MM = 6;
/** How far a freely drawn way wanders with depth or along the loaf, mm. */
export const STROKE_WANDER_MM = 3.4;
/** Wander of lane boundaries and seep under the plates, mm. */
export const LANE_WANDER_MM = 3;
export const seepMm = (s: number): number => 2 + 5 * thinness(s);
/** Raggedness that a hand leaves in sheets and passes, mm: more when thick. */
export const handMm = (s: number): number => 1.6 + 1.1 * clamp(s - 1.2, 0, 3);
/** Passes in which a pot is poured out. */
export const POT_PASSES = 10;
