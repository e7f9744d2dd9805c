/** Rate of an ordinary formula at 32 C, 33 % lye and a hard-fat share of 0.22, steps per minute (Tundish estimate, see docs/trace.md). */
export const ORDINARY_RATE_PER_MIN = 0.06;
const LYE_SLOPE = 6.9;
const REFERENCE_LYE = 0.33;
const HARD_FAT_SLOPE = 2.5;
const REFERENCE_HARD_FAT = 0.22;

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

const REFERENCE_C = 32;
const DOUBLES_PER_C = 10;
/** Log of the rate gained per degree. */
const PER_DEGREE = Math.LN2 / DOUBLES_PER_C;
/** Log of the rate gained per step of trace. */
export const SELF_ACCELERATION = 0.25;
/** Heat of reaction: C per step of trace. */
const HEAT_C_PER_STEP = 1.5;
/** Cooling time of 1 kg, min; grows with the cube root of mass. */
export const COOLING_MIN_PER_KG = 40;
/** Time in which a scent's rate factor is reached after mixing in, s (exponential approach). */
const RATE_RISE_S = 60;
const BLEND_STEPS_PER_S = 0.05;
const BLEND_REFERENCE_G = 500;
/** Above this index the scale ends: the cup is a lump. */
export const SET_TRACE = 5;
/** exp(-0.25 (SET_TRACE - 1)): where the integrated form ends. */
const SET_G = Math.exp(-SELF_ACCELERATION * (SET_TRACE - 1));
const LONGEST_STEP_S = 60;
/** Longest step while blending is this over the share of power, s: half a step of trace at most. */
const LONGEST_BLEND_STEP_S = 2.5;
/** A step of integration is halved while it would gain more than this. */
const MOST_GAIN = 0.4;
const DIP_STEPS = 0.3;
const DIP_RECOVERY_S = 90;

/** Time constant of cooling towards the room, s. */
export const coolingS = (massG: number): number => COOLING_MIN_PER_KG * 60 * Math.cbrt(Math.max(massG, 1) / 1000);

/**
 * A set of vessels of batter (pots before the split, cups after it), each with its own state and clock: structure of arrays, seconds
 * since first contact. Growth at rest is integrated in closed form over steps with constant temperature:
 * with g = exp(-0.25 (s-1)), dg/dt = -0.25 x rate x scent(t), and the scent's approach to its factor integrates exactly.
 */
export class Vessels {
  /** Trace index: 0 unmixed, 1 emulsion, 2 light, 3 medium, 4 thick, 5 set. */
  readonly trace: Float64Array;
  readonly temperatureC: Float64Array;
  /** Steps per minute at 32 C and trace 1 without scent. */
  readonly restRate: Float64Array;
  readonly massG: Float64Array;
  /** Time up to which a vessel has been brought, s. */
  readonly atS: Float64Array;
  /** Scent: factor before the last addition, factor that it goes to, time of the addition, s. */
  readonly scentFrom: Float64Array;
  readonly scentTo: Float64Array;
  readonly scentAtS: Float64Array;
  /** Last firm stir, s; it lowers the thickness for a moment, not the reaction. */
  readonly stirredAtS: Float64Array;
  private readonly cooling: Float64Array;
  roomC = 21;
  /** Told after every step of integration; null while nobody listens. */
  listen: ((vessel: number, atS: number) => void) | null = null;
  /** Times at which integration stops in any case, s apart; 0 for none. Lets a listener sample on a grid. */
  gridS = 0;

  constructor(readonly count: number) {
    const make = () => new Float64Array(count);
    this.trace = make();
    this.temperatureC = make();
    this.restRate = make();
    this.massG = make();
    this.atS = make();
    this.scentFrom = make();
    this.scentTo = make();
    this.scentAtS = make();
    this.stirredAtS = make();
    this.cooling = make();
  }

  /** A vessel of unmixed lye and oils, or one made ready to be filled from another. */
  reset(v: number, massG: number, restRate: number, temperatureC: number, atS: number): void {
    this.trace[v] = 0;
    this.temperatureC[v] = temperatureC;
    this.restRate[v] = restRate;
    this.massG[v] = massG;
    this.cooling[v] = coolingS(massG);
    this.atS[v] = atS;
    this.scentFrom[v] = 1;
    this.scentTo[v] = 1;
    this.scentAtS[v] = -1e9;
    this.stirredAtS[v] = -1e9;
  }

