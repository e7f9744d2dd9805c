import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { compileDesign, type Design, type DesignPour } from "../../../src/core/swirl/design";
import { drawIndices, finish } from "../../../src/core/swirl/face";
import { compileLayer } from "../../../src/core/swirl/operations/layer";
import { compilePlume, plumeBottomMm } from "../../../src/core/swirl/operations/plume";
import { blendEdges, makePalette, paint } from "../../../src/core/swirl/paint";
import { type CompiledOperation, createPoints, type Point, restart, UNCLAIMED } from "../../../src/core/swirl/points";
import { stripeProfile, topLineProfile } from "../../../src/core/swirl/profile";
import { refineEdges } from "../../../src/core/swirl/smooth";
import { generator } from "../../../src/core/units/random";
import { between } from "../../support/between";
import { colourShares } from "../../support/colourShares";
import { expectInside } from "../../support/points";
import { tries } from "../../support/tries";

const BOX = { lengthMm: 250, widthMm: 90 };
const AREA = BOX.lengthMm * BOX.widthMm;

/** A drop swirl of `stripes` drops at one trace; colours 0..3. */
function dropDesign(trace: number, stripes = 14, seed = 5): Design {
  const random = generator(seed);
  const pours: DesignPour[] = [{ kind: "layer", id: "floor", colour: 0, volumeMm3: AREA * 20, trace, height: "low" }];
  for (let i = 0; i < stripes; i++) {
    pours.push({
      kind: "stripe",
      id: `s${i}`,
      colour: (i + 1) % 4,
      volumeMm3: (AREA * 44) / stripes,
      trace,
      acrossMm: 15 + 60 * random(),
      height: (["high", "mid", "low"] as const)[Math.floor((3 * i) / stripes)],
      passes: (1 + (i % 3)) as 1 | 2 | 3,
      motion: "line",
    });
  }
  pours.push({ kind: "topLine", id: "top", colour: 2, volumeMm3: AREA * 1, trace, acrossMm: 40 });
  return { seed, ...BOX, pours };
}

const at = { ...BOX, seed: 9, colour: 1, levelMm: 40 };
const OPERATIONS: [string, CompiledOperation, number][] = [
  ["layer", compileLayer({ ...at, addsMm: 6, trace: 2.4 }), 1e-6],
  [
    "plume, thin and high",
    compilePlume({ ...at, addsMm: 3, acrossMm: 30, bottomMm: 2, wobbleMm: 6, profile: stripeProfile(1.5, 0.95) }),
    1e-6,
  ],
  [
    "plume, thick and low",
    compilePlume({ ...at, addsMm: 3, acrossMm: 80, bottomMm: 25, wobbleMm: 3, profile: stripeProfile(3.2, 0.08) }),
    1e-6,
  ],
  [
    "top line",
    compilePlume({ ...at, addsMm: 1, acrossMm: 45, bottomMm: 37, wobbleMm: 2, profile: topLineProfile() }),
    1e-6,
  ],
];

/** Takes one point back through an operation; null when the operation claims it. */
function back(operation: CompiledOperation, p: Point): Point | null {
  const points = createPoints(1);
  points.x[0] = p.x;
  points.y[0] = p.y;
  points.z[0] = p.z;
  restart(points, 1, null);
  operation.inverse(points, 1);
  return points.liveCount ? { x: points.x[0], y: points.y[0], z: points.z[0] } : null;
}

function randomPoints(count: number, heightMm: number, seed = 1): Point[] {
  const random = generator(seed);
  return Array.from({ length: count }, () => ({
    x: random() * BOX.lengthMm,
    y: random() * BOX.widthMm,
    z: random() * heightMm,
  }));
}

