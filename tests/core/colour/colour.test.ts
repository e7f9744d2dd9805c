import { describe, expect, it } from "vitest";
import { partingAdvice } from "../../../src/core/advise/colourAdvice";
import { coloursOf } from "../../../src/core/batter/colours";
import { computeMasses } from "../../../src/core/batter/masses";
import { colourDifference, labDifference, labOf, reads, seenBy } from "../../../src/core/colour/difference";
import { judgePairs, pairWords } from "../../../src/core/colour/judge";
import { blendHex, lightness, mixHex, powderGPer100gOils } from "../../../src/core/colour/mix";
import { byteOf, LINEAR_OF_BYTE } from "../../../src/core/colour/srgb";
import { mixesFor, nearestEquals } from "../../../src/core/colour/wish";
import { derive } from "../../../src/core/derive/derive";
import { applyEdit } from "../../../src/core/document/edits/edit";
import { newPlan, plainColourant } from "../../../src/core/document/newPlan";
import type { Plan } from "../../../src/core/document/schema";
import { takeScent } from "../../../src/core/library/use";
import { rateBase } from "../../../src/core/units/dose";
import { COLOURANTS, SCENTS } from "../../../src/data/demo/library";

const base = { baseHex: "#f5eee0", doseBase: rateBase(0.7), stains: [] };
const mix = (...colourants: ReturnType<typeof plainColourant>[]) => mixHex({ ...base, colourants }, "cured");
const dosed = (c: ReturnType<typeof plainColourant>, times: number) => ({
  ...c,
  dose: { ...c.dose, amount: c.dose.amount * times },
});
const red = plainColourant("r", "red", "oxide", "#c8403a");
const blue = plainColourant("b", "blue", "ultramarine", "#3d5f9a");
const yellow = plainColourant("y", "yellow", "mica", "#ecc04d");
const white = plainColourant("w", "white", "titanium-dioxide", "#fbf8f1");

describe("mixing", () => {
  it("a colourant at the dose of its patch, in the patch's own base, is the patch", () => {
    expect(colourDifference(mix(red), "#c8403a")).toBeLessThan(0.5);
    expect(colourDifference(mix(blue), "#3d5f9a")).toBeLessThan(0.5);
  });

  it("more of a colour is darker and less is paler, step by step", () => {
    const steps = [0.25, 0.5, 1, 2, 4].map((t) => lightness(mix(dosed(blue, t))));
    for (let i = 1; i < steps.length; i++) expect(steps[i]).toBeLessThan(steps[i - 1]);
  });

  it("is subtractive: yellow and blue make green, not the grey of averaged light", () => {
    const { a, b } = labOf(mix(yellow, blue));
    expect(a).toBeLessThan(-5);
    expect(b).toBeGreaterThan(-8);
  });

  it("white lightens a colour", () => {
    expect(lightness(mix(red, white))).toBeGreaterThan(lightness(mix(red)) + 0.03);
  });

  it("a dispersion dose holds only its part of powder", () => {
    const powder = { ...red, dose: { amount: 1, basis: "g/100g-oils" as const } };
    expect(powderGPer100gOils({ ...powder, isDispersion: true }, rateBase(0.7))).toBeCloseTo(0.25, 9);
    expect(powderGPer100gOils(powder, rateBase(0.7))).toBeCloseTo(1, 9);
  });

  it("patches of several doses are met at their doses", () => {
    const two = {
      ...blue,
      patches: [
        { gPer100gOils: 0.5, fresh: "#a0b4d0", nextDay: "#a0b4d0", cured: "#a0b4d0" },
        { gPer100gOils: 2, fresh: "#20305a", nextDay: "#20305a", cured: "#20305a" },
      ],
    };
    const at = (amount: number) => mix({ ...two, dose: { amount, basis: "g/100g-oils" } });
    expect(colourDifference(at(0.5), "#a0b4d0")).toBeLessThan(1);
    expect(colourDifference(at(2), "#20305a")).toBeLessThan(1);
  });

  it("one colour blended with itself stays; weights need not close", () => {
    expect(
      blendHex([
        { hex: "#8fa9c4", weight: 3 },
        { hex: "#8fa9c4", weight: 9 },
      ]),
    ).toBe("#8fa9c4");
  });
});

