import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { areaOf, outlineSvg, ringsOf } from "../../../src/core/print/outlines";
import type { IndexImage } from "../../../src/core/swirl/face";
import { tries } from "../../support/tries";

const image = (width: number, rows: number[]): IndexImage => ({
  width,
  height: rows.length / width,
  colour: Uint8Array.from(rows),
});

describe("outlines of a picture", () => {
  it("a square is one ring of four corners", () => {
    const rings = ringsOf(image(3, [0, 0, 0, 0, 1, 0, 0, 0, 0]), 1);
    expect(rings).toHaveLength(1);
    expect(new Set(rings[0].map(String))).toEqual(new Set(["1,1", "2,1", "2,2", "1,2"]));
    expect(areaOf(rings)).toBe(1);
  });

  it("a hole is taken off, and straight runs are joined", () => {
    const rings = ringsOf(image(3, [0, 0, 0, 0, 1, 0, 0, 0, 0]), 0);
    expect(rings.map((r) => r.length).sort()).toEqual([4, 4]);
    expect(areaOf(rings)).toBe(8);
  });

  it("pixels that touch at a corner alone stay two rings", () => {
    const rings = ringsOf(image(2, [1, 0, 0, 1]), 1);
    expect(rings).toHaveLength(2);
    expect(areaOf(rings)).toBe(2);
  });

  it("the areas of all colours are their pixels, for any picture", () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 9 }).chain((w) =>
          fc.tuple(
            fc.constant(w),
            fc
              .integer({ min: 1, max: 9 })
              .chain((h) => fc.array(fc.integer({ min: 0, max: 3 }), { minLength: w * h, maxLength: w * h })),
          ),
        ),
        ([width, rows]) => {
          const picture = image(width, rows);
          for (let c = 0; c < 4; c++) {
            const rings = ringsOf(picture, c);
            expect(areaOf(rings)).toBe(rows.filter((v) => v === c).length);
            for (const ring of rings)
              ring.forEach(([x, y], i) => {
                const [x1, y1] = ring[(i + 1) % ring.length];
                expect((x === x1) !== (y === y1)).toBe(true);
              });
          }
        },
      ),
      { numRuns: tries(200) },
    );
  });

  it("as SVG it has its true size, a path for every colour that is there, and names that cannot break out", () => {
    const svg = outlineSvg(
      image(2, [0, 1, 1, 1]),
      [
        { index: 0, name: "Moon", hex: "#faf6ec" },
        { index: 1, name: '<Ink & "co">', hex: "#20455a" },
        { index: 2, name: "Ember", hex: "#c8443a" },
      ],
      { widthMm: 90, heightMm: 67.25 },
      "A <title>",
    );
    expect(svg).toContain('width="90.0mm" height="67.3mm"');
    expect(svg.match(/<path/g)).toHaveLength(2);
    expect(svg).not.toContain("<Ink");
    expect(svg).not.toContain("A <title>");
  });
});