describe.each(OPERATIONS)("%s", (_name, operation, roundTripMm) => {
  it("inverse(forward(p)) is p, and both stay inside the mould", () => {
    const errors: number[] = [];
    for (const p of randomPoints(4000, 40)) {
      const after = { ...p };
      operation.forward(after);
      expectInside(after, BOX, operation.levelMm);
      const before = back(operation, after);
      if (before) errors.push(Math.hypot(before.x - p.x, before.y - p.y, before.z - p.z));
    }
    errors.sort((a, b) => a - b);
    expect(errors.length).toBeGreaterThan(3990);
    expect(errors[Math.floor(errors.length * 0.99)]).toBeLessThan(roundTripMm);
  });

  it("keeps volume: the determinant of the inverse is 1", () => {
    const h = 1e-4;
    const deviations: number[] = [];
    for (const p of randomPoints(1500, operation.levelMm * 0.98, 3)) {
      const moved = [
        back(operation, { ...p, y: p.y - h }),
        back(operation, { ...p, y: p.y + h }),
        back(operation, { ...p, z: p.z - h }),
        back(operation, { ...p, z: p.z + h }),
      ];
      if (moved.some((m) => m === null)) continue;
      const [yLow, yHigh, zLow, zHigh] = moved as Point[];
      const a = (yHigh.y - yLow.y) / (2 * h);
      const b = (zHigh.y - zLow.y) / (2 * h);
      const c = (yHigh.z - yLow.z) / (2 * h);
      const d = (zHigh.z - zLow.z) / (2 * h);
      if (Math.hypot(yHigh.y - yLow.y, zHigh.y - zLow.y) > 1) continue;
      deviations.push(Math.abs(a * d - b * c - 1));
    }
    deviations.sort((x, y) => x - y);
    expect(deviations.length).toBeGreaterThan(600);
    expect(deviations[Math.floor(deviations.length * 0.95)]).toBeLessThan(1e-2);
    expect(deviations[Math.floor(deviations.length / 2)]).toBeLessThan(2e-3);
  });
});

