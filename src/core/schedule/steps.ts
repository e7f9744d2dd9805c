import { colourantKind } from "../colour/kinds";
import { lightness } from "../colour/mix";
import { decorationCounts } from "../cut/bars";
import { type AdditiveTime, additiveRow, isLate } from "../formula/additives";
import { fillingsOf } from "../mould/vessels";
import type { BatterMasses, Masses } from "../plan/masses";
import { isIntoPot, type Operation, portionOf } from "../plan/operations";
import type { Batter, Plan, Portion } from "../plan/schema";
import { scentEffect } from "../scent/effect";
import { byMass, operationDurationS } from "./durations";
import { PIPING_WINDOW, type TraceWindow, windowOf } from "./windows";
import { WHISK_BLEND_SHARE, WORKING_TIMES_S } from "./workingTimes";

export type StepKind =
  | "lye"
  | "blend"
  | "weigh"
  | "colour"
  | "scent"
  | "bring"
  | "fill"
  | "pour"
  | "draw"
  | "pipe"
  | "finish";

/** One thing that one person does without stopping. Derived from the plan, never stored. */
export interface Step {
  /** Stable while what it stems from stays: `lye:b1`, `blend:b1`, `weigh:p2`, `colour:p2`, `scent:p2`, `fill:p2`, the operation's id for the design. */
  id: string;
  kind: StepKind;
  batterId: string;
  /** Portions it touches; its window is that of the first, or of the one furthest out for a movement through all. */
  portionIds: string[];
  /** Part of the batter that each of them is in what the step works on, 0..1; 1 for a single one. */
  shares: number[];
  operationId: string | null;
  mouldId: string | null;
  /** For a practised person; the pace scales it. */
  durationS: number;
  /** Share of full blending power that the portions get during the step. */
  blendShare: number;
  window: TraceWindow | null;
  /** A step that must meet its window; others should. */
  isMust: boolean;
  /** A top, a texture, piping: it may wait for its trace as long as it takes. */
  isPatient: boolean;
  /** Hands that it takes. */
  hands: 1 | 2;
  massG: number | null;
  /** Steps that must be done before, by id. */
  after: string[];
  /** Round of filling compartments, counted from 0: the fills of one round may change places. Null for all other steps. */
  round: number | null;
}

const step = (fields: Partial<Step> & Pick<Step, "id" | "kind" | "batterId" | "durationS">): Step => ({
  portionIds: [],
  shares: fields.shares ?? (fields.portionIds ?? []).map(() => 1),
  operationId: null,
  mouldId: null,
  blendShare: 0,
  window: null,
  isMust: false,
  isPatient: false,
  hands: 1,
  massG: null,
  after: [],
  round: null,
  ...fields,
});

/** A cup into which colour or an additive of its own is stirred. */
const isMixed = (plan: Plan, p: Portion) =>
  p.colourants.length > 0 ||
  p.additives.length > 0 ||
  plan.batters.some((b) => b.id === p.batterId && b.additives.some((a) => isLate(a.kind)));
const isStickBlended = (p: Portion) => p.colourants.some((c) => colourantKind(c.kind).stickBlend);

/** Whisking all the way, and for whites a short stick blend: as a mean share of full power over the step. */
function colouringBlendShare(p: Portion, durationS: number): number {
  const whisked = WORKING_TIMES_S.colourCup * WHISK_BLEND_SHARE;
  return (whisked + (isStickBlended(p) ? WORKING_TIMES_S.stickBlendCup : 0)) / durationS;
}

/** Pours and movements on the top: their window is a wish, and they may wait for it. */
const TOP_KINDS: ReadonlySet<Operation["kind"]> = new Set(["topLine", "drizzle", "topStroke", "peaks"]);

/** A scent that runs: its cup is scented late, and the others made ready before it. Factor of the rate, or jump, from which one does (Tundish estimates). */
const RUNS_FROM_FACTOR = 1.5;
const RUNS_FROM_JUMP = 0.25;
export const runs = (effect: { rateFactor: number; jumpSteps: number }): boolean =>
  effect.rateFactor >= RUNS_FROM_FACTOR || effect.jumpSteps >= RUNS_FROM_JUMP;

/** Seconds for bringing a cup up that the plan counts on; the clock finds the true ones. */
const BRING_S = 14;

