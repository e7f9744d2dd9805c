import type { Care } from "../cure/careSchema";
import { cutTo, inOrder } from "../units/text";
import { courseWords } from "./courseWords";
import { applyEdit } from "./edits/edit";
import { type BenchEvent, LONGEST_WORDS, MOST_EVENTS, type RecordEvent } from "./logSchema";
import { readPlan } from "./read";
import type { Course, Plan, PlanRecord } from "./schema";

/** A blending that was not noted comes right before the check that showed it, s. */
const BEFORE_CHECK_S = 1;
const LONGEST_S = 86_400;
const MS = 1000;
/** A last step and the end of a pour are one, where they lie no farther apart, ms. */
const SAME_MS = 2000;
const COURSE = ["design", "schedule", "moulds", "portions", "operations"] as const satisfies readonly (keyof Course)[];

const byTime = (a: BenchEvent, b: BenchEvent): number => Date.parse(a.at) - Date.parse(b.at) || inOrder(a.id, b.id);

/** The log of a document that was written before there was one, out of what its record says. */
function logOf({ log, startedAt, finishedAt, events }: PlanRecord): BenchEvent[] {
  if (log.length > 0 || startedAt === null) return log;
  const startMs = Date.parse(startedAt);
  const endMs = finishedAt === null ? Number.NaN : Date.parse(finishedAt);
  const last = events.findLastIndex((e) => e.kind === "stepDone");
  const isEnd = last >= 0 && Math.abs(startMs + events[last].atS * MS - endMs) < SAME_MS;
  const older = events.map((event, i): BenchEvent => {
    const { atS, ...rest } = event;
    const timed = { ...rest, at: new Date(startMs + Math.round(atS * MS)).toISOString(), by: "" };
    if (timed.kind === "stepDone") return { ...timed, isLast: isEnd && i === last };
    // The plan holds what was changed already.
    return timed.kind === "replanned" ? { ...timed, edit: null } : timed;
  });
  const end: BenchEvent[] =
    finishedAt === null || isEnd ? [] : [{ kind: "finished", id: "v-end", at: finishedAt, by: "" }];
  return [{ kind: "started", id: "v0", at: startedAt, by: "" }, ...older, ...end];
}

/** What counts of a log, by its times: less what came before a pour that was abandoned, and less what was taken back. Only something later takes back. */
export function counted(log: readonly BenchEvent[]): BenchEvent[] {
  const sorted = log.toSorted(byTime);
  const takenBack = new Set<string>();
  for (let i = sorted.length - 1; i >= 0; i--) {
    const event = sorted[i];
    if (
      event.kind === "takenBack" &&
      !takenBack.has(event.id) &&
      sorted.some((e, k) => k < i && e.id === event.eventId)
    )
      takenBack.add(event.eventId);
  }
  const left = sorted.filter((e) => !takenBack.has(e.id));
  return left.slice(left.findLastIndex((e) => e.kind === "abandoned") + 1).filter((e) => e.kind !== "takenBack");
}

const courseOf = ({ design, schedule, moulds, portions, operations }: Course): Course => ({
  design,
  schedule,
  moulds,
  portions,
  operations,
});

/** The course after the changes that can be made of it, in their order; one that leads nowhere changes nothing. */
function changed(plan: Plan, events: readonly BenchEvent[], planned: Course): Course {
  let now: Plan = { ...plan, ...planned };
  for (const event of events) {
    if (event.kind !== "replanned" || event.edit === null) continue;
    const tried = applyEdit(now, event.edit);
    const read = tried.ok ? readPlan({ ...tried.document, record: { ...plan.record, events: [] } }) : null;
    if (read?.ok) now = { ...now, ...courseOf(read.plan) };
  }
  return courseOf(now);
}

/** What was answered of the care after the pour: an answer is the last to its task. */
const careIn = (events: readonly BenchEvent[]): Care[] =>
  events.flatMap((e) => (e.kind === "aftercare" ? [{ id: e.id, at: e.at, task: e.task, answer: e.answer }] : []));

/** Events of the record that one of the log adds or changes. */
function noted(record: RecordEvent[], event: BenchEvent, atS: number): RecordEvent[] {
  const target = (change: (e: RecordEvent) => RecordEvent[]) =>
    record.flatMap((e) => ("eventId" in event && e.id === event.eventId ? change(e) : [e]));
  const { id } = event;
  switch (event.kind) {
    case "stepDone":
      // Two devices may say a step done at once: it is done once.
      return record.some((e) => e.kind === "stepDone" && e.stepId === event.stepId)
        ? record
        : [...record, { kind: "stepDone", id, atS, stepId: event.stepId }];
    case "traceCheck":
      return [
        ...record,
        { kind: "traceCheck", id, atS, portionId: event.portionId, trace: event.trace, answer: event.answer },
      ];
    case "deviation": {
      const { what, portionId, amount, note } = event;
      return [...record, { kind: "deviation", id, atS, what, portionId, amount, note }];
    }
    case "replanned":
      return [...record, { kind: "replanned", id, atS, words: event.words }];
    case "sign":
      return [...record, { kind: "sign", id, atS, what: event.what, portionId: event.portionId }];
    case "reading": {
      const { what, of, value, tareG, from } = event;
      return [...record, { kind: "reading", id, atS, what, of, value, tareG, from }];
    }
    case "added": {
      const { what, into, colourantId, amount } = event;
      return [...record, { kind: "added", id, atS, what, into, colourantId, amount }];
    }
    case "specified":
      return target((e) => [e.kind === "deviation" ? { ...e, what: event.what } : e]);
    case "answered":
      return target((e) => {
        if (e.kind !== "traceCheck") return [e];
        const said: RecordEvent = { ...e, answer: event.answer };
        if (event.answer !== "blended-longer") return [said];
        const { portionId } = e;
        const before = Math.max(0, e.atS - BEFORE_CHECK_S);
        return [
          { kind: "deviation", id, atS: before, what: "extra-blending", portionId, amount: null, note: "" },
          said,
        ];
      });
    default:
      return record;
  }
}

