import { costOf } from "../advise/advice";
import { type Barred, FAR, type Way } from "../advise/ground";
import { restOf } from "../advise/rest";
import { waysOn } from "../advise/ways";
import { hasAdded, withAdded } from "../batter/added";
import { coloursOf } from "../batter/colours";
import { computeMasses, type Masses } from "../batter/masses";
import { chancesOf, type StepChance } from "../clock/chance";
import { traceAt } from "../clock/curves";
import { barsOf } from "../cut/bars";
import { applyEdit, type Edit } from "../document/edits/edit";
import { readPlan } from "../document/read";
import type { Plan } from "../document/schema";
import type { Row } from "../library/use";
import { levelMm } from "../mould/mould";
import type { LibraryMould } from "../mould/mouldSchema";
import type { ToolKind } from "../mould/toolSchema";
import { posteriorOf } from "../prepare/learned";
import { needsOf } from "../prepare/needs";
import { type ScheduledStep, type Timeline, timelineOf } from "../prepare/timeline";
import { instructionOf } from "../prepare/words";
import type { Design } from "../swirl/design";
import { EXPECTED_AT, type Thickness } from "../techniques/families/family";
import { type FamilyId, familyOf } from "../techniques/families/registry";
import { isIntoPot, portionOf } from "../techniques/operations/registry";
import { byId } from "../units/byId";
import { type Sayer, sayer } from "../units/sayer";
import { OUT_BELOW, shareRange, wantsTool } from "./choices";
import { designOf } from "./design";
import { shadesOf } from "./shades";

/** What a chance was found with. */
export interface Odds {
  chance: number;
  /** Range that the number of draws leaves open, four in five. */
  low: number;
  high: number;
}

/** Another way to go on, with the face that it would give. */
export interface Rescue extends Odds {
  id: string;
  words: string;
  cost: string;
  edit: Edit;
  /** The steps that come first, as they are told at the bench. */
  goes: string[];
  /** Minutes from now to the last step, and what is washed up. */
  leftMin: number;
  washUpMin: number;
  /** Tools beyond those of the plan. */
  tools: string[];
  /** Batter of cups that reaches no mould any more, g. */
  unusedG: number;
  /** True where it goes on in another mould than the one at hand. */
  isElsewhere: boolean;
  /** The loaf that comes out, mm high, its middle bar, mm along, its face and its colours. */
  levelMm: number;
  cutMm: number;
  design: Design;
  palette: string[];
}

export interface Rescues {
  /** When this was worked out, s since first contact. */
  atS: number;
  /** The plan as it is. */
  plan: Odds;
  /** The nearest to the plan that is likely comes first, then by chance; at most five. */
  list: Rescue[];
  /** What cannot be gone, and why. */
  out: Barred[];
  /** What lies in the mould. */
  pouredG: number;
  pouredMm: number;
  /** Where none is likely: the lump can still be pressed in, cooked or rebatched. */
  isLump: boolean;
}

export const MOST_RESCUES = 5;
const MOST = { out: 5, firstSteps: 4 } as const;
/** What a way that leads to quite another picture must be likelier by, to come before one that keeps it; and one that keeps the design, than the plan (one whose pours change nothing is no way). */
const LIKELIER_BY = { far: 0.45, kept: 0.02 } as const;

interface Found {
  way: Pick<Way, "id" | "words" | "cost" | "edit" | "far" | "family" | "mouldId">;
  plan: Plan;
  masses: Masses;
  timeline: Timeline;
  odds: Odds;
  /** The step that fails most often of those that are left; null where none does. */
  risky: StepChance | null;
}

export interface Asked {
  nowS: number;
  seed: number;
  draws: number;
  /** Kinds of tools at hand; empty where that is not known. */
  tools: readonly ToolKind[];
  /** Other moulds of the studio. */
  moulds?: readonly Row<LibraryMould>[];
  say?: Sayer;
}

function played(way: Found["way"], plan: Plan, { nowS, seed, draws }: Asked): Found | null {
  const masses = computeMasses(plan);
  if (!masses) return null;
  const belief = posteriorOf(plan, masses, nowS);
  const { chance, riskiestId, steps } = chancesOf(belief.believed, { seed, draws, belief, withBands: false })!;
  const timeline = timelineOf(plan, masses, belief.program, belief.mean);
  return {
    way,
    plan,
    masses,
    timeline,
    odds: { chance, ...shareRange(chance, draws) },
    risky: steps.find((s) => s.stepId === riskiestId) ?? null,
  };
}

