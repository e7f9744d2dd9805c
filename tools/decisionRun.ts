import { computeMasses } from "../src/core/batter/masses";
import { chancesOf, WIDENED } from "../src/core/clock/chance";
import { traceAt } from "../src/core/clock/curves";
import { SPREAD } from "../src/core/clock/program";
import { rescuesOf } from "../src/core/derive/rescues";
import { applyEdit } from "../src/core/document/edits/edit";
import type { RecordEvent } from "../src/core/document/logSchema";
import { plainScent } from "../src/core/document/newPlan";
import type { Plan } from "../src/core/document/schema";
import { planOfFamily } from "../src/core/library/familyPlan";
import { programOf } from "../src/core/prepare/compile";
import { posteriorOf } from "../src/core/prepare/learned";
import { type Timeline, timelineOf } from "../src/core/prepare/timeline";
import { FAMILIES, type FamilyId } from "../src/core/techniques/families/registry";
import { gauss, generator } from "../src/core/units/random";

/** Simulated pours with a hidden truth: do the ways that are offered at the bench keep more designs than the first plan, and is the live chance true? */
export interface Decisions {
  pours: number;
  /** Pours whose every step met its window by the first plan, and by following what was offered. */
  keptByPlan: number;
  keptByAdvice: number;
  /** Pours in which another way was taken, and those of them that kept the family. */
  changed: number;
  stayedInFamily: number;
  /** Fifths of the stated live chance: how many moments, what was stated, and how often what was left was met. */
  fifths: { count: number; stated: number; met: number }[];
}

const PLANNED: readonly FamilyId[] = ["drop", "hanger", "in-pot", "lines-and-s", "tone-on-tone", "spoon"];
const CLASSES = ["mild", "moderate", "strong"] as const;
/** Shares of the pours after which the cups are looked at. */
const LOOKS = [0.1, 0.35, 0.6] as const;
const EYE_SD = 0.25;
const [WILD_SHARE, WILD_SD] = [0.1, 1.2];
/** A change is made where the plan is this doubtful and another way so much likelier. */
const [DOUBTFUL, WORTH] = [0.7, 0.1];
const DRAWS = 150;

type Truth = ReadonlyMap<string, number>;

/** How a pour goes as the hidden truth has it. */
function lived(plan: Plan, truth: Truth, nowS?: number): Timeline {
  const masses = computeMasses(plan)!;
  const program = programOf(plan, masses, nowS);
  const unknowns = Float64Array.from(program.unknowns, (u) => truth.get(u.id) ?? u.mean);
  return timelineOf(plan, masses, program, unknowns);
}

const noted = (plan: Plan, events: RecordEvent[]): Plan => ({
  ...plan,
  record: {
    ...plan.record,
    startedAt: "2026-11-24T10:00:00.000Z",
    events: [...plan.record.events, ...events].sort((a, b) => a.atS - b.atS),
  },
});

const isMet = (steps: Timeline["steps"]): boolean =>
  steps.every(
    (s) =>
      !s.window ||
      !s.isMust ||
      (s.startTrace >= s.window.low - WIDENED &&
        s.startTrace <= s.window.high + WIDENED &&
        s.endTrace <= s.window.high + WIDENED),
  );

/** The plan with everything done that the truth has done by then, and whether all of that met its windows. */
function until(plan: Plan, truth: Truth, nowS: number, fromS?: number): { plan: Plan; isMet: boolean } {
  const done = lived(plan, truth, fromS).steps.filter((s) => s.endS <= nowS && !s.done);
  const events = done.map(
    (s, i): RecordEvent => ({
      ...{ kind: "stepDone", id: `d${plan.record.events.length}x${i}` },
      atS: s.endS,
      stepId: s.id,
    }),
  );
  return { plan: noted(plan, events), isMet: isMet(done) };
}

/** Looks into the scented cup and a quiet one, with an eye that is not exact. */
function looked(plan: Plan, truth: Truth, nowS: number, random: () => number): Plan {
  const { curves } = lived(plan, truth, nowS);
  const checks = plan.portions.slice(0, 3).flatMap((p): RecordEvent[] => {
    const points = curves.find((c) => c.id === p.id)?.points ?? [];
    if (points.length === 0 || points[0].atS > nowS) return [];
    const trace = Math.min(5, Math.max(1, traceAt(points, nowS) + EYE_SD * gauss(random)));
    return [
      {
        kind: "traceCheck",
        id: `look${p.id}at${Math.round(nowS)}`,
        atS: nowS,
        portionId: p.id,
        trace,
        answer: "as-seen",
      },
    ];
  });
  return noted(plan, checks);
}