describe("designs", () => {
  it.each([1.4, 2.2, 3.2])(
    "at trace %d the share of every colour in the loaf is its poured share within half a percent of the volume",
    (trace) => {
      const design = dropDesign(trace);
      const compiled = compileDesign(design);
      const total = design.pours.reduce((sum, p) => sum + p.volumeMm3, 0);
      expect(compiled.levelMm).toBeCloseTo(total / AREA, 9);
      const found = colourShares(compiled, 4, 60_000);
      for (let colour = 0; colour < 4; colour++) {
        const poured = design.pours.reduce((sum, p) => sum + (p.colour === colour ? p.volumeMm3 : 0), 0) / total;
        expect(Math.abs(found[colour] - poured)).toBeLessThan(0.005);
      }
      expect(found[4]).toBe(0);
    },
  );

  it("volume is kept for arbitrary pours, also where they are too much for a stripe", () => {
    const pour = fc.record({
      kind: fc.constantFrom("layer", "stripe", "topLine"),
      colour: fc.integer({ min: 0, max: 3 }),
      volumeMm3: between(0, AREA * 25),
      trace: between(1, 4.5),
      acrossMm: between(0, 90),
      height: fc.constantFrom("low", "mid", "high"),
      passes: fc.integer({ min: 1, max: 3 }),
      motion: fc.constantFrom("line", "circles", "outline"),
    });
    fc.assert(
      fc.property(fc.array(pour, { minLength: 1, maxLength: 8 }), fc.nat(), (list, seed) => {
        const pours = list.map((p, i) => ({ ...p, id: `o${i}` })) as DesignPour[];
        const total = pours.reduce((sum, p) => sum + p.volumeMm3, 0);
        fc.pre(total > 1);
        const found = colourShares(compileDesign({ seed, ...BOX, pours }), 4, 20_000);
        expect(found[4]).toBe(0);
        for (let colour = 0; colour < 4; colour++) {
          const poured = pours.reduce((sum, p) => sum + (p.colour === colour ? p.volumeMm3 : 0), 0) / total;
          expect(Math.abs(found[colour] - poured)).toBeLessThan(0.015);
        }
      }),
      { numRuns: tries(25) },
    );
  });

  const draw = (design: Design, atMm = 118) =>
    finish(drawIndices(compileDesign(design), { kind: "across", atMm }, 120, 80, 0.5)).colour;

  it("the same seed gives the same picture to the byte; another seed or another place does not", () => {
    const design = dropDesign(2);
    expect(draw(design)).toEqual(draw(dropDesign(2)));
    expect(draw({ ...design, seed: 6 })).not.toEqual(draw(design));
    expect(draw(design, 60)).not.toEqual(draw(design, 190));
    expect(draw(design)).not.toContain(UNCLAIMED);
  });

  it("a pour of no volume changes nothing", () => {
    const design = dropDesign(2);
    const nothing: DesignPour = {
      kind: "stripe",
      id: "none",
      colour: 3,
      volumeMm3: 0,
      trace: 2,
      acrossMm: 40,
      height: "high",
      passes: 2,
      motion: "line",
    };
    const pours = [...design.pours.slice(0, 4), nothing, ...design.pours.slice(4)];
    expect(draw({ ...design, pours })).toEqual(draw(design));
  });

  it("a change of one colour leaves the hand of all other pours alone", () => {
    const design = dropDesign(2);
    const recoloured = {
      ...design,
      pours: design.pours.map((p) => (p.id === "s13" ? { ...p, colour: (p.colour + 1) % 4 } : p)),
    };
    const a = draw(design);
    const b = draw(recoloured);
    const changed = a.reduce((n, c, i) => n + (c === b[i] ? 0 : 1), 0);
    expect(changed).toBeGreaterThan(0);
    expect(changed / a.length).toBeLessThan(0.1);
  });

  it("high pours reach deeper than low ones, and thin batter parts into finer lines than thick", () => {
    const one = (height: "low" | "high", trace: number) =>
      compileDesign({
        seed: 1,
        ...BOX,
        pours: [
          { kind: "layer", id: "f", colour: 0, volumeMm3: AREA * 40, trace, height: "low" },
          {
            kind: "stripe",
            id: "s",
            colour: 1,
            volumeMm3: AREA * 4,
            trace,
            acrossMm: 45,
            height,
            passes: 1,
            motion: "line",
          },
        ],
      });
    const lowest = (height: "low" | "high") => {
      const image = finish(drawIndices(one(height, 2.2), { kind: "across", atMm: 120 }, 90, 88, 1));
      return Math.floor(image.colour.lastIndexOf(1) / 90);
    };
    expect(lowest("high")).toBeGreaterThan(lowest("low") + 20);
    const edges = (trace: number) => {
      const design = compileDesign(dropDesign(trace));
      const view = { kind: "across", atMm: 118 } as const;
      const image = finish(drawIndices(design, view, 200, 140, 0.5));
      return finish(refineEdges(design, view, image, 0.5)).pixels.length;
    };
    expect(edges(1.4)).toBeGreaterThan(1.35 * edges(3.2));
  });
});

describe("painting", () => {
  it("edge pixels are averaged in linear light: half black, half white is sRGB 188", () => {
    const palette = makePalette(["#000000", "#ffffff"]);
    const image = { width: 2, height: 1, colour: Uint8Array.of(0, 1) };
    const rgba = paint(image, palette);
    expect([...rgba]).toEqual([0, 0, 0, 255, 255, 255, 255, 255]);
    blendEdges(rgba, { pixels: Int32Array.of(0), samples: Uint8Array.of(0, 0, 1, 1) }, palette);
    expect(rgba[0]).toBe(188);
  });
});

describe("profiles", () => {
  it("have integral 1, none of it negative, for every trace and height", () => {
    for (let s = 1; s <= 4; s += 0.25) {
      for (let ph = 0; ph <= 1; ph += 0.1) {
        const { p, cumulative } = stripeProfile(s, ph);
        expect(cumulative[128]).toBeCloseTo(1, 12);
        expect(Math.min(...p)).toBeGreaterThanOrEqual(0);
      }
    }
  });

  it("a plume is deepened for want of room, and refused where even the floor is too near", () => {
    const profile = stripeProfile(2, 0.5);
    expect(plumeBottomMm(30, 40, 2, profile)).toBeLessThanOrEqual(30);
    expect(plumeBottomMm(0, 0.5, 30, profile)).toBeNull();
  });
});
