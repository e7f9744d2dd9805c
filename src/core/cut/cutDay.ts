import type { Masses } from "../batter/masses";
import type { Edit } from "../document/edits/edit";
import { idMaker } from "../document/ids";
import type { Plan } from "../document/schema";
import { type CutBar, type Fate, type Finding, MOST_PRESSED, type Thumb } from "../mould/cutDaySchema";
import { type Block, type Leaf, volumeMm3 } from "./leaves";
import { plannedCut } from "./planned";

/** A bar that is to come from the knife: where it lies in which loaf, what it should weigh fresh, and what was noted of it. */
export interface DueBar {
  mouldId: string;
  /** From 1, in the order of the cuts of its mould. */
  number: number;
  loaf: Block;
  leaf: Leaf;
  plannedG: number;
  /** Null until it has come. */
  noted: CutBar | null;
}

/** Seconds since first contact by which a batch is drawn as it was poured: those of the last thing that its record has. Undefined where nothing was poured. */
export function asPouredS(plan: Pick<Plan, "record">): number | undefined {
  const endS = plan.record.events.reduce((t, e) => Math.max(t, e.atS), 0);
  return endS > 0 ? endS : undefined;
}

/** All bars of a batch in the order in which they are cut, loaf by loaf. */
export function barsDue(plan: Plan, masses: Masses): DueBar[] {
  const noted = new Map(plan.record.cutDay.bars.map((b) => [`${b.mouldId}:${b.number}`, b]));
  return plan.moulds.flatMap((m): DueBar[] => {
    const cut = plannedCut(plan, masses, m.id);
    return (cut?.up.bars ?? []).map((leaf, i) => ({
      ...{ mouldId: m.id, number: i + 1, loaf: cut!.loaf, leaf },
      plannedG: volumeMm3(leaf) * cut!.soap.wetGPerMm3,
      noted: noted.get(`${m.id}:${i + 1}`) ?? null,
    }));
  });
}

/** The first bar that has not come; where all have, the last. */
export function nextBar(bars: readonly DueBar[]): number {
  const open = bars.findIndex((b) => b.noted === null);
  return open < 0 ? bars.length - 1 : open;
}

const BARS = ["record", "cutDay", "bars"] as const;

/** The edit that notes bars, and with the first of them the day of the cut where nobody has said it. */
function noting(plan: Plan, bars: readonly CutBar[], today: string): Edit {
  const isNew = (b: CutBar) => !bars.some((n) => n.mouldId === b.mouldId && n.number === b.number);
  const edits: Edit[] = [
    { kind: "set", path: BARS, value: [...plan.record.cutDay.bars.filter(isNew), ...bars] },
    ...(plan.record.days.cut === null
      ? [{ kind: "set", path: ["record", "days", "cut"], value: today } satisfies Edit]
      : []),
  ];
  return { kind: "all", edits };
}

/** A bar as it came, nothing found on it yet. */
const came = (bar: DueBar, id: string): CutBar =>
  bar.noted ?? {
    ...{ id, mouldId: bar.mouldId, number: bar.number },
    ...{ isAsPredicted: false, findings: [], massG: null, fate: "rack" },
  };

type BarChange = Partial<Pick<CutBar, "isAsPredicted" | "massG" | "fate">>;

/** Notes something of a bar; it has come by that. @param today ISO date */
export function noteBar(plan: Plan, bar: DueBar, change: BarChange, today: string): Edit {
  return noting(plan, [{ ...came(bar, idMaker(plan)("y")), ...change }], today);
}

/** Every bar that has not come yet comes as predicted. */
export function restAsPredicted(plan: Plan, bars: readonly DueBar[], today: string): Edit {
  const fresh = idMaker(plan);
  const rest = bars.filter((b) => b.noted === null);
  return noting(
    plan,
    rest.map((b) => ({ ...came(b, fresh("y")), isAsPredicted: true })),
    today,
  );
}

/** Marks a finding on a bar, or takes all of its kind off again. */
export function toggleFinding(plan: Plan, bar: DueBar, what: Finding, today: string): Edit {
  const fresh = idMaker(plan);
  const now = came(bar, fresh("y"));
  const has = now.findings.some((f) => f.what === what);
  const findings = has
    ? now.findings.filter((f) => f.what !== what)
    : [...now.findings, { id: fresh("f"), what, at: null }];
  return noting(plan, [{ ...now, isAsPredicted: false, findings }], today);
}

