import { derive } from "../src/core/derive/derive";
import { planOfFamily } from "../src/core/library/familyPlan";
import { compileDesign, type Design } from "../src/core/swirl/design";
import { drawIndices, finish } from "../src/core/swirl/face";
import { createPoints, restart } from "../src/core/swirl/points";
import { FAMILY_IDS, type FamilyId } from "../src/core/techniques/families/registry";
import { printBareLoops } from "./bareLoops";

/** Speed of every design family: coarse and full face, compiled operations, and ns per sample of each kind of operation. Trace 1.6, where lines are finest. */
/** Another cut every time: nothing kept from the last picture may help. */
let cuts = 0;
const across = () => ({ kind: "across", atMm: 118 + 0.37 * (cuts++ % 40) }) as const;
const FULL = [300, 230] as const;

function median(run: () => void, rounds: number): number {
  run();
  const times = Array.from({ length: rounds }, () => {
    const start = performance.now();
    run();
    return performance.now() - start;
  }).sort((a, b) => a - b);
  return times[rounds >> 1];
}

function designOf(family: FamilyId): Design {
  const plan = planOfFamily(family);
  const design = derive(plan).designs.get(plan.moulds[0].id)!;
  return { ...design, pours: design.pours.map((p) => ({ ...p, trace: 1.6 })) };
}

/** Time of a fixed stretch of plain arithmetic, ms: how fast this machine is at the moment. */
function pace(): number {
  const start = performance.now();
  let v = 0.5;
  for (let i = 0; i < 2_000_000; i++) v = v * 3.7 * (1 - v) + 1e-9 * i - Math.floor(1e-9 * i);
  return v === 0 ? 0 : performance.now() - start;
}

console.log("\nswirl by family, 4 cups, trace 1.6, one worker's work");
console.log("aims: coarse 40 ms; full 150 ms, drop and funnel 80 ms; ten bars of 132 px 1000 ms with two workers");
const cost = new Map<string, { ms: number; samples: number }>();
for (const family of FAMILY_IDS) {
  const design = designOf(family);
  const compiled = compileDesign(design);
  const coarse = median(() => finish(drawIndices(compileDesign(design), across(), 75, 58, 0.25)), 5);
  const full = median(() => finish(drawIndices(compiled, across(), ...FULL, 0.4)), 3);
  const half = median(() => finish(drawIndices(compiled, across(), FULL[0], FULL[1] / 2, 0.4)), 3);
  const bars = median(() => {
    for (let i = 0; i < 5; i++) finish(drawIndices(compiled, { kind: "across", atMm: 12 + 50 * i }, 132, 101, 0.4));
  }, 1);
  console.log(
    `  ${family.padEnd(14)} ${String(compiled.operations.length).padStart(3)} operations  coarse ${coarse.toFixed(0).padStart(3)} ms  full ${full.toFixed(0).padStart(4)} ms  half the samples ${(half / full).toFixed(2)} x  five of ten bars ${bars.toFixed(0).padStart(4)} ms  (plain loop ${pace().toFixed(0)} ms)`,
  );
  const count = 4096;
  const points = createPoints(count);
  for (let round = 0; round < 12; round++) {
    for (let i = 0; i < count; i++) {
      points.x[i] = 118;
      points.y[i] = (((i * 7919) % count) / count) * design.widthMm;
      points.z[i] = (i / count) * compiled.levelMm;
    }
    restart(points, count, 118);
    for (let k = compiled.operations.length - 1; k >= 0 && points.liveCount > 0; k--) {
      const operation = compiled.operations[k];
      const entry = cost.get(operation.kind) ?? { ms: 0, samples: 0 };
      const live = points.liveCount;
      const start = performance.now();
      operation.inverse(points, 0.4);
      if (round > 5) {
        entry.ms += performance.now() - start;
        entry.samples += live;
      }
      cost.set(operation.kind, entry);
    }
  }
}
console.log("\nns per sample and operation, over all families");
for (const [kind, entry] of cost)
  console.log(`  ${kind.padEnd(14)} ${((entry.ms * 1e6) / entry.samples).toFixed(0)} ns`);

printBareLoops();
