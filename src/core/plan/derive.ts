import { type CureDates, cureDates } from "../cure/dates";
import { type Bars, barsOf } from "../cut/bars";
import { statedWater, type WaterMethod } from "../formula/water";
import { computeTimeline, type Timeline } from "../schedule/timeline";
import { type Instruction, instructionOf } from "../schedule/words";
import type { Design } from "../swirl/design";
import { designOf, paletteOf } from "./design";
import { computeMasses, type Masses } from "./masses";
import { type Notice, noticesOf } from "./notices";
import type { Plan } from "./schema";

/** Everything that is shown of a plan. Null parts: the formula cannot be computed yet; `notices` says why. */
export interface Derived {
  masses: Masses | null;
  timeline: Timeline | null;
  /** By step id. */
  instructions: Map<string, Instruction>;
  /** By mould id. */
  designs: Map<string, Design>;
  palette: string[];
  bars: Bars;
  /** Water of each batter in the three ways, by batter id. */
  water: Map<string, Record<WaterMethod, number>>;
  dates: CureDates | null;
  notices: Notice[];
}

/**
 * The one function from the batch document to all its figures. Pure and deterministic.
 * @param nowS seconds since first contact while the pour is on; absent while planning
 */
export function derive(plan: Plan, nowS?: number): Derived {
  const masses = computeMasses(plan);
  const timeline = masses ? computeTimeline(plan, masses, nowS) : null;
  const pouredOn = plan.record.startedAt?.slice(0, 10) ?? plan.pourOn;
  const first = masses?.batters[0];
  return {
    masses,
    timeline,
    instructions: new Map(masses && timeline ? timeline.steps.map((s) => [s.id, instructionOf(plan, s)]) : []),
    designs: new Map(masses && timeline ? plan.moulds.map((m) => [m.id, designOf(plan, masses, timeline, m.id)]) : []),
    palette: paletteOf(plan),
    bars: barsOf(plan.moulds[0].lengthMm, plan.barThicknessMm),
    water: new Map(masses?.batters.map((b) => [b.id, statedWater(b.waterG, b.lyeG, b.oilsG)])),
    dates: pouredOn && first ? cureDates(pouredOn, first.formula.hardFatShare, plan.cureDays) : null,
    notices: noticesOf(plan, masses, timeline),
  };
}