const INTO_LYE: ReadonlySet<AdditiveTime> = new Set(["lye-water", "hot-lye", "cooled-lye"]);

/** All that is in the lye jug: lye, water and ice, the liquids that reach it, and what was dissolved there; g. */
function lyeWaterG(batter: Batter, pot: BatterMasses): number {
  const liquidG = pot.liquids.reduce((sum, l) => sum + (l.when === "at-emulsion" ? 0 : l.massG), 0);
  const dissolvedG = batter.additives.reduce(
    (sum, a) => sum + (INTO_LYE.has(additiveRow(a.kind).when) ? pot.additives.find((x) => x.id === a.id)!.massG : 0),
    0,
  );
  return pot.lyeG + pot.waterG + liquidG + dissolvedG;
}

function potSteps(plan: Plan, masses: Masses, blendS: (batterId: string) => number): Step[] {
  const byEye = plan.practice.measuring === "eyeball";
  return plan.batters.flatMap((batter) => {
    const pot = masses.batters.find((b) => b.id === batter.id)!;
    const [lye, blend, scent] = [`lye:${batter.id}`, `blend:${batter.id}`, `scent:${batter.id}`];
    const steps = [
      step({
        id: lye,
        kind: "lye",
        batterId: batter.id,
        durationS: byMass(WORKING_TIMES_S.pourLyeIn, pot.baseG, "lye"),
        massG: lyeWaterG(batter, pot),
      }),
      step({
        id: blend,
        kind: "blend",
        batterId: batter.id,
        durationS: blendS(batter.id),
        massG: pot.baseG,
        after: [lye],
      }),
    ];
    if (batter.scent) {
      const durationS = byMass(WORKING_TIMES_S.scentCup, pot.baseG, "scent");
      steps.push(
        step({
          id: scent,
          kind: "scent",
          batterId: batter.id,
          durationS,
          blendShare: WHISK_BLEND_SHARE,
          massG: pot.scentG,
          after: [blend],
        }),
      );
    }
    const mixed = batter.scent ? scent : blend;
    for (const p of plan.portions) {
      if (p.batterId !== batter.id || p.takesRest) continue;
      const massG = masses.portions.find((m) => m.id === p.id)!.baseG;
      const durationS = byMass(byEye ? WORKING_TIMES_S.eyeballPortion : WORKING_TIMES_S.weighPortion, massG, "weigh");
      steps.push(
        step({
          id: `weigh:${p.id}`,
          kind: "weigh",
          batterId: batter.id,
          portionIds: [p.id],
          durationS,
          massG,
          after: [mixed],
        }),
      );
    }
    return steps;
  });
}

/** When a cup is there: its own weighing, or for the rest in the bowl the last weighing of its batter. */
function readyAfter(plan: Plan, p: Portion): string[] {
  if (!p.takesRest) return [`weigh:${p.id}`];
  const weighed = plan.portions.filter((x) => x.batterId === p.batterId && !x.takesRest).map((x) => `weigh:${x.id}`);
  const batter = plan.batters.find((b) => b.id === p.batterId)!;
  return weighed.length ? weighed : [batter.scent ? `scent:${batter.id}` : `blend:${batter.id}`];
}

function cupSteps(plan: Plan, masses: Masses, palette: readonly string[]): Step[] {
  const lightnessOf = (p: Portion) => lightness(palette[plan.portions.indexOf(p)]);
  const coloured = plan.portions.filter((p) => isMixed(plan, p));
  coloured.sort((a, b) => lightnessOf(b) - lightnessOf(a));
  const colours = coloured.map((p) => {
    const stick = isStickBlended(p) ? WORKING_TIMES_S.stickBlendCup : 0;
    const standardS = WORKING_TIMES_S.colourCup + stick + WORKING_TIMES_S.scrapeCup;
    const cup = masses.portions.find((m) => m.id === p.id)!;
    const durationS = byMass(standardS, cup.finishedG, "colour");
    return step({
      id: `colour:${p.id}`,
      kind: "colour",
      batterId: p.batterId,
      portionIds: [p.id],
      durationS,
      blendShare: colouringBlendShare(p, standardS),
      massG: cup.colourG + cup.carrierG + cup.carrierWaterG + cup.additiveG,
      after: readyAfter(plan, p),
    });
  });
  const doseOf = (p: Portion) => masses.portions.find((m) => m.id === p.id)!.dose;
  const speed = (p: Portion) => scentEffect(p.scent!, doseOf(p)).rateFactor;
  const scented = plan.portions.filter((p) => p.scent !== null).sort((a, b) => speed(a) - speed(b));
  const scents = scented.map((p) =>
    step({
      id: `scent:${p.id}`,
      kind: "scent",
      batterId: p.batterId,
      portionIds: [p.id],
      durationS: byMass(WORKING_TIMES_S.scentCup, masses.portions.find((m) => m.id === p.id)!.finishedG, "scent"),
      blendShare: WHISK_BLEND_SHARE,
      massG: masses.portions.find((m) => m.id === p.id)!.scentG,
      after: isMixed(plan, p) ? [`colour:${p.id}`] : readyAfter(plan, p),
    }),
  );
  return [...colours, ...scents];
}

