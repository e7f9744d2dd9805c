import { Vessels } from "../trace/cup";
import type { Program, ProgramStep } from "./program";

/** Longest that a plan waits for a thin batter before it goes on (and is then too thin), s. */
export const LONGEST_WAIT_S = 20 * 60;
const WAIT_STEP_S = 10;

/** What one playing of a program writes, by place of the step. Reused from draw to draw. */
export interface Played {
  startS: Float64Array;
  endS: Float64Array;
  waitS: Float64Array;
  /** Thickness of the deciding vessel at start and end. */
  startTrace: Float64Array;
  endTrace: Float64Array;
  /** Thickness of its thickest vessel at the end. */
  thickest: Float64Array;
}

export const makePlayed = (program: Program): Played => {
  const make = () => new Float64Array(program.steps.length);
  return { startS: make(), endS: make(), waitS: make(), startTrace: make(), endTrace: make(), thickest: make() };
};

/** A player keeps the vessels of one program and plays it again and again. */
export class Player {
  readonly vessels: Vessels;
  private readonly isThere: Uint8Array;
  private readonly handFreeS = new Float64Array(2);
  private readonly vesselFreeS: Float64Array;

  constructor(readonly program: Program) {
    this.vessels = new Vessels(program.vessels.length);
    this.vessels.roomC = program.roomC;
    this.isThere = new Uint8Array(program.vessels.length);
    this.vesselFreeS = new Float64Array(program.vessels.length);
  }

  /**
   * Plays all steps with the given values of the unknowns (as in `program.unknowns`). Steps are begun in their order, each as soon as its
   * hands, its vessels and what must come before it are free, and once its batter is not too thin.
   * `sequence`: places of the steps in another order, in which nothing may stand before what it follows on.
   */
  play(unknowns: Float64Array, out: Played, sequence?: Int32Array): void {
    const { program, vessels } = this;
    const pace = program.pace * Math.exp(unknowns[1]);
    this.isThere.fill(0);
    this.handFreeS.fill(0);
    this.vesselFreeS.fill(0);
    for (let p = 0; p < program.potCount; p++) {
      const pot = program.vessels[p];
      vessels.reset(
        p,
        pot.massG,
        pot.rate * Math.exp(unknowns[2 + p] + this.learned(p, unknowns)),
        program.startC[p] + unknowns[0],
        0,
      );
      this.isThere[p] = 1;
    }
    let isPresent = program.nowS !== null;
    const count = sequence?.length ?? program.steps.length;
    for (let k = 0; k < count; k++) {
      const i = sequence ? sequence[k] : k;
      const step = program.steps[i];
      const really = program.endS[i];
      const isDone = !Number.isNaN(really);
      let start =
        step.hands === 2 || program.people === 1
          ? Math.max(this.handFreeS[0], this.handFreeS[1])
          : Math.min(this.handFreeS[0], this.handFreeS[1]);
      for (const pred of step.preds) if (out.endS[pred] > start) start = out.endS[pred];
      const bowl = step.kind === "weigh" ? program.vessels[step.vessels[0]].pot : -1;
      for (const v of step.vessels) if (this.vesselFreeS[v] > start) start = this.vesselFreeS[v];
      if (bowl >= 0 && this.vesselFreeS[bowl] > start) start = this.vesselFreeS[bowl];
      if (isDone) start = Math.min(start, really);
      let duration = step.durationS * (step.kind === "blend" ? 1 : pace);
      out.waitS[i] = 0;
      if (step.window && !isDone) {
        const waited = this.waitFor(step, start);
        out.waitS[i] = waited - start;
        start = waited;
      }
      this.bring(step, start);
      out.startS[i] = start;
      out.startTrace[i] = this.deciding(step);
      if (isDone) duration = Math.max(0, really - start);
      else if (isPresent) {
        duration = Math.max(duration, program.nowS! - start);
        isPresent = false;
      }
      this.work(step, start, duration, unknowns);
      const end = start + duration;
      out.endS[i] = end;
      out.endTrace[i] = this.deciding(step);
      out.thickest[i] = step.vessels.length === 1 ? out.endTrace[i] : this.thickest(step);
      for (const v of step.vessels) this.vesselFreeS[v] = end;
      if (bowl >= 0) this.vesselFreeS[bowl] = end;
      this.occupy(step, end);
    }
  }

  /** What is believed of a vessel's additives beyond the table, log of the factor. */
  private learned(v: number, unknowns: Float64Array): number {
    let sum = 0;
    for (const a of this.program.vessels[v].additives) sum += a.doses * unknowns[a.unknown];
    return sum;
  }

  /** Lets every vessel that is there stand until a time; those still to be split stay in their pot. */
  finishAt(atS: number): void {
    for (let v = 0; v < this.isThere.length; v++) if (this.isThere[v]) this.vessels.advance(v, atS);
  }

