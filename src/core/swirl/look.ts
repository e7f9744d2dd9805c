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
/** Height from which on nothing is laid on the surface any more. */
const FLAT_UNDER = 0.3;
/** 1 for a pour laid on the surface, 0 from 30 % height up. */
export const flatness = (ph: number): number => clamp(1 - ph / FLAT_UNDER, 0, 1);

/** Share that reaches down from no height; what trace 0 and each step of it take; and between what it lies. */
const DEPTH = { laid: 0.3, atZero: 1.24, perStep: 0.14, least: 0.1, most: 0.985 } as const;
/** Deepest that anything poured reaches, share of the new level. */
export const DEEPEST = DEPTH.most;
/** Depth that a pour reaches as a share of the new level, 0.10..0.985. */
export const penetration = (s: number, ph: number, look: Look): number =>
  clamp(
    look.depth * (DEPTH.laid + (1 - DEPTH.laid) * ph) * (DEPTH.atZero - DEPTH.perStep * s),
    DEPTH.least,
    DEPTH.most,
  );

/** Wander of a stripe, mm: of a thick batter, and how much more of a thin one. */
const SLOW_MM = { thick: 9, thin: 5 } as const;
const QUICK_MM = { thick: 0.8, thin: 2.4 } as const;
const OWN_MM = { thick: 2, thin: 1.5 } as const;
/** A constant that grows as a batter is thinner. */
const thinner = ({ thick, thin: more }: { thick: number; thin: number }, thin: number): number => thick + more * thin;

/** How a stripe wanders from side to side, mm: the whole of it in long sweeps and in short ones, and each of its filaments for itself. */
export const stripeWanderMm = (s: number, { wander }: Look): { slow: number; quick: number; own: number } => {
  const thin = thinness(s);
  return {
    slow: wander * thinner(SLOW_MM, thin),
    quick: wander * thinner(QUICK_MM, thin),
    own: wander * thinner(OWN_MM, thin),
  };
};

/** Filaments into which one pass parts: up to three hairlines when thin, one rounded head when thick. */
export const filaments = (s: number): number => 1 + Math.round(2 * thinness(s));

/** Reach at trace 0 and for each step of it, mm; turn from no height and for all of it, rad; what trace takes of the turn, and the least that is left. */
const DRAG = { reachMm: 7, perStepMm: 1.5, turn: 0.5, byHeight: 0.6, atZero: 1.25, perStep: 0.17, least: 0.3 } as const;
/** How a falling stripe drags what lies beside it down: reach, mm, and turn, radians. */
export const dragOf = (s: number, ph: number): { reachMm: number; turn: number } => ({
  reachMm: DRAG.reachMm + DRAG.perStepMm * s,
  turn: (DRAG.turn + DRAG.byHeight * ph) * clamp(DRAG.atZero - DRAG.perStep * s, DRAG.least, 1),
});

const LAYER_UNEVEN_MM = { thin: 2.2, thick: 2.8 } as const;
const LAYER_FALLS = { thick: 0.7, thin: 0.8 } as const;
/** What a hand leaves in a laid layer: how far its thickness strays, mm, more when thick; and how fast finer waves fall off, more when thin. */
export const layerHand = (s: number): { unevenMm: number; falls: number } => ({
  unevenMm: LAYER_UNEVEN_MM.thin + LAYER_UNEVEN_MM.thick * (1 - thinness(s)),
  falls: thinner(LAYER_FALLS, thinness(s)),
});
/** Depth of a top line, mm, and how far it wanders, mm. */
export const TOP_LINE = { depthMm: 3.5, wobbleMm: 2.5 } as const;
/** Widest gap a plume may open, as a share of the width. */
export const WIDEST_GAP = 0.8;

/** What a tool of no width would lose; over which reach it loses nothing more, mm; and between what it lies. */
const LOSS = { narrowest: 0.5, overMm: 60, least: 0.08, most: 0.42 } as const;
/** Share of its drag that a tool loses from the surface down to the floor: the narrower, the more. */
export const dragLossAtFloor = (reachMm: number): number =>
  clamp(LOSS.narrowest - reachMm / LOSS.overMm, LOSS.least, LOSS.most);
/** Reach from which on a tool is a spoon, and how far the drag of either fades in from its tip, mm. */
const FADE_MM = { spoonFrom: 25, spoon: 26, rod: 7 } as const;
/** Height over which a tool's drag fades in from its tip, mm; a spoon's more. */
export const fadeMm = (reachMm: number): number => (reachMm > FADE_MM.spoonFrom ? FADE_MM.spoon : FADE_MM.rod);
/** How far a rod leans from its line with depth, and a wire along the loaf, mm. */
export const ROD_WANDER_MM = 1.5;
export const WIRE_WANDER_MM = 6;
/** How far a freely drawn way wanders with depth or along the loaf, mm. */
export const STROKE_WANDER_MM = 3.4;
/** Wander of lane boundaries and seep under the plates, mm. */
export const LANE_WANDER_MM = 3;
const SEEP_MM = { thick: 2, thin: 5 } as const;
export const seepMm = (s: number): number => thinner(SEEP_MM, thinness(s));
/** Raggedness of a thin batter, mm; from which trace on and by how much a step it grows, mm, and over how many steps. */
const RAGGED = { thinMm: 1.6, from: 1.2, perStepMm: 1.1, steps: 3 } as const;
/** Raggedness that a hand leaves in sheets and passes, mm: more when thick. */
export const handMm = (s: number): number => RAGGED.thinMm + RAGGED.perStepMm * clamp(s - RAGGED.from, 0, RAGGED.steps);
/** Passes in which a pot is poured out. */
export const POT_PASSES = 10;
