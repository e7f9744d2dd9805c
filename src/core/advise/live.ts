import { computeMasses, type Masses } from "../batter/masses";
import { chancesOf } from "../clock/chance";
import { traceAt } from "../clock/curves";
import type { Posterior } from "../clock/learn";
import { asSeen } from "../clock/program";
import type { Edit } from "../document/edits/edit";
import { applyEdit } from "../document/edits/edit";
import type { Plan } from "../document/schema";
import { vesselName } from "../document/vesselName";
import { countedChecks, programOf } from "../prepare/compile";
import { hasReadings, posteriorOf } from "../prepare/learned";
import { computeTimeline, type Timeline, timelineOf } from "../prepare/timeline";
import { stepName } from "../prepare/words";
import { isOrderFixed } from "../techniques/families/registry";
import { isCupPour, type Operation, portionOf } from "../techniques/operations/registry";
import { type TurnBack, turnBacks } from "./turnBack";

/**
 * The timeline of a pour that is on, at what its own readings make most likely, with every cup standing where it was seen last.
 * @param belief what the record says so far (`posteriorOf`), where the caller has it already: it changes with the record, not with the time
 */
export function liveTimeline(plan: Plan, masses: Masses, nowS: number, belief?: Posterior): Timeline {
  const program = programOf(plan, masses, nowS);
  if (!hasReadings(plan)) return timelineOf(plan, masses, program);
  const { mean } = belief ?? posteriorOf(plan, masses);
  return timelineOf(plan, masses, asSeen(program, countedChecks(plan), mean), mean);
}

/** A check that the clock cannot explain: asked about once, then believed as it was answered. */
export interface Question {
  eventId: string;
  portionId: string;
  seen: number;
  expected: number;
}

/** How far a check must lie from what the clock had for its cup to be asked about, steps. */
const ASTONISHING = 1.2;

/** The last check, where it was not asked about yet and lies far off what all that was known before it made of its cup. */
export function questionOf(plan: Plan, masses: Masses): Question | null {
  const last = plan.record.events.at(-1);
  if (last?.kind !== "traceCheck" || last.answer !== null) return null;
  const before: Plan = { ...plan, record: { ...plan.record, events: plan.record.events.slice(0, -1) } };
  const timeline = liveTimeline(before, masses, last.atS);
  const curve = timeline.curves.find((c) => c.id === last.portionId);
  if (!curve || curve.points.length === 0 || curve.points[0].atS > last.atS) return null;
  const expected = traceAt(curve.points, last.atS);
  if (Math.abs(expected - last.trace) < ASTONISHING) return null;
  return { eventId: last.id, portionId: last.portionId, seen: last.trace, expected };
}

/** How far each cup stood from the plan's own curve when it was looked at last: above 0 thicker. */
export function aheadOfPlan(plan: Plan, masses: Masses): { portionId: string; steps: number }[] {
  const { curves } = computeTimeline(plan, masses);
  const last = new Map(countedChecks(plan).map((e) => [e.portionId, e]));
  return [...last.values()].flatMap((e) => {
    const own = curves.find((c) => c.id === e.portionId)?.points;
    return own && own.length > 0 && own[0].atS <= e.atS
      ? [{ portionId: e.portionId, steps: e.trace - traceAt(own, e.atS) }]
      : [];
  });
}

/** How much faster than planned each portion runs, by what was seen: 1 as planned. */
export function paceOfPortions(posterior: Posterior): { portionId: string; factor: number }[] {
  const { program, mean } = posterior;
  return program.vessels.flatMap((v) => {
    if (v.pot < 0) return [];
    const of = (id: string) => program.unknowns.findIndex((u) => u.id === id);
    const formula = of(`formula:${program.vessels[v.pot].id}`);
    let log = mean[formula] - program.unknowns[formula].mean;
    for (const a of v.scent) log += a.weight * (mean[a.unknownF] - program.unknowns[a.unknownF].mean);
    return [{ portionId: v.id, factor: Math.exp(log) }];
  });
}

/** Another way to go on, with its chance. */
export interface Replan {
  words: string;
  edit: Edit;
  chance: number;
}

/** What a live sentence says, with its times in s since first contact. */
export interface LiveWords {
  head: string;
  way: string | null;
  until: { words: string; atS: number } | null;
  back: { words: string; atS: number } | null;
}

