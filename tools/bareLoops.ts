import { carryOf } from "../src/core/swirl/carry";
import { noiseTable } from "../src/core/swirl/noise";
import { compileEddies } from "../src/core/swirl/operations/eddies";
import type { PassLine } from "../src/core/swirl/operations/pass";
import { compilePasses } from "../src/core/swirl/operations/pass";
import { compilePlume } from "../src/core/swirl/operations/plume";
import { compileStroke, LONGEST_LAMBDA_MM } from "../src/core/swirl/operations/stroke";
import { type CompiledOperation, createPoints, restart } from "../src/core/swirl/points";
import { stripeProfile } from "../src/core/swirl/profile";
import { substepsOf } from "../src/core/swirl/substeps";
import { pathOf, strokeWays } from "../src/core/swirl/ways";
import { generator } from "../src/core/units/random";

/**
 * The three dearest operations against bare loops: the same arithmetic over plain arrays, with no list of live samples, no walls, nothing claimed and nothing
 * passed over. A ratio says what the model's bookkeeping costs on top of its arithmetic.
 */
const BOX = { seed: 5, lengthMm: 250, widthMm: 80, levelMm: 60 };
const COUNT = 4096;
const ROUNDS = 60;
const FINENESS = 0.4;
const AT_MM = 118;

/** Shortest time of many rounds, ns per sample: what the machine does when nothing else runs on it. */
function bestNs(work: () => void): number {
  let best = Number.POSITIVE_INFINITY;
  for (let round = 0; round < ROUNDS; round++) {
    const start = performance.now();
    work();
    best = Math.min(best, performance.now() - start);
  }
  return (best * 1e6) / COUNT;
}

const points = createPoints(COUNT);
function placed(isOneCut: boolean): void {
  for (let i = 0; i < COUNT; i++) {
    points.x[i] = isOneCut ? AT_MM : AT_MM + (i % 64) / 8;
    points.y[i] = (((i % 64) + 0.5) / 64) * BOX.widthMm;
    points.z[i] = ((Math.floor(i / 64) + 0.5) / 64) * BOX.levelMm;
  }
  restart(points, COUNT, isOneCut ? AT_MM : null);
}

/** Time of an operation alone: setting the samples out is measured too and taken off. */
function operationNs(operation: CompiledOperation, isOneCut: boolean): number {
  const setting = bestNs(() => placed(isOneCut));
  return (
    bestNs(() => {
      placed(isOneCut);
      operation.inverse(points, FINENESS);
    }) - setting
  );
}

const y = new Float64Array(COUNT);
const z = new Float64Array(COUNT);

/** Four linear readings off a table by height, one choice, two sums. */
function barePlumeNs(): number {
  const nodes = 128;
  const table = Float64Array.from({ length: (nodes + 2) * 4 }, (_, q) => [40, 3, 1.04, 1][q & 3] + 1e-3 * q);
  const perMm = nodes / (BOX.levelMm + 4);
  return bestNs(() => {
    for (let i = 0; i < COUNT; i++) {
      const t = z[i] * perMm;
      const k = t | 0;
      const part = t - k;
      const q = k << 2;
      const a = table[q] + (table[q + 4] - table[q]) * part;
      const gap = table[q + 1] + (table[q + 5] - table[q + 1]) * part;
      const wider = table[q + 2] + (table[q + 6] - table[q + 2]) * part;
      y[i] = (y[i] < a ? y[i] : y[i] - gap) * wider * 0.999;
      z[i] = (z[i] - (table[q + 3] + (table[q + 7] - table[q + 3]) * part) + BOX.levelMm) * 0.5;
    }
  });
}

