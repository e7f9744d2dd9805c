import { derive } from "../src/core/derive/derive";
import { readPlan } from "../src/core/document/read";
import { compileDesign, type Design, type DesignPour } from "../src/core/swirl/design";
import { drawIndices, finish } from "../src/core/swirl/face";
import { createPoints, restart } from "../src/core/swirl/points";
import { refineEdges } from "../src/core/swirl/smooth";
import { portionOf } from "../src/core/techniques/operations/registry";
import { demoBatches } from "../src/data/demo/studio";
import { medianMs } from "./measure";

/** Prints how long the hot paths take on this machine, with ratios that hold on any. Medians of several runs after a warm-up. */

const row = (name: string, value: string, note = "") =>
  console.log(`${name.padEnd(58)} ${value.padStart(12)}  ${note}`);
const ms = (v: number) => `${v.toFixed(v < 10 ? 2 : 0)} ms`;

const AREA = 250 * 90;
function drops(stripes: number, trace: number): Design {
  const pours: DesignPour[] = [{ kind: "layer", id: "floor", colour: 0, volumeMm3: AREA * 20, trace, height: "low" }];
  for (let i = 0; i < stripes; i++) {
    const acrossMm = 15 + ((i * 37) % 60);
    const height = (["high", "mid", "low"] as const)[Math.floor((3 * i) / stripes)];
    pours.push({
      kind: "stripe",
      id: `s${i}`,
      colour: i % 4,
      volumeMm3: (AREA * 46) / stripes,
      trace,
      acrossMm,
      height,
      passes: (1 + (i % 3)) as 1 | 2 | 3,
      motion: "line",
    });
  }
  return { seed: 5, lengthMm: 250, widthMm: 90, pours };
}

console.log("plan");
const { plan } = demoBatches("2026-11-24")[0];
const deriveMs = medianMs(() => derive(plan), 25);
row("derive a plan of 4 cups and 20 pours", ms(deriveMs), "aim: 50 ms");
row("read (validate) the same document", ms(medianMs(() => readPlan(plan), 25)));
const onePortion = {
  ...plan,
  portions: plan.portions.slice(0, 1),
  operations: plan.operations.filter((o) => portionOf(o) === "p1"),
};
row("derive, 4 cups against 1", `${(deriveMs / medianMs(() => derive(onePortion), 25)).toFixed(2)} x`);

console.log("\nswirl, 30 stripes, face 300 x 230");
const across = { kind: "across", atMm: 118 } as const;
const faceMs = new Map<number, number>();
for (const trace of [1.5, 2.2, 3]) {
  const design = drops(30, trace);
  const compiled = compileDesign(design);
  row(`trace ${trace}: compile to ${compiled.operations.length} operations`, ms(medianMs(() => compileDesign(design))));
  row("  coarse face 75 x 58", ms(medianMs(() => finish(drawIndices(compiled, across, 75, 58, 0.25)))), "aim: 100 ms");
  const full = medianMs(() => finish(drawIndices(compiled, across, 300, 230, 0.4)));
  faceMs.set(trace, full);
  row("  full face", ms(full), "aim: 400 ms");
  const image = finish(drawIndices(compiled, across, 300, 230, 0.4));
  const edges = finish(refineEdges(compiled, across, image, 0.4)).pixels.length;
  row(
    "  smooth edges",
    ms(medianMs(() => finish(refineEdges(compiled, across, image, 0.4)), 3)),
    `${edges} edge pixels`,
  );
  row(
    "  from above 420 x 151",
    ms(medianMs(() => finish(drawIndices(compiled, { kind: "above", depthMm: 0.4 }, 420, 151, 0.4)), 3)),
  );
}
row(
  "30 stripes against 15, trace 2.2",
  `${(faceMs.get(2.2)! / medianMs(() => finish(drawIndices(compileDesign(drops(15, 2.2)), across, 300, 230, 0.4)))).toFixed(2)} x`,
);

console.log("\nswirl, ns per sample and operation");
const compiled = compileDesign(drops(30, 2.2));
const count = 4096;
const points = createPoints(count);
const cost = new Map<string, { ms: number; samples: number }>();
for (let round = 0; round < 60; round++) {
  for (let i = 0; i < count; i++) {
    points.x[i] = 118;
    points.y[i] = (((i * 7919) % count) / count) * 90;
    points.z[i] = (i / count) * compiled.levelMm;
  }
  restart(points, count, 118);
  for (let k = compiled.operations.length - 1; k >= 0 && points.liveCount > 0; k--) {
    const operation = compiled.operations[k];
    const entry = cost.get(operation.kind) ?? { ms: 0, samples: 0 };
    entry.samples += round < 10 ? 0 : points.liveCount;
    const start = performance.now();
    operation.inverse(points, 0.4);
    entry.ms += round < 10 ? 0 : performance.now() - start;
    cost.set(operation.kind, entry);
  }
}
const bare = bareLoopNs();
for (const [kind, entry] of cost) {
  const ns = (entry.ms * 1e6) / entry.samples;
  row(`  ${kind}`, `${ns.toFixed(1)} ns`, `${(ns / bare).toFixed(1)} x a bare loop of one plume's arithmetic`);
}
row("  bare loop", `${bare.toFixed(1)} ns`);

/** The arithmetic of a plume on one sample without tables, claims or live lists: the floor to compare with. */
function bareLoopNs(): number {
  const y = new Float64Array(count).map((_, i) => (i / count) * 90);
  const z = new Float64Array(count).map((_, i) => (i / count) * 60);
  const loop = () => {
    for (let i = 0; i < count; i++) {
      const t = z[i] * 0.01;
      const f = 0.01 + t * 0.001;
      const left = 1 - f;
      const a = 45 * left;
      y[i] = y[i] < a ? (y[i] / left) * 0.999 : ((y[i] - f * 90) / left) * 0.999;
      z[i] = z[i] - t * 0.001;
    }
  };
  return (medianMs(loop, 200) * 1e6) / count;
}
