import type { Practice } from "../practice/practiceSchema";
import type { Care, CareAnswer, CareTask } from "./careSchema";
import type { AfterPour, HourWindow } from "./hours";

/** One thing to do, or to look at, after the pour. */
export interface CareStep {
  task: CareTask;
  /** What is said to it; null while it is open. */
  answered: Care | null;
  /** When it is asked about, ms since the epoch; null while it waits for another. */
  dueMs: number | null;
  /** Window of unmoulding and cutting, ms; null for the others. */
  window: { fromMs: number; bestMs: number; toMs: number } | null;
  answers: readonly CareAnswer[];
}

/** What the care hangs on. */
export interface Cared {
  practice: Pick<Practice, "gel" | "cover" | "ash">;
  /** Whether something is set on the top once the shine has gone. */
  isDecorated: boolean;
  finishedAt: string;
  care: readonly Care[];
  after: Pick<AfterPour, "unmould" | "cut">;
  /** Days on which it was unmoulded and cut, where the shelf was answered. */
  days: { unmoulded: string | null; cut: string | null };
}

const [MIN_MS, HOUR_MS] = [60_000, 3_600_000];
/** Minutes after the pour, or after what comes before it, at which each is asked about (Tundish estimates from what practitioners do). */
const DUE_MIN = { shine: 20, mistAgain: 45, gel: 70, heatOff: 240, uncover: 24 * 60, uncoverLong: 48 * 60 } as const;
/** How much later each is asked about again, min. */
const LATER_MIN: Record<CareTask, number> = {
  mist: 5,
  cover: 10,
  decorate: 10,
  mistAgain: 15,
  gel: 30,
  heatOff: 30,
  uncover: 24 * 60,
  unmould: 6 * 60,
  cut: 6 * 60,
};
/** After gel in the middle it is looked for at the rim so much later, min. */
const RIM_MIN = 40;

const ANSWERS: Record<CareTask, readonly CareAnswer[]> = {
  mist: ["done", "later", "left"],
  cover: ["done", "later", "left"],
  decorate: ["done", "later", "left"],
  mistAgain: ["done", "later", "left"],
  gel: ["later", "middle", "edge", "left"],
  heatOff: ["done", "later"],
  uncover: ["done", "ash", "later"],
  unmould: ["done", "later"],
  cut: ["done", "later"],
};

/** Which of them a practice has, in the order of the work. */
function tasksOf({ practice, isDecorated }: Cared): CareTask[] {
  const isMisted = practice.ash === "spritz";
  const coversLate = practice.cover === "shine";
  return [
    ...(isMisted ? (["mist"] as const) : []),
    ...(coversLate ? [] : (["cover"] as const)),
    ...(isDecorated ? (["decorate"] as const) : []),
    ...(isMisted ? (["mistAgain"] as const) : []),
    ...(coversLate ? (["cover"] as const) : []),
    ...(practice.gel === "none" ? [] : (["gel"] as const)),
    ...(practice.gel === "gel" ? (["heatOff"] as const) : []),
    "uncover",
    "unmould",
    "cut",
  ];
}

const windowOf = (startMs: number, h: HourWindow) => ({
  fromMs: startMs + h.earliestH * HOUR_MS,
  bestMs: startMs + h.bestH * HOUR_MS,
  toMs: startMs + h.latestH * HOUR_MS,
});

/** When a task would be asked about if nothing was said yet; null while what it hangs on is open. */
function firstDueMs(task: CareTask, c: Cared, startMs: number, last: (t: CareTask) => Care | undefined): number | null {
  const at = (min: number) => startMs + min * MIN_MS;
  switch (task) {
    case "mist":
      return startMs;
    case "cover":
      return c.practice.cover === "shine" ? at(DUE_MIN.shine) : startMs;
    case "decorate":
      return at(DUE_MIN.shine);
    case "mistAgain":
      return at(DUE_MIN.mistAgain);
    case "gel":
      return at(DUE_MIN.gel);
    case "heatOff": {
      const gel = last("gel");
      return gel?.answer === "edge" ? Date.parse(gel.at) : at(DUE_MIN.heatOff);
    }
    case "uncover": {
      const usual = at(c.practice.cover === "long" ? DUE_MIN.uncoverLong : DUE_MIN.uncover);
      return Math.min(usual, windowOf(startMs, c.after.unmould).bestMs);
    }
    case "unmould":
      return windowOf(startMs, c.after.unmould).bestMs;
    case "cut":
      return last("unmould")?.answer === "done" ? windowOf(startMs, c.after.cut).bestMs : null;
  }
}

/** What is not done so long after it was due is not worth doing any more, ms; what is unmoulded or cut late is done late. */
const LAPSES_MS = 12 * HOUR_MS;
const LAPSING: ReadonlySet<CareTask> = new Set(["mist", "cover", "decorate", "mistAgain", "gel", "heatOff", "uncover"]);

/** Whether it is past asking. */
export const isLapsed = (task: CareTask, dueMs: number, nowMs: number): boolean =>
  LAPSING.has(task) && nowMs > dueMs + (task === "uncover" ? 4 : 1) * LAPSES_MS;

