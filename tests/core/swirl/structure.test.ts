import { describe, expect, it } from "vitest";
import { derive } from "../../../src/core/derive/derive";
import { planOfFamily } from "../../../src/core/library/familyPlan";
import { compileDesign, type Design } from "../../../src/core/swirl/design";
import { drawIndices, finish } from "../../../src/core/swirl/face";
import { likenessOf, structureOf } from "../../../src/core/swirl/structure";
import { FAMILY_IDS, type FamilyId } from "../../../src/core/techniques/families/registry";
import { HAND_VARIES } from "../../../src/core/techniques/hand";
import { image, repeat } from "../../support/images";

describe("how a face is built", () => {
  it("upright stripes of 1.5 mm: no run ends up a column, nothing thin, nothing broad, no border level", () => {
    const stripes = structureOf(image(repeat("000111".repeat(10), 60)), 0.5);
    expect(stripes).toEqual({ runsPerColumn: 1, thinShare: 0, broadShare: 0, level: 0 });
  });
  it("level layers: as many runs as layers, broad where they are, every border level", () => {
    const rows = [...repeat("0".repeat(40), 30), ...repeat("1".repeat(40), 1), ...repeat("2".repeat(40), 29)];
    const s = structureOf(image(rows), 0.5);
    expect(s.runsPerColumn).toBe(3);
    expect(s.thinShare).toBeCloseTo(1 / 60, 9);
    expect(s.broadShare).toBeCloseTo(59 / 60, 9);
    expect(s.level).toBe(1);
  });
  it("likeness: 1 for the same face, near 0 for one that has nothing to do with it, -1 for its opposite", () => {
    const half = image(repeat("0".repeat(30) + "1".repeat(30), 60));
    const other = image(repeat("1".repeat(30) + "0".repeat(30), 60));
    const level = image([...repeat("0".repeat(60), 30), ...repeat("1".repeat(60), 30)]);
    expect(likenessOf(half, half, 2, 1)).toBeCloseTo(1, 9);
    expect(likenessOf(half, other, 2, 1)).toBeLessThan(-0.95);
    expect(Math.abs(likenessOf(half, level, 2, 1)!)).toBeLessThan(0.1);
    expect(likenessOf(image(repeat("00", 2)), image(repeat("00", 2)), 2, 1)).toBeNull();
  });
});

/** Pixels over a face whose lines are measured; and over one of several that are compared, each with the next. */
const FINE_PX = 150;
const COMPARED_PX = 90;
const BAR_MM = 27;
function designFor(family: FamilyId, trace: number, change: Partial<Design> = {}): Design {
  const plan = planOfFamily(family);
  const design = derive(plan).designs.get(plan.moulds[0].id)!;
  return { ...design, pours: design.pours.map((p) => ({ ...p, trace })), ...change };
}

/** A loaf that faces are drawn of. */
function loafOf(design: Design) {
  const compiled = compileDesign(design);
  const { lengthMm, widthMm, levelMm } = compiled;
  const mm = widthMm / COMPARED_PX;
  const draw = (atMm: number, px = COMPARED_PX) =>
    finish(drawIndices(compiled, { kind: "across", atMm }, px, Math.round((levelMm * px) / widthMm), 0.4));
  const like = (a: number, b: number) => likenessOf(draw(a), draw(b), 4, mm)!;
  const mean = (of: number[]) => of.reduce((a, b) => a + b, 0) / of.length;
  return {
    lengthMm,
    structure: () => structureOf(draw(lengthMm / 2, FINE_PX), widthMm / FINE_PX),
    draw,
    neighbours() {
      const faces = Array.from({ length: Math.floor(lengthMm / BAR_MM) }, (_, k) => draw(BAR_MM * (k + 0.5)));
      return mean(faces.slice(1).map((f, i) => likenessOf(faces[i], f, 4, mm)!));
    },
    mirrored: () => mean([0.5, 1.5, 2.5].map((k) => like(lengthMm / 2 - BAR_MM * k, lengthMm / 2 + BAR_MM * k))),
    endToMiddle: () => mean([like(2, lengthMm / 2), like(lengthMm - 2, lengthMm / 2)]),
  };
}

/** What the middle faces of pictures that read right have, thin (trace 1.6) and thick (3): runs per column, parts in thin lines and in broad places, borders that lie level. */
type Range = readonly [number, number];
const READS_RIGHT: Record<
  FamilyId,
  Record<"thin" | "thick", { runs: Range; thin: Range; broad: Range; level: Range }>
