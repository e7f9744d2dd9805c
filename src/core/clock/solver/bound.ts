import { GRADE_FADES } from "../../techniques/traceWindow";
import { SOFT_NEIGHBOURS } from "../batters";
import { LONGEST_PATIENCE_S } from "../play";
import type { Program, ProgramStep } from "../program";
import type { CupStates, Prefix } from "./states";
import { mayBeat, type Worth } from "./worth";

/** Allowance for the steps of integration, which the curves take otherwise than the player, in trace. */
const MARGIN = 0.02;

/** What comes to every vessel after the prefix, by its place. */
export interface CupFacts {
  /** Its scent. */
  isScentedLater: Uint8Array;
  /** More than a scent and its pours: nothing is known of its trace. */
  isOpaque: Uint8Array;
  /** It is stirred besides (into a bottle): it may be thicker than its curve. */
  isStirred: Uint8Array;
  /** Seconds of its scent step. */
  scentS: Float64Array;
}

/**
 * A bound on what an order can be worth, without playing it: every step is put at the earliest time that it can have, every cup at the least
 * trace that it can have then. As trace never falls, no real run of that order is worth more. Windows that a batter is still too thin for
 * count as met; a wait for a single cup is counted as far as it is certain.
 */
export class Bound {
  private readonly endS: Float64Array;
  private readonly vesselFreeS: Float64Array;
  private readonly handFreeS = new Float64Array(2);
  private readonly scentedFromS: Float64Array;
  private readonly scentDoneWork: Float64Array;
  private readonly isExact: Uint8Array;
  private readonly isOne: boolean;
  readonly worth: Worth = { missed: 0, quality: 0, slack: 0 };

  constructor(
    private readonly program: Program,
    private readonly prefix: Prefix,
    private readonly states: CupStates,
    private readonly cups: CupFacts,
    private readonly pace: number,
  ) {
    this.endS = new Float64Array(program.steps.length);
    this.vesselFreeS = new Float64Array(program.vessels.length);
    this.scentedFromS = new Float64Array(program.vessels.length);
    this.scentDoneWork = new Float64Array(program.vessels.length);
    this.isExact = new Uint8Array(program.vessels.length);
    this.isOne = program.people === 1;
  }

  /**
   * Bounds an order of the steps, given by their places, from the end of the prefix on; those before `exact` begin when they say (nothing waits
   * before them). `most`: quality if every window were met. False as soon as it cannot be worth more than `best`.
   */
  of(sequence: Int32Array, at: { from: number; exact: number }, most: number, best: Worth): boolean {
    const { program, prefix, worth, handFreeS, vesselFreeS, endS } = this;
    handFreeS[0] = prefix.handFreeS[0];
    handFreeS[1] = prefix.handFreeS[1];
    vesselFreeS.set(prefix.vesselFreeS);
    endS.set(prefix.endS);
    this.scentedFromS.fill(Number.NaN);
    worth.missed = 0;
    worth.quality = most;
    worth.slack = Number.POSITIVE_INFINITY;
    let work = 0;
    for (let k = at.from; k < sequence.length; k++) {
      const i = sequence[k];
      const step = program.steps[i];
      let start =
        step.hands === 2 || this.isOne ? Math.max(handFreeS[0], handFreeS[1]) : Math.min(handFreeS[0], handFreeS[1]);
      for (const p of step.preds) if (endS[p] > start) start = endS[p];
      for (const v of step.vessels) if (vesselFreeS[v] > start) start = vesselFreeS[v];
      // A cup that stands high enough by itself needs no bringing up.
      const duration = step.kind === "bring" ? 0 : step.durationS * this.pace;
      if (step.window) {
        start = this.waited(step, start);
        this.judge(step, start, duration, work);
        if (!mayBeat(worth, best)) return false;
      }
      const end = start + duration;
      if (step.kind === "scent") {
        const v = step.vessels[0];
        this.scentedFromS[v] = start;
        this.isExact[v] = k < at.exact ? 1 : 0;
        this.scentDoneWork[v] = work + duration;
      }
      work += duration;
      endS[i] = end;
      for (const v of step.vessels) vesselFreeS[v] = end;
      if (step.hands === 2 || this.isOne) handFreeS.fill(end);
      else handFreeS[handFreeS[0] <= handFreeS[1] ? 0 : 1] = end;
    }
    return true;
  }

  private waited(step: ProgramStep, start: number): number {
    const v = step.vessels[0];
    // A cup in the hand may be blended up instead of waited for.
    if (step.isFromCup && this.program.vessels[v].thinWay !== "wait") return start;
    if (step.vessels.length > 1 || this.cups.isStirred[v]) return start;
    const scented = this.scentedFromS[v];
    if (this.cups.isScentedLater[v] && Number.isNaN(scented)) return start;
    const reached = this.states.reachedAt(v, this.cups.isScentedLater[v] ? scented : null, step.window!.low - MARGIN);
    return Math.max(
      start,
      Math.min(reached, start + (step.isPatient ? LONGEST_PATIENCE_S : this.program.longestWaitS)),
    );
  }

  /** Least trace of a vessel at a time. */
  private least(v: number, atS: number, work: number): number {
    if (this.cups.isOpaque[v]) return 0;
    const scented = this.scentedFromS[v];
    if (!this.cups.isScentedLater[v] || Number.isNaN(scented)) return this.states.plainAt(v, atS) - MARGIN;
    if (this.isExact[v]) return this.states.leastAt(v, scented, atS) - MARGIN;
    // Scented later it would be thinner at this time, but no later than the work since then allows.
    const since = this.isOne ? work - this.scentDoneWork[v] : 0;
    return this.states.leastAt(v, Math.max(scented, atS - since - this.cups.scentS[v]), atS) - MARGIN;
  }

  private judge(step: ProgramStep, start: number, duration: number, work: number): void {
    const { high } = step.window!;
    let mean = 0;
    let thickest = Number.NEGATIVE_INFINITY;
    for (let k = 0; k < step.vessels.length; k++) {
      const end = this.least(step.vessels[k], start + duration, work + duration);
      mean += step.shares[k] * end;
      thickest = Math.max(thickest, end - SOFT_NEIGHBOURS * (1 - step.shares[k]));
    }
    thickest = Math.max(thickest, mean);
    const out = Math.max(0, thickest - high);
    const grade = Math.max(0, 1 - out / GRADE_FADES);
    this.worth.quality -= 1 - grade;
    if (!step.isMust) return;
    this.worth.missed += 1 - grade;
    this.worth.slack = Math.min(this.worth.slack, high - thickest);
  }
}
