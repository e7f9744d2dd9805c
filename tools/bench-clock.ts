import { adviceFor } from "../src/core/advise/advice";
import { liveView } from "../src/core/advise/live";
import { computeMasses } from "../src/core/batter/masses";
import { chancesOf, FULL_DRAWS } from "../src/core/clock/chance";
import { drawUnknowns, priorBelief } from "../src/core/clock/draws";
import { makePlayed, Player } from "../src/core/clock/play";
import { Search } from "../src/core/clock/solver/search";
import { derive } from "../src/core/derive/derive";
import { rescuesOf } from "../src/core/derive/rescues";
import type { BenchEvent } from "../src/core/document/logSchema";
import { newPlan, plainColourant, plainPortion, plainScent } from "../src/core/document/newPlan";
import { afterBench } from "../src/core/document/record";
import type { Plan } from "../src/core/document/schema";
import { compileProgram } from "../src/core/prepare/compile";
import { layOut } from "../src/core/techniques/families/registry";
import { wallFace } from "../src/workers/wallFace";
import { runningPour } from "../tests/support/runningPour";
import { medianMs } from "./measure";

/** Prints how long the clock takes with eight portions and fifty steps. */
const CLASSES = ["quiet", "mild", "moderate", "strong", "quiet", "mild", "moderate"] as const;
const base = newPlan("Bench", 1);
const cups = CLASSES.map((c, i) => ({
  ...plainPortion(`p${i + 2}`, "b1", `C${i}`, 9),
  colourants: [plainColourant(`c${i + 1}`, "c", "mica", "#336699")],
  scent: plainScent(`S${i}`, c, 3),
}));
const portions = [base.portions[0], ...cups];
const plan: Plan = { ...base, portions };
const full: Plan = { ...plan, operations: layOut(plan, "drop", { drops: 24 }) };
const masses = computeMasses(full)!;
const program = compileProgram(full, masses);

const allActing = (of: Plan): Plan => {
  const portions = of.portions.map((p, i) => ({
    ...p,
    scent: plainScent(`A${i}`, i % 2 ? "moderate" : "mild", 3 + i / 5),
  }));
  return { ...of, portions };
};

const row = (name: string, v: number, note = "") =>
  console.log(`${name.padEnd(58)} ${`${v.toFixed(v < 10 ? 2 : 0)} ms`.padStart(10)}  ${note}`);

console.log(`clock: ${full.portions.length} portions, ${program.steps.length} steps`);
row(
  "compile",
  medianMs(() => compileProgram(full, masses)),
);
row(
  "first answer, 200 draws with bands",
  medianMs(() => chancesOf(program, { seed: 1, draws: 200 })),
  "aim: 100 ms",
);
const all = medianMs(() => chancesOf(program, { seed: 1, draws: FULL_DRAWS }));
row(`full answer, ${FULL_DRAWS} draws with bands`, all, "aim: 500 ms");
const half = medianMs(() => chancesOf(program, { seed: 1, draws: FULL_DRAWS / 2 }));
console.log(`  draws doubled: ${(all / half).toFixed(2)} x`);
const player = new Player(program);
const out = makePlayed(program);
const theta = drawUnknowns(program, priorBelief(program.unknowns), 1, FULL_DRAWS);
const n = program.unknowns.length;
const inner = medianMs(() => {
  for (let d = 0; d < FULL_DRAWS; d++) player.play(theta.subarray(d * n, (d + 1) * n), out);
});
row("  of that, playing alone", inner, `${Math.round((100 * inner) / all)} % of the full answer`);
for (const [name, of] of [
  ["solver, 4 of 7 scents act", full],
  ["solver, all 8 portions scented with what acts", allActing(full)],
] as const) {
  const compiled = compileProgram(of, computeMasses(of)!);
  let search = new Search(compiled, new Set(), undefined);
  const ms = medianMs(() => {
    search = new Search(compiled, new Set(), undefined);
    search.run();
  }, 3);
  const { orders, open, played } = search.effort;
  row(name, ms, `${orders} orders, ${open} left open by the bound, ${played} played`);
}
row(
  "advice, 400 draws a change",
  medianMs(() => adviceFor(full, { seed: 1, draws: 400 }), 1),
);

const { plan: poured, nowS } = runningPour("drop", 0.4);
const asked = { nowS, seed: 1, draws: 200, tools: [] };
const reading: BenchEvent = {
  ...{ kind: "reading", id: "r", at: poured.record.startedAt!, by: "", from: "" },
  ...{ what: "bowl", of: poured.batters[0].id, value: 1500, tareG: 200 },
};
row(
  "a reading of the bowl: the log folded, all figures",
  medianMs(() => derive(afterBench(poured, reading), nowS)),
  "aim: 50 ms",
);
row(
  "live view: readings, the clock, ways to reorder",
  medianMs(() => liveView(poured, nowS, 1), 5),
  "aim: 300 ms",
);
const found = rescuesOf(poured, asked)!;
const coarse = { part: 0.25, fineness: 0.25, stage: "coarse" } as const;
row(
  `other ways to go on, ${found.list.length} shown, with coarse faces`,
  medianMs(() => {
    const { list } = rescuesOf(poured, asked)!;
    for (const r of list) wallFace(r.design, r.palette, r.cutMm, { width: 390, height: 296 }, coarse);
  }, 5),
  "aim: 1000 ms",
);