  /** When each hand and each vessel is free after what was played, s. */
  freeFrom(): { handFreeS: Float64Array; vesselFreeS: Float64Array } {
    return { handFreeS: this.handFreeS, vesselFreeS: this.vesselFreeS };
  }

  private occupy(step: ProgramStep, end: number): void {
    if (step.hands === 2 || this.program.people === 1) this.handFreeS.fill(end);
    else this.handFreeS[this.handFreeS[0] <= this.handFreeS[1] ? 0 : 1] = end;
  }

  /** Brings the vessels of a step to a time, with what was done to them by the way. */
  private bring(step: ProgramStep, atS: number): void {
    for (const v of step.vessels) if (this.isThere[v]) this.advanceOver(v, atS, 0);
  }

  private advanceOver(v: number, untilS: number, blendShare: number): void {
    for (const deed of this.program.deeds) {
      if (deed.vessel !== v || deed.atS <= this.vessels.atS[v] || deed.atS > untilS) continue;
      this.vessels.advance(v, deed.atS, blendShare);
      if (deed.kind === "blend") this.vessels.blendNow(v, deed.amount);
      else if (deed.kind === "stir") this.vessels.stir(v);
      else this.vessels.addScent(v, 0, this.vessels.scentTo[v] ** (deed.amount - 1), 0);
    }
    this.vessels.advance(v, untilS, blendShare);
  }

  /** Thickness that decides over a step: of its own cup, or of the one furthest out of the window. */
  private deciding(step: ProgramStep): number {
    const { vessels } = this;
    const first = step.vessels[0];
    if (!this.isThere[first]) return vessels.apparent(this.program.vessels[first].pot);
    if (step.vessels.length === 1 || !step.window) return vessels.apparent(first);
    let worst = vessels.apparent(first);
    let worstOut = -1;
    for (const v of step.vessels) {
      const s = vessels.apparent(v);
      const out = Math.max(step.window.low - s, s - step.window.high);
      if (out > worstOut || worstOut === -1) {
        worst = s;
        worstOut = out;
      }
    }
    return worst;
  }

  private thickest(step: ProgramStep): number {
    let most = 0;
    for (const v of step.vessels) if (this.isThere[v]) most = Math.max(most, this.vessels.apparent(v));
    return most;
  }

  /** When the step's batter is no longer too thin, s. */
  private waitFor(step: ProgramStep, startS: number): number {
    let t = startS;
    this.bring(step, t);
    while (this.deciding(step) < step.window!.low && t < startS + LONGEST_WAIT_S) {
      if (this.tooThick(step)) return t;
      t += WAIT_STEP_S;
      this.bring(step, t);
    }
    return t;
  }

  private tooThick(step: ProgramStep): boolean {
    for (const v of step.vessels) if (this.vessels.apparent(v) > step.window!.high) return true;
    return false;
  }

  private work(step: ProgramStep, start: number, duration: number, unknowns: Float64Array): void {
    const { vessels, program } = this;
    const end = start + duration;
    const main = step.vessels[0];
    if (step.kind === "blend") this.blend(main, step, start, duration);
    else if (step.kind !== "lye") {
      const share = step.blendShare * Math.min(1, step.durationS / Math.max(duration, 1));
      for (const v of step.vessels) if (this.isThere[v]) this.advanceOver(v, end, share);
    } else vessels.advance(main, end);
    if (step.kind === "weigh" || step.splits.length > 0) {
      for (const cup of step.splits) {
        const pot = program.vessels[cup].pot;
        this.advanceOver(pot, end, 0);
        vessels.split(pot, cup, program.vessels[cup].massG);
        this.isThere[cup] = 1;
        this.vesselFreeS[cup] = end;
        if (vessels.listen) vessels.listen(cup, end);
      }
    }
    if (step.kind === "colour")
      vessels.restRate[main] *= program.vessels[main].rate * Math.exp(this.learned(main, unknowns));
    else if (step.kind === "scent") {
      const { jump, rateFactor, heatC } = scentOf(program, main, unknowns);
      vessels.addScent(main, jump, rateFactor, heatC);
    }
  }

  /** Blends the pot to emulsion and on for the planned time at full power; what the step took beyond that is rest. */
  private blend(v: number, step: ProgramStep, start: number, duration: number): void {
    const { vessels } = this;
    const emulsion = Math.min(step.emulsionS, duration);
    const blended = Math.max(0, Math.min(duration, step.durationS) - emulsion);
    vessels.advance(v, start + emulsion);
    vessels.emulsify(v);
    vessels.advance(v, start + emulsion + blended, 1);
    this.advanceOver(v, start + duration, 0);
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
