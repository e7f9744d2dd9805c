import { Batters, SOFT_NEIGHBOURS, scentOf } from "./batters";
import { clampTrace, type Program, type ProgramStep } from "./program";

/** What a top, a texture or piping waits for has no hurry: it is only given up after this, s. */
export const LONGEST_PATIENCE_S = 12 * 3600;
/** Waits go on by half of what is predicted, between these, s. */
export const WAIT_STEP_S = { least: 3, most: 120, mostPatient: 600 } as const;
/** A cup that is too thin at its pour is blended to this above what it needs, and stays this under its lowest upper edge. */
const BLEND_OVER = 0.15;
const BLEND_UNDER_EDGE = 0.3;
/** A pour that took at least this part of the predicted wait longer than it takes was waited for. */
const WAITED_SHARE = 0.7;
/** Fetching the blender for a cup, s. */
const FETCH_BLENDER_S = 6;
/** Up to so much too thick a firm stir is tried, and takes this long, s. */
const STIR_UP_TO = 0.4;
export const FIRM_STIR_S = 8;
/** Blending by eye stops at its target, or at this many times the planned seconds. */
const BLEND_AT_MOST = 3;

/** What one playing of a program writes, by place of the step. Reused from draw to draw. */
export interface Played {
  startS: Float64Array;
  endS: Float64Array;
  waitS: Float64Array;
  /** Seconds for blending the cup up before the step, the fetching of the blender included; 0 where it was not. */
  blendS: Float64Array;
  /** 1 where the cup was stirred firmly before the step. */
  stirred: Uint8Array;
  /** Thickness that decides at start and end: of the own cup, or of a movement's batter. */
  startTrace: Float64Array;
  endTrace: Float64Array;
  /** Thickness that the upper edge is held against at the end. */
  thickest: Float64Array;
}

export const makePlayed = (program: Program): Played => {
  const make = () => new Float64Array(program.steps.length);
  return {
    startS: make(),
    endS: make(),
    waitS: make(),
    blendS: make(),
    stirred: new Uint8Array(program.steps.length),
    startTrace: make(),
    endTrace: make(),
    thickest: make(),
  };
};

/** A player keeps the vessels of one program and plays it again and again: what a person does, and when. */
export class Player extends Batters {
  private readonly handFreeS = new Float64Array(2);

  /** @param firmStirs a cup a little too thick is stirred firmly: what is done on the day; a search for orders does without */
  constructor(
    program: Program,
    private readonly firmStirs = true,
  ) {
    super(program);
  }

  /**
   * Plays all steps with the given values of the unknowns (as in `program.unknowns`). Steps are begun in their order, each as soon as its
   * hands, its vessels and what must come before it are free; a cup too thin for its pour is waited for or blended up, batter in a mould waited for.
   * `sequence`: places of the steps in another order, in which nothing may stand before what it follows on.
   * `untilS`: steps that cannot begin before this are left out, s since first contact.
   */
  play(unknowns: Float64Array, out: Played, sequence?: Int32Array, untilS = Number.POSITIVE_INFINITY): void {
    const { program, vessels } = this;
    this.theta = unknowns;
    this.pace = program.pace * Math.exp(unknowns[program.slots.pace]);
    this.isThere.fill(0);
    this.isPlayed.fill(0);
    this.handFreeS.fill(0);
    this.vesselFreeS.fill(0);
    for (let p = 0; p < program.potCount; p++) {
      const pot = program.vessels[p];
      const rate = pot.rate * Math.exp(unknowns[program.slots.formula[p]] + this.learned(p));
      vessels.reset(p, pot.massG, rate, program.startC[p] + unknowns[program.slots.temperature], 0);
      this.isThere[p] = 1;
    }
    let isPresent = program.nowS !== null;
    const count = sequence?.length ?? program.steps.length;
    for (let k = 0; k < count; k++) {
      const i = sequence ? sequence[k] : k;
      const step = program.steps[i];
      const really = program.endS[i];
      const isDone = !Number.isNaN(really);
      // A step that is done is begun whenever it was; no other before a hand is free, and hands are never free sooner than they were.
      if (!isDone && Math.min(this.handFreeS[0], this.handFreeS[1]) >= untilS) {
        out.endS[i] = Number.POSITIVE_INFINITY;
        continue;
      }
      let start =
        step.hands === 2 || program.people === 1
          ? Math.max(this.handFreeS[0], this.handFreeS[1])
          : Math.min(this.handFreeS[0], this.handFreeS[1]);
      for (const pred of step.preds) if (out.endS[pred] > start) start = out.endS[pred];
      const bowl = step.kind === "weigh" ? program.vessels[step.vessels[0]].pot : -1;
      for (const v of step.vessels) if (this.vesselFreeS[v] > start) start = this.vesselFreeS[v];
      if (bowl >= 0 && this.vesselFreeS[bowl] > start) start = this.vesselFreeS[bowl];
      if (isDone) start = Math.min(start, really);
      out.waitS[i] = 0;
      out.blendS[i] = 0;
      out.stirred[i] = 0;
      if (step.window && !isDone) start = this.ready(step, i, start, out);
      else if (step.window) {
        this.wasReady(step, i, start, really);
        // Where it was waited for, the work itself took its time right before the end.
        start = Math.max(start, really - step.durationS * this.pace);
      }
      this.bring(step, start);
      out.startS[i] = start;
      out.startTrace[i] = this.deciding(step);
      const until = isDone ? Math.max(start, really) : isPresent ? program.nowS! : null;
      if (!isDone && isPresent) isPresent = false;
      const end = this.work(step, i, start, until, isDone);
      out.endS[i] = end;
      out.endTrace[i] = this.deciding(step);
      out.thickest[i] = step.vessels.length === 1 ? out.endTrace[i] : this.highSide(step);
      this.isPlayed[i] = 1;
      for (const v of step.vessels) this.vesselFreeS[v] = end;
      if (bowl >= 0) this.vesselFreeS[bowl] = end;
      this.occupy(step, end);
    }
  }