describe("judgement", () => {
  const find = (id: string) => ({ id, document: SCENTS[id] });
  const vanilla = (): Plan => {
    const plan = newPlan("Vanilla", 1);
    return {
      ...plan,
      portions: plan.portions.map((p) =>
        p.id === "p3"
          ? { ...p, colourants: [], scent: takeScent(find("s-vanilla"), find) }
          : p.id === "p2"
            ? { ...p, colourants: [plainColourant("c1", "cocoa", "oxide", "#7a4f2c")] }
            : p,
      ),
    };
  };

  it("vanillin browns: white and scented white look alike at the pour and are told apart when cured", () => {
    const plan = vanilla();
    const pairs = judgePairs(coloursOf(plan, computeMasses(plan)), [0, 2]);
    const whites = pairs.find((p) => p.a === 0 && p.b === 2)!;
    expect(whites.reads.fresh).toBe("alike");
    expect(whites.reads.cured).toBe("apart");
    expect(whites.areNeighbours).toBe(true);
    expect(pairWords(whites)).toBe("look alike at the pour, are told apart when cured");
  });

  it("and two that differ at the pour grow alike; the notice says so", () => {
    const plan = vanilla();
    const [closest] = derive(plan).pairs;
    expect([closest.a, closest.b]).toEqual([1, 2]);
    expect(closest.reads.cured).not.toBe("apart");
  });

  it("advice parts two that are alike by the smallest change, and one press does it", () => {
    const plan = newPlan("Twins", 1);
    const twin = (hex: string) => [plainColourant("c1", "mica", "mica", hex)];
    const twins = {
      ...plan,
      portions: plan.portions.map((p) =>
        p.id === "p2"
          ? { ...p, colourants: twin("#8a9ab0") }
          : p.id === "p3"
            ? { ...p, colourants: twin("#8f9fb3") }
            : p,
      ),
    };
    const pair = derive(twins).pairs[0];
    expect(pair.reads.cured).toBe("alike");
    const advice = partingAdvice(twins, computeMasses(twins)!, pair);
    expect(advice.length).toBeGreaterThan(0);
    const after = applyEdit(twins, advice[0].edit);
    expect(
      after.ok && derive(after.document).pairs.find((p) => p.a === pair.a && p.b === pair.b)!.difference.cured,
    ).toBeCloseTo(advice[0].difference, 6);
  });

  it("red and green of one lightness are alike to eyes without green cones only", () => {
    const [a, b] = ["#b06a4a", "#8a8048"];
    expect(reads(colourDifference(a, b))).toBe("apart");
    expect(colourDifference(seenBy(a, "deutan"), seenBy(b, "deutan"))).toBeLessThan(colourDifference(a, b) / 2);
  });

  it("CIEDE2000 agrees with a published pair (Sharma 2005, no. 1: 2.0425)", () => {
    const lab = (l: number, a: number, b: number) => ({ mode: "lab65" as const, l, a, b });
    expect(labDifference(lab(50, 2.6772, -79.7751), lab(50, 0, -82.7485))).toBeCloseTo(2.0425, 3);
  });
});

describe("wished colours", () => {
  const rows = Object.entries(COLOURANTS).map(([id, row]) => ({ id, row }));
  it("a colour that one colourant gives is found with it", () => {
    const [best] = mixesFor("#8fa9c4", rows, base);
    expect(best.difference).toBeLessThan(4);
    expect(best.colourants.map((c) => c.libraryId)).toContain("c-dusk");
  });
  it("a violet that nobody stocks is mixed from two", () => {
    const [best] = mixesFor("#6a4a78", rows, base);
    expect(best.colourants.length).toBe(2);
    expect(best.difference).toBeLessThan(14);
  });
  it("the nearest stand-ins leave out what has run out", () => {
    const of = rows.find((r) => r.id === "c-brass")!;
    const near = nearestEquals(of, rows, () => null);
    expect(near[0].id).toBe("c-sun");
    expect(nearestEquals(of, rows, (id) => (id === "c-sun" ? 0 : 5))[0].id).not.toBe("c-sun");
  });
});

describe("bytes of light", () => {
  it("every byte comes back from its own light, and the next one begins half a byte on, to a millionth", () => {
    const lightOf = (byte: number) => {
      const s = byte / 255;
      return s <= 0.04045 ? s / 12.92 : ((s + 0.055) / 1.055) ** 2.4;
    };
    for (let byte = 0; byte < 255; byte++) {
      expect(byteOf(LINEAR_OF_BYTE[byte])).toBe(byte);
      expect(byteOf(lightOf(byte + 0.499999))).toBe(byte);
      expect(byteOf(lightOf(byte + 0.500001))).toBe(byte + 1);
    }
    expect([-0.2, 1, 7].map(byteOf)).toEqual([0, 255, 255]);
  });
});
