import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { greyOf } from "../../../src/core/colour/grey";
import { derive } from "../../../src/core/derive/derive";
import { planOfFamily } from "../../../src/core/library/familyPlan";
import { drawingSvg } from "../../../src/core/print/drawing";
import { dividerTemplate, edgeGuides, pourMap } from "../../../src/core/print/templates";
import type { DesignPour } from "../../../src/core/swirl/build";
import { compileDesign, type Design } from "../../../src/core/swirl/design";
import { drawIndices, finish, OUTSIDE } from "../../../src/core/swirl/face";
import { designWarnings, tracksOf } from "../../../src/core/swirl/judge";
import { designNumbers, faceNumbers } from "../../../src/core/swirl/metrics";
import { bump, compileLens, footprint } from "../../../src/core/swirl/operations/lens";
import { compileStroke } from "../../../src/core/swirl/operations/stroke";
import { compileWarp } from "../../../src/core/swirl/operations/warp";
import { type CompiledOperation, createPoints, restart } from "../../../src/core/swirl/points";
import { frameOf } from "../../../src/core/swirl/view";
import { FAMILIES, FAMILY_IDS, type FamilyId, knobsOf, layOut } from "../../../src/core/techniques/families/registry";
import { variantsOf } from "../../../src/core/techniques/families/variants";
import { METRIC, US } from "../../../src/core/units/quantities";
import { sayer } from "../../../src/core/units/sayer";
import { between } from "../../support/between";
import { colourShares } from "../../support/colourShares";
import { freeStroke } from "../../support/freeStroke";
import { image, repeat } from "../../support/images";
import { tries } from "../../support/tries";

function designFor(family: FamilyId, trace?: number): Design {
  const plan = planOfFamily(family);
  const design = derive(plan).designs.get(plan.moulds[0].id)!;
  return trace === undefined ? design : { ...design, pours: design.pours.map((p) => ({ ...p, trace })) };
}

const small = (design: Design) =>
  finish(drawIndices(compileDesign(design), { kind: "across", atMm: 101 }, 40, 30, 0.4)).colour;

describe.each(FAMILY_IDS)("the family %s", (family) => {
  it("holds every colour at its poured share, thin and thick, within 0.5 %", () => {
    for (const trace of [1.6, 3]) {
      const design = designFor(family, trace);
      const compiled = compileDesign(design);
      const poured = design.pours.reduce((sum, p) => sum + p.volumeMm3, 0);
      const colours = 1 + Math.max(...design.pours.map((p) => p.colour));
      const shares = colourShares(compiled, colours, 60_000);
      expect(compiled.levelMm * design.lengthMm * design.widthMm).toBeCloseTo(poured, -1);
      for (let c = 0; c < colours; c++) {
        const wanted = design.pours.reduce((sum, p) => sum + (p.colour === c ? p.volumeMm3 : 0), 0) / poured;
        expect(Math.abs(shares[c] - wanted)).toBeLessThan(0.005);
      }
      expect(shares[colours]).toBe(0);
    }
  });

  it("gives the same bytes for the same seed, and others for another", () => {
    const design = designFor(family);
    expect(small(design)).toEqual(small(structuredClone(design)));
    expect(small({ ...design, seed: design.seed + 1 })).not.toEqual(small(design));
  });

  it("is not changed by a pour of nothing or by a stroke of no length", () => {
    const design = designFor(family);
    const nothing = { ...design.pours[0], id: "none", volumeMm3: 0 };
    const still = { xMm: 80, yMm: 40 };
    const changed: Design = {
      ...design,
      pours: [...design.pours, nothing, freeStroke([still, still])],
    };
    if (nothing.kind !== "potPour") expect(small(changed)).toEqual(small(design));
  });
});

const BOX = { lengthMm: 240, widthMm: 90, levelMm: 50 };
const stroke = (plane: "xy" | "yz") =>
  compileStroke({
    ...BOX,
    seed: 3,
    plane,
    path: [
      {
        points:
          plane === "xy"
            ? [
                [20, 10],
                [120, 80],
                [220, 15],
              ]
            : [
                [10, 45],
                [40, 4],
                [80, 40],
              ],
      },
    ],
    reachMm: 12,
    coupling: 0.7,
    tipMm: 10,
    fadeMm: 7,
    lossAtFloor: 0.3,
    wanderMm: 3,
  });
