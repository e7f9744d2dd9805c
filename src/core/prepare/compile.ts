import { paletteOf } from "../batter/colours";
import type { Masses } from "../batter/masses";
import { portionPace } from "../batter/portions";
import { readingOf } from "../batter/readings";
import { blendingSecondsTo, emulsionBlendS, restRatePerMin } from "../clock/cup";
import { asWorked } from "../clock/hands";
import { mixedC } from "../clock/meeting";
import {
  type CupCheck,
  type Deed,
  LONGEST_WAIT_S,
  type Program,
  type ProgramStep,
  type ProgramVessel,
  type ScentAction,
  type Slots,
  SPREAD,
  type Unknown,
} from "../clock/program";
import type { Step } from "../clock/step";
import type { RecordEvent } from "../document/logSchema";
import type { Plan } from "../document/schema";
import { type AdditiveId, additivePerOilG, additiveRow, usualDoses } from "../formula/additives";
import { REFERENCE_DOSE_PCT_OF_OILS, SD_LOG, scentClass } from "../scent/classes";
import { loadPctOfOils, scentKey } from "../scent/effect";
import type { Scent } from "../scent/scentSchema";
import { isCupPour, kindOf } from "../techniques/operations/registry";
import { byId } from "../units/byId";
import type { DoseBase } from "../units/dose";
import { deriveSteps } from "./steps";
import { isInOils } from "./steps/make";

const DEFAULT_EXTRA_BLENDING_S = 5;
const DEFAULT_EXTRA_DOSE_PCT = 20;

class Unknowns {
  readonly list: Unknown[] = [];
  private readonly byId = new Map<string, number>();
  add(id: string, mean: number, sd: number): number {
    const known = this.byId.get(id);
    if (known !== undefined) return known;
    this.byId.set(id, this.list.length);
    this.list.push({ id, mean, sd });
    return this.list.length - 1;
  }
}

function scentActions(scent: Scent | null, base: DoseBase, unknowns: Unknowns): ScentAction[] {
  if (!scent) return [];
  const dose = loadPctOfOils(scent, base) / REFERENCE_DOSE_PCT_OF_OILS;
  const total = scent.parts.reduce((sum, p) => sum + p.sharePct, 0) || 1;
  return scent.parts.map((p) => {
    const known = p.measured ?? { ...scentClass(p.class), sdLog: SD_LOG.supplier };
    const share = scent.parts.length === 1 ? 1 : p.sharePct / total;
    const key = scentKey(p);
    return {
      unknownF: unknowns.add(`F:${key}`, 0, known.sdLog),
      unknownJ: unknowns.add(`J:${key}`, 0, known.sdLog),
      logFactor: Math.log(known.rateFactor) * share * dose,
      jumpSteps: known.jumpSteps * share * dose,
      heatC: known.heatC * share * dose,
      weight: share * dose,
    };
  });
}

/** Additives that act on a vessel, by mass per gram of its oils. */
function additiveActions(plan: Plan, additives: readonly { kind: AdditiveId; perOilG: number }[], unknowns: Unknowns) {
  return additives.flatMap((a) => {
    const row = additiveRow(a.kind);
    const doses = usualDoses(a.kind, a.perOilG);
    if (row.paceFactor === 1 || doses <= 0) return [];
    const known = Object.hasOwn(plan.knowledge.additives, a.kind) ? plan.knowledge.additives[a.kind] : null;
    return [{ unknown: unknowns.add(`A:${a.kind}`, known?.mean ?? 0, known?.sd ?? SPREAD.additive), doses }];
  });
}

/** Real end of every step done, by step id, from the record. */
export function actualEnds(events: readonly RecordEvent[]): Map<string, number> {
  const ends = new Map<string, number>();
  for (const e of events) if (e.kind === "stepDone") ends.set(e.stepId, e.atS);
  return ends;
}

/** Scent that a cup, or a batter, was planned with, g. */
const scentOf = (masses: Masses, id: string): number =>
  masses.portions.find((p) => p.id === id)?.scentG ?? masses.batters.find((b) => b.id === id)?.scentG ?? 0;