/** The same at places of their own: two readings along the loaf, two of the profile and one of the wander, and two divisions. */
function barePlumeAnywhereNs(): number {
  const table = Float64Array.from({ length: 260 }, (_, q) => 1 + 1e-3 * q);
  return bestNs(() => {
    for (let i = 0; i < COUNT; i++) {
      const along = i * 0.03;
      const j = along | 0;
      const zb = table[j] + (table[j + 1] - table[j]) * (along - j);
      const y0 = table[j + 2] + (table[j + 3] - table[j + 2]) * (along - j);
      const perSpan = 128 / (BOX.levelMm + 4 - zb);
      const t = z[i] * perSpan;
      const k = t | 0;
      const part = t - k;
      const pk = table[k] + (table[k + 1] - table[k]) * part;
      const lifted = table[k + 1] + (table[k] + pk) * part * 0.004;
      const f = 1e-4 * perSpan * pk;
      const w = 20 + along + z[i];
      const wi = w | 0;
      const a = (30 * y0 + 2 * (table[wi & 255] + (table[(wi + 1) & 255] - table[wi & 255]) * (w - wi))) * (1 - f);
      y[i] = ((y[i] < a ? y[i] : y[i] - 80 * f) / (1 - f)) * 0.99;
      z[i] = (z[i] - lifted + BOX.levelMm) * 0.5;
    }
  });
}

/** So many midpoint steps of the flow round a tool for every sample. */
function bareFlowNs(steps: number): number {
  const inv = 1 / (18 * 18);
  return bestNs(() => {
    for (let i = 0; i < COUNT; i++) {
      let pa = (i & 63) * 0.1;
      let pb = (i >> 6) * 0.1;
      for (let j = 0; j < steps; j++) {
        let m = 1 - (pa * pa + pb * pb) * inv;
        let slope = -6 * m * m * inv * (0.3 * pb - 0.9 * pa);
        let G = m * m * m;
        const ha = pa - 0.02 * (0.3 * G + slope * pb);
        const hb = pb - 0.02 * (0.9 * G - slope * pa);
        m = 1 - (ha * ha + hb * hb) * inv;
        slope = -6 * m * m * inv * (0.3 * hb - 0.9 * ha);
        G = m * m * m;
        pa -= 0.04 * (0.3 * G + slope * hb);
        pb -= 0.04 * (0.9 * G - slope * ha);
      }
      y[i] = pa;
      z[i] = pb;
    }
  });
}

const plume = compilePlume({
  ...BOX,
  colour: 1,
  addsMm: 1.2,
  acrossMm: 40,
  bottomMm: 0,
  wobbleMm: 5,
  profile: stripeProfile(1.6, 0.95),
});
const EDDIES = 10;
const eddies = compileEddies({
  ...BOX,
  plane: "yz",
  drift: 0.4,
  waves: [1, 4],
  eddies: Array.from({ length: EDDIES }, (_, i) => ({
    a: 8 * i,
    b: (17 * i) % 60,
    reachA: 20,
    reachB: 18,
    angle: i % 2 ? 1.5 : -1.2,
  })),
});
const ROD_REACH_MM = 18;
const rodPath = pathOf(
  strokeWays({ path: "circles", pitchMm: 30, loops: 2, points: [] }, BOX.lengthMm, BOX.widthMm),
  BOX.lengthMm,
  BOX.widthMm,
);
const rod = compileStroke({
  ...BOX,
  plane: "xy",
  path: rodPath,
  reachMm: ROD_REACH_MM,
  coupling: 0.6,
  tipMm: 0,
  fadeMm: 7,
  lossAtFloor: 0.1,
  wanderMm: 3,
});

/** Substeps of the rod that a sample of the cut lies within reach of, on average, where it stands at first. */
function rodSteps(): number {
  const s = substepsOf(rodPath, LONGEST_LAMBDA_MM, 1);
  placed(true);
  let hits = 0;
  for (let i = 0; i < COUNT; i++)
    for (let j = 0; j < s.count; j++)
      if (Math.hypot(points.x[i] - s.midA[j], points.y[i] - s.midB[j]) < ROD_REACH_MM) hits++;
  return Math.round(hits / COUNT);
}

