import { blendingSteps, SELF_ACCELERATION, SET_TRACE, Vessels } from "./cup";
import { clampTrace, type Deed, type Program, type ProgramStep } from "./program";

/** How far a colour in a movement may lie outside the window for each part of the batter that is another colour (Tundish estimate). */
export const SOFT_NEIGHBOURS = 1;
const EYE_CLOSE = 1e-4;
const EYE_ROUNDS = 24;
/** How much of what is left is blended at once: far from the target, and near it, steps of trace. */
const AIM = { farFrom: 0.02, far: 0.85, near: 0.98 } as const;

/** The batters of one program while it is played: where each vessel stands, what was done to it, and what it will come to. */
export class Batters {
  readonly vessels: Vessels;
  protected readonly isThere: Uint8Array;
  protected readonly isPlayed: Uint8Array;
  protected readonly vesselFreeS: Float64Array;
  protected theta: Float64Array = new Float64Array(0);
  protected pace = 1;

  constructor(readonly program: Program) {
    this.vessels = new Vessels(program.vessels.length);
    this.vessels.roomC = program.roomC;
    this.isThere = new Uint8Array(program.vessels.length);
    this.isPlayed = new Uint8Array(program.steps.length);
    this.vesselFreeS = new Float64Array(program.vessels.length);
  }

  /** What is believed of a vessel's additives beyond the table, log of the factor. */
  protected learned(v: number): number {
    let sum = 0;
    for (const a of this.program.vessels[v].additives) sum += a.doses * this.theta[a.unknown];
    return sum;
  }

  /** Lets every vessel that is there stand until a time; those still to be split stay in their pot. */
  finishAt(atS: number): void {
    for (let v = 0; v < this.isThere.length; v++) if (this.isThere[v]) this.advanceOver(v, atS, 0);
  }

  /** Brings the vessels of a step to a time, with what was done to them by the way. */
  protected bring(step: ProgramStep, atS: number): void {
    for (const v of step.vessels) if (this.isThere[v]) this.advanceOver(v, atS, 0);
  }

  protected advanceOver(v: number, untilS: number, blendShare: number): void {
    const fromS = this.vessels.atS[v];
    for (const deed of this.program.deeds) {
      if (deed.vessel !== v || deed.atS <= fromS || deed.atS > untilS) continue;
      this.vessels.advance(v, deed.atS, blendShare);
      this.apply(deed);
    }
    this.vessels.advance(v, untilS, blendShare);
  }

  protected apply(deed: Deed): void {
    const { vessels } = this;
    const v = deed.vessel;
    if (deed.kind === "blend") vessels.blendNow(v, deed.amount);
    else if (deed.kind === "stir") vessels.stir(v);
    else if (deed.kind === "dose") vessels.addScent(v, 0, vessels.scentTo[v] ** (deed.amount - 1), 0);
    else if (deed.kind === "offset") vessels.trace[v] = clampTrace(vessels.trace[v] + this.theta[deed.unknown]);
    else vessels.trace[v] = clampTrace(deed.amount + this.theta[deed.unknown]);
    if (vessels.listen) vessels.listen(v, vessels.atS[v]);
  }

  /** Trace that the upper edge is held against: the batter's mean by mass, or a colour less what its softer neighbours carry. */
  protected highSide(step: ProgramStep): number {
    const { vessels } = this;
    let mean = 0;
    let most = 0;
    step.vessels.forEach((v, k) => {
      if (!this.isThere[v]) return;
      const s = vessels.apparent(v);
      mean += step.shares[k] * s;
      most = Math.max(most, s - SOFT_NEIGHBOURS * (1 - step.shares[k]));
    });
    return Math.max(mean, most);
  }

  protected lowSide(step: ProgramStep): number {
    const { vessels } = this;
    let mean = 0;
    let least = Number.POSITIVE_INFINITY;
    step.vessels.forEach((v, k) => {
      if (!this.isThere[v]) return;
      const s = vessels.apparent(v);
      mean += step.shares[k] * s;
      least = Math.min(least, s + SOFT_NEIGHBOURS * (1 - step.shares[k]));
    });
    return Math.min(mean, least);
  }

  /** Thickness that decides over a step: of its own cup; of a movement through colours the side that lies further out of the window. */
  protected deciding(step: ProgramStep): number {
    const { vessels } = this;
    const first = step.vessels[0];
    if (!this.isThere[first]) return vessels.apparent(this.program.vessels[first].pot);
    if (step.vessels.length === 1 || !step.window) return vessels.apparent(first);
    const [low, high] = [this.lowSide(step), this.highSide(step)];
    return high - step.window.high >= step.window.low - low ? high : low;
  }