function deedsOf(plan: Plan, masses: Masses, vesselOf: ReadonlyMap<string, number>): Deed[] {
  return plan.record.events.flatMap((e): Deed[] => {
    const into = e.kind === "added" ? e.into : e.kind === "deviation" ? e.portionId : null;
    const vessel = into === null ? undefined : vesselOf.get(into);
    if (vessel === undefined) return [];
    const deed = (kind: Deed["kind"], amount: number): Deed[] => [{ atS: e.atS, vessel, kind, amount, unknown: -1 }];
    if (e.kind === "added") {
      if (e.what === "blending") return deed("blend", e.amount);
      const plannedG = scentOf(masses, e.into);
      return e.what === "scent" && plannedG > 0 ? deed("dose", 1 + e.amount / plannedG) : [];
    }
    if (e.kind !== "deviation") return [];
    if (e.what === "extra-blending") return deed("blend", e.amount ?? DEFAULT_EXTRA_BLENDING_S);
    if (e.what === "extra-dose") return deed("dose", 1 + (e.amount ?? DEFAULT_EXTRA_DOSE_PCT) / 100);
    if (e.what === "firm-stir") return deed("stir", 0);
    return [];
  });
}

/**
 * Compiles a plan for the clock.
 * @param nowS seconds since first contact while the pour is on; absent while planning
 */
export function compileProgram(plan: Plan, masses: Masses, nowS?: number): Program {
  const unknowns = new Unknowns();
  const knownPace = plan.knowledge.pace;
  const slots: Slots = {
    temperature: unknowns.add("temperature", 0, SPREAD.temperatureC),
    pace: unknowns.add("pace", knownPace?.mean ?? 0, knownPace?.sd ?? SPREAD.pace),
    eye: unknowns.add("eye", 0, SPREAD.eye),
    formula: [],
    state: [],
  };
  const vessels: ProgramVessel[] = plan.batters.map((b) => {
    const m = byId(masses.batters, b.id);
    const known = Object.hasOwn(plan.knowledge.formulas, b.id) ? plan.knowledge.formulas[b.id] : null;
    slots.formula.push(unknowns.add(`formula:${b.id}`, known?.mean ?? 0, known?.sd ?? SPREAD.formula));
    return {
      id: b.id,
      batterId: b.id,
      massG: m.baseG,
      rate: restRatePerMin(
        m.formula.lyeConcentrationPct / 100,
        m.formula.hardFatShare,
        m.formula.paceOffset,
        m.formula.additivePace,
      ),
      pot: -1,
      scent: scentActions(b.scent, m.dose, unknowns),
      additives: additiveActions(
        plan,
        m.formula.additives.filter((a) => !a.isLate).map((a) => ({ kind: a.kind, perOilG: a.massG })),
        unknowns,
      ),
      thinWay: "auto",
    };
  });
  const potCount = vessels.length;
  for (const p of plan.portions) {
    const pot = plan.batters.findIndex((b) => b.id === p.batterId);
    const cup = byId(masses.portions, p.id);
    const { late } = masses.batters[pot];
    vessels.push({
      id: p.id,
      batterId: p.batterId,
      massG: cup.finishedG,
      rate: portionPace(p, cup.dose, late),
      pot,
      scent: scentActions(p.scent, cup.dose, unknowns),
      additives: additiveActions(
        plan,
        [
          ...late.map((a) => ({ kind: a.kind, perOilG: a.massG })),
          ...p.additives.map((a) => ({ kind: a.kind, perOilG: additivePerOilG(a, cup.dose) })),
        ],
        unknowns,
      ),
      thinWay: thinWayOf(plan, p.id),
    });
  }
  const vesselOf = new Map(vessels.map((v, i) => [v.id, i]));
  const emulsionS = (batterId: string) => emulsionBlendS(vessels[vesselOf.get(batterId)!].massG);
  const blendS = (batterId: string) => {
    const batter = byId(plan.batters, batterId);
    const pot = vessels[vesselOf.get(batterId)!];
    return (
      emulsionS(batterId) + blendingSecondsTo(batter.blendToTrace, pot.massG, pot.rate, contactC(plan, masses, batter))
    );
  };
  const steps = deriveSteps(plan, masses, paletteOf(plan, masses), blendS);
  const ends = nowS === undefined ? new Map<string, number>() : actualEnds(plan.record.events);
  const deeds = nowS === undefined ? [] : deedsOf(plan, masses, vesselOf);
  slots.state = vessels.map(() => -1);
  if (nowS !== undefined) {
    for (const [portionId, atS] of firstChecks(plan)) {
      const vessel = vesselOf.get(portionId);
      if (vessel === undefined) continue;
      slots.state[vessel] = unknowns.add(`S:${portionId}`, 0, SPREAD.state);
      deeds.push({ atS, vessel, kind: "offset", amount: 0, unknown: slots.state[vessel] });
    }
    deeds.sort((a, b) => a.atS - b.atS);
  }
  const placed = withPlaces(plan, steps, vesselOf, emulsionS);
  return {
    vessels,
    potCount,
    steps: placed,
    unknowns: unknowns.list,
    slots,
    stepsOf: vessels.map((_, v) => placed.flatMap((s, i) => (s.vessels.includes(v) ? [i] : []))),
    workBeforeS: workBefore(steps),
    roomC: plan.roomTemperatureC,
    startC: plan.batters.map((b) => contactC(plan, masses, b)),
    meltsAboveC: masses.batters.map((b) => b.formula.meltsAboveC),
    people: plan.practice.people,
    pace: plan.practice.pace,
    longestWaitS: LONGEST_WAIT_S,
    endS: Float64Array.from(steps, (s) => ends.get(s.id) ?? Number.NaN),
    nowS: nowS ?? null,
    deeds,
  };
}