/** Shows where on the face a finding is: gives the one without a place its place, else marks one more. */
export function placeFinding(plan: Plan, bar: DueBar, what: Finding, at: [number, number], today: string): Edit {
  const fresh = idMaker(plan);
  const now = came(bar, fresh("y"));
  const open = now.findings.find((f) => f.what === what && f.at === null);
  const findings = open
    ? now.findings.map((f) => (f === open ? { ...f, at } : f))
    : [...now.findings, { id: fresh("f"), what, at }];
  return noting(plan, [{ ...now, isAsPredicted: false, findings }], today);
}

/** Presses nearer to each other than this are one, put right, ms. */
const SAME_PRESS_MS = 10 * 60_000;

/** Sets how firm the loaf is, and keeps when that was seen; null takes back what was pressed last. @param at ISO instant */
export function setThumb(plan: Plan, thumb: Thumb | null, at: string): Edit {
  const { pressed } = plan.record.cutDay;
  const before = pressed.filter((p, i) => i < pressed.length - 1 || Date.parse(at) - Date.parse(p.at) > SAME_PRESS_MS);
  const now = thumb === null ? before : [...before, { at, thumb }];
  const set = (field: "thumb" | "pressed", value: unknown): Edit => ({
    kind: "set",
    path: ["record", "cutDay", field],
    value,
  });
  return { kind: "all", edits: [set("thumb", thumb), set("pressed", now.slice(-MOST_PRESSED))] };
}

export const FINDING_WORDS: Readonly<Record<Finding, string>> = {
  air: "air",
  ash: "ash on top",
  rivers: "rivers",
  "partial-gel": "partial gel",
  "soft-core": "soft core",
  drag: "drag marks",
  shifted: "colour shifted",
  "came-back": "colour came back",
  weeping: "weeping",
  blurred: "lines blurred",
  broken: "lines broken",
};

export const FATE_WORDS: Readonly<Record<Fate, string>> = {
  rack: "to the rack",
  keep: "kept a year",
  sample: "a sample",
};

export const THUMB_WORDS: Readonly<Record<Thumb, string>> = { 1: "sinks in", 2: "dents", 3: "a print", 4: "nothing" };

/** "as predicted", "air 2, ash on top", "came": a bar in a word or two. */
export function barNote(bar: CutBar): string {
  if (bar.isAsPredicted) return "as predicted";
  const counts = new Map<Finding, number>();
  for (const { what } of bar.findings) counts.set(what, (counts.get(what) ?? 0) + 1);
  const said = [...counts].map(([what, n]) => (n > 1 ? `${FINDING_WORDS[what]} ${n}` : FINDING_WORDS[what]));
  return said.join(", ") || "came";
}

/** How much longer a loaf needs that a thumb sinks into, or dents, part of the hours since its pour; and how long it is left at least, h (Tundish estimates). */
const SOFT: Readonly<Partial<Record<Thumb, number>>> = { 1: 0.6, 2: 0.25 };
const LEAST_WAIT_H = 2;

/** What the thumb says of the cut: hours that the loaf is left still, or null where it is cut now. @param sinceH hours since the pour */
export const waitHours = (thumb: Thumb, sinceH: number): number | null =>
  SOFT[thumb] === undefined ? null : Math.max(LEAST_WAIT_H, SOFT[thumb] * sinceH);

/** What came of the loaf so far. */
export interface CutCount {
  came: number;
  all: number;
  asPredicted: number;
  kept: number;
  samples: number;
  /** Mean of what was weighed, and of what those bars should weigh, g; null where none was. */
  weighed: { count: number; meanG: number; plannedG: number } | null;
  /** Findings with the number of bars that show them, the commonest first. */
  findings: { what: Finding; bars: number }[];
}

export function countBars(bars: readonly DueBar[]): CutCount {
  const noted = bars.flatMap((b) => (b.noted ? [{ ...b, noted: b.noted }] : []));
  const weighed = noted.filter((b) => b.noted.massG !== null);
  const shown = new Map<Finding, number>();
  for (const { noted: n } of noted)
    for (const what of new Set(n.findings.map((f) => f.what))) shown.set(what, (shown.get(what) ?? 0) + 1);
  const mean = (sum: number) => sum / weighed.length;
  return {
    came: noted.length,
    all: bars.length,
    asPredicted: noted.filter((b) => b.noted.isAsPredicted).length,
    kept: noted.filter((b) => b.noted.fate === "keep").length,
    samples: noted.filter((b) => b.noted.fate === "sample").length,
    weighed:
      weighed.length === 0
        ? null
        : {
            count: weighed.length,
            meanG: mean(weighed.reduce((s, b) => s + b.noted.massG!, 0)),
            plannedG: mean(weighed.reduce((s, b) => s + b.plannedG, 0)),
          },
    findings: [...shown].map(([what, n]) => ({ what, bars: n })).sort((a, b) => b.bars - a.bars),
  };
}