/** Steps that finish a cup: after them it can be poured. */
function finishedAfter(plan: Plan, p: Portion): string[] {
  if (plan.operations.some((o) => o.kind === "bottleLine" && o.portionId === p.id)) return [`fill:${p.id}`];
  return mixedAfter(plan, p);
}
function mixedAfter(plan: Plan, p: Portion): string[] {
  if (p.scent) return [`scent:${p.id}`];
  return isMixed(plan, p) ? [`colour:${p.id}`] : readyAfter(plan, p);
}

function bottleSteps(plan: Plan, masses: Masses): Step[] {
  const bottled = new Set(plan.operations.flatMap((o) => (o.kind === "bottleLine" ? [o.portionId] : [])));
  return plan.portions
    .filter((p) => bottled.has(p.id))
    .map((p) =>
      step({
        id: `fill:${p.id}`,
        kind: "fill",
        batterId: p.batterId,
        portionIds: [p.id],
        durationS:
          byMass(WORKING_TIMES_S.fillBottle, masses.portions.find((m) => m.id === p.id)!.finishedG, "fill") *
          fillingsOf(plan, masses, p.id),
        blendShare: 0.02,
        after: mixedAfter(plan, p),
      }),
    );
}

/** What went into the pot last, until it was begun to be poured out. */
function lastFilling(earlier: readonly Operation[]): Operation[] {
  const to = earlier.findLastIndex(isIntoPot);
  const from = earlier.slice(0, to + 1).findLastIndex((x) => x.kind === "potPour");
  return earlier.slice(from + 1, to + 1).filter(isIntoPot);
}

/** Cups that lie in a mould (or in the pot) when a movement works on it, with their parts of it: those poured there before. */
function touchedBy(plan: Plan, masses: Masses, index: number): { portionIds: string[]; shares: number[] } {
  const o = plan.operations[index];
  const isPot = o.kind === "potTurn" || o.kind === "potPour";
  const isTop = o.kind === "topStroke" || o.kind === "peaks";
  const earlier = plan.operations.slice(0, index).filter((x) => x.mouldId === o.mouldId);
  const relevant = isPot ? lastFilling(earlier) : isTop ? earlier.slice(-6) : earlier;
  const grams = new Map<string, number>();
  for (const x of relevant) {
    const id = portionOf(x);
    if (id !== null) grams.set(id, (grams.get(id) ?? 0) + masses.operationG.get(x.id)!);
  }
  const total = [...grams.values()].reduce((a, b) => a + b, 0);
  const portionIds = [...grams.keys()];
  return { portionIds, shares: portionIds.map((id) => (total > 0 ? grams.get(id)! / total : 1 / portionIds.length)) };
}

