import type { Look } from "./look";
import type { NoiseTable } from "./noise";

/**
 * How far a tool carries batter, by flow of real batter past a moving rod: two-dimensional, with walls that hold, a yield stress and inertia. Batter beside
 * the line at a distance b is carried on by A ln(bz / b); further out it comes back weakly and broadly.
 */
export interface Carry {
  /** A, mm. */
  a: number;
  /** Farthest that the flow reaches to either side, mm. */
  roomMm: number;
  /** Half-width within which batter goes with the tool, mm, by the room to that side. */
  needleMm(roomMm: number): number;
}

/** A tool as it is led through batter, whatever its way. */
export interface LedTool {
  carry: Carry;
  /** Share of the carry at a place along the tool, 0..1; left out where it is the same all along. */
  dragAt?: (third: number) => number;
  /** How far the way wanders along the tool, mm, and by which noise. */
  wanderMm: number;
  wander: NoiseTable;
  /** Length over which the noise is read along the loaf, or 0 where the tool stands upright, mm. */
  loafMm: number;
  levelMm: number;
}

/** Trace from which on batter has a yield stress; Pa and Pa s of a batter at 3.0 and at this trace. */
const FIRM_FROM = 1.8;
const YIELD_PA = { at3: 45, power: 1.3 } as const;
const VISCOSITY_PAS = { start: 3.8, decades: 0.42 } as const;
/** The tool and the speed of a hand by which yield is weighed against viscosity: 6 mm at 65 mm/s. */
const [ROD_M, HAND_M_PER_S] = [0.006, 0.065];

/** How it falls on from trace 3.0, per step of trace, and where it ends. */
const [FALL_PER_STEP, LEAST_FOLLOWING] = [0.083, 0.45];

/** Trace at which the yield stress is stated, and what it takes of the carry: factor and power of the Bingham number (fitted to the flow). */
const STATED_AT = 3;
const HELD_BACK = { factor: 0.9, power: 0.6 } as const;

/** Share of the carry that a batter with a yield stress leaves: 1 up to trace 1.8, about 0.7 at 3.0. */
export function following(trace: number): number {
  if (trace <= FIRM_FROM) return 1;
  // Beyond 3.0 viscosity would outgrow the yield stress in these formulas; measured, a thicker batter still follows less.
  if (trace > STATED_AT) return Math.max(LEAST_FOLLOWING, following(STATED_AT) - FALL_PER_STEP * (trace - STATED_AT));
  const yieldPa = YIELD_PA.at3 * ((trace - FIRM_FROM) / (STATED_AT - FIRM_FROM)) ** YIELD_PA.power;
  const viscosity = VISCOSITY_PAS.start * 10 ** (VISCOSITY_PAS.decades * (trace - FIRM_FROM));
  const bingham = (yieldPa * ROD_M) / (viscosity * HAND_M_PER_S);
  return 1 / (1 + HELD_BACK.factor * bingham ** HELD_BACK.power);
}

/** Reach and coupling of substeps that carry a straight way as far as a pass does, by its A: fitted at 0.5 to 8 mm beside the line. */
const FREE = { reachMm: 32, atA: 13.3, power: 0.42, mostMm: 44.5, coupling: 0.66 } as const;

/** How a freely drawn way carries: radius of what is dragged along, mm, and the share of the tool's movement that batter on its line follows. */
export const freely = (carry: Carry): { reachMm: number; coupling: number } => ({
  reachMm: Math.min(FREE.mostMm, FREE.reachMm * (carry.a / FREE.atA) ** FREE.power),
  coupling: FREE.coupling,
});

/** Distance at which walls no longer matter, mm. */
const NEAR_MM = 44.5;
/** Room that a picture gives the flow at the most, mm: what lies beyond moves by less than a millimetre. */
const PICTURE_ROOM_MM = 70;

/** A wide tool keeps its needle closer: half its width from which on, mm, and the power. */
const [WIDE_MM, CLOSER] = [3, -0.22];

/** A by half the tool's width: factor, mm, and power. */
const CARRIED = { mm: 10.6, power: 0.56 } as const;
/** Room of the flow in a batter without a yield stress, and how much of it one that follows nothing would lose, mm. */
const ROOM_MM = { free: 110, lost: 125 } as const;
/** Needle, share of the room up to where walls matter, and of what is beyond; and of it what a batter keeps that follows nothing. */
const NEEDLE = { near: 0.27, far: 0.14, kept: 0.45 } as const;

/**
 * Carry of a tool.
 * @param halfWidthMm half of its width across the way, mm; of a flat stick drawn edge-on half of its thickness
 * @param mostRoomMm room that the flow is given at the most, mm
 */
export function carryOf(trace: number, halfWidthMm: number, mostRoomMm = PICTURE_ROOM_MM): Carry {
  const f = following(trace);
  const close = (NEEDLE.kept + (1 - NEEDLE.kept) * f) * Math.max(1, halfWidthMm / WIDE_MM) ** CLOSER;
  return {
    a: CARRIED.mm * halfWidthMm ** CARRIED.power * f,
    roomMm: Math.min(mostRoomMm, ROOM_MM.free - ROOM_MM.lost * (1 - f)),
    needleMm: (room) => close * (NEEDLE.near * Math.min(room, NEAR_MM) + NEEDLE.far * Math.max(0, room - NEAR_MM)),
  };
}

/** How a stronger carry is shared out: more of what lies close to the line follows, in a narrower strip, so that as much is moved as before. */
const CLOSER_CARRY = { amount: 0.45, breadth: -0.55 } as const;

/** A carry as it was learned of this hand. `reach`: how far a tool takes batter along, all lengths alike; `carry`: how close to its line it does. */
export function learned(carry: Carry, look: Pick<Look, "carry" | "reach">): Carry {
  const breadth = look.reach * look.carry ** CLOSER_CARRY.breadth;
  return {
    a: carry.a * look.reach * look.carry ** CLOSER_CARRY.amount,
    roomMm: Math.min(PICTURE_ROOM_MM, carry.roomMm * breadth),
    needleMm: (room) => carry.needleMm(room) * breadth,
  };
}