const MOVES: [string, CompiledOperation, number][] = [
  ["rod", stroke("xy"), 0.05],
  ["wire", stroke("yz"), 0.05],
  ["warp", compileWarp({ ...BOX, seed: 4, amplitudeMm: 4, topMm: null, modes: 5 }), 0.05],
  ["warp near the top", compileWarp({ ...BOX, seed: 4, amplitudeMm: 3, topMm: 12, modes: 7 }), 0.05],
  [
    "lens",
    compileLens({
      ...BOX,
      colour: 1,
      addsMm: 6,
      along: footprint(bump(0.4, 0.5)),
      across: footprint(bump(0.6, 0.7)),
      depthMm: 12,
    }),
    1e-6,
  ],
];

describe.each(MOVES)("%s", (_, operation, toleranceMm) => {
  it("comes back where it was and stays in the mould", () => {
    const misses: number[] = [];
    const unit = between(0.001, 0.999);
    fc.assert(
      fc.property(unit, unit, unit, (u, v, w) => {
        const from = { x: u * BOX.lengthMm, y: v * BOX.widthMm, z: w * BOX.levelMm };
        const to = { ...from };
        operation.forward(to);
        expect(to.x).toBeGreaterThanOrEqual(0);
        expect(to.x).toBeLessThanOrEqual(BOX.lengthMm);
        expect(to.y).toBeGreaterThanOrEqual(0);
        expect(to.y).toBeLessThanOrEqual(BOX.widthMm);
        expect(to.z).toBeGreaterThanOrEqual(0);
        expect(to.z).toBeLessThanOrEqual(operation.levelMm + 1e-9);
        const points = createPoints(1);
        [points.x[0], points.y[0], points.z[0]] = [to.x, to.y, to.z];
        restart(points, 1, null);
        operation.inverse(points, 1);
        misses.push(
          points.liveCount === 0
            ? Number.POSITIVE_INFINITY
            : Math.hypot(points.x[0] - from.x, points.y[0] - from.y, points.z[0] - from.z),
        );
      }),
      { numRuns: tries(600), seed: 11 },
    );
    misses.sort((a, b) => a - b);
    expect(misses[Math.floor(misses.length * 0.99)]).toBeLessThan(toleranceMm);
  });
});

describe("a later pour looks late", () => {
  it("drops of a thick batter are broader than those of a thin one", () => {
    const numbersOf = (trace: number) =>
      faceNumbers(
        finish(drawIndices(compileDesign(designFor("drop", trace)), { kind: "across", atMm: 101 }, 150, 110, 0.4)),
        4,
        0.6,
      );
    expect(numbersOf(3).lineMm).toBeGreaterThan(1.2 * numbersOf(1.4).lineMm);
  });
});

describe("views", () => {
  const compiled = compileDesign(designFor("hanger"));
  const at = (view: Parameters<typeof frameOf>[1], u: number, v: number) => {
    const f = frameOf(compiled, view);
    return [0, 1, 2].map((k) => f.origin[k] + u * f.right[k] + v * f.down[k]);
  };
  it("meet where their planes meet", () => {
    const across = at({ kind: "across", atMm: 60 }, 0.25, 0.4);
    const along = at({ kind: "lengthwise", atMm: across[1] }, 60 / compiled.lengthMm, 0.4);
    const level = at({ kind: "level", atMm: across[2] }, 60 / compiled.lengthMm, 0.75);
    for (const other of [along, level]) for (const k of [0, 1, 2]) expect(other[k]).toBeCloseTo(across[k], 9);
  });
  it("on a tilt of nothing is the cut across", () => {
    const across = finish(drawIndices(compiled, { kind: "across", atMm: 60 }, 30, 20, 0.4));
    const tilted = finish(drawIndices(compiled, { kind: "tilted", atMm: 60, turnDeg: 0, leanDeg: 0 }, 30, 20, 0.4));
    expect(tilted.colour).toEqual(across.colour);
  });
  it("leave blank what lies beyond the loaf", () => {
    const tilted = finish(drawIndices(compiled, { kind: "tilted", atMm: 2, turnDeg: 50, leanDeg: 0 }, 30, 20, 0.4));
    expect(tilted.colour.filter((c) => c === OUTSIDE).length).toBeGreaterThan(200);
  });
  it("show a film's stills below the rim that is not reached yet", () => {
    const design = designFor("layers");
    const half = compileDesign(design, 1);
    const full = compileDesign(design);
    const still = finish(drawIndices(half, { kind: "across", atMm: 60 }, 20, 40, 0.4, full.levelMm));
    const blank = still.colour.filter((c) => c === OUTSIDE).length / still.colour.length;
    expect(blank).toBeCloseTo(1 - half.levelMm / full.levelMm, 1);
  });
});

