import { describe, expect, it } from "vitest";
import { derive } from "../../src/core/derive/derive";
import { planOfFamily } from "../../src/core/library/familyPlan";
import { compileDesign } from "../../src/core/swirl/design";
import { operationSchema } from "../../src/core/techniques/operations/registry";
import { operationOf, START_DRAFT } from "../../src/views/studio/DrawPanel";
import { type Cut, designBeside, paletteAt, START_CUT, sightOf, viewOf } from "../../src/views/studio/look";

const plan = planOfFamily("drop");
const derived = derive(plan);
const design = derived.designs.get(plan.moulds[0].id)!;
const levelMm = compileDesign(design).levelMm;
const cut = (change: Partial<Cut>): Cut => ({ ...START_CUT, ...change });

describe("how the loaf is cut for the large picture", () => {
  it("places are shares of the mould, whatever its size", () => {
    const { lengthMm, widthMm } = plan.moulds[0];
    expect(viewOf(cut({ kind: "across", along: 0.25 }), plan, levelMm)).toEqual({ kind: "across", atMm: lengthMm / 4 });
    expect(viewOf(cut({ kind: "lengthwise", across: 1 }), plan, levelMm)).toMatchObject({ atMm: widthMm });
    expect(viewOf(cut({ kind: "level", up: 0.5 }), plan, levelMm)).toMatchObject({ atMm: levelMm / 2 });
  });

  it("a block of three bars stays inside the loaf at either end", () => {
    const { lengthMm } = plan.moulds[0];
    for (const along of [0, 0.5, 1]) {
      const view = viewOf(cut({ kind: "block", along }), plan, levelMm);
      if (view.kind !== "lengthwise") throw new Error("a block is cut lengthwise");
      expect(view.toMm! - view.fromMm!).toBeCloseTo(3 * plan.barThicknessMm, 9);
      expect(view.fromMm).toBeGreaterThanOrEqual(0);
      expect(view.toMm).toBeLessThanOrEqual(lengthMm);
    }
  });

  it("the longer side of a picture has 300 samples, and its sides are in proportion", () => {
    for (const kind of ["across", "lengthwise", "level", "block", "tilted"] as const) {
      const { frame, width, height } = sightOf(cut({ kind }), plan, levelMm);
      expect(Math.max(width, height)).toBe(300);
      expect(width / height).toBeCloseTo(frame.widthMm / frame.heightMm, 1);
    }
  });
});

describe("what stands beside the design", () => {
  it("thicker and thinner shift every pour's trace, within what can be poured", () => {
    const thicker = designBeside("thicker", plan, design)!;
    thicker.pours.forEach((p, i) => {
      expect(p.trace).toBeCloseTo(Math.min(4, design.pours[i].trace + 0.8), 9);
    });
    for (const p of designBeside("thinner", plan, design)!.pours) expect(p.trace).toBeGreaterThanOrEqual(0.8);
  });

  it("another loaf has the same pours and another hand; another family the same volumes", () => {
    const loaf = designBeside("loaf", plan, design)!;
    expect(loaf.pours).toEqual(design.pours);
    expect(loaf.seed).not.toBe(design.seed);
    const layers = designBeside("family:layers", plan, design)!;
    const volume = (d: typeof design) => d.pours.reduce((sum, p) => sum + p.volumeMm3, 0);
    expect(volume(layers)).toBeCloseTo(volume(design), -1);
    expect(layers.pours.every((p) => p.kind === "layer")).toBe(true);
  });

  it("nothing, and a batch that is fetched elsewhere, are no variation of it", () => {
    expect(designBeside("nothing", plan, design)).toBeNull();
    expect(designBeside("batch:b1", plan, design)).toBeNull();
  });
});

describe("colours of the picture", () => {
  it("greys are greys of each colour's lightness", () => {
    const colours = paletteAt(derived, "cured", false);
    const greys = paletteAt(derived, "cured", true);
    expect(colours).toHaveLength(plan.portions.length);
    for (const g of greys) expect(g).toMatch(/^#([0-9a-f]{2})\1\1$/);
  });
});

describe("a way drawn by hand", () => {
  const spots: [number, number][] = [
    [10, 20],
    [60, 20],
  ];
  it("on the top becomes a stroke, on the end a hanger, each a valid operation with a fresh id", () => {
    const stroke = operationOf({ ...START_DRAFT, spots, pitchMm: 1 }, plan);
    expect(operationSchema.parse(stroke)).toEqual(stroke);
    expect(stroke).toMatchObject({
      kind: "stroke",
      path: "free",
      pitchMm: 2,
      points: [
        { xMm: 10, yMm: 20 },
        { xMm: 60, yMm: 20 },
      ],
    });
    const wire = operationOf({ ...START_DRAFT, on: "end", wireMm: 3, spots }, plan);
    expect(operationSchema.parse(wire)).toEqual(wire);
    expect(wire).toMatchObject({
      kind: "wire",
      thicknessMm: 3,
      points: [
        { yMm: 10, zMm: 20 },
        { yMm: 60, zMm: 20 },
      ],
    });
    expect(plan.operations.some((o) => o.id === stroke.id)).toBe(false);
  });
});