  /** Highest lower edge of a cup's steps to come, each less what the cup gains by itself until then. */
  protected needed(v: number, i: number): number {
    const { program } = this;
    const ratePerS = this.vessels.ratePerMin(v) / 60;
    let most = 0;
    for (const j of program.stepsOf[v]) {
      const step = program.steps[j];
      if (this.isPlayed[j] || !step.window || !step.isMust) continue;
      const inS = Math.max(0, (program.workBeforeS[j] - program.workBeforeS[i]) * this.pace);
      most = Math.max(most, step.window.low - ratePerS * inS);
    }
    return most;
  }

  /** Lowest upper edge of a cup's must-steps to come; infinite without any. */
  protected lowestEdge(v: number): number {
    const { program } = this;
    let least = Number.POSITIVE_INFINITY;
    for (const j of program.stepsOf[v]) {
      const step = program.steps[j];
      if (this.isPlayed[j] || !step.window || !step.isMust) continue;
      const share = step.shares[step.vessels.indexOf(v)] ?? 1;
      least = Math.min(least, step.window.high + SOFT_NEIGHBOURS * (1 - share));
    }
    return least;
  }

  /** Seconds until a vessel stands at a trace by itself, at its present rate growing with it. */
  protected secondsTo(v: number, trace: number): number {
    const s = this.vessels.trace[v];
    if (s >= trace) return 0;
    const rate = this.vessels.ratePerMin(v);
    return rate > 0
      ? (60 * (1 - Math.exp(-SELF_ACCELERATION * (trace - s)))) / (SELF_ACCELERATION * rate)
      : Number.POSITIVE_INFINITY;
  }

  /** Trace of a vessel so many seconds on, at its present rate growing with it. */
  protected traceIn(v: number, seconds: number): number {
    const left = 1 - (SELF_ACCELERATION * this.vessels.ratePerMin(v) * seconds) / 60;
    return left <= 0 ? SET_TRACE : clampTrace(this.vessels.trace[v] - Math.log(left) / SELF_ACCELERATION);
  }

  /** Blends a vessel on high until it stands at a trace, as a person who looks at it does; at most until a time. */
  protected blendTo(v: number, target: number, fromS: number, latestS: number): number {
    const { vessels } = this;
    let t = fromS;
    for (let round = 0; round < EYE_ROUNDS; round++) {
      const left = target - vessels.trace[v];
      if (left <= EYE_CLOSE || t >= latestS) break;
      const rate = vessels.ratePerMin(v);
      const perS = blendingSteps(1, vessels.massG[v], rate) + rate / 60;
      if (!(perS > 0)) break;
      // Aims a little short: what is blended too far cannot be taken back.
      const h = Math.min(latestS - t, (left * (left > AIM.farFrom ? AIM.far : AIM.near)) / perS);
      t += h;
      vessels.advance(v, t, 1);
    }
    return t;
  }

  protected splitOff(cup: number, atS: number): void {
    const { vessels, program } = this;
    const pot = program.vessels[cup].pot;
    this.advanceOver(pot, atS, 0);
    vessels.split(pot, cup, program.vessels[cup].massG);
    this.isThere[cup] = 1;
    this.vesselFreeS[cup] = atS;
    // What was seen of the cup before the clock has it at all is where it stands.
    for (const deed of program.deeds)
      if (deed.vessel === cup && deed.atS <= atS && deed.kind === "seen") this.apply(deed);
    if (vessels.listen) vessels.listen(cup, atS);
  }
}

/** A scent that is known to be quiet is less uncertain than one that is known to run. */
const UNKNOWN_OF_QUIET = 0.4;

/** What the scent of a vessel does at given values of the unknowns: jump in steps, factor of the rate, heat in C. */
export function scentOf(
  program: Program,
  vessel: number,
  unknowns: Float64Array,
): { jump: number; rateFactor: number; heatC: number } {
  let logFactor = 0;
  let jump = 0;
  let heatC = 0;
  for (const a of program.vessels[vessel].scent) {
    logFactor += a.logFactor + a.weight * unknowns[a.unknownF] * (a.logFactor === 0 ? UNKNOWN_OF_QUIET : 1);
    jump += a.jumpSteps * Math.exp(unknowns[a.unknownJ]);
    heatC += a.heatC;
  }
  return { jump, rateFactor: Math.exp(logFactor), heatC };
}
