import { describe, expect, it } from "vitest";
import { derive } from "../../../src/core/derive/derive";
import { planOfFamily } from "../../../src/core/library/familyPlan";
import { compileDesign } from "../../../src/core/swirl/design";
import { drawIndices, finish, type IndexImage, OUTSIDE, type View } from "../../../src/core/swirl/face";
import { buildField, readField } from "../../../src/core/swirl/field";
import { createPoints, restart } from "../../../src/core/swirl/points";
import { sample } from "../../../src/core/swirl/sample";
import { refineEdges } from "../../../src/core/swirl/smooth";
import { frameOf } from "../../../src/core/swirl/view";
import { FAMILY_IDS, type FamilyId } from "../../../src/core/techniques/families/registry";

function designOf(family: FamilyId, trace = 2) {
  const plan = planOfFamily(family);
  const design = derive(plan).designs.get(plan.moulds[0].id)!;
  return compileDesign({ ...design, pours: design.pours.map((p) => ({ ...p, trace })) });
}

/** Every pixel sampled by itself, with no help from its neighbours. */
function drawPlainly(design: ReturnType<typeof designOf>, view: View, width: number, height: number, fineness: number) {
  const { origin: o, right: r, down: d } = frameOf(design, view);
  const points = createPoints(width * height);
  for (let i = 0; i < width * height; i++) {
    const u = ((i % width) + 0.5) / width;
    const v = (Math.floor(i / width) + 0.5) / height;
    points.x[i] = o[0] + u * r[0] + v * d[0];
    points.y[i] = o[1] + u * r[1] + v * d[1];
    points.z[i] = o[2] + u * r[2] + v * d[2];
  }
  restart(points, width * height, view.kind === "across" ? view.atMm : null);
  sample(design, points, fineness);
  return points.colour;
}

const differing = (a: Uint8Array, b: Uint8Array) => a.reduce((n, v, i) => n + (v === b[i] ? 0 : 1), 0) / a.length;

/** Share of pixels that differ from a neighbour: what a small shift of an edge can change. */
function edgeShare({ width, height, colour }: IndexImage): number {
  let edges = 0;
  for (let y = 0; y + 1 < height; y++)
    for (let x = 0; x + 1 < width; x++) {
      const i = y * width + x;
      if (colour[i] !== colour[i + 1] || colour[i] !== colour[i + width]) edges++;
    }
  return edges / colour.length;
}

/** Families whose tools draw lines thinner than a pixel. */
const STIRRED: ReadonlySet<string> = new Set(["crossings", "circling"]);

describe("pictures drawn with fewer samples", () => {
  it.each(FAMILY_IDS)("%s looks as if every pixel had been sampled", (family) => {
    const design = designOf(family, 1.6);
    const view: View = { kind: "across", atMm: 101 };
    const image = finish(drawIndices(design, view, 300, 230, 0.4));
    const plain = drawPlainly(design, view, 300, 230, 0.4);
    const off = differing(image.colour, plain);
    // Where a tool stirs, lines are thinner than a pixel: which of them a pixel shows is chance.
    expect(off).toBeLessThan(STIRRED.has(family) ? 0.08 : 0.03);
    expect(off).toBeLessThan((STIRRED.has(family) ? 0.45 : 0.2) * edgeShare(image) + 0.002);
    // Smoothing asks the movements themselves where the field is lost: what is left lies between pixels.
    const smooth = finish(refineEdges(design, view, image, 0.4)).image;
    expect(differing(smooth.colour, plain)).toBeLessThan(0.015);
  });

  it.each(FAMILY_IDS)("%s is the same loaf whichever way it is cut", (family) => {
    const design = designOf(family);
    const across = finish(drawIndices(design, { kind: "across", atMm: 100 }, 90, 70, 0.4));
    const y = 41.5 * (design.widthMm / 90);
    const along = finish(drawIndices(design, { kind: "lengthwise", atMm: y, fromMm: 99.5, toMm: 100.5 }, 9, 70, 0.4));
    const column = (image: IndexImage, x: number) =>
      Uint8Array.from({ length: image.height }, (_, v) => image.colour[v * image.width + x]);
    expect(differing(column(across, 41), column(along, 4))).toBeLessThan(0.12);
  });

  it("smoothed edges lie on the edges of the picture, and their samples are colours of the design", () => {
    const design = designOf("crossings");
    const view: View = { kind: "across", atMm: 60 };
    const image = finish(drawIndices(design, view, 120, 92, 0.4));
    const { pixels, samples } = finish(refineEdges(design, view, image, 0.4));
    expect(pixels.length).toBeGreaterThan(200);
    expect(samples.length).toBe(4 * pixels.length);
    const known = new Set(image.colour);
    expect([...samples].every((c) => known.has(c))).toBe(true);
    let same = 0;
    pixels.forEach((p, i) => {
      if (samples.subarray(4 * i, 4 * i + 4).includes(image.colour[p])) same++;
    });
    expect(same / pixels.length).toBeGreaterThan(0.9);
  });

  it("places outside the batter stay blank in a film's frame and on a tilt", () => {
    const design = designOf("hanger");
    const high = finish(drawIndices(design, { kind: "across", atMm: 50 }, 40, 40, 0.25, 2 * design.levelMm));
    const blank = high.colour.filter((c) => c === OUTSIDE).length / high.colour.length;
    expect(blank).toBeCloseTo(0.5, 1);
    const leant: View = { kind: "tilted", atMm: 4, turnDeg: 30, leanDeg: 0 };
    const tilted = finish(drawIndices(design, leant, 40, 40, 0.25)).colour.filter((c) => c === OUTSIDE).length;
    expect(tilted).toBeGreaterThan(300);
  });
});

describe("fields of the last movements", () => {
  const build = (family: FamilyId, width: number, height: number) => {
    const design = designOf(family);
    const view: View = { kind: "across", atMm: 90 };
    const frame = frameOf(design, view);
    return { design, frame, field: finish(buildField(design, frame, { width, height }, 90, 0.4)) };
  };

  it("are there where tools were drawn through last and pixels are close, else not", () => {
    expect(build("crossings", 300, 230).field).not.toBeNull();
    expect(build("crossings", 75, 58).field).toBeNull();
    expect(build("drop", 300, 230).field).toBeNull();
    expect(build("layers", 300, 230).field).toBeNull();
  });

  it.each(["crossings", "circling", "hanger", "tone-on-tone"] as const)(
    "%s: places lie where the movements take them: to a fifth of a millimetre, where a tool stirs to a line's width",
    (family) => {
      const { design, frame, field } = build(family, 300, 230);
      const count = 3000;
      const points = createPoints(count);
      const at = new Float64Array(3);
      const read: number[][] = [];
      for (let i = 0; i < count; i++) {
        const [u, v] = [(i * 0.618034) % 1, (i + 0.5) / count];
        for (const [k, axis] of (["x", "y", "z"] as const).entries())
          points[axis][i] = frame.origin[k] + u * frame.right[k] + v * frame.down[k];
        readField(field!, u, v, at);
        read.push([...at]);
      }
      restart(points, count, 90);
      for (let k = design.operations.length - 1; k >= field!.from; k--) design.operations[k].inverse(points, 0.4);
      const off = read
        .map(([x, y, z], i) => Math.hypot(x - points.x[i], y - points.y[i], z - points.z[i]))
        .sort((a, b) => a - b);
      const [half, most] = STIRRED.has(family) ? [0.25, 1.5] : [0.06, 0.2];
      expect(off[Math.floor(0.5 * count)]).toBeLessThan(half);
      expect(off[Math.floor(0.8 * count)]).toBeLessThan(most);
    },
  );
});