  /** When each hand and each vessel is free after what was played, s. */
  freeFrom(): { handFreeS: Float64Array; vesselFreeS: Float64Array } {
    return { handFreeS: this.handFreeS, vesselFreeS: this.vesselFreeS };
  }

  private occupy(step: ProgramStep, end: number): void {
    if (step.hands === 2 || this.program.people === 1) this.handFreeS.fill(end);
    else this.handFreeS[this.handFreeS[0] <= this.handFreeS[1] ? 0 : 1] = end;
  }

  /** Time at which the step can begin: at once, or after waiting, blending its cup up, or a firm stir; s. */
  private ready(step: ProgramStep, i: number, startS: number, out: Played): number {
    this.bring(step, startS);
    const s = this.deciding(step);
    const { low, high } = step.window!;
    const v = step.vessels[0];
    if (s < low) {
      if (step.isFromCup && this.isThere[v] && this.isBlendedUp(v, low, startS)) {
        const end = this.blendUp(v, i, low, startS);
        out.blendS[i] = end - startS;
        return end;
      }
      const end = this.waitFor(step, startS);
      out.waitS[i] = end - startS;
      return end;
    }
    if (this.firmStirs && step.isFromCup && s > high && s <= high + STIR_UP_TO && s > 2) {
      const end = startS + FIRM_STIR_S * this.pace;
      this.bring(step, end);
      this.vessels.stir(v);
      out.stirred[i] = 1;
      return end;
    }
    return startS;
  }

  /** A pour that was done although the clock has its cup too thin: where there was no time to wait for it, it was blended up as the step says. */
  private wasReady(step: ProgramStep, i: number, startS: number, endS: number): void {
    this.bring(step, startS);
    const v = step.vessels[0];
    const { low } = step.window!;
    if (!step.isFromCup || !this.isThere[v] || this.vessels.trace[v] >= low) return;
    const spareS = endS - startS - step.durationS * this.pace;
    const waitS = this.secondsTo(v, low);
    if (spareS < FETCH_BLENDER_S || spareS > WAITED_SHARE * waitS || !this.isBlendedUp(v, low, startS)) return;
    this.advanceOver(v, startS + FETCH_BLENDER_S, 0);
    this.blendTo(v, clampTrace(Math.max(low, this.needed(v, i))), startS + FETCH_BLENDER_S, startS + spareS);
  }

  /** Whether a thin cup is blended up rather than waited for: as the plan says, or where waiting would lose another cup. */
  private isBlendedUp(v: number, low: number, atS: number): boolean {
    const way = this.program.vessels[v].thinWay;
    if (way !== "auto") return way === "blend";
    const waitS = this.secondsTo(v, low);
    if (waitS > this.program.longestWaitS) return true;
    for (let u = this.program.potCount; u < this.program.vessels.length; u++) {
      if (u === v || !this.isThere[u]) continue;
      const edge = this.lowestEdge(u);
      if (!Number.isFinite(edge)) continue;
      this.advanceOver(u, atS, 0);
      if (this.vessels.trace[u] <= edge && this.traceIn(u, waitS) > edge) return true;
    }
    return false;
  }

