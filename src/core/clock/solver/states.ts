import { scentOf } from "../batters";
import { Vessels } from "../cup";
import { makePlayed, Player } from "../play";
import type { Program, ProgramStep } from "../program";

/** Time between two points of a curve, s. */
const CURVE_STEP_S = 5;
/** Time between two moments of scenting for which a curve is kept, s. */
const SCENT_GRID_S = 10;
const LATEST_S = 3 * 60 * 60;

/** Where a program stands once all that no choice touches is done. */
export interface Prefix {
  endS: Float64Array;
  handFreeS: [number, number];
  vesselFreeS: Float64Array;
  vessels: Vessels;
  /** Earliest time at which anything after it can begin, s. */
  fromS: number;
}

/** Plays the steps at some places. */
export function playPrefix(program: Program, ahead: Int32Array, unknowns: Float64Array): Prefix {
  const player = new Player(program);
  const out = makePlayed(program);
  player.play(unknowns, out, ahead);
  const { handFreeS, vesselFreeS } = player.freeFrom();
  const [first, second] = handFreeS;
  return {
    endS: out.endS,
    handFreeS: [first, second],
    vesselFreeS,
    vessels: player.vessels,
    fromS: Math.min(first, second),
  };
}

/**
 * Trace of every cup over time after the prefix: as it is, and scented at any moment of a grid. Curves are made when first asked for.
 * Trace never falls, so the curve at the last point before a time is never above the truth there, at the next point never below.
 */
export class CupStates {
  private readonly points: number;
  private readonly plain: (Float32Array | undefined)[];
  private readonly scented: (Float32Array | undefined)[][];
  private readonly one: Vessels;

  constructor(
    private readonly program: Program,
    private readonly prefix: Prefix,
    private readonly scentSteps: ReadonlyMap<number, ProgramStep>,
    private readonly unknowns: Float64Array,
    private readonly pace: number,
    untilS: number,
  ) {
    this.points = Math.ceil((Math.min(untilS, LATEST_S) - prefix.fromS) / CURVE_STEP_S) + 2;
    this.plain = program.vessels.map(() => undefined);
    this.scented = program.vessels.map(() => []);
    this.one = new Vessels(1);
    this.one.roomC = program.roomC;
  }

  /** Trace without the choice's scent, at the last grid point before `atS`. */
  plainAt(v: number, atS: number): number {
    const curve = this.plain[v] ?? this.makePlain(v);
    return curve[this.before(atS)];
  }

  /** Trace at most once scented from `scentAtS` on or later: the next moment of the grid, the last point before `atS`. */
  leastAt(v: number, scentAtS: number, atS: number): number {
    return this.curve(v, Math.max(0, Math.ceil((scentAtS - this.prefix.fromS) / SCENT_GRID_S - 1e-6)))[
      this.before(atS)
    ];
  }

  /** Earliest time at which the cup can have reached a trace, scented at `scentAtS` or later (null: not scented), s. */
  reachedAt(v: number, scentAtS: number | null, trace: number): number {
    const curve =
      scentAtS === null
        ? (this.plain[v] ?? this.makePlain(v))
        : this.curve(v, Math.max(0, Math.floor((scentAtS - this.prefix.fromS) / SCENT_GRID_S + 1e-6)));
    let low = 0;
    let high = this.points;
    while (low < high) {
      const middle = (low + high) >> 1;
      if (curve[middle] >= trace) high = middle;
      else low = middle + 1;
    }
    return this.prefix.fromS + (low - 1) * CURVE_STEP_S;
  }

  private before(atS: number): number {
    const k = Math.floor((atS - this.prefix.fromS) / CURVE_STEP_S);
    return k < 0 ? 0 : k >= this.points ? this.points - 1 : k;
  }

  private take(v: number): void {
    this.one.copy(this.prefix.vessels, v, 0);
  }

  private record(curve: Float32Array, fromS: number): Float32Array {
    for (let k = 0; k < this.points; k++) {
      const atS = this.prefix.fromS + k * CURVE_STEP_S;
      if (atS < fromS) continue;
      this.one.advance(0, atS);
      curve[k] = this.one.trace[0];
    }
    return curve;
  }

  private makePlain(v: number): Float32Array {
    this.take(v);
    const made = this.record(new Float32Array(this.points).fill(this.one.trace[0]), this.one.atS[0]);
    this.plain[v] = made;
    return made;
  }

  private curve(v: number, moment: number): Float32Array {
    const known = this.scented[v][moment];
    if (known) return known;
    this.take(v);
    const step = this.scentSteps.get(v)!;
    const beginS = Math.max(this.one.atS[0], this.prefix.fromS + moment * SCENT_GRID_S);
    this.one.advance(0, beginS);
    const unscented = this.one.trace[0];
    const endS = beginS + step.durationS * this.pace;
    const share = step.blendShare * Math.min(1, step.durationS / Math.max(endS - beginS, 1));
    this.one.advance(0, endS, share);
    const { jump, rateFactor, heatC } = scentOf(this.program, v, this.unknowns);
    this.one.addScent(0, jump, rateFactor, heatC);
    const made = this.record(new Float32Array(this.points).fill(unscented), endS);
    this.scented[v][moment] = made;
    return made;
  }
}
