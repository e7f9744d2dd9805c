import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { NOISE_NODES } from "../../../src/core/swirl/noise";
import { compileEddies, type Eddy } from "../../../src/core/swirl/operations/eddies";
import { compileDiscEddies, compileFunnel } from "../../../src/core/swirl/operations/funnel";
import { compilePlume } from "../../../src/core/swirl/operations/plume";
import { findSheet, inSheet, sheetTree } from "../../../src/core/swirl/operations/sheetTree";
import { onSlant, readSlant } from "../../../src/core/swirl/operations/slant";
import { onSlope, readSlope, slopeChart } from "../../../src/core/swirl/operations/slope";
import { type CompiledOperation, createPoints, type Point, restart, takeBack } from "../../../src/core/swirl/points";
import { stripeProfile } from "../../../src/core/swirl/profile";
import { STRETCHES } from "../../../src/core/swirl/stretches";
import { generator } from "../../../src/core/units/random";
import { between } from "../../support/between";
import { expectInside } from "../../support/points";
import { tries } from "../../support/tries";

const BOX = { lengthMm: 240, widthMm: 90, levelMm: 50, seed: 11 };
const eddies: Eddy[] = [
  { a: 30, b: 20, reachA: 25, reachB: 14, angle: 1.9 },
  { a: 60, b: 30, reachA: 18, reachB: 18, angle: -2.3 },
  { a: 2, b: 44, reachA: 30, reachB: 9, angle: 1.2 },
];
const inPlane = (plane: "yz" | "xz" | "xy") => compileEddies({ ...BOX, plane, drift: 0.4, waves: [1, 4], eddies });
const funnel = { ...BOX, colour: 1, addsMm: 4, trace: 2, of: 20, isFirst: true };
const amounts = Float64Array.from({ length: STRETCHES + 2 }, (_, i) =>
  i < 20 ? 0 : 1 + 0.6 * Math.sin(i / 9) + (i > 90 ? 0.5 : 0),
);
const stripe = {
  ...BOX,
  colour: 1,
  addsMm: 3,
  acrossMm: 40,
  bottomMm: 8,
  wobbleMm: 5,
  profile: stripeProfile(1.7, 0.9),
  amounts,
};
const OPERATIONS: [string, CompiledOperation][] = [
  ["eddies across", inPlane("yz")],
  ["eddies along the loaf", inPlane("xz")],
  ["eddies seen from above", inPlane("xy")],
  ["a counted pour", compileFunnel({ ...funnel, index: 6 })],
  ["the last counted pour", compileFunnel({ ...funnel, index: 19 })],
  [
    "eddies about a funnel",
    compileDiscEddies({
      ...BOX,
      drift: 0.3,
      waves: [1, 3],
      isFirst: true,
      eddies: [
        { a: 0.2, b: 0.02, reachA: 0.18, reachB: 0.12, angle: 0.8 },
        { a: 0.6, b: 0.55, reachA: 0.2, reachB: 0.1, angle: -0.7 },
      ],
    }),
  ],
  ["a stripe that sets in, swells and is uneven", compilePlume(stripe)],
];

function back(operation: CompiledOperation, p: Point): Point | null {
  const points = createPoints(1);
  [points.x[0], points.y[0], points.z[0]] = [p.x, p.y, p.z];
  restart(points, 1, null);
  takeBack(operation, points, 1);
  return points.liveCount ? { x: points.x[0], y: points.y[0], z: points.z[0] } : null;
}

const anywhere = (heightMm: number) =>
  fc.record({
    x: between(0.01, BOX.lengthMm - 0.01),
    y: between(0.01, BOX.widthMm - 0.01),
    z: between(0.01, heightMm - 0.01),
  });