describe("numbers of a picture", () => {
  it("two halves: even shares, no mud, wide lines", () => {
    const n = faceNumbers(image(repeat("0".repeat(20) + "1".repeat(20), 40)), 2, 0.5);
    expect(n.shares).toEqual([0.5, 0.5]);
    expect(n.muddiness).toBeLessThan(0.06);
    // 40 rows of 39 steps with one change each, and 39 x 40 upright steps with none.
    expect(n.lineMm).toBeCloseTo((0.5 * (40 * 39 * 2)) / 40, 9);
  });
  it("a fine chequer is mud all over, and its lines are a pixel wide", () => {
    const n = faceNumbers(image(Array.from({ length: 40 }, (_, y) => (y % 2 ? "01" : "10").repeat(20))), 2, 0.5);
    expect(n.muddiness).toBe(1);
    expect(n.lineMm).toBe(0.5);
  });
  it("bars alike, bars unlike, and what falls off to the floor", () => {
    const a = image([...repeat("0".repeat(12), 6), ...repeat("1".repeat(12), 6)]);
    const b = image([...repeat("1".repeat(12), 6), ...repeat("0".repeat(12), 6)]);
    expect(designNumbers([a, a], 2, 1).likeness).toBe(1);
    expect(designNumbers([a, b], 2, 1).likeness).toBe(0);
    expect(designNumbers([a], 2, 1).drift).toBe(1);
  });
  it("names the bars without a colour, and the floor without one", () => {
    const bare = image(repeat("0".repeat(40), 40));
    const half = image([...repeat("0".repeat(20) + "1".repeat(20), 15), ...repeat("0".repeat(40), 25)]);
    const pours = [0, 1].map(
      (colour) => ({ kind: "stripe", id: `l${colour}`, colour, volumeMm3: 9, trace: 2 }) as DesignPour,
    );
    const of = (images: ReturnType<typeof image>[]) =>
      designWarnings(designNumbers(images, 2, 1), ["Moon", "Ink"], pours, sayer());
    expect(of([bare, half, bare])).toContain("Bars 1 and 3 hold no Ink.");
    expect(of([half, half])).toEqual([expect.stringContaining("No Ink in the lowest 20 mm")]);
    expect(of([bare])).toEqual([expect.stringContaining("No bar face shows Ink")]);
  });
  it("warns of a wire thicker than the lines between its ways", () => {
    const even = designNumbers([image(repeat("0".repeat(20) + "1".repeat(20), 40))], 2, 0.5);
    const wire: DesignPour = {
      kind: "wire",
      id: "w",
      colour: 0,
      volumeMm3: 0,
      trace: 2,
      thicknessMm: 4,
      path: "side-to-side",
      loops: 4,
      points: [],
    };
    const warned = (loops: number) => {
      const tracks = tracksOf({ seed: 1, lengthMm: 250, widthMm: 88, pours: [{ ...wire, loops }] });
      return designWarnings(even, ["Moon", "Ink"], [wire], sayer(), tracks).join();
    };
    // Four loops are eight ways, 11 mm apart; nine are eighteen, less than 5 mm.
    expect(warned(4)).toBe("");
    expect(warned(9)).toMatch(/Between two ways of the wire only 0\.\d mm are left, less than its width \(4 mm\)/);
  });
  it("of a bar are those of both its cut faces: a colour that one of them shows is not missing", () => {
    const [all, none] = [image(repeat("01".repeat(20), 40)), image(repeat("0".repeat(40), 40))];
    const numbers = designNumbers([none, all, none, none], 2, 0.5, true);
    expect(numbers.bars.map((b) => b.shares[1])).toEqual([0.25, 0.25, 0]);
    const pours: DesignPour[] = [0, 1].map((colour) => ({
      kind: "layer",
      id: `l${colour}`,
      colour,
      volumeMm3: 9,
      trace: 2,
      height: "low",
    }));
    expect(designWarnings(numbers, ["Moon", "Ink"], pours, sayer())).toContain("Bar 3 holds no Ink.");
  });
  it("a layer above the floor is no fault, a drop that does not reach it is told", () => {
    const upper = image([...repeat("1".repeat(40), 10), ...repeat("0".repeat(40), 30)]);
    const of = (kind: "layer" | "stripe") => {
      const pour = { kind, id: "a", colour: 1, volumeMm3: 9, trace: 2 } as DesignPour;
      return designWarnings(designNumbers([upper], 2, 1), ["Moon", "Ink"], [pour], sayer()).join();
    };
    expect(of("layer")).toBe("");
    expect(of("stripe")).toMatch(/No Ink in the lowest 20 mm/);
  });
});