/** Temperature at first contact, C: of lye and oils as they were read last, else the plan's. */
export function contactC(plan: Plan, masses: Masses, batter: Plan["batters"][number]): number {
  const [lye, oils] = [readingOf(plan, "lye", batter.id), readingOf(plan, "oils", batter.id)];
  const m = byId(masses.batters, batter.id);
  return lye && oils ? mixedC(lye.value, m.lyeG + m.allWaterG, oils.value, m.oilsG) : batter.startTemperatureC;
}

function thinWayOf(plan: Plan, portionId: string): ProgramVessel["thinWay"] {
  const way = Object.hasOwn(plan.schedule.thin, portionId) ? plan.schedule.thin[portionId] : null;
  return way === "wait" ? "wait" : way === null ? "auto" : "blend";
}

function workBefore(steps: readonly Step[]): Float64Array {
  const before = new Float64Array(steps.length);
  for (let i = 1; i < steps.length; i++) before[i] = before[i - 1] + steps[i - 1].durationS;
  return before;
}

/** Checks that count: what was called a false trace or another cup is no reading. */
export const countedChecks = (plan: Pick<Plan, "record">) =>
  plan.record.events.flatMap((e): (CupCheck & Extract<RecordEvent, { kind: "traceCheck" }>)[] =>
    e.kind === "traceCheck" && e.answer !== "false-trace" && e.answer !== "other-cup" ? [e] : [],
  );

/** Time of the first check of every cup that was looked at, s. */
function firstChecks(plan: Plan): Map<string, number> {
  const first = new Map<string, number>();
  for (const e of countedChecks(plan)) first.set(e.portionId, Math.min(e.atS, first.get(e.portionId) ?? e.atS));
  return first;
}

/** Pours out of a cup; a pot that is poured out is not blended again, nor is a lump, nor what is spooned, but where that is said. */
function isFromCup(plan: Plan, operationId: string | null): boolean {
  const o = plan.operations.find((x) => x.id === operationId);
  if (o === undefined || !isCupPour(o) || kindOf(o).isLump) return false;
  return !kindOf(o).isSpooned || plan.schedule.thin[o.portionId] === "blend";
}

/** Steps with places instead of ids, and which cups each brings into being. */
function withPlaces(
  plan: Plan,
  steps: readonly Step[],
  vesselOf: ReadonlyMap<string, number>,
  emulsionS: (batterId: string) => number,
): ProgramStep[] {
  const place = new Map(steps.map((s, i) => [s.id, i]));
  const restOf = new Map<string, number>();
  steps.forEach((s, i) => {
    if (s.kind === "blend" || s.kind === "weigh" || (s.kind === "scent" && s.portionIds.length === 0))
      restOf.set(s.batterId, i);
  });
  return steps.map((s, i) => ({
    ...s,
    shares: s.portionIds.length ? s.shares : [1],
    vessels: s.portionIds.length ? s.portionIds.map((id) => vesselOf.get(id)!) : [vesselOf.get(s.batterId)!],
    preds: s.after.flatMap((id) => place.get(id) ?? []),
    splits: [
      ...(s.kind === "weigh" ? [vesselOf.get(s.portionIds[0])!] : []),
      ...plan.portions
        .filter((p) => restOf.get(p.batterId) === i && (p.takesRest || !place.has(`weigh:${p.id}`)))
        .map((p) => vesselOf.get(p.id)!),
    ],
    emulsionS: s.kind === "blend" ? emulsionS(s.batterId) : 0,
    targetTrace: s.kind === "blend" ? byId(plan.batters, s.batterId).blendToTrace : 0,
    isScented: s.kind === "blend" && isInOils(plan, byId(plan.batters, s.batterId)),
    isFromCup: s.kind === "pour" && s.portionIds.length === 1 && isFromCup(plan, s.operationId),
  }));
}

/** The program of a plan as its people work it. @param nowS seconds since first contact while the pour is on; absent while planning */
export const programOf = (plan: Plan, masses: Masses, nowS?: number): Program =>
  asWorked(compileProgram(plan, masses, nowS));