function designSteps(plan: Plan, masses: Masses): Step[] {
  const steps: Step[] = [];
  const before = new Before();
  plan.operations.forEach((o, index) => {
    const massG = masses.operationG.get(o.id)!;
    const mould = plan.moulds.find((m) => m.id === o.mouldId)!;
    const own = portionOf(o);
    const { portionIds, shares } = own ? { portionIds: [own], shares: [1] } : touchedBy(plan, masses, index);
    const batterId = plan.portions.find((p) => p.id === portionIds[0])?.batterId ?? plan.batters[0].id;
    const { ids, round } = before.next(o);
    const ready = own ? finishedAfter(plan, plan.portions.find((p) => p.id === own)!) : [];
    steps.push(
      step({
        id: o.id,
        kind: own || o.kind === "potPour" ? "pour" : "draw",
        batterId,
        portionIds,
        shares,
        operationId: o.id,
        mouldId: o.mouldId,
        durationS: operationDurationS(o, massG, mould),
        window: portionIds.length ? windowOf(plan, o) : null,
        isMust: !TOP_KINDS.has(o.kind) && windowOf(plan, o) !== null,
        isPatient: TOP_KINDS.has(o.kind),
        hands: o.kind === "pullDividers" && plan.practice.people === 2 ? 2 : 1,
        massG: own || o.kind === "potPour" ? massG : null,
        after: [...ready, ...ids],
        round,
      }),
    );
  });
  return steps;
}

/**
 * What must be done in a mould before its next operation: the one before it; but the fills of compartments wait only for the round before
 * theirs, as levels must stay even and nothing else hangs on their order.
 */
class Before {
  private readonly moulds = new Map<string, { before: string[]; round: number; fills: string[]; lanes: Set<number> }>();

  next(o: Operation): { ids: string[]; round: number | null } {
    const at = this.moulds.get(o.mouldId) ?? { before: [], round: -1, fills: [], lanes: new Set() };
    this.moulds.set(o.mouldId, at);
    const isFill = o.kind === "compartment";
    const isSameRound = isFill && at.fills.length > 0 && !at.lanes.has(o.index);
    if (!isSameRound && at.fills.length > 0) {
      at.before = at.fills;
      at.fills = [];
      at.lanes.clear();
    }
    const ids = [...at.before];
    if (!isFill) {
      at.before = [o.id];
      return { ids, round: null };
    }
    if (!isSameRound) at.round++;
    at.fills.push(o.id);
    at.lanes.add(o.index);
    return { ids, round: at.round };
  }
}

function finishSteps(plan: Plan, last: readonly string[]): Step[] {
  const { ash, cover, gel } = plan.practice;
  const batterId = plan.batters[0].id;
  const wanted: [string, number][] = [];
  const decorations = decorationCounts(plan).reduce((sum, d) => sum + d.pieces, 0);
  if (decorations > 0) wanted.push(["decorate", WORKING_TIMES_S.decoration * decorations]);
  if (ash === "spritz") wanted.push(["spritz", WORKING_TIMES_S.spritz]);
  if (cover !== "shine" || ash === "cover") wanted.push(["cover", WORKING_TIMES_S.cover]);
  else wanted.push(["leave-open", WORKING_TIMES_S.cover]);
  if (gel === "gel") wanted.push(["heat-on", WORKING_TIMES_S.heatOn]);
  let before = [...last];
  return wanted.map(([name, durationS]) => {
    const s = step({ id: `finish:${name}`, kind: "finish", batterId, durationS, after: before });
    before = [s.id];
    return s;
  });
}

/**
 * The steps of the pour as a graph, in the order that they are done: per batter lye in, blend, scent of the whole, weigh the portions out;
 * then colour (light before dark, one whisk serves all), scent (the fastest last), bottles, the design as the plan lists it, the finish. An order of
 * the maker's own goes before this one as far as the graph lets it.
 * `palette`: colour of every portion at the pour, by index; `blendS` gives seconds of blending for a batter.
 */
export function deriveSteps(
  plan: Plan,
  masses: Masses,
  palette: readonly string[],
  blendS: (batterId: string) => number,
): Step[] {
  const design = designSteps(plan, masses);
  const cups = [...cupSteps(plan, masses, palette), ...bottleSteps(plan, masses)];
  const made = [...potSteps(plan, masses, blendS), ...bringSteps(plan, masses, cups), ...cups];
  const lastOf = new Map(design.map((s) => [s.mouldId, s.id]));
  const closing = finishSteps(plan, lastOf.size ? [...lastOf.values()] : made.map((s) => s.id));
  const piping = pipeSteps(plan, masses, [...lastOf.values()]);
  return inOrder(lateRunners(plan, masses, made, design, [...piping, ...closing]), plan.schedule.order);
}