const CARRY = carryOf(1.6, 1.5);
const PASS_LINES: PassLine[] = Array.from({ length: 40 }, (_, i) => ({
  atMm: 3 + 6.2 * i,
  sense: i % 2 ? -1 : 1,
  share: 1,
  bowMm: 0.5,
  swingMm: 0,
  waves: 0,
}));
const passes = compilePasses({
  way: "y",
  beside: "x",
  third: "z",
  lengthMm: BOX.widthMm,
  roomMm: BOX.lengthMm,
  lines: PASS_LINES,
  carry: CARRY,
  wanderMm: 1.5,
  wander: noiseTable(generator(1), 1, 4),
  loafMm: 0,
  levelMm: BOX.levelMm,
});

/** Ways that a sample of the cut lies within reach of, on average. */
function linesInReach(): number {
  placed(true);
  let hits = 0;
  for (let i = 0; i < COUNT; i++) for (const l of PASS_LINES) if (Math.abs(points.x[i] - l.atMm) < CARRY.roomMm) hits++;
  return Math.round(hits / COUNT);
}

/** Time of the return flow's arithmetic for so many ways: two rounds of Newton on a table of cubics. */
function barePassNs(lines: number): number {
  const cells = Float64Array.from({ length: 129 * 4 }, (_, i) => (i % 7) * 0.01);
  return bestNs(() => {
    for (let i = 0; i < COUNT; i++) {
      let s = 10 + (i & 63);
      let b = 20 + (i >> 8) * 0.01;
      for (let j = 0; j < lines; j++) {
        const v = (b - 15) * 0.018;
        const left = 1 - v;
        const h = 12 * v * left * left * 0.28;
        let end = s;
        let slope = 0;
        for (let round = 0; round < 2; round++) {
          const place = end * 1.4;
          const k = place | 0;
          const t = place - k;
          const c = k * 4;
          slope = cells[c + 1] + t * (2 * cells[c + 2] + 3 * t * cells[c + 3]);
          const value = cells[c] + t * (cells[c + 1] + t * (cells[c + 2] + t * cells[c + 3]));
          end -= (end - value * h - s) / (1 - slope * h);
        }
        s = end < 5 ? 40 : end > 80 ? 40 : end;
        b = 20 + 0.001 * slope * left * left * left * (1 + 3 * v);
      }
      y[i] = s;
      z[i] = b;
    }
  });
}

/** Time of so many eddies' arithmetic on every sample, none passed over. */
function bareEddiesNs(): number {
  return bestNs(() => {
    for (let e = 0; e < EDDIES; e++) {
      for (let i = 0; i < COUNT; i++) {
        const u = (y[i] - 40) * 0.012;
        const v = (z[i] - 30) * 0.015;
        const m = 1 - u * u - v * v;
        const t = 0.9 * m * m;
        const d = 1 / (1 + t * t);
        const cos = (1 - t * t) * d;
        const sin = 2 * t * d;
        y[i] = 40 + (u * cos - v * sin) / 0.012;
        z[i] = 30 + (u * sin + v * cos) / 0.015;
      }
    }
  });
}

export function printBareLoops(): void {
  console.log("\nagainst a bare loop doing the same arithmetic, ns per sample and operation (aim: under 3 x)");
  const print = (name: string, ns: number, bare: number) =>
    console.log(
      `  ${name.padEnd(40)} ${ns.toFixed(0).padStart(5)} ns  bare ${bare.toFixed(0).padStart(4)} ns  ${(ns / bare).toFixed(1)} x`,
    );
  const flow = bareFlowNs(10) / 10;
  print("plume on one cut", operationNs(plume, true), barePlumeNs());
  print("plume at places of their own", operationNs(plume, false), barePlumeAnywhereNs());
  print(`${EDDIES} eddies, some in reach`, operationNs(eddies, true), bareEddiesNs());
  const lines = linesInReach();
  print(`passes, ${lines} ways in reach`, operationNs(passes, true), barePassNs(lines));
  const hits = rodSteps();
  print(`rod, ${hits} substeps in reach`, operationNs(rod, true), flow * hits);
}