  /** Splits a cup off: the state of `from` in a vessel of its own mass. Both stand at the same time afterwards. */
  split(from: number, v: number, massG: number): void {
    this.reset(v, massG, this.restRate[from], this.temperatureC[from], this.atS[from]);
    this.trace[v] = this.trace[from];
    this.scentFrom[v] = this.scentFrom[from];
    this.scentTo[v] = this.scentTo[from];
    this.scentAtS[v] = this.scentAtS[from];
  }

  /** Takes the state of a vessel of another set. */
  copy(from: Vessels, v: number, to: number): void {
    this.reset(to, from.massG[v], from.restRate[v], from.temperatureC[v], from.atS[v]);
    this.trace[to] = from.trace[v];
    this.scentFrom[to] = from.scentFrom[v];
    this.scentTo[to] = from.scentTo[v];
    this.scentAtS[to] = from.scentAtS[v];
    this.stirredAtS[to] = from.stirredAtS[v];
  }

  private scentAt(v: number, atS: number): number {
    const to = this.scentTo[v];
    const from = this.scentFrom[v];
    return from === to ? to : to + (from - to) * Math.exp(-(atS - this.scentAtS[v]) / RATE_RISE_S);
  }

  /** Steps of trace per minute at the present state. Below emulsion nothing grows at rest. */
  ratePerMin(v: number): number {
    if (this.trace[v] < 1) return 0;
    const warmth = Math.exp((this.temperatureC[v] - REFERENCE_C) * PER_DEGREE);
    return this.restRate[v] * warmth * Math.exp(SELF_ACCELERATION * (this.trace[v] - 1)) * this.scentAt(v, this.atS[v]);
  }

  /** Lets a vessel stand until `untilS`, whisked or blended with a share of full power (1 stick blender on high, 0.1 whisk, 0.02 hand stir). */
  advance(v: number, untilS: number, blendShare = 0): void {
    let t = this.atS[v];
    const longest = blendShare > 0 ? Math.min(20, LONGEST_BLEND_STEP_S / blendShare) : LONGEST_STEP_S;
    while (t < untilS - 1e-9) {
      let h = untilS - t;
      if (h > longest) h = longest;
      if (this.gridS > 0) {
        const next = (Math.floor(t / this.gridS + 1e-9) + 1) * this.gridS - t;
        if (h > next) h = next;
      }
      h = this.step(v, t, h, blendShare);
      t += h;
      this.atS[v] = t;
      if (this.listen) this.listen(v, t);
    }
    if (this.atS[v] < untilS) this.atS[v] = untilS;
  }

  /** One step of integration; gives the seconds really taken, fewer where the batter runs. */
  private step(v: number, t: number, wantedS: number, blendShare: number): number {
    let h = wantedS;
    const s = this.trace[v];
    const T = this.temperatureC[v];
    const room = this.roomC;
    const tau = this.cooling[v];
    if (s < 1 || s >= SET_TRACE) {
      this.temperatureC[v] = room + (T - room) * Math.exp(-h / tau);
      return h;
    }
    const from = this.scentFrom[v];
    const to = this.scentTo[v];
    const e0 = from === to ? 0 : Math.exp(-(t - this.scentAtS[v]) / RATE_RISE_S);
    const g = Math.exp(-SELF_ACCELERATION * (s - 1));
    for (;;) {
      const middle = T + ((room - T) * h) / (2 * tau);
      const k = (this.restRate[v] * Math.exp((middle - REFERENCE_C) * PER_DEGREE)) / 60;
      const scent = to * h + (from === to ? 0 : (from - to) * RATE_RISE_S * e0 * (1 - Math.exp(-h / RATE_RISE_S)));
      const left = g - SELF_ACCELERATION * k * scent;
      let next = left <= SET_G ? SET_TRACE : 1 - Math.log(left) / SELF_ACCELERATION;
      if (next - s > MOST_GAIN && h > 1) {
        h /= 2;
        continue;
      }
      if (blendShare > 0) {
        const rate = (k * 60 * Math.exp(SELF_ACCELERATION * ((s + next) / 2 - 1)) * scent) / h;
        next += blendingSteps(h * blendShare, this.massG[v], rate);
        if (next > SET_TRACE) next = SET_TRACE;
      }
      this.trace[v] = next;
      this.temperatureC[v] = room + (T - room) * Math.exp(-h / tau) + HEAT_C_PER_STEP * (next - s);
      return h;
    }
  }