describe("proposals", () => {
  it("keep to the ranges of the knobs, come again from the same seed, and lay out", () => {
    for (const family of FAMILY_IDS) {
      const plan = planOfFamily(family);
      const variants = variantsOf(plan, 6, 5);
      expect(variants).toEqual(variantsOf(plan, 6, 5));
      expect(variants).not.toEqual(variantsOf(plan, 6, 6));
      for (const v of variants) {
        expect(knobsOf(FAMILIES[family], v.knobs)).toEqual(v.knobs);
        expect(layOut(plan, family, v.knobs).length).toBeGreaterThan(0);
      }
    }
  });
});

describe("papers", () => {
  const plan = planOfFamily("crossings");
  const mould = plan.moulds[0];
  it("edge guides mark every crossing once on each edge, long marks on alternate edges, and carry a line of 100 mm", () => {
    const guides = edgeGuides(mould, 12, sayer());
    const long = guides.lines.filter((l) => l.thicknessMm === 0.6);
    const places = long.map((l) => l.from[0]).sort((a, b) => a - b);
    expect(long).toHaveLength(Math.floor((mould.lengthMm - 6) / 12) + 1);
    for (let i = 1; i < places.length; i++) expect(places[i] - places[i - 1]).toBeCloseTo(12, 9);
    expect(guides.lines.some((l) => Math.abs(l.to[0] - l.from[0] - 100) < 1e-9 && l.to[1] === l.from[1])).toBe(true);
  });
  it("plates, ends and places of a set come from its own compartments, in the reader's units", () => {
    const closed = { ...mould, dividers: { count: 4, thicknessMm: 3, isClosedSet: true, widthsMm: null } };
    const texts = (units = METRIC) =>
      dividerTemplate(closed, plan.operations, ["Moon", "Ink", "Moon"], sayer(units)).texts.map((t) => t.text);
    expect(texts()[0]).toContain(
      `cut 4 of ${mould.lengthMm - 6} mm x 70 mm and 2 ends of ${mould.widthMm} mm x 70 mm, 3 mm thick`,
    );
    expect(texts()).toContain("0 mm");
    expect(texts(US)[0]).toContain("0.12 in thick");
    const bare = dividerTemplate(mould, plan.operations, [], sayer()).texts[0].text;
    expect(bare).toMatch(/enter their thickness with the mould/);
  });
  it("the pour map shows lanes, layers and the wire's way", () => {
    const map = (family: "crossings" | "hanger" | "drop") => {
      const p = planOfFamily(family);
      return pourMap(p, p.moulds[0], p.operations, (id) => id);
    };
    const lanes = map("crossings");
    const long = lanes.lines.filter((l) => l.thicknessMm === 0.5 && l.from[1] === l.to[1]);
    expect(long.length).toBeGreaterThanOrEqual(2 + 4);
    expect(lanes.texts.some((t) => /^\d+, \d+, \d+$/.test(t.text))).toBe(true);
    const hanger = map("hanger");
    expect(hanger.texts.some((t) => t.text === "from its end")).toBe(true);
    expect(hanger.lines.filter((l) => l.thicknessMm === 0.6).length).toBeGreaterThan(5);
    expect(map("drop").texts.some((t) => t.text === "from its end")).toBe(false);
  });
  it("are true to scale and keep odd names harmless", () => {
    const svg = drawingSvg(pourMap({ ...plan, title: 'A <b> & "c"' }, mould, plan.operations, () => "<script>"));
    expect(svg).toContain('mm" viewBox="0 0 ');
    expect(svg).not.toMatch(/<b>|<script>/);
  });
});

it("a grey has the lightness of its colour", () => {
  expect(greyOf("#808080")).toBe("#808080");
  expect(greyOf("#ff0000")).toMatch(/^#(..)\1\1$/);
});