/**
 * The document with all that follows from its log: when the pour began and ended, what counts of what was noted, and the design as it goes on. Pure; the same
 * events in any order of arrival give the same. Events of cups that are no longer there stay in the log and count for nothing.
 */
export function folded(plan: Plan): Plan {
  const log = logOf(plan.record);
  const events = counted(log);
  const start = events.find((e) => e.kind === "started");
  const planned = plan.record.planned ?? courseOf(plan);
  const course = changed(plan, start ? events : [], planned);
  const there = new Set([...course.portions, ...plan.batters].map((p) => p.id));
  const isThere = (id: string | null) => id === null || there.has(id);
  let record: RecordEvent[] = [];
  let finishedAt: string | null = null;
  for (const event of events) {
    // Lye and oils are read before they meet; everything else happens after.
    if (!start && event.kind !== "reading") continue;
    if ("portionId" in event && !isThere(event.portionId)) continue;
    if (event.kind === "reading" && !isThere(event.of)) continue;
    if (event.kind === "added" && !isThere(event.into)) continue;
    const sinceS = start ? (Date.parse(event.at) - Date.parse(start.at)) / MS : 0;
    record = noted(record, event, Math.min(LONGEST_S, Math.max(0, sinceS)));
    if (event.kind === "finished" || (event.kind === "stepDone" && event.isLast)) finishedAt ??= event.at;
  }
  return {
    ...plan,
    ...course,
    record: {
      ...plan.record,
      log,
      planned: start ? planned : null,
      startedAt: start?.at ?? null,
      events: record,
      finishedAt,
      care: start ? careIn(events) : [],
    },
  };
}

/** The document after something happened at the bench; the very same where it knows of that already. Pour mode, the server, the book and the tests all go through it. */
export function afterBench(plan: Plan, ...events: readonly BenchEvent[]): Plan {
  const log = logOf(plan.record);
  const known = new Set(log.map((e) => e.id));
  const fresh = events.filter((e) => !known.has(e.id) && known.add(e.id)).slice(0, MOST_EVENTS - log.length);
  return fresh.length === 0 ? plan : folded({ ...plan, record: { ...plan.record, log: [...log, ...fresh] } });
}

/**
 * One document out of two that grew apart at the bench: what was edited stands as in `edited`, what was noted as in both. A design that was edited while it is poured is
 * noted as a change of its own.
 * @param stored what is known already; where both know an event it stands as here
 * @param change id and instant of the change that may have to be noted
 */
export function merged(stored: Plan, edited: Plan, change: { id: string; at: string }): Plan {
  const own = folded(edited);
  const differs = COURSE.filter((key) => JSON.stringify(own[key]) !== JSON.stringify(edited[key]));
  const isRedesigned = own.record.startedAt !== null && differs.length > 0;
  const redesigned: BenchEvent = {
    ...{ kind: "replanned", ...change, by: "" },
    words: cutTo(LONGEST_WORDS, `On the sheet: ${courseWords(own, edited)}`),
    edit: { kind: "all", edits: differs.map((key) => ({ kind: "set", path: [key], value: edited[key] })) },
  };
  const log = logOf(stored.record);
  const known = new Set(log.map((e) => e.id));
  const more = logOf(edited.record).filter((e) => !known.has(e.id));
  const planned = stored.record.planned ?? edited.record.planned;
  if (log.length === 0 && more.length === 0) return edited;
  return folded({
    ...edited,
    ...(planned ?? courseOf(edited)),
    record: { ...edited.record, planned, log: [...log, ...more, ...(isRedesigned ? [redesigned] : [])] },
  });
}

/** The last of what was noted since the pour began and still counts: what Undo takes back. Null where nothing is left but the start. */
export function lastNoted(plan: Plan): BenchEvent | null {
  const ids = new Set(plan.record.events.map((e) => e.id));
  const events = counted(logOf(plan.record));
  return events.slice(events.findIndex((e) => e.kind === "started") + 1).findLast((e) => ids.has(e.id)) ?? null;
}

/**
 * The instant that an event is noted at: now, or right after what it speaks of, where another device's clock is ahead.
 * @param eventId what it takes back, answers or makes precise
 */
export function instantOf(plan: Plan, nowMs: number, eventId: string | null = null): string {
  const target = eventId === null ? undefined : logOf(plan.record).find((e) => e.id === eventId);
  return new Date(Math.max(nowMs, target ? Date.parse(target.at) + 1 : 0)).toISOString();
}
