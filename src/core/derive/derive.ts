import { liveTimeline } from "../advise/live";
import { hasAdded, withAdded } from "../batter/added";
import { coloursOf, type PortionColours } from "../batter/colours";
import { type FormulaJudgement, firmingOf, judgeFormula } from "../batter/judge";
import { computeMasses, type Masses } from "../batter/masses";
import type { Posterior } from "../clock/learn";
import type { ColourPair } from "../colour/judge";
import { judgePairs } from "../colour/judge";
import { type CureDates, cureDates, unmouldDays } from "../cure/dates";
import { gelSeen, scaledHours } from "../cure/firmness";
import { type AfterPour, afterPour } from "../cure/hours";
import { latestPourOn } from "../cure/order";
import { type Bars, barsOf, barsToCut, type MouldBars } from "../cut/bars";
import { type OrderPlan, ordersOf } from "../cut/order";
import type { Notice } from "../document/notice";
import type { Plan } from "../document/schema";
import { oilLookup } from "../formula/oils";
import { statedWater, type WaterMethod } from "../formula/water";
import { computeTimeline, type Timeline } from "../prepare/timeline";
import { type WeighUpItem, weighUpOf } from "../prepare/weighUp";
import { type Instruction, instructionOf } from "../prepare/words";
import type { Design } from "../swirl/design";
import { portionOf } from "../techniques/operations/registry";
import { byId } from "../units/byId";
import type { UnitPreferences } from "../units/quantities";
import { sayer } from "../units/sayer";
import { designOf } from "./design";
import { noticesOf } from "./notices/notices";
import { type Shade, shadesOf } from "./shades";

/** Everything that is shown of a plan. Null parts: the formula cannot be computed yet; `notices` says why. */
export interface Derived {
  masses: Masses | null;
  timeline: Timeline | null;
  /** By step id. */
  instructions: Map<string, Instruction>;
  /** By mould id. */
  designs: Map<string, Design>;
  /** Colour of every portion at the pour, the next day and cured. */
  colours: PortionColours;
  /** Shades of cups stirred into each other. */
  shades: Shade[];
  /** Colour of every portion as the sheet shows it, cured, and after them the shades. */
  palette: string[];
  /** Pairs of portions, closest first. */
  pairs: ColourPair[];
  /** Places of the bars along the first mould, for the picture. */
  bars: Bars;
  /** Bars of every mould: of its loaf, or of the loaves that a slab is cut into. */
  mouldBars: MouldBars[];
  /** Water of each batter in the three ways, by batter id. */
  water: Map<string, Record<WaterMethod, number>>;
  /** What each batter's formula promises, by batter id. */
  judgements: Map<string, FormulaJudgement>;
  dates: CureDates | null;
  /** What orders of bars ask of the mould. */
  orders: OrderPlan[];
  /** Latest day to pour an order that has a day; null without one. */
  latestPourOn: string | null;
  weighUp: WeighUpItem[];
  notices: Notice[];
}

/**
 * Hours until unmoulding and cutting of the batter that takes longest, as it stands in the first mould, and gelled where that was seen.
 * @param isByTable without what own batches have taught
 */
export function slowestAfter(plan: Plan, masses: Masses, isByTable = false): AfterPour | null {
  const find = oilLookup(plan.oilRows);
  const [mould] = plan.moulds;
  const standing = {
    gel: gelSeen(plan.record.care) ?? plan.practice.gel,
    cover: plan.practice.cover,
    roomC: plan.roomTemperatureC,
    thicknessMm: byId(masses.moulds, mould.id).levelMm || mould.heightMm,
    isSlab: mould.kind === "slab",
  };
  return plan.batters.reduce<AfterPour | null>((worst, b) => {
    const byTable = afterPour(firmingOf(b, byId(masses.batters, b.id).formula, find), standing);
    const known = Object.hasOwn(plan.knowledge.firm, b.id) ? plan.knowledge.firm[b.id] : null;
    const after = known && !isByTable ? scaledHours(byTable, Math.exp(known.mean)) : byTable;
    return worst && worst.unmould.bestH >= after.unmould.bestH ? worst : after;
  }, null);
}