const runnersOf = (plan: Plan, masses: Masses): Set<string> =>
  new Set(
    plan.portions
      .filter((p) => p.scent !== null && runs(scentEffect(p.scent, masses.portions.find((m) => m.id === p.id)!.dose)))
      .map((p) => p.id),
  );

/** Cups that the plan says to bring to what their pours need before the first scent that runs goes in: nothing is blended while that one runs away. */
function bringSteps(plan: Plan, masses: Masses, cups: readonly Step[]): Step[] {
  const runners = runnersOf(plan, masses);
  if (runners.size === 0) return [];
  return plan.portions
    .filter((p) => plan.schedule.thin[p.id] === "before-scent" && !runners.has(p.id))
    .map((p) =>
      step({
        id: `bring:${p.id}`,
        kind: "bring",
        batterId: p.batterId,
        portionIds: [p.id],
        durationS: BRING_S,
        after: cups.some((s) => s.id === `colour:${p.id}`) ? [`colour:${p.id}`] : readyAfter(plan, p),
      }),
    );
}

/** What is kept back for piping: it stands until it holds its shape. */
function pipeSteps(plan: Plan, masses: Masses, after: readonly string[]): Step[] {
  return plan.portions
    .filter((p) => (masses.portions.find((m) => m.id === p.id)?.pipingG ?? 0) > 0.5)
    .map((p) =>
      step({
        id: `pipe:${p.id}`,
        kind: "pipe",
        batterId: p.batterId,
        portionIds: [p.id],
        durationS: WORKING_TIMES_S.pipeTop,
        window: PIPING_WINDOW,
        isPatient: true,
        massG: masses.portions.find((m) => m.id === p.id)!.pipingG,
        after: [...after],
      }),
    );
}

/** Scents that run go in right before their cup's first pour (with the bottle that is filled of it), and what is brought up first right before the first of them. */
function lateRunners(
  plan: Plan,
  masses: Masses,
  made: readonly Step[],
  design: readonly Step[],
  closing: readonly Step[],
): Step[] {
  const runners = runnersOf(plan, masses);
  const late = new Map<string, Step[]>();
  for (const s of made) {
    const id = s.portionIds[0];
    const isLate = (s.kind === "scent" || s.kind === "fill") && runners.has(id) && s.portionIds.length === 1;
    if (isLate && design.some((d) => d.portionIds.includes(id))) late.set(id, [...(late.get(id) ?? []), s]);
  }
  const moved = new Set([...late.values()].flat());
  const brought = late.size > 0 ? made.filter((s) => s.kind === "bring") : [];
  const list = made.filter((s) => !moved.has(s) && !brought.includes(s));
  let isFirst = true;
  for (const d of design) {
    for (const id of d.portionIds) {
      const own = late.get(id);
      if (!own) continue;
      if (isFirst) list.push(...brought);
      isFirst = false;
      list.push(...own);
      late.delete(id);
    }
    list.push(d);
  }
  return [...list, ...closing];
}

/** Steps in a wished order, each moved back only as far as what must come before it; the others keep their places. */
export function inOrder(steps: readonly Step[], wished: readonly string[]): Step[] {
  if (wished.length === 0) return [...steps];
  const known = new Set(steps.map((s) => s.id));
  const places = new Map(wished.filter((id) => known.has(id)).map((id, i) => [id, i]));
  const natural = new Map(steps.map((s, i) => [s.id, i]));
  // Steps that the wish does not name stand right behind the one that they follow by nature.
  const rank = new Map<string, number>();
  let last = -1;
  for (const s of steps) {
    const place = places.get(s.id);
    if (place !== undefined) last = place;
    rank.set(s.id, place ?? last + 0.5);
  }
  const left = new Map(steps.map((s) => [s.id, s]));
  const done: Step[] = [];
  while (left.size > 0) {
    const ready = [...left.values()].filter((s) => s.after.every((a) => !left.has(a)));
    ready.sort((a, b) => rank.get(a.id)! - rank.get(b.id)! || natural.get(a.id)! - natural.get(b.id)!);
    const next = ready[0] ?? [...left.values()][0];
    done.push(next);
    left.delete(next.id);
  }
  return done;
}

/** True where colouring this cup after that one needs the blender rinsed: from dark to light. */
export const needsRinse = (before: number, after: number): boolean => after > before + 0.02;