/** The cup that stands thickest of those that are left: what runs, runs there. */
function thickestLeft(timeline: Timeline, ids: Iterable<string>, nowS: number): string {
  const left = [...ids].map((id) => {
    const points = timeline.curves.find((c) => c.id === id)?.points ?? [];
    return { id, trace: points.length > 0 && points[0].atS <= nowS ? traceAt(points, nowS) : 0 };
  });
  return left.reduce((a, b) => (b.trace > a.trace ? b : a)).id;
}

/** What a family looks like at the trace that its pours are expected at. */
function expected(id: FamilyId, open: readonly ScheduledStep[]): string {
  const traces = open.filter((s) => s.kind === "pour").map((s) => s.startTrace);
  const mean = traces.reduce((a, b) => a + b, 0) / Math.max(1, traces.length);
  const near = (Object.keys(EXPECTED_AT) as Thickness[]).reduce((a, b) =>
    Math.abs(EXPECTED_AT[b] - mean) < Math.abs(EXPECTED_AT[a] - mean) ? b : a,
  );
  return familyOf(id).expect[near];
}

function rescueOf(found: Found, plan: Found, asked: Asked): Rescue {
  const { way, timeline, masses } = found;
  const open = timeline.steps.filter((s) => !s.done);
  // What a cup goes without (its scent) is not left over of it.
  const spare = (f: Found) =>
    f.masses.portions.reduce((sum, p) => sum + p.finishedG, 0) - f.masses.moulds.reduce((sum, m) => sum + m.pouredG, 0);
  const before = new Set(needsOf(plan.plan, asked.tools).map((n) => n.words));
  // The face is of what is really in the cups, the clock's part of the plan as it was.
  const real = hasAdded(found.plan) ? withAdded(found.plan, masses) : found.plan;
  const realMasses = real === found.plan ? masses : (computeMasses(real) ?? masses);
  const colours = coloursOf(real, realMasses);
  const shades = shadesOf(real, realMasses, colours);
  const atHand = restOf(plan.plan, doneOf(timeline))!.mouldId;
  const mouldId = way.mouldId ?? atHand;
  return {
    id: way.id,
    words: way.words,
    cost: way.family ? expected(way.family, open) : way.cost,
    edit: way.edit,
    ...found.odds,
    goes: open
      .filter((s) => s.operationId)
      .slice(0, MOST.firstSteps)
      .map((s) => instructionOf(found.plan, s, masses, asked.say ?? sayer()).title),
    leftMin: Math.max(0, timeline.endS - asked.nowS) / 60,
    washUpMin: costOf(found.plan, timeline.endS).washUpMin,
    tools: leftNeeds(found, asked).flatMap((n) => (before.has(n.words) ? [] : [n.words])),
    unusedG: Math.max(0, spare(found) - spare(plan)),
    isElsewhere: mouldId !== atHand,
    levelMm: byId(masses.moulds, mouldId).levelMm,
    cutMm: middleOf(found.plan, mouldId),
    design: designOf(real, realMasses, timeline, mouldId, shades),
    palette: [...colours, ...shades.list.map((s) => s.colours)].map((c) => c.cured),
  };
}

/** What the steps that are left are done with. */
function leftNeeds({ plan, timeline }: Found, { tools }: Asked) {
  const done = doneOf(timeline);
  return needsOf({ ...plan, operations: plan.operations.filter((o) => !done.has(o.id)) }, tools);
}

const doneOf = (timeline: Timeline): Set<string> =>
  new Set(timeline.steps.flatMap((s) => (s.done && s.operationId ? [s.operationId] : [])));

/** Middle bar of a mould, mm along it. */
function middleOf(plan: Plan, mouldId: string): number {
  const { lengthMm } = byId(plan.moulds, mouldId);
  const { middlesMm } = barsOf(lengthMm, plan);
  return middlesMm[Math.floor((middlesMm.length - 1) / 2)] ?? lengthMm / 2;
}

/** What lies in a mould by the steps that are done. */
function pouredOf(plan: Plan, masses: Masses, done: ReadonlySet<string>, mouldId: string): { g: number; mm: number } {
  const here = plan.operations.filter((o) => o.mouldId === mouldId && done.has(o.id));
  const lastPot = here.findLastIndex((o) => o.kind === "potPour");
  const lies = here.filter((o, i) => portionOf(o) !== null && o.kind !== "intoCup" && (!isIntoPot(o) || i < lastPot));
  const sum = (of: ReadonlyMap<string, number>) => lies.reduce((s, o) => s + of.get(o.id)!, 0);
  return { g: sum(masses.operationG), mm: levelMm(byId(plan.moulds, mouldId), sum(masses.operationMl)) };
}