export interface LiveView {
  /** A check that is asked about first; null where all fit. */
  question: Question | null;
  /** What changed and what to do; null while all goes as planned. `sentence`: said at the time that it was worked out for. */
  says: LiveWords | null;
  sentence: string | null;
  chance: number;
  options: Replan[];
}

const NOTICEABLE = 1.2;
/** From this chance on nothing better is looked for; cups run alike where the logs of their paces differ by less than this. */
const SURE = 0.97;
const ALIKE_LOG = 0.05;
const WORTH = 0.03;
/** Below this chance, with no better way to go on, the fallback is named. */
const DOUBTFUL = 0.5;
const clock = (s: number) => `${Math.floor(s / 60)}:${String(Math.floor(s % 60)).padStart(2, "0")}`;
const times = (f: number) =>
  `${f >= 1 ? f.toFixed(1) : (1 / f).toFixed(1)} × ${f >= 1 ? "faster" : "slower"} than planned`;

/** Changes of what is left that could help: the fast cup's pours first, one of them left out. The design's movements stay: leaving one out is no rescue. */
function candidates(plan: Plan, timeline: Timeline, fastId: string): { words: string; edit: Edit }[] {
  const left = timeline.steps.filter((s) => !s.done && s.operationId);
  const isLeft = (o: Operation) => left.some((s) => s.operationId === o.id);
  // Nothing goes onto a floor that is not there: a first layer that is still to come stays first.
  const next = plan.operations.findIndex(isLeft);
  const floors = plan.moulds.flatMap((m) => {
    const first = plan.operations.findIndex((o) => o.mouldId === m.id && portionOf(o) !== null);
    return first >= 0 && plan.operations[first].kind === "layer" && isLeft(plan.operations[first]) ? [first + 1] : [];
  });
  const doneCount = Math.max(next < 0 ? plan.operations.length : next, ...floors);
  const name = plan.portions.find((p) => p.id === fastId)?.name ?? "";
  const own = plan.operations.filter((o) => portionOf(o) === fastId && left.some((s) => s.operationId === o.id));
  const list: { words: string; edit: Edit }[] = [];
  const isFree = !isOrderFixed(plan);
  if (own.length > 0 && isFree && plan.operations[doneCount]?.id !== own[0].id) {
    list.push({
      words: `pour ${name} next`,
      edit: { kind: "move", path: ["operations"], id: own[0].id, index: doneCount },
    });
    if (own.length > 1) {
      const edits = own.map((o, i): Edit => ({ kind: "move", path: ["operations"], id: o.id, index: doneCount + i }));
      list.push({ words: `pour all of ${name} now`, edit: { kind: "all", edits } });
    }
  }
  const pours = own.filter(isCupPour).filter((o) => o.kind !== "intoCup");
  if (pours.length > 1) {
    const [first, second] = pours;
    const cupPct = Math.min(100, first.cupPct + second.cupPct);
    const edits: Edit[] = [
      { kind: "set", path: ["operations", `#${first.id}`, "cupPct"], value: cupPct },
      { kind: "remove", path: ["operations"], id: second.id },
    ];
    if (isFree && plan.operations[doneCount]?.id !== first.id)
      edits.push({ kind: "move", path: ["operations"], id: first.id, index: doneCount });
    list.push({ words: `pour ${name} next and skip its second pour`, edit: { kind: "all", edits } });
  }
  return list;
}

/**
 * What the readings change: who runs faster, which other ways to go on have a better chance on the same random numbers, until when
 * the next step at risk works, and what to fall back on where no way is better.
 */