  /** Blends a cup up to what its steps to come need; gives the time at which it is done, s. */
  private blendUp(v: number, i: number, low: number, startS: number): number {
    const target = Math.max(low, Math.min(this.needed(v, i) + BLEND_OVER, this.lowestEdge(v) - BLEND_UNDER_EDGE));
    const from = startS + FETCH_BLENDER_S * this.pace;
    this.advanceOver(v, from, 0);
    return this.blendTo(v, clampTrace(target), from, Number.POSITIVE_INFINITY);
  }

  /** When the step's batter is no longer too thin, or must be begun so that no colour is lost, s. */
  private waitFor(step: ProgramStep, startS: number): number {
    const { low } = step.window!;
    const limitS = startS + (step.isPatient ? LONGEST_PATIENCE_S : this.program.longestWaitS);
    const most = step.isPatient ? WAIT_STEP_S.mostPatient : WAIT_STEP_S.most;
    let t = startS;
    while (this.deciding(step) < low && t < limitS) {
      let predictedS = 0;
      for (const v of step.vessels) {
        const at = this.isThere[v] ? v : this.program.vessels[v].pot;
        predictedS = Math.max(predictedS, this.secondsTo(at, low));
      }
      if (!Number.isFinite(predictedS)) break;
      const h = Math.min(most, Math.max(WAIT_STEP_S.least, predictedS / 2), limitS - t);
      if (step.vessels.length > 1 && step.isMust && this.losesOne(step, h)) break;
      t += h;
      this.bring(step, t);
    }
    return t;
  }

  /** True where a colour of a movement is too stiff already, or would be after so many seconds more. */
  private losesOne(step: ProgramStep, seconds: number): boolean {
    return step.vessels.some((v, k) => {
      const edge = step.window!.high + SOFT_NEIGHBOURS * (1 - step.shares[k]);
      return this.isThere[v] === 1 && this.traceIn(v, seconds) > edge;
    });
  }

  /**
   * Does a step from a time on; gives when it ends, s.
   * @param untilS recorded end of a step that is done, or the present time that the step at hand lasts to at least; null for any other
   */
  private work(step: ProgramStep, i: number, start: number, untilS: number | null, isDone: boolean): number {
    const { vessels, program } = this;
    const main = step.vessels[0];
    let end: number;
    if (step.kind === "blend") end = this.blendPot(main, step, start, untilS, isDone);
    else if (step.kind === "bring") {
      const isThin = this.isThere[main] === 1 && vessels.trace[main] < this.needed(main, i);
      end = isDone ? untilS! : isThin ? this.blendUp(main, i, 0, start) : start;
      if (isDone && isThin) this.blendTo(main, this.needed(main, i) + BLEND_OVER, start, end);
      if (untilS !== null) end = Math.max(end, untilS);
      this.advanceOver(main, end, 0);
    } else {
      const planned = start + step.durationS * this.pace;
      end = isDone ? untilS! : Math.max(planned, untilS ?? 0);
      if (step.kind === "lye") vessels.advance(main, end);
      else {
        const share = step.blendShare * Math.min(1, step.durationS / Math.max(end - start, 1));
        for (const v of step.vessels) if (this.isThere[v]) this.advanceOver(v, end, share);
      }
    }
    for (const cup of step.splits) this.splitOff(cup, end);
    if (step.kind === "colour") vessels.restRate[main] *= program.vessels[main].rate * Math.exp(this.learned(main));
    else if (step.kind === "scent") this.addScentTo(main);
    return end;
  }

  private addScentTo(v: number): void {
    const { jump, rateFactor, heatC } = scentOf(this.program, v, this.theta);
    this.vessels.addScent(v, jump, rateFactor, heatC);
  }

  /** Blends the pot to emulsion and on until it looks as thick as it should; what the step took beyond that is rest. */
  private blendPot(v: number, step: ProgramStep, start: number, untilS: number | null, isDone: boolean): number {
    const { vessels, program } = this;
    const latest = isDone ? untilS! : start + BLEND_AT_MOST * Math.max(step.durationS, step.emulsionS);
    const emulsified = Math.min(start + step.emulsionS, latest);
    vessels.advance(v, emulsified);
    vessels.emulsify(v);
    if (step.isScented) this.addScentTo(v);
    const target = Math.max(1, step.targetTrace + this.theta[program.slots.eye]);
    let end = this.blendTo(v, target, emulsified, latest);
    if (untilS !== null) end = Math.max(end, untilS);
    this.advanceOver(v, end, 0);
    return end;
  }
}
