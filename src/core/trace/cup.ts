import { RATE_RISE_S } from "../scent/classes";

/** One vessel of batter: the pot before the split, a cup after it. */
export interface Cup {
  massG: number;
  /** Trace index: 0 unmixed, 1 emulsion, 2 light, 3 medium, 4 thick, 5 set. */
  trace: number;
  temperatureC: number;
  /** Rate of thickening at 32 C and trace 1 without scent, steps per minute: formula, water and additives. */
  restRate: number;
  scent: { rateFactor: number; addedAtS: number } | null;
}

/** Rate of an ordinary formula at 32 C, 33 % lye and a hard-fat share of 0.22, steps per minute (Tundish estimate, see docs/trace.md). */
export const ORDINARY_RATE_PER_MIN = 0.06;
const REFERENCE_C = 32;
const DOUBLES_PER_C = 10;
const LYE_SLOPE = 6.9;
const REFERENCE_LYE = 0.33;
const HARD_FAT_SLOPE = 2.5;
const REFERENCE_HARD_FAT = 0.22;
const SELF_ACCELERATION = 0.25;
/** Heat of reaction: C per step of trace. */
const HEAT_C_PER_STEP = 1.5;
/** Cooling time of 1 kg in a cup, min; grows with the cube root of mass. */
const COOLING_MIN = 40;
const LONGEST_STEP_S = 10;
/** Above this index the scale ends: the cup is a lump. */
export const SET_TRACE = 5;

/**
 * Rate at rest before temperature, self-acceleration and scent, steps per minute.
 * @param lyeConcentration lye/(lye+water), 0..1, all water counted
 * @param hardFatShare palmitic + stearic share of fatty acids, 0..1
 * @param paceOffset sum of share x offset over the oils
 * @param additivePace product of the additives' factors
 */
export function restRatePerMin(
  lyeConcentration: number,
  hardFatShare: number,
  paceOffset: number,
  additivePace: number,
): number {
  return (
    ORDINARY_RATE_PER_MIN *
    Math.exp(LYE_SLOPE * (lyeConcentration - REFERENCE_LYE)) *
    Math.exp(HARD_FAT_SLOPE * (hardFatShare - REFERENCE_HARD_FAT) + paceOffset) *
    additivePace
  );
}

/** Steps of trace per minute of a cup at its present state and time. Below emulsion nothing grows at rest. */
export function ratePerMin(cup: Cup, atS: number): number {
  if (cup.trace < 1) return 0;
  const warmth = 2 ** ((cup.temperatureC - REFERENCE_C) / DOUBLES_PER_C);
  const scent = cup.scent
    ? 1 + (cup.scent.rateFactor - 1) * (1 - Math.exp(-Math.max(0, atS - cup.scent.addedAtS) / RATE_RISE_S))
    : 1;
  return cup.restRate * warmth * Math.exp(SELF_ACCELERATION * (cup.trace - 1)) * scent;
}

/**
 * Lets a cup stand (or be stirred by blender, see `blendShare`) from `fromS` for `seconds`; changes it in place.
 * Midpoint rule with steps of at most 10 s. `visit` is called after every step.
 * @param blendShare share of full blending power: 1 stick blender on high, 0.1 whisk, 0.02 hand stir, 0 rest
 */
export function advance(
  cup: Cup,
  fromS: number,
  seconds: number,
  roomC: number,
  blendShare = 0,
  visit?: (atS: number, cup: Cup) => void,
): void {
  const coolingMin = COOLING_MIN * Math.cbrt(Math.max(cup.massG, 1) / 1000);
  const steps = Math.ceil(seconds / LONGEST_STEP_S);
  const h = seconds / steps;
  let t = fromS;
  for (let i = 0; i < steps; i++) {
    const mid: Cup = { ...cup };
    grow(mid, t, h / 2, roomC, coolingMin, blendShare, cup);
    grow(cup, t + h / 2, h, roomC, coolingMin, blendShare, mid);
    t += h;
    visit?.(t, cup);
  }
}

/** Adds `seconds` of the slope at `at` to `cup`. */
function grow(
  cup: Cup,
  atS: number,
  seconds: number,
  roomC: number,
  coolingMin: number,
  blendShare: number,
  at: Cup,
): void {
  const rest = (ratePerMin(at, atS) * seconds) / 60;
  const blended = blendShare > 0 && at.trace >= 1 ? blendingSteps(at, atS, seconds * blendShare) : 0;
  const gained = Math.min(SET_TRACE - cup.trace, rest + blended);
  cup.trace += gained;
  cup.temperatureC += HEAT_C_PER_STEP * gained - ((at.temperatureC - roomC) / coolingMin) * (seconds / 60);
}

const BLEND_STEPS_PER_S = 0.05;
const BLEND_REFERENCE_G = 500;

/** Steps of trace gained by so many seconds of blending on high, past emulsion: 0.05 s x sqrt(0.5 kg/m) x sqrt(r/r0). */
export function blendingSteps(cup: Cup, atS: number, blendingS: number): number {
  return (
    BLEND_STEPS_PER_S *
    blendingS *
    Math.sqrt(BLEND_REFERENCE_G / Math.max(cup.massG, 1)) *
    Math.sqrt(ratePerMin(cup, atS) / ORDINARY_RATE_PER_MIN)
  );
}

const EMULSION_BLEND_S = 20;
const EMULSION_REFERENCE_G = 1500;

/** Seconds of blending on high that bring unmixed lye and oils to emulsion: about 20 s x sqrt(m/1.5 kg). */
export const emulsionBlendS = (massG: number): number => EMULSION_BLEND_S * Math.sqrt(massG / EMULSION_REFERENCE_G);

/** Seconds of further blending that bring an emulsion of this rate to `trace`. */
export function blendingSecondsTo(trace: number, massG: number, restRate: number, temperatureC: number): number {
  const cup: Cup = { massG, trace: 1, temperatureC, restRate, scent: null };
  const perSecond = blendingSteps(cup, 0, 1) + ratePerMin(cup, 0) / 60;
  return Math.max(0, trace - 1) / perSecond;
}

/** Mixes a scent in: the jump and heat come at once, the rate factor (times that of one in it already) rises from `atS`; changes the cup in place. */
export function addScent(
  cup: Cup,
  atS: number,
  effect: { jumpSteps: number; rateFactor: number; heatC: number },
): void {
  cup.trace = Math.min(SET_TRACE, cup.trace + effect.jumpSteps);
  cup.temperatureC += effect.heatC;
  cup.scent = { rateFactor: effect.rateFactor * (cup.scent?.rateFactor ?? 1), addedAtS: atS };
}
