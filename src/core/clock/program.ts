import type { Step } from "./step";

/** Spread of what is not known, natural logs (temperature in C): Tundish estimates. */
export const SPREAD = { formula: 0.35, pace: 0.2, temperatureC: 1.5, additive: 0.12, eye: 0.15, state: 0.35 } as const;

/** Longest that a plan waits for a thin batter before it goes on (and is then too thin), s. */
export const LONGEST_WAIT_S = 90 * 60;

/** One unknown of a batch: what it multiplies, its mean and spread before anything has been seen. */
export interface Unknown {
  /** `temperature`, `pace`, `eye` (how far past its target blending stops), `formula:b1`, `F:<scent key>`, `J:<scent key>`, `A:<additive>`, `S:<portion>` (how far a cup stands from the clock's own curve). */
  id: string;
  mean: number;
  sd: number;
}

/** How a scent part acts on a vessel: index of its unknowns, and its effect at its dose and share. */
export interface ScentAction {
  unknownF: number;
  unknownJ: number;
  logFactor: number;
  jumpSteps: number;
  heatC: number;
  /** Share times dose: how strongly the part's own unknown acts. */
  weight: number;
}

export interface ProgramVessel {
  /** Batter id for a pot, portion id for a cup. */
  id: string;
  batterId: string;
  massG: number;
  /** Pot: steps per minute; cup: factor of its colour and additives. */
  rate: number;
  /** Pot that a cup is split from; -1 for a pot. */
  pot: number;
  scent: ScentAction[];
  /** Additives whose own effect is learned: index of the unknown, and doses. */
  additives: { unknown: number; doses: number }[];
  /** What is done where it is too thin at its pour. */
  thinWay: "auto" | "wait" | "blend";
}

export interface ProgramStep extends Step {
  /** Vessels it touches; the first is the main one. */
  vessels: number[];
  /** Places in the list of steps that must be done before. */
  preds: number[];
  /** Cups that are there once it is done. */
  splits: number[];
  /** Seconds of full blending to emulsion, and the trace blended to, for a blend. */
  emulsionS: number;
  targetTrace: number;
  /** A blending whose oils hold the scent already: it acts as soon as they are an emulsion. */
  isScented: boolean;
  /** A pour out of a cup that is still in the hand: its batter can be blended or stirred before. */
  isFromCup: boolean;
}

/** Something done differently that the clock must know of. */
export interface Deed {
  atS: number;
  vessel: number;
  /** `offset`: the cup stands off the clock's curve by an unknown from here on; `seen`: it stands at `amount`, and as far beside it as the unknown says. */
  kind: "blend" | "dose" | "stir" | "offset" | "seen";
  /** Seconds of blending; factor of the dose; trace seen. */
  amount: number;
  /** Place of the unknown, for `offset` and `seen`. */
  unknown: number;
}

/** Where a program's unknowns stand. */
export interface Slots {
  temperature: number;
  pace: number;
  eye: number;
  /** By place of the pot. */
  formula: number[];
  /** By place of the vessel; -1 for one that was not looked at. */
  state: number[];
}

export const clampTrace = (trace: number): number => Math.min(5, Math.max(1, trace));

/** A plan made ready to be played many times: plain records, no look-ups by name. */
export interface Program {
  vessels: ProgramVessel[];
  potCount: number;
  steps: ProgramStep[];
  unknowns: Unknown[];
  slots: Slots;
  /** Places of the steps that touch each vessel, by place of the vessel. */
  stepsOf: number[][];
  /** Seconds of work planned before each step, by its place. */
  workBeforeS: Float64Array;
  roomC: number;
  startC: number[];
  meltsAboveC: (number | null)[];
  people: 1 | 2;
  pace: number;
  /** Longest that a step waits for a thin batter, s. */
  longestWaitS: number;
  /** Real ends of steps done, s since first contact, by place; NaN where not done. */
  endS: Float64Array;
  /** Time now while the pour is on; null while planning. */
  nowS: number | null;
  deeds: Deed[];
}

/** Deterministic values of a program's unknowns: their means. */
export const meansOf = (program: Program): Float64Array => Float64Array.from(program.unknowns, (u) => u.mean);

/** One reading of a cup's thickness that counts. */
export interface CupCheck {
  portionId: string;
  atS: number;
  trace: number;
}

/**
 * The same program with every cup standing where it was seen last, whatever the clock made of it: from then on it goes on at the rate that is believed.
 * @param mean what is believed of the unknowns; the spread of a cup's state about it stays
 */
export function asSeen(program: Program, checks: readonly CupCheck[], mean: Float64Array): Program {
  const last = new Map<string, CupCheck>();
  for (const check of checks) {
    const known = last.get(check.portionId);
    if (!known || check.atS >= known.atS) last.set(check.portionId, check);
  }
  if (last.size === 0) return program;
  const seen = program.vessels.flatMap((v, vessel): Deed[] => {
    const check = v.pot >= 0 ? last.get(v.id) : undefined;
    const unknown = program.slots.state[vessel];
    if (!check || unknown < 0) return [];
    return [{ atS: check.atS, vessel, kind: "seen", amount: check.trace - mean[unknown], unknown }];
  });
  return { ...program, deeds: [...program.deeds, ...seen].sort((a, b) => a.atS - b.atS) };
}