  /** Mixes a scent in now: jump and heat come at once, the factor (times that of one in it already) rises with 60 s. */
  addScent(v: number, jumpSteps: number, rateFactor: number, heatC: number): void {
    const now = this.scentAt(v, this.atS[v]);
    this.trace[v] = Math.min(SET_TRACE, this.trace[v] + jumpSteps);
    this.temperatureC[v] += heatC;
    this.scentFrom[v] = now;
    this.scentTo[v] *= rateFactor;
    this.scentAtS[v] = this.atS[v];
    if (this.listen) this.listen(v, this.atS[v]);
  }

  /** Seconds of blending on high that take no time of the plan: done by the way. */
  blendNow(v: number, seconds: number): void {
    for (let left = seconds; left > 0 && this.trace[v] >= 1; left -= LONGEST_BLEND_STEP_S) {
      const gained = blendingSteps(Math.min(LONGEST_BLEND_STEP_S, left), this.massG[v], this.ratePerMin(v));
      const next = Math.min(SET_TRACE, this.trace[v] + gained);
      this.temperatureC[v] += HEAT_C_PER_STEP * (next - this.trace[v]);
      this.trace[v] = next;
    }
    if (this.listen) this.listen(v, this.atS[v]);
  }

  /** Blends an unmixed pot to emulsion; trace 1 from then on. */
  emulsify(v: number): void {
    if (this.trace[v] < 1) this.trace[v] = 1;
    if (this.listen) this.listen(v, this.atS[v]);
  }

  /** A firm stir now. */
  stir(v: number): void {
    this.stirredAtS[v] = this.atS[v];
  }

  /** Thickness as it is met at `atS`: the trace, less what is left of a firm stir's dip. */
  apparent(v: number, atS = this.atS[v]): number {
    return apparentTrace(this.trace[v], atS - this.stirredAtS[v]);
  }
}

/** Trace less the passing dip of a firm stir so many seconds ago: -0.3 at first, recovered over 90 s; only above light trace. */
export function apparentTrace(trace: number, sinceStirS: number): number {
  if (sinceStirS < 0 || sinceStirS >= DIP_RECOVERY_S || trace <= 2) return trace;
  return Math.max(2, trace - DIP_STEPS * (1 - sinceStirS / DIP_RECOVERY_S));
}

/** Steps gained by so many seconds of blending on high, past emulsion: 0.05 s x sqrt(0.5 kg/m) x sqrt(r/r0). */
export const blendingSteps = (blendingS: number, massG: number, ratePerMin: number): number =>
  BLEND_STEPS_PER_S *
  blendingS *
  Math.sqrt(BLEND_REFERENCE_G / Math.max(massG, 1)) *
  Math.sqrt(ratePerMin / ORDINARY_RATE_PER_MIN);

const EMULSION_BLEND_S = 20;
const EMULSION_REFERENCE_G = 1500;

/** Seconds of blending on high that bring unmixed lye and oils to emulsion: about 20 s x sqrt(m/1.5 kg). */
export const emulsionBlendS = (massG: number): number => EMULSION_BLEND_S * Math.sqrt(massG / EMULSION_REFERENCE_G);

/** Seconds of further blending that bring an emulsion of this rate to `trace`. */
export function blendingSecondsTo(trace: number, massG: number, restRate: number, temperatureC: number): number {
  const rate = restRate * Math.exp((temperatureC - REFERENCE_C) * PER_DEGREE);
  const perSecond = blendingSteps(1, massG, rate) + rate / 60;
  return Math.max(0, trace - 1) / perSecond;
}

/** Degrees under the melting range of the hard fats from which they stiffen without reacting. */
const FALSE_TRACE_BELOW_C = 8;

/** True where a batter may look thick without having reacted: the hard fats are setting. */
export const isFalseTraceLikely = (temperatureC: number, meltsAboveC: number | null): boolean =>
  meltsAboveC !== null && temperatureC < meltsAboveC - FALSE_TRACE_BELOW_C;
