import { generator } from "../../src/core/units/random";
import type { ScaleReading } from "../../src/formats/scaleLine";

/** A kitchen scale: what it shows lags behind what stands on it, drifts, is rounded, and stops at its range. */
export interface ScaleMake {
  readabilityG: number;
  /** Time constant of its settling, s. */
  settlesS: number;
  /** How far its zero wanders in an hour, g. */
  driftGPerHour: number;
  mostG: number;
}
export const KITCHEN_SCALE: ScaleMake = { readabilityG: 1, settlesS: 0.5, driftGPerHour: 2, mostG: 5000 };

/** Shown as stable once it moved by less than half a step for so long, s. */
const STILL_S = 0.8;
/** Tremble of a table while batter is poured or somebody leans on it, g. */
const [TREMBLE_G, LEAN_G] = [2.5, 60];

/** A scale without its casing: put something on, let time pass, read it. */
export class SimulatedScale {
  private onG = 0;
  private shownG = 0;
  private zeroG = 0;
  private driftG = 0;
  private stillS = 0;
  private isLeant = false;
  private readonly random: () => number;

  constructor(
    private readonly make: ScaleMake = KITCHEN_SCALE,
    seed = 1,
  ) {
    this.random = generator(seed);
  }

  /** What stands on it, vessel and all, g. */
  put(massG: number): void {
    this.onG = massG;
  }

  get massG(): number {
    return this.onG;
  }

  /** The tare key: what stands there is nought from now on. */
  tare(): void {
    this.zeroG = this.shownG;
  }

  /** Somebody leans on the table, or no longer. */
  lean(isLeant: boolean): void {
    this.isLeant = isLeant;
  }

  /** Lets time pass. @param isMoving something is being poured on or taken off */
  pass(seconds: number, isMoving = false): void {
    this.driftG += ((this.random() - 0.5) * 2 * this.make.driftGPerHour * seconds) / 3600;
    const trembleG = (isMoving ? TREMBLE_G : 0) + (this.isLeant ? LEAN_G : 0);
    const pulledG = this.onG + this.driftG + (this.random() - 0.5) * 2 * trembleG;
    const before = this.shownG;
    this.shownG += (pulledG - this.shownG) * (1 - Math.exp(-seconds / this.make.settlesS));
    const moved = Math.abs(this.shownG - before) / Math.max(1e-9, seconds);
    this.stillS = moved < this.make.readabilityG && !isMoving && !this.isLeant ? this.stillS + seconds : 0;
  }

  read(): ScaleReading {
    const { readabilityG, mostG } = this.make;
    if (this.shownG > mostG) return { massG: 0, isStable: false, isOverload: true };
    const massG = Math.round((this.shownG - this.zeroG) / readabilityG) * readabilityG;
    return { massG: massG === 0 ? 0 : massG, isStable: this.stillS >= STILL_S, isOverload: false };
  }
}

/** A probe that comes to what it stands in with a lag. */
export class SimulatedThermometer {
  private shownC: number;
  private stillS = 0;

  constructor(
    private inC: number,
    private readonly lagS = 4,
  ) {
    this.shownC = inC;
  }

  /** Puts the probe into something of so many degrees. */
  into(degreesC: number): void {
    this.inC = degreesC;
  }

  pass(seconds: number): void {
    const before = this.shownC;
    this.shownC += (this.inC - this.shownC) * (1 - Math.exp(-seconds / this.lagS));
    this.stillS = Math.abs(this.shownC - before) / Math.max(1e-9, seconds) < 0.02 ? this.stillS + seconds : 0;
  }

  read(): { degreesC: number; isStable: boolean } {
    return { degreesC: Math.round(10 * this.shownC) / 10, isStable: this.stillS >= 1 };
  }
}
