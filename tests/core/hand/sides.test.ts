import fc from "fast-check";
import { beforeAll, describe, expect, it } from "vitest";
import { batchOf, type Sides, sidesOf } from "../../../src/core/hand/sides";
import { asPoured, facesOf } from "../../../src/core/hand/train";
import {
  batchFigures,
  COMPARED_PX,
  faceFigures,
  mapPlaces,
  mirroredFigures,
  type Sorted,
} from "../../../src/core/photo/figures";
import { fromBehind } from "../../../src/core/photo/makePhoto";
import { generator } from "../../../src/core/units/random";
import { photographed } from "../../support/madePhotos";
import { tries } from "../../support/tries";

const VIEWS = [60, 140].map((atMm) => ({ kind: "across" as const, atMm }));

describe("the figures of a face from its other side", () => {
  it("are those of the face, but that its halves differ the other way round", () => {
    const side = { minLength: 40 * 32, maxLength: 40 * 32 };
    fc.assert(
      fc.property(fc.uint8Array({ ...side, max: 2 }), (colour) => {
        const face = { width: 40, height: 32, colour: Uint8Array.from(colour) };
        const [own, other] = [face, fromBehind(face)].map((f) => faceFigures(f, 3, 60));
        // Single lines of a random face end where they will; what lies in squares is all that is compared here.
        const { together, end } = mapPlaces(3);
        const turned = mirroredFigures(own, 3);
        for (let i = together; i < end; i++) expect(other[i]).toBeCloseTo(turned[i], 12);
        expect(mirroredFigures(turned, 3)).toEqual(own);
      }),
      { seed: 12, numRuns: tries(30) },
    );
  });
});

describe.each(["drop", "hanger"] as const)("bars of a %s", (family) => {
  const { design, expected } = photographed(family);
  const colours = expected.palette.length;
  const figures = (faces: readonly Sorted[]) => faces.map((f) => faceFigures(f, colours, expected.widthMm));
  let hands: { faces: Sorted[] }[];
  let sides: Sides;
  beforeAll(() => {
    const random = generator(41);
    hands = Array.from({ length: 30 }, () => facesOf(asPoured(design, {}, random), VIEWS));
    sides = sidesOf(
      hands.slice(0, 20).map((h) => figures(h.faces)),
      colours,
    );
  });

  it("are told from their mirror images, each by itself: from whichever side they are photographed, they read the same", () => {
    let asPlanned = 0;
    for (const { faces } of hands.slice(20)) {
      expect(faces[0].width).toBe(COMPARED_PX);
      const [front, behind] = [figures(faces), figures(faces.map(fromBehind))];
      const read = batchOf(front, sides);
      const close = (other: readonly number[]) => {
        const { together, end } = mapPlaces(colours);
        for (let i = together; i < end; i++) expect(other[i]).toBeCloseTo(read[i], 9);
      };
      close(batchOf(behind, sides));
      close(batchOf([front[0], behind[1]], sides));
      if (read.every((v, i) => v === batchFigures(front, colours)[i])) asPlanned++;
    }
    expect(asPlanned).toBeGreaterThanOrEqual(9);
  });

  it("whose halves have nothing in common stay as they are", () => {
    const none = { colours, toward: VIEWS.map(() => new Float64Array(mapPlaces(colours).end)) };
    const front = figures(hands[0].faces);
    expect(batchOf(front, none)).toEqual(batchFigures(front, colours));
  });
});