/**
 * The one function from the batch document to all its figures. Pure and deterministic.
 * @param units what quantities are said in
 * @param nowS seconds since first contact while the pour is on; absent while planning
 * @param belief what the record of the pour says of the clock's unknowns, where the caller keeps it: it changes with the record, not with the time
 */
export function derive(plan: Plan, nowS?: number, units?: UnitPreferences, belief?: Posterior): Derived {
  const planned = computeMasses(plan);
  const timeline = planned
    ? nowS === undefined
      ? computeTimeline(plan, planned)
      : liveTimeline(plan, planned, nowS, belief)
    : null;
  // What was put in beyond the plan acts on the clock at its own time; colours, masses and limits are of what is really in the cups.
  return planned && hasAdded(plan)
    ? figuresOf(withAdded(plan, planned), computeMasses(withAdded(plan, planned)), timeline, units)
    : figuresOf(plan, planned, timeline, units);
}

function datesFrom(plan: Plan, slowest: AfterPour | null): CureDates | null {
  const pouredOn = plan.record.startedAt?.slice(0, 10) ?? plan.pourOn;
  return pouredOn && slowest ? cureDates(pouredOn, slowest, plan.cureDays) : null;
}

/** The days of a batch and its hours after the pour, alone: what `derive` says of them; null without a day or a formula that can be computed. */
export function datesOf(plan: Plan): CureDates | null {
  const planned = computeMasses(plan);
  const poured = planned && hasAdded(plan) ? withAdded(plan, planned) : plan;
  const masses = poured === plan ? planned : computeMasses(poured);
  return datesFrom(poured, masses && slowestAfter(poured, masses));
}

/** All figures of a plan but the clock's. */
function figuresOf(plan: Plan, masses: Masses | null, timeline: Timeline | null, units?: UnitPreferences): Derived {
  const say = sayer(units);
  const find = oilLookup(plan.oilRows);
  const judgements = new Map(
    plan.batters.flatMap((b) => {
      const judged = judgeFormula(b, find, b.startTemperatureC, masses?.batters.find((m) => m.id === b.id)?.dose);
      return judged ? [[b.id, judged] as const] : [];
    }),
  );
  const slowest = masses ? slowestAfter(plan, masses) : null;
  const colours = coloursOf(plan, masses);
  const shades = masses ? shadesOf(plan, masses, colours) : { list: [], of: new Map() };
  const order = plan.operations.map((o) => plan.portions.findIndex((p) => p.id === portionOf(o))).filter((i) => i >= 0);
  const pairs = judgePairs(colours, order);
  const dueOn = plan.batters.flatMap((b) => (b.size.basis === "order" && b.size.dueOn ? [b.size.dueOn] : [])).sort()[0];
  return {
    masses,
    timeline,
    instructions: new Map(
      masses && timeline ? timeline.steps.map((s) => [s.id, instructionOf(plan, s, masses, say)]) : [],
    ),
    designs: new Map(
      masses && timeline ? plan.moulds.map((m) => [m.id, designOf(plan, masses, timeline, m.id, shades)]) : [],
    ),
    colours,
    shades: shades.list,
    palette: [...colours, ...shades.list.map((s) => s.colours)].map((c) => c.cured),
    pairs,
    mouldBars: plan.moulds.map((m) => barsToCut(m, plan)),
    bars: barsOf(plan.moulds[0].lengthMm, plan),
    water: new Map(masses?.batters.map((b) => [b.id, statedWater(b.allWaterG, b.lyeG, b.oilsG)])),
    judgements,
    dates: datesFrom(plan, slowest),
    orders: masses ? ordersOf(plan, masses) : [],
    latestPourOn: dueOn && slowest ? latestPourOn(dueOn, plan.cureDays, unmouldDays(slowest.unmould.bestH)) : null,
    weighUp: masses ? weighUpOf(plan, masses, say) : [],
    notices: noticesOf(plan, masses, timeline, pairs, say),
  };
}