export function liveView(plan: Plan, nowS: number, seed: number, draws = 200): LiveView | null {
  const masses = computeMasses(plan);
  if (!masses || !hasReadings(plan)) return null;
  const posterior = posteriorOf(plan, masses, nowS);
  const chanceOf = (p: Plan) => {
    const m = computeMasses(p);
    if (!m) return 0;
    const own = p === plan ? posterior : posteriorOf(p, m, nowS);
    return chancesOf(own.believed, { seed, draws, belief: own, withBands: false })!.chance;
  };
  const timeline = timelineOf(plan, masses, posterior.program, posterior.mean);
  const chance = chanceOf(plan);
  const isThere = (portionId: string) =>
    (timeline.curves.find((c) => c.id === portionId)?.points[0]?.atS ?? Number.POSITIVE_INFINITY) <= nowS;
  const paces = paceOfPortions(posterior).filter((p) => isThere(p.portionId));
  paces.sort((a, b) => Math.abs(Math.log(b.factor)) - Math.abs(Math.log(a.factor)));
  const question = questionOf(plan, masses);
  const ahead = standingAhead(plan, masses);
  const fastest = paces.filter((p) => p.factor > NOTICEABLE).sort((a, b) => b.factor - a.factor)[0];
  const critical = timeline.steps.find((s) => s.id === timeline.critical?.stepId);
  const watched = ahead?.portionId ?? fastest?.portionId ?? critical?.portionIds[0];
  const options: Replan[] = [];
  if (watched && chance < SURE) {
    for (const c of candidates(plan, timeline, watched)) {
      const tried = applyEdit(plan, c.edit);
      if (!tried.ok) continue;
      const after = chanceOf(tried.document);
      if (after > chance + WORTH) options.push({ ...c, chance: after });
    }
    options.sort((a, b) => b.chance - a.chance);
  }
  const untilS = critical && timeline.critical?.slackS != null ? critical.endS + timeline.critical.slackS : null;
  const until = critical && untilS !== null ? { words: stepName(plan, critical), atS: untilS } : null;
  const back =
    chance < DOUBTFUL && options.length === 0
      ? nextTurnBack(
          turnBacks(plan, timeline, chancesOf(posterior.believed, { seed, draws, belief: posterior })!),
          nowS,
        )
      : undefined;
  const head = headline(plan, paces, ahead);
  const says: LiveWords | null =
    head || options.length > 0 || back
      ? {
          head: head ?? "The plan is getting tight",
          way: options[0]?.words ?? null,
          until,
          back: back ? { words: back.words, atS: back.latestS } : null,
        }
      : null;
  return { question, says, sentence: says && sayLive(says, nowS), chance, options: options.slice(0, 3) };
}

/** The first turn-back whose moment is still to come; where all are past, the one that lasted longest. */
export const nextTurnBack = (list: readonly TurnBack[], nowS: number): TurnBack | undefined =>
  list.find((t) => t.latestS > nowS) ?? list.at(-1);

/** The live sentence at a time: what is past is not offered, and a fallback whose last moment has gone is begun now. */
export function sayLive({ head, way, until, back }: LiveWords, nowS: number): string {
  const rest: string[] = way ? [way] : [];
  if (until && until.atS > nowS) rest.push(`${until.words} until ${clock(until.atS)}`);
  if (back)
    rest.push(`${rest.length > 0 ? "else " : ""}${back.words} ${back.atS > nowS ? `by ${clock(back.atS)}` : "now"}`);
  return rest.length > 0 ? `${head}: ${rest.join("; ")}.` : `${head}.`;
}

/** A cup is named by where it stands from this on ahead of the plan, and this on ahead of every other that was looked at; steps. */
const AHEAD = 0.5;
const AHEAD_OF_OTHERS = 0.4;

/** A cup that stands clearly ahead of the plan and of all the others that were looked at; null where none does, or it was looked at alone. */
function standingAhead(plan: Plan, masses: Masses): { portionId: string; steps: number; isAlone: boolean } | null {
  const list = aheadOfPlan(plan, masses).sort((a, b) => b.steps - a.steps);
  const [first, second] = list;
  if (!first || first.steps < AHEAD || (second && first.steps - second.steps < AHEAD_OF_OTHERS)) return null;
  return { ...first, isAlone: !second };
}

/** Who runs, by what was seen: a cup that stands ahead of the others is named before the whole batter is blamed. Null where all goes as planned. */
function headline(
  plan: Plan,
  paces: readonly { portionId: string; factor: number }[],
  ahead: ReturnType<typeof standingAhead>,
): string | null {
  const name = (id: string) => vesselName(plan, id);
  if (ahead) {
    const others = ahead.isAlone ? "" : "; the others do not";
    return `${name(ahead.portionId)} stands ${ahead.steps.toFixed(1)} steps of trace ahead of the plan${others}`;
  }
  const [odd] = paces;
  if (!odd || Math.max(odd.factor, 1 / odd.factor) <= NOTICEABLE) return null;
  const isAll = paces.length > 1 && paces.every((p) => Math.abs(Math.log(p.factor / odd.factor)) < ALIKE_LOG);
  return `${isAll ? "The whole batter" : name(odd.portionId)} runs ${times(odd.factor)}`;
}
