import { readFileSync, writeFileSync } from "node:fs";
import { restRatePerMin, Vessels } from "../src/core/clock/cup";
import { COLOURANT_KINDS } from "../src/core/colour/kinds";
import { plainBatter } from "../src/core/document/newPlan";
import { ADDITIVES } from "../src/core/formula/additives";
import { formulaPerGram } from "../src/core/formula/formula";
import { SCENT_CLASSES, type ScentClassId } from "../src/core/scent/classes";

/** What of a batter moves its trace; `additives`: their factor on the rate. */
type Setting = Record<"lye" | "hard" | "pace" | "startC" | "additives", number> & { scent: ScentClassId | null };

const ORDINARY: Setting = { lye: 0.33, hard: 0.22, pace: 0, startC: 32, scent: null, additives: 1 };
const SLOW: Partial<Setting> = { pace: -0.45, hard: 0.18 };
const clay = ADDITIVES.find((a) => a.id === "clay")!.paceFactor;
const charcoal = COLOURANT_KINDS.find((k) => k.id === "charcoal")!.paceFactor;

/** Minutes until a 0.4 kg cup in a room of 21 C reaches light, medium and thick from a short blend (trace 1.45); scent in at minute 6. */
function minutes(setting: Partial<Setting>): (number | null)[] {
  const s = { ...ORDINARY, ...setting };
  const cup = new Vessels(1);
  cup.roomC = 21;
  cup.reset(0, 400, restRatePerMin(s.lye, s.hard, s.pace, s.additives), s.startC, 0);
  cup.trace[0] = 1.45;
  const reached: (number | null)[] = [null, null, null];
  for (let t = 0; t < 3 * 3600; t += 5) {
    for (const [i, trace] of [2, 3, 4].entries()) if (reached[i] === null && cup.trace[0] >= trace) reached[i] = t / 60;
    const c = SCENT_CLASSES.find((x) => x.id === s.scent);
    if (c && t === 360) cup.addScent(0, c.jumpSteps, c.rateFactor, c.heatC);
    cup.advance(0, t + 5);
  }
  return reached;
}

/** A formula of real oils at 33 % lye: what its oils make of the rate. */
function ofOils(oils: readonly [string, number][]): Partial<Setting> {
  const batter = plainBatter("b1", "", 32);
  const f = formulaPerGram({
    ...batter,
    oils: oils.map(([oilId, sharePct], i) => ({ id: `l${i}`, oilId, sharePct })),
  })!;
  return { hard: f.hardFatShare, pace: f.paceOffset, lye: f.lyeConcentrationPct / 100 };
}

const ROWS: [string, Partial<Setting>, string][] = [
  ["ordinary formula, 32 C, 33 % lye, quiet", {}, "8-12 / 20-30 / 30-45"],
  ["slow formula, 32 C, quiet scent", { ...SLOW, scent: "quiet" }, "15-25 / 35-60 / 55-80"],
  ["slow formula, 38 % lye", { ...SLOW, lye: 0.38 }, "about 0.6 of it"],
  ["ordinary formula, 45 C", { startC: 45 }, "about a third"],
  ["slow formula, 45 C", { ...SLOW, startC: 45 }, ""],
  ["slow formula, moderate scent", { ...SLOW, scent: "moderate" }, ""],
  ["slow formula, strong scent", { ...SLOW, scent: "strong" }, ""],
  ["slow formula, severe scent", { ...SLOW, scent: "severe" }, ""],
  ["slow formula, clay and charcoal", { ...SLOW, additives: clay * charcoal }, "about 0.8 of it"],
  ["ordinary, moderate scent at minute 6", { scent: "moderate" }, "medium at 11-14"],
  ["ordinary, strong scent at minute 6", { scent: "strong" }, "thick within 3-5 of the scent"],
  [
    "olive 45, coconut 25, shea 15, rapeseed 10, castor 5",
    ofOils([
      ["olive", 45],
      ["coconut", 25],
      ["shea", 15],
      ["canola", 10],
      ["castor", 5],
    ]),
    "ordinary",
  ],
  [
    "lard 45, olive 30, coconut 20, castor 5",
    ofOils([
      ["lard", 45],
      ["olive", 30],
      ["coconut", 20],
      ["castor", 5],
    ]),
    "slow",
  ],
  [
    "tallow 50, olive 30, coconut 20",
    ofOils([
      ["tallow", 50],
      ["olive", 30],
      ["coconut", 20],
    ]),
    "a little slow",
  ],
  [
    "sunflower high oleic 45, lard 30, coconut 20, castor 5",
    ofOils([
      ["sunflower-ho", 45],
      ["lard", 30],
      ["coconut", 20],
      ["castor", 5],
    ]),
    "slow",
  ],
  [
    "palm 30, olive 40, coconut 25, castor 5",
    ofOils([
      ["palm", 30],
      ["olive", 40],
      ["coconut", 25],
      ["castor", 5],
    ]),
    "ordinary",
  ],
  ["coconut alone", ofOils([["coconut", 100]]), "quicker than ordinary"],
  ["olive alone", ofOils([["olive", 100]]), "slow"],
  [
    "olive 60, cocoa butter 20, castor 20",
    ofOils([
      ["olive", 60],
      ["cocoa", 20],
      ["castor", 20],
    ]),
    "quick",
  ],
  ["ordinary, severe scent at minute 6", { scent: "severe" }, "unpourable in 1-2 of the scent"],
];

/** The sanity rows of docs/trace.md, computed. */
export function traceRows(): string {
  const say = (m: number | null) => (m === null ? "over 180" : m.toFixed(m < 10 ? 1 : 0));
  const rows = ROWS.map(
    ([name, setting, expected]) => `| ${name} | ${minutes(setting).map(say).join(" | ")} | ${expected} |`,
  );
  return [
    "| a 0.4 kg cup after a short blend | light, min | medium, min | thick, min | expected |",
    "| --- | --- | --- | --- | --- |",
    ...rows,
  ].join("\n");
}

const START = "<!-- computed rows -->";
const END = "<!-- end of computed rows -->";

/** The doc with its rows as they are computed now. */
export function withRows(doc: string): string {
  const a = doc.indexOf(START) + START.length;
  return `${doc.slice(0, a)}\n\n${traceRows()}\n\n${doc.slice(doc.indexOf(END))}`;
}

if (process.argv[1]?.endsWith("traceRows.ts")) {
  writeFileSync("docs/trace.md", withRows(readFileSync("docs/trace.md", "utf8")));
}