/** Times ahead at which a way is tried again, s. */
const LATER_S = [45, 90, 180, 360, 720] as const;
const LATER_DRAWS = 80;

/**
 * Until when a way can be begun before it is out: its chance, played from later and later on.
 * @returns s since first contact; null where it keeps for longer than is looked ahead
 */
export function latestStartS(plan: Plan, edit: Edit, asked: Omit<Asked, "draws">): number | null {
  const tried = applyEdit(plan, edit);
  const masses = tried.ok ? computeMasses(tried.document) : null;
  if (!tried.ok || !masses) return asked.nowS;
  let before = { atS: asked.nowS, chance: 1 };
  for (const laterS of LATER_S) {
    const atS = asked.nowS + laterS;
    const belief = posteriorOf(tried.document, masses, atS);
    const { chance } = chancesOf(belief.believed, { seed: asked.seed, draws: LATER_DRAWS, belief, withBands: false })!;
    if (chance < OUT_BELOW)
      return before.atS + (atS - before.atS) * Math.min(1, (before.chance - OUT_BELOW) / (before.chance - chance));
    before = { atS, chance };
  }
  return null;
}

function whyOut(found: Found, asked: Asked): Barred {
  const { plan, timeline, risky, way } = found;
  const words = way.family ? familyOf(way.family).label : way.words;
  const missing = leftNeeds(found, asked).find((n) => n.isMust && n.isAtHand === false);
  if (missing) return { words, reason: `needs ${missing.words}` };
  const step = timeline.steps.find((s) => s.id === risky?.stepId);
  if (!risky || !step) return { words, reason: "too late for it" };
  const cup = plan.portions.find((p) => p.id === step.portionIds[0])?.name ?? "the batter";
  return { words, reason: `${cup} too ${risky.tooThick >= risky.tooThin ? "thick" : "thin"} for it` };
}

/**
 * The ways to go on with a pour that is on, each played on the same random numbers from what is known now, with the face it would give: what is poured stays.
 * Null where nothing is left to pour, or the formula cannot be computed.
 * @param nowS seconds since first contact
 */
export function rescuesOf(plan: Plan, asked: Asked): Rescues | null {
  const asItIs = played({ id: "plan", words: "", cost: "", edit: { kind: "all", edits: [] }, far: 0 }, plan, asked);
  if (!asItIs) return null;
  const done = doneOf(asItIs.timeline);
  const rest = restOf(plan, done);
  if (!rest || rest.cupPct.size === 0) return null;
  const fastId = thickestLeft(asItIs.timeline, rest.cupPct.keys(), asked.nowS);
  const leftMl = rest.left.reduce((sum, o) => sum + asItIs.masses.operationMl.get(o.id)!, 0);
  const { ways, barred } = waysOn(plan, rest, fastId, { moulds: asked.moulds ?? [], leftMl });
  const found = ways.flatMap((way): Found[] => {
    const tried = applyEdit(plan, way.edit);
    const read = tried.ok ? readPlan(tried.document) : null;
    const one = read?.ok ? played(way, read.plan, asked) : null;
    return one ? [one] : [];
  });
  const isOut = (f: Found) => f.odds.chance < OUT_BELOW || wantsTool({ needs: leftNeeds(f, asked) });
  const helps = (f: Found) => f.way.far >= FAR.family || f.odds.chance > asItIs.odds.chance + LIKELIER_BY.kept;
  const likely = found.filter((f) => !isOut(f) && helps(f));
  const worth = (f: Found) => f.odds.chance - LIKELIER_BY.far * f.way.far;
  const best = likely.toSorted((a, b) => worth(b) - worth(a))[0];
  const others = likely
    .filter((f) => f !== best)
    .toSorted((a, b) => worth(b) - worth(a))
    .slice(0, MOST_RESCUES - 1);
  others.sort((a, b) => b.odds.chance - a.odds.chance);
  const poured = pouredOf(plan, asItIs.masses, done, rest.mouldId);
  return {
    atS: asked.nowS,
    plan: asItIs.odds,
    list: (best ? [best, ...others] : []).map((f) => rescueOf(f, asItIs, asked)),
    out: [...found.filter(isOut).map((f) => whyOut(f, asked)), ...barred].slice(0, MOST.out),
    pouredG: poured.g,
    pouredMm: poured.mm,
    isLump: !best,
  };
}