const isClosing = (task: CareTask, answer: CareAnswer): boolean =>
  task === "gel" ? answer === "edge" || answer === "left" : answer !== "later";

/**
 * What is to be done after a pour, with when each is asked about: an answer of "later" asks again, gel that is seen in the middle is looked for at the rim. Each stays until it is
 * answered; what comes before something that is done already is no longer asked.
 */
export function careOf(c: Cared): CareStep[] {
  const startMs = Date.parse(c.finishedAt);
  const onShelf = (task: "unmould" | "cut", day: string | null): Care[] =>
    day === null ? [] : [{ id: `${task}-on-shelf`, task, answer: "done", at: `${day}T12:00:00.000Z` }];
  const care = [...onShelf("unmould", c.days.unmoulded), ...onShelf("cut", c.days.cut), ...c.care];
  const last = (task: CareTask) => care.findLast((x) => x.task === task);
  const tasks = tasksOf(c);
  const isOver = (task: CareTask) =>
    tasks.slice(tasks.indexOf(task) + 1).some((t) => (t === "unmould" || t === "cut") && last(t)?.answer === "done");
  return tasks.flatMap((task): CareStep[] => {
    const said = last(task);
    const window =
      task === "unmould" || task === "cut" ? windowOf(startMs, task === "cut" ? c.after.cut : c.after.unmould) : null;
    const step = { task, window, answers: ANSWERS[task] };
    if (said && isClosing(task, said.answer)) return [{ ...step, answered: said, dueMs: null }];
    if (isOver(task)) return [];
    const againMin = said?.answer === "middle" ? RIM_MIN : LATER_MIN[task];
    const dueMs = said ? Date.parse(said.at) + againMin * MIN_MS : firstDueMs(task, c, startMs, last);
    return [{ ...step, answered: null, dueMs }];
  });
}

/** A step that is asked about at its hour. */
export type OpenCare = CareStep & { dueMs: number };
export const openCare = (steps: readonly CareStep[]): OpenCare[] =>
  steps.filter((s): s is OpenCare => s.answered === null && s.dueMs !== null);

/** What is asked about next: the first that is due; null where nothing is left, or all of it waits. */
export function nextCare(steps: readonly CareStep[], nowMs: number): OpenCare | null {
  const open = openCare(steps).filter((s) => !isLapsed(s.task, s.dueMs, nowMs));
  return open.reduce<OpenCare | null>((a, b) => (a && a.dueMs <= b.dueMs ? a : b), null);
}

/** Words of a task: the question, what to do and why, what each answer means, and how it is told when it is done. */
export const CARE_WORDS: Record<
  CareTask,
  { ask: string; detail: string; did: string; answers: Partial<Record<CareAnswer, string>> }
> = {
  mist: {
    ask: "Mist the top",
    detail: "A fine mist of alcohol (91 % or more) from an arm's length, against ash. No flame and no spark near.",
    did: "misted",
    answers: { done: "misted", later: "in 5 min", left: "leave it" },
  },
  cover: {
    ask: "Cover it",
    detail: "Something that does not touch the top. Gear on: the mould and its rim stay caustic.",
    did: "covered",
    answers: { done: "covered", later: "in 10 min", left: "stays open" },
  },
  decorate: {
    ask: "Shine gone? Set the top",
    detail: "Once the shine has gone the top holds what is set on it. Too early it sinks, too late it does not stick.",
    did: "decorated",
    answers: { done: "decorated", later: "still shines", left: "leave it" },
  },
  mistAgain: {
    ask: "Mist once more",
    detail: "The second mist, when the top no longer takes prints. No flame and no spark near.",
    did: "misted again",
    answers: { done: "misted", later: "in 15 min", left: "leave it" },
  },
  gel: {
    ask: "Lift a corner: gel?",
    detail:
      "Gel looks darker and see-through, in the middle first. Ten seconds, then cover again. At the rim: heat off, or rivers come.",
    did: "gel looked for",
    answers: { later: "not yet", middle: "in the middle", edge: "at the rim", left: "no more looks" },
  },
  heatOff: {
    ask: "Heat off",
    detail:
      "Gelled through, or hot for four hours: pad or oven off, insulation stays. A crack or a rise means off at once, and air.",
    did: "heat off",
    answers: { done: "off", later: "in 30 min" },
  },
  uncover: {
    ask: "Uncover",
    detail:
      "Ash comes where air and water meet a top that is not done: in damp rooms leave a gap for one more day. Ash is only looks.",
    did: "uncovered",
    answers: { done: "done", ash: "done, I see ash", later: "one day more" },
  },
  unmould: {
    ask: "Unmould",
    detail:
      "Press a corner with a glove: it must not give. Still soft or sticky: leave it, cold helps with a stubborn mould.",
    did: "unmoulded",
    answers: { done: "unmoulded", later: "still soft, in 6 h" },
  },
  cut: {
    ask: "Cut",
    detail: "Before its window a wire drags, after it corners chip. Look at the first face: it goes into the book.",
    did: "cut",
    answers: { done: "cut", later: "too soft, in 6 h" },
  },
};
