import { cutTo } from "../units/text";
import { applyEdit, type Edit } from "./edits/edit";
import { emptyRecord } from "./newPlan";
import { readPlan } from "./read";
import type { CheckAnswer, Deviation, Plan, PlanRecord, RecordEvent } from "./schema";

/**
 * What happens to a batch from the first contact of lye and oil on. Whatever is noted brings its own id (`nextId(plan, "v")`) and its time: seconds since first contact, or
 * an instant as ISO 8601.
 */
export type BenchEvent =
  | { kind: "started"; at: string }
  /** `finishedAt`: the instant, where it was the last step. */
  | { kind: "stepDone"; id: string; atS: number; stepId: string; finishedAt: string | null }
  | { kind: "checked"; id: string; atS: number; portionId: string; trace: number }
  /** Something was done differently; `specified` says later what. */
  | { kind: "deviated"; id: string; atS: number; portionId: string | null }
  | { kind: "specified"; eventId: string; what: Deviation }
  /** Goes on differently: changes what is left of the plan. */
  | { kind: "replanned"; id: string; atS: number; words: string; edit: Edit }
  /** An answer to what was asked about a check; `noteId`: id of the note that an answer may add. */
  | { kind: "answered"; eventId: string; answer: CheckAnswer; noteId: string }
  /** The last of what was noted is taken back. */
  | { kind: "takenBack" }
  | { kind: "abandoned" }
  | { kind: "rated"; rating: PlanRecord["rating"] }
  | { kind: "judged"; verdict: string }
  | { kind: "paceAnswered"; teachesPace: boolean };

const LONGEST_WORDS = 200;
/** A blending that was not noted comes right before the check that showed it, s. */
const BEFORE_CHECK_S = 1;

const withRecord = (plan: Plan, change: Partial<PlanRecord>): Plan => ({
  ...plan,
  record: { ...plan.record, ...change },
});
const noted = (plan: Plan, event: RecordEvent, change: Partial<PlanRecord> = {}): Plan =>
  withRecord(plan, { ...change, events: [...plan.record.events, { ...event, atS: Math.max(0, event.atS) }] });

/** Changes one noted event, or puts others in its place; the same plan where it is not there. */
function replaced(plan: Plan, eventId: string, change: (event: RecordEvent) => RecordEvent[]): Plan {
  const { events } = plan.record;
  if (!events.some((e) => e.id === eventId)) return plan;
  return withRecord(plan, { events: events.flatMap((e) => (e.id === eventId ? change(e) : [e])) });
}

/** The plan after an edit that a document may take; null where it may not. */
function edited(plan: Plan, edit: Edit): Plan | null {
  const tried = applyEdit(plan, edit);
  const read = tried.ok ? readPlan(tried.document) : null;
  return read?.ok ? read.plan : null;
}

function takenBack(plan: Plan): Plan {
  const last = plan.record.events.at(-1);
  if (!last) return plan;
  const before =
    last.kind === "replanned" ? edited(plan, { kind: "set", path: ["operations"], value: last.before }) : plan;
  return before
    ? withRecord(before, { events: plan.record.events.slice(0, -1), finishedAt: null })
    : // What stood before cannot stand any more: nothing is taken back rather than half of it.
      plan;
}

function answered(plan: Plan, eventId: string, answer: CheckAnswer, noteId: string): Plan {
  return replaced(plan, eventId, (e) => {
    if (e.kind !== "traceCheck") return [e];
    if (answer !== "blended-longer") return [{ ...e, answer }];
    const note: RecordEvent = {
      kind: "deviation",
      id: noteId,
      atS: Math.max(0, e.atS - BEFORE_CHECK_S),
      what: "extra-blending",
      portionId: e.portionId,
      amount: null,
      note: "",
    };
    return [note, { ...e, answer }];
  });
}

/**
 * The document after what happened at the bench. Pure: the same document and event give the same document, and what changes nothing gives the very
 * same document back. Pour mode, the book, a second screen and the tests all go through it.
 */
export function afterBench(plan: Plan, event: BenchEvent): Plan {
  switch (event.kind) {
    case "started":
      return plan.record.startedAt === null ? withRecord(plan, { startedAt: event.at }) : plan;
    case "stepDone": {
      const { id, atS, stepId, finishedAt } = event;
      return noted(plan, { kind: "stepDone", id, atS, stepId }, finishedAt === null ? {} : { finishedAt });
    }
    case "checked": {
      const { id, atS, portionId, trace } = event;
      return noted(plan, { kind: "traceCheck", id, atS, portionId, trace, answer: null });
    }
    case "deviated": {
      const { id, atS, portionId } = event;
      return noted(plan, { kind: "deviation", id, atS, what: "other", portionId, amount: null, note: "" });
    }
    case "specified":
      return replaced(plan, event.eventId, (e) => [e.kind === "deviation" ? { ...e, what: event.what } : e]);
    case "replanned": {
      const { id, atS, words } = event;
      const after = edited(plan, event.edit);
      const before = plan.operations;
      return after ? noted(after, { kind: "replanned", id, atS, words: cutTo(LONGEST_WORDS, words), before }) : plan;
    }
    case "answered":
      return answered(plan, event.eventId, event.answer, event.noteId);
    case "takenBack":
      return takenBack(plan);
    case "abandoned":
      return { ...plan, record: { ...emptyRecord(), verdict: plan.record.verdict } };
    case "rated":
      return withRecord(plan, { rating: event.rating });
    case "judged":
      return withRecord(plan, { verdict: event.verdict });
    case "paceAnswered":
      return withRecord(plan, { teachesPace: event.teachesPace });
  }
}