describe.each(OPERATIONS)("%s", (_, operation) => {
  it("goes on and back to the same place, and leaves nothing outside the mould", () => {
    const misses: number[] = [];
    fc.assert(
      fc.property(anywhere(BOX.levelMm), (p) => {
        const to = { ...p };
        operation.forward(to);
        expectInside(to, BOX, operation.levelMm);
        const from = back(operation, to);
        expect(from).not.toBeNull();
        misses.push(Math.hypot(from!.x - p.x, from!.y - p.y, from!.z - p.z));
      }),
      { seed: 4, numRuns: tries(600) },
    );
    misses.sort((a, b) => a - b);
    // In the corners a disc has next to no face left, and its radius is known less well.
    expect(misses[Math.floor(0.95 * misses.length)]).toBeLessThan(1e-6);
    expect(misses[misses.length - 1]).toBeLessThan(1e-3);
  });

  it("keeps every volume", () => {
    const h = 1e-4;
    const off: number[] = [];
    const random = generator(8);
    for (let n = 0; n < 1500; n++) {
      const p = {
        x: 1 + random() * (BOX.lengthMm - 2),
        y: 1 + random() * (BOX.widthMm - 2),
        z: 1 + random() * (operation.levelMm - 2),
      };
      const d = (["x", "y", "z"] as const).map((axis) => {
        const [low, high] = [
          back(operation, { ...p, [axis]: p[axis] - h }),
          back(operation, { ...p, [axis]: p[axis] + h }),
        ];
        return low && high && [high.x - low.x, high.y - low.y, high.z - low.z].map((v) => v / (2 * h));
      });
      if (d.some((row) => row === null || row.some((v) => Math.abs(v) > 1e3))) continue;
      const [a, b, c] = d as number[][];
      const determinant =
        a[0] * (b[1] * c[2] - b[2] * c[1]) - a[1] * (b[0] * c[2] - b[2] * c[0]) + a[2] * (b[0] * c[1] - b[1] * c[0]);
      off.push(Math.abs(determinant - 1));
    }
    off.sort((a, b) => a - b);
    expect(off.length).toBeGreaterThan(1000);
    expect(off[Math.floor(off.length * 0.97)]).toBeLessThan(2e-3);
    expect(off[Math.floor(off.length * 0.5)]).toBeLessThan(5e-5);
  });
});

describe("a stripe on one cut", () => {
  it("stays one cut, and shows what single places show", () => {
    const operation = compilePlume(stripe);
    for (const atMm of [20, 90, 200]) {
      const count = 900;
      const read = (isCut: boolean) => {
        const points = createPoints(count);
        for (let i = 0; i < count; i++) {
          points.x[i] = atMm;
          points.y[i] = ((i % 30) + 0.5) * 3;
          points.z[i] = ((Math.floor(i / 30) + 0.5) * operation.levelMm) / 30;
        }
        restart(points, count, isCut ? atMm : null);
        takeBack(operation, points, 0.4);
        return points;
      };
      const [cut, single] = [read(true), read(false)];
      let off = 0;
      for (let i = 0; i < count; i++) if (cut.colour[i] !== single.colour[i]) off++;
      expect(off).toBeLessThan(8);
      const i = single.live[0];
      expect(cut.sectionX).toBeCloseTo(single.x[i], 6);
      expect(Math.abs(cut.sectionX! - atMm)).toBeGreaterThan(0.05);
    }
  });
});

/** Largest difference of a tally from even, share of what one cell should hold. */
function unevenness(cells: number, count: number, cellOf: (i: number) => number): number {
  const tally = new Float64Array(cells);
  for (let i = 0; i < count; i++) tally[cellOf(i)]++;
  return Math.max(...tally.map((n) => Math.abs((n * cells) / count - 1)));
}
const STEPS = [0.8191725133961645, 0.6710436067037893, 0.5497004779019703];
const spread = (i: number, k: number) => ((i + 1) * STEPS[k]) % 1;
/** Even over a face: powers of the plastic number. */
const FACE_STEPS = [0.7548776662466927, 0.5698402909980532];
const onFace = (i: number, k: number) => ((i + 1) * FACE_STEPS[k]) % 1;
const cell = (v: number) => Math.min(9, Math.floor(10 * v));