function pourOf(k: number, random: () => number): { plan: Plan; truth: Truth } {
  const family = PLANNED[k % PLANNED.length];
  const base = planOfFamily(family);
  const scent = CLASSES[Math.floor(k / PLANNED.length) % CLASSES.length];
  const plan: Plan = {
    ...base,
    batters: [{ ...base.batters[0], startTemperatureC: 28 + 8 * random() }],
    portions: base.portions.map((p) =>
      p.id === "p2" ? { ...p, scent: plainScent("hidden", scent, 3 + 2 * random()) } : p,
    ),
  };
  const { unknowns } = programOf(plan, computeMasses(plan)!);
  // Each cup also stands a little off what the clock can know of it, from when it is first looked at.
  const states = plan.portions.map((p) => ({ id: `S:${p.id}`, mean: 0, sd: SPREAD.state }));
  // Now and then a scent that nobody has measured does what it likes.
  const isWild = random() < WILD_SHARE;
  const sdOf = (u: { id: string; sd: number }) => (isWild && u.id.startsWith("F:") ? WILD_SD : u.sd);
  return { plan, truth: new Map([...unknowns, ...states].map((u) => [u.id, u.mean + sdOf(u) * gauss(random)])) };
}

/** One pour, looked into three times; another way is taken where that is offered and `takesOffers`. Tells also whether any look left the plan in doubt. */
function pourThrough(
  first: Plan,
  truth: Truth,
  seed: number,
  takesOffers: boolean,
  onMoment: (chance: number, isMet: boolean) => void,
): { isKept: boolean; isDoubted: boolean; plan: Plan } {
  const random = generator(seed);
  const moments = lived(first, truth).steps.filter((s) => s.operationId);
  let plan = first;
  let fromS: number | undefined;
  let [isKept, isDoubted] = [true, false];
  for (const share of LOOKS) {
    const nowS = moments[Math.floor(share * moments.length)].endS;
    const then = until(plan, truth, nowS, fromS);
    isKept &&= then.isMet;
    plan = looked(then.plan, truth, nowS, random);
    fromS = nowS;
    const belief = posteriorOf(plan, computeMasses(plan)!, nowS);
    const { chance } = chancesOf(belief.believed, { seed, draws: DRAWS, belief, withBands: false })!;
    onMoment(chance, isMet(lived(plan, truth, nowS).steps.filter((s) => !s.done)));
    if (chance >= DOUBTFUL) continue;
    isDoubted = true;
    if (!takesOffers) continue;
    const best = rescuesOf(plan, { nowS, seed, draws: DRAWS, tools: [] })?.list[0];
    const edited = best && best.chance >= chance + WORTH ? applyEdit(plan, best.edit) : null;
    if (edited?.ok) plan = edited.document;
  }
  return { isKept: isKept && isMet(lived(plan, truth, fromS).steps.filter((s) => !s.done)), isDoubted, plan };
}

/** Plays so many pours, by the first plan and by what is offered. `onPour` hears of each. */
export function decide(pours: number, seed: number, onPour: (k: number) => void = () => {}): Decisions {
  const random = generator(seed);
  const fifths = Array.from({ length: 5 }, () => ({ count: 0, stated: 0, met: 0 }));
  let [keptByPlan, keptByAdvice, changed, stayedInFamily] = [0, 0, 0, 0];
  for (let k = 0; k < pours; k++) {
    const { plan: first, truth } = pourOf(k, random);
    const asPlanned = pourThrough(first, truth, seed + k, false, (chance, met) => {
      const fifth = fifths[Math.min(4, Math.floor(chance * 5))];
      fifth.count++;
      fifth.stated += chance;
      if (met) fifth.met++;
    });
    // Nothing is offered where nothing was in doubt: it would go the same way once more.
    const offered = asPlanned.isDoubted ? pourThrough(first, truth, seed + k, true, () => {}) : asPlanned;
    if (asPlanned.isKept) keptByPlan++;
    if (offered.isKept) keptByAdvice++;
    if (offered.plan.operations !== first.operations) {
      changed++;
      if (offered.plan.design.family === first.design.family) stayedInFamily++;
    }
    onPour(k);
  }
  return { pours, keptByPlan, keptByAdvice, changed, stayedInFamily, fifths };
}

/** The figures as lines to read. */
export function decisionLines(d: Decisions): string[] {
  const pct = (n: number, of: number) => `${Math.round((100 * n) / Math.max(1, of))} %`;
  return [
    `${d.pours} pours (${PLANNED.map((f) => FAMILIES[f].label).join(", ")}): every step in its window by the first plan ${pct(d.keptByPlan, d.pours)}, by what is offered ${pct(d.keptByAdvice, d.pours)}`,
    `another way taken in ${d.changed}, ${d.stayedInFamily} of them in the same family`,
    ...d.fifths.map(
      (f, i) =>
        `live chance ${20 * i} to ${20 * i + 20} %: ${f.count} moments, stated ${pct(f.stated, f.count)}, met ${pct(f.met, f.count)}`,
    ),
  ];
}