> = {
  drop: {
    thin: { runs: [12, 24], thin: [0.04, 0.15], broad: [0.12, 0.4], level: [0.4, 0.58] },
    thick: { runs: [9, 19], thin: [0.02, 0.09], broad: [0.25, 0.55], level: [0.42, 0.62] },
  },
  "tone-on-tone": {
    thin: { runs: [18, 40], thin: [0.05, 0.2], broad: [0.05, 0.25], level: [0.5, 0.7] },
    thick: { runs: [12, 26], thin: [0.03, 0.12], broad: [0.1, 0.4], level: [0.48, 0.7] },
  },
  "in-pot": {
    thin: { runs: [30, 60], thin: [0.12, 0.3], broad: [0.03, 0.2], level: [0.52, 0.74] },
    thick: { runs: [20, 42], thin: [0.06, 0.19], broad: [0.08, 0.3], level: [0.52, 0.76] },
  },
  "stacked-pot": {
    thin: { runs: [30, 60], thin: [0.09, 0.25], broad: [0.04, 0.16], level: [0.56, 0.8] },
    thick: { runs: [20, 42], thin: [0.04, 0.15], broad: [0.06, 0.25], level: [0.56, 0.82] },
  },
  hanger: {
    thin: { runs: [8, 16], thin: [0.01, 0.08], broad: [0.1, 0.3], level: [0.36, 0.54] },
    thick: { runs: [6, 13], thin: [0.01, 0.06], broad: [0.14, 0.36], level: [0.34, 0.52] },
  },
  funnel: {
    thin: { runs: [14, 29], thin: [0.01, 0.08], broad: [0.05, 0.3], level: [0.6, 0.82] },
    thick: { runs: [14, 29], thin: [0.01, 0.08], broad: [0.16, 0.45], level: [0.65, 0.86] },
  },
  crossings: {
    thin: { runs: [4, 13], thin: [0.03, 0.14], broad: [0.2, 0.55], level: [0.15, 0.38] },
    thick: { runs: [3, 10], thin: [0.01, 0.09], broad: [0.2, 0.6], level: [0.12, 0.36] },
  },
  circling: {
    thin: { runs: [5, 14], thin: [0.04, 0.16], broad: [0.15, 0.5], level: [0.18, 0.42] },
    thick: { runs: [2, 8], thin: [0.01, 0.09], broad: [0.35, 0.75], level: [0.1, 0.34] },
  },
  "wide-eights": {
    thin: { runs: [2, 8], thin: [0, 0.04], broad: [0.55, 0.95], level: [0.2, 0.55] },
    thick: { runs: [2, 7], thin: [0, 0.03], broad: [0.6, 0.95], level: [0.2, 0.55] },
  },
  "lines-and-s": {
    thin: { runs: [5, 22], thin: [0.02, 0.14], broad: [0.03, 0.3], level: [0.22, 0.52] },
    thick: { runs: [4, 18], thin: [0.01, 0.09], broad: [0.04, 0.3], level: [0.2, 0.5] },
  },
  spoon: {
    thin: { runs: [10, 22], thin: [0.02, 0.12], broad: [0.18, 0.45], level: [0.44, 0.66] },
    thick: { runs: [10, 22], thin: [0.02, 0.12], broad: [0.18, 0.45], level: [0.42, 0.64] },
  },
  shades: {
    thin: { runs: [5, 9], thin: [0, 0.05], broad: [0.7, 1], level: [0.85, 1] },
    thick: { runs: [5, 9], thin: [0, 0.05], broad: [0.6, 1], level: [0.8, 1] },
  },
  layers: {
    thin: { runs: [3.5, 5], thin: [0, 0.02], broad: [0.9, 1], level: [0.9, 1] },
    thick: { runs: [3.5, 5], thin: [0, 0.02], broad: [0.9, 1], level: [0.85, 1] },
  },
};

describe.each(FAMILY_IDS)("%s", (family) => {
  it("is built, thin and thick, as a cut that reads right", () => {
    for (const [name, trace] of [
      ["thin", 1.6],
      ["thick", 3],
    ] as const) {
      const wanted = READS_RIGHT[family][name];
      for (const seed of [1, 7, 50]) {
        const found = loafOf(designFor(family, trace, { seed })).structure();
        for (const [value, [low, high]] of [
          [found.runsPerColumn, wanted.runs],
          [found.thinShare, wanted.thin],
          [found.broadShare, wanted.broad],
          [found.level, wanted.level],
        ] as const) {
          expect(value).toBeGreaterThanOrEqual(low);
          expect(value).toBeLessThanOrEqual(high);
        }
      }
    }
  });

  it("shows one design in bars that differ; another seed is another loaf of it", () => {
    const loaf = loafOf(designFor(family, 2.2));
    const other = loafOf(designFor(family, 2.2, { seed: 99 }));
    const at = loaf.lengthMm / 2;
    expect(other.draw(at).colour).not.toEqual(loaf.draw(at).colour);
    // Rings move with their distance from the funnel: bars are alike that lie equally far from it.
    if (family === "funnel") {
      expect(loaf.mirrored()).toBeGreaterThan(0.4);
      expect(loaf.mirrored()).toBeLessThan(0.92);
      expect(loaf.neighbours()).toBeLessThan(0.6);
      return;
    }
    const neighbours = loaf.neighbours();
    const isLaidLow = family === "layers" || family === "shades";
    // Layers poured low level themselves: they are the one design whose bars are the same.
    expect(neighbours).toBeGreaterThan(isLaidLow ? 0.9 : 0.2);
    expect(neighbours).toBeLessThan(isLaidLow ? 0.995 : 0.85);
    if (!isLaidLow && family !== "wide-eights" && family !== "lines-and-s")
      expect(loaf.endToMiddle()).toBeLessThan(neighbours + 0.05);
  });
});

describe("the hand", () => {
  it.each(["drop", "hanger", "stacked-pot"] as const)(
    "%s: a steady hand leaves bars more alike than a lively one",
    (family) => {
      const of = (hand: keyof typeof HAND_VARIES) =>
        [3, 8].reduce(
          (sum, seed) => sum + loafOf(designFor(family, 2, { hand: HAND_VARIES[hand], seed })).neighbours(),
          0,
        ) / 2;
      const [steady, even, lively] = [of("steady"), of("even"), of("lively")];
      expect(steady).toBeGreaterThan(even);
      expect(even).toBeGreaterThan(lively);
    },
  );
});
