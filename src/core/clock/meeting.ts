import { COOLING_MIN_PER_KG } from "./cup";

/** Heat of solution, J/g (NaOH 44.5 kJ/mol, KOH 57.6 kJ/mol), and of melting ice, J/g. */
const NAOH_J_PER_G = 1113;
const KOH_J_PER_G = 1027;
const ICE_J_PER_G = 334;
/** Heat capacities, J/(g C): lye solution, oils. */
const LYE_CP = 3.6;
const OIL_CP = 2;
/** Part of the heat that is still in the solution when it is stirred clear (Tundish estimate: about 90 C as practitioners see it). */
const HEAT_KEPT = 0.7;
/** Hard fats are melted to this far above their melting range; oils without any stand at the room's temperature. */
const MELT_OVER_C = 18;
const BOILING_C = 102;
const COLDEST_C = 2;
const WATER_CP = 4.18;
/** What does not come down by itself is begun first. */
const NEVER_MIN = 1e6;

export interface Meeting {
  /** Highest temperature of the lye, C, and minutes from then until it stands at the target; null where it does not get there by itself in this room. */
  lyePeakC: number;
  lyeMin: number | null;
  /** Temperature that the oils are melted to, C, and minutes until they stand at the target; null as for the lye. */
  oilsFromC: number;
  oilsMin: number | null;
  /** Which is begun first, and how long before the other, min. */
  firstBegun: "lye" | "oils";
  leadMin: number | null;
  /** Temperature of the batter when both meet at the target, C. */
  firstC: number;
}

const minutesTo = (fromC: number, targetC: number, roomC: number, massG: number): number | null => {
  if (fromC <= targetC) return 0;
  if (targetC <= roomC + 0.5) return null;
  const tau = COOLING_MIN_PER_KG * Math.cbrt(Math.max(massG, 1) / 1000);
  return tau * Math.log((fromC - roomC) / (targetC - roomC));
};

interface LyeHeat {
  naohG: number;
  kohG: number;
  /** All that the lye is dissolved in, melted ice included, g. */
  waterG: number;
  /** Part of it that is frozen at first, g. */
  iceG: number;
  roomC: number;
}

/** Highest temperature that the lye reaches, C: heat of solution less what melts the ice and warms it. */
export function lyePeakOf({ naohG, kohG, waterG, iceG, roomC }: LyeHeat): number {
  const solutionG = naohG + kohG + waterG;
  if (solutionG <= 0) return roomC;
  const heatJ = HEAT_KEPT * (naohG * NAOH_J_PER_G + kohG * KOH_J_PER_G) - iceG * (ICE_J_PER_G + roomC * WATER_CP);
  return Math.min(BOILING_C, Math.max(COLDEST_C, roomC + heatJ / (solutionG * LYE_CP)));
}

/**
 * When lye and oils will stand at the target together: heat of solution less melting ice, then Newton cooling of each. An estimate; a
 * thermometer decides.
 */
export function meetingOf(input: LyeHeat & { oilsG: number; meltsAboveC: number | null; targetC: number }): Meeting {
  const { naohG, kohG, waterG, oilsG, meltsAboveC, targetC, roomC } = input;
  const solutionG = naohG + kohG + waterG;
  const lyePeakC = lyePeakOf(input);
  const oilsFromC = meltsAboveC === null ? roomC : Math.max(targetC, meltsAboveC + MELT_OVER_C);
  const lyeMin = minutesTo(lyePeakC, targetC, roomC, solutionG);
  const oilsMin = minutesTo(oilsFromC, targetC, roomC, oilsG);
  const lyeC = Math.min(lyePeakC, targetC);
  const oilsC = Math.min(Math.max(oilsFromC, roomC), targetC);
  const firstC = mixedC(lyeC, solutionG, oilsC, oilsG);
  return {
    lyePeakC,
    lyeMin,
    oilsFromC,
    oilsMin,
    firstBegun: (lyeMin ?? NEVER_MIN) >= (oilsMin ?? NEVER_MIN) ? "lye" : "oils",
    leadMin: lyeMin === null || oilsMin === null ? null : Math.abs(lyeMin - oilsMin),
    firstC,
  };
}

/** Temperature of lye and oils stirred together, C, by their heat; what saponification adds comes later. */
export const mixedC = (lyeC: number, solutionG: number, oilsC: number, oilsG: number): number =>
  (oilsG * OIL_CP * oilsC + solutionG * LYE_CP * lyeC) / (oilsG * OIL_CP + solutionG * LYE_CP);

/** Lye and oils go together from here on, C apart; and the batter from here on beside the plan's temperature, C. */
const APART_C = 5;
const BESIDE_C = 4;

/** What the thermometer says of lye and oils: what they give together, and whether to pour or to wait. */
export interface MeetingRead {
  togetherC: number;
  does: "go" | "wait" | "warm";
  /** Which of the two is waited for, or warmed; null where both are, or none. */
  which: "lye" | "oils" | null;
  /** Minutes of waiting in still air; null where none, or where it does not come down by itself. */
  waitMin: number | null;
}

/** @param lyeC @param oilsC as they were read, C @param o.mayDiffer hot lye that melts the fats: what they give together is all that counts */
export function readMeeting(
  lyeC: number,
  oilsC: number,
  o: { solutionG: number; oilsG: number; targetC: number; roomC: number; mayDiffer?: boolean },
): MeetingRead {
  const apartC = o.mayDiffer ? 0 : Math.abs(lyeC - oilsC);
  const togetherC = mixedC(lyeC, o.solutionG, oilsC, o.oilsG);
  const says = (does: MeetingRead["does"], which: MeetingRead["which"] = null, waitMin: number | null = null) => ({
    ...{ togetherC, does, which, waitMin },
  });
  const [warmer, warmC, coolC, massG] =
    lyeC > oilsC ? (["lye", lyeC, oilsC, o.solutionG] as const) : (["oils", oilsC, lyeC, o.oilsG] as const);
  if (togetherC < o.targetC - BESIDE_C)
    return says("warm", apartC > APART_C ? (warmer === "lye" ? "oils" : "lye") : null);
  const to = Math.max(coolC + (apartC > APART_C ? APART_C : 0), o.targetC);
  if (apartC > APART_C && warmC > to) return says("wait", warmer, minutesTo(warmC, to, o.roomC, massG));
  if (togetherC > o.targetC + BESIDE_C)
    return says("wait", null, minutesTo(togetherC, o.targetC + BESIDE_C, o.roomC, massG));
  return says("go");
}