describe("charts keep areas", () => {
  it.each([0.5, -0.72, 1.6])("a slanted stream at a slope of %d", (m) => {
    const off = unevenness(100, 200_000, (i) => {
      readSlant(onFace(i, 0) * 90, onFace(i, 1) * 70, 90, 70, m);
      return cell(onSlant.v) * 10 + cell(onSlant.b);
    });
    expect(off).toBeLessThan(0.02);
  });

  const shape = { widthMm: 88, heightMm: 62, slope: 0.7, fullTiltShare: 0.34, steps: 4 };
  it.each([
    ["steep, in four steps", shape],
    ["lowered at once", { ...shape, steps: 1, fullTiltShare: 0.6 }],
    ["flat and wide", { ...shape, widthMm: 200, heightMm: 30, slope: 0.5 }],
    ["hardly tilted", { ...shape, slope: 0.05 }],
  ])("a slope, %s", (_, given) => {
    const chart = slopeChart(given);
    const off = unevenness(100, 200_000, (i) => {
      readSlope(chart, onFace(i, 0) * given.widthMm, onFace(i, 1) * given.heightMm);
      return cell(onSlope.v) * 10 + cell(onSlope.b);
    });
    expect(off).toBeLessThan(0.03);
  });

  it("surfaces of a slope do not cross: higher up is later, and farther from the edge is farther along", () => {
    const chart = slopeChart(shape);
    fc.assert(
      fc.property(between(0.01, 0.98), between(0.01, 0.98), (u, w) => {
        const at = (y: number, z: number) => {
          readSlope(chart, y * shape.widthMm, z * shape.heightMm);
          return { ...onSlope };
        };
        expect(at(u, w + 0.01).v).toBeGreaterThan(at(u, w).v);
        const here = at(u, w);
        // Along a surface b grows towards the far wall.
        let z = w;
        for (let k = 0; k < 40; k++) z += (here.v - at(u + 0.01, z).v) * 0.5;
        if (z > 0.005 && z < 0.995) expect(at(u + 0.01, z).b).toBeGreaterThan(here.b);
      }),
      { seed: 3, numRuns: tries(200) },
    );
  });
});

describe("a stack of sheets", () => {
  const random = generator(6);
  const weights = Array.from({ length: 13 }, () => 0.3 + random());
  const total = weights.reduce((a, b) => a + b, 0);
  const tree = sheetTree({
    seed: 21,
    weights,
    heightMm: 60,
    hand: (thick) => ({ gain: thick > 15 ? 0.5 : 0.9, waves: 4, along: 4 }),
    tilt: 1.1,
  });
  const count = 300_000;

  it("gives every sheet its share, and places of its own that are evenly spread", () => {
    const shares = new Float64Array(weights.length);
    const places = weights.map(() => new Float64Array(16));
    for (let i = 0; i < count; i++) {
      findSheet(tree, spread(i, 0), spread(i, 1), spread(i, 2));
      shares[inSheet.leaf] += 1 / count;
      places[inSheet.leaf][Math.min(3, Math.floor(4 * inSheet.b)) * 4 + Math.min(3, Math.floor(4 * inSheet.v))]++;
    }
    weights.forEach((w, k) => {
      expect(Math.abs(shares[k] - w / total)).toBeLessThan(0.001);
      const even = (shares[k] * count) / 16;
      for (const n of places[k]) expect(Math.abs(n / even - 1)).toBeLessThan(0.08);
    });
  });

  it("lets sheets end in points: some columns lack some of them", () => {
    const seen = new Set<number>();
    for (let v = 0.001; v < 1; v += 0.002) {
      findSheet(tree, 0.4, 0.03, v);
      seen.add(inSheet.leaf);
    }
    expect(seen.size).toBeLessThan(weights.length);
    expect(seen.size).toBeGreaterThan(weights.length / 2);
  });
});

it("noise tables are a power of two long, as their masks take for granted", () => {
  expect(NOISE_NODES & (NOISE_NODES - 1)).toBe(0);
});
