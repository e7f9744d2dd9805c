import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { DOSE_BASIS_IDS, dosePerOilG, rateBase, restateDose } from "../../../src/core/units/dose";
import {
  inPreferredUnit,
  METRIC,
  parseNumber,
  parseQuantity,
  type QuantityKind,
  sayQuantity,
  saySpoons,
  US,
} from "../../../src/core/units/quantities";
import { cutTo } from "../../../src/core/units/text";
import { between } from "../../support/between";
import { tries } from "../../support/tries";

const value = (text: string, kind: QuantityKind, units = METRIC) => {
  const read = parseQuantity(text, kind, units);
  return read.ok ? read.value : read.message;
};

describe("quantities as people write them", () => {
  it.each([
    ["350", "mass", 350],
    ["1 lb 4 oz", "mass", 453.59237 * 1.25],
    ["1lb 4oz", "mass", 453.59237 * 1.25],
    ["2,5 kg", "mass", 2500],
    ["1/2 oz", "mass", 14.1747615625],
    ["12 grams", "mass", 12],
    ["3.5 in", "length", 88.9],
    ['3 1/2"', "length", 88.9],
    ["9 cm", "length", 90],
    ["1 ft 2 in", "length", 355.6],
    ["2 1/2 cups", "volume", 591.47],
    ["½ tsp", "volume", 2.46446],
    ["1 tbsp + 1 tsp", "volume", 19.71568],
    ["8 fl oz", "volume", 236.588],
    ["20 drops", "volume", 1],
    ["1 472 g", "mass", 1472],
    ["90 F", "temperature", 32.2222],
    ["32", "temperature", 32],
    ["32 °C", "temperature", 32],
  ] as const)("%s", (text, kind, expected) => {
    expect(value(text, kind)).toBeCloseTo(expected, 2);
  });

  it.each([
    ["", "mass", /needs a number/],
    ["much", "mass", /is not a number/],
    ["5 apples", "mass", /"apples" is not a unit of mass/],
    ["5 in", "mass", /is not a unit of mass/],
    ["1/0 lb", "mass", /./],
    ["2 lb 4", "mass", /name every unit/],
    ["1 lb -4 oz", "mass", /minus in the middle/],
    ["<script>alert(1)</script>", "length", /is not a number/],
    ["9".repeat(80), "mass", /too long/],
    ["90 K", "temperature", /is not a unit of temperature/],
    ["1e999", "mass", /is not a unit/],
  ] as const)("%s is refused", (text, kind, message) => {
    expect(String(value(text, kind))).toMatch(message);
  });

  it("bare numbers are in the studio's unit", () => {
    expect(value("2", "mass", US)).toBeCloseTo(56.699, 3);
    expect(value("3.5", "length", US)).toBeCloseTo(88.9, 6);
    expect(value("90", "temperature", US)).toBeCloseTo(32.222, 3);
  });

  it("what a field shows reads back as the same, in any units", () => {
    const kinds = fc.constantFrom<QuantityKind>("mass", "length", "volume", "temperature");
    const systems = fc.constantFrom(METRIC, US);
    fc.assert(
      fc.property(kinds, systems, between(0.01, 50_000), (kind, units, si) => {
        const shown = inPreferredUnit(si, kind, units);
        const back = parseQuantity(shown.toFixed(9), kind, units);
        expect(back.ok && Math.abs(back.value - si)).toBeLessThan(1e-6 * Math.max(1, si));
      }),
    );
  });

  it("no text at all throws", () => {
    fc.assert(
      fc.property(
        fc.string({ maxLength: 80 }),
        fc.constantFrom<QuantityKind>("mass", "length", "volume", "temperature"),
        (text, kind) => {
          const read = parseQuantity(text, kind, US);
          expect(read.ok ? Number.isFinite(read.value) : read.message.length > 0).toBe(true);
          parseNumber(text);
        },
      ),
      { numRuns: tries(500) },
    );
  });
});

describe("quantities as they are said", () => {
  it.each([
    [1472, "mass", METRIC, "1\u202f472 g"],
    [3.456, "mass", METRIC, "3.5 g"],
    [0.456, "mass", METRIC, "0.46 g"],
    [1472, "mass", US, "3 lb 3.9 oz"],
    [10, "mass", US, "0.35 oz"],
    [453.59237, "mass", US, "1 lb 0 oz"],
    [88.9, "length", US, "3.5 in"],
    [591.47, "volume", US, "2 1/2 cups"],
    [4.92892, "volume", US, "1 tsp"],
    [32, "temperature", US, "90 °F"],
  ] as const)("%d %s", (si, kind, units, expected) => {
    expect(sayQuantity(si, kind, units)).toBe(expected);
  });

  it("2.5 g of mica at 0.5 g/mL is about a level teaspoon", () => {
    expect(saySpoons(2.5, 0.5, METRIC)).toBe("1 tsp");
    expect(saySpoons(3.7, 0.5, METRIC)).toBe("1 1/2 tsp");
  });
});

describe("texts that are cut", () => {
  it("are no longer than asked, a beginning of the whole, and never end in half a character", () => {
    fc.assert(
      fc.property(fc.string({ unit: "grapheme", maxLength: 30 }), fc.integer({ min: 0, max: 30 }), (text, most) => {
        const cut = cutTo(most, text);
        expect(cut.length).toBeLessThanOrEqual(most);
        expect(text.startsWith(cut)).toBe(true);
        expect(cut.length).toBeGreaterThanOrEqual(Math.min(most, text.length) - 1);
        expect(cut).not.toMatch(/[\uD800-\uDBFF]$/);
      }),
    );
  });
});

describe("doses", () => {
  const context = { ...rateBase(0.7), oilsG: 400 };
  it("a teaspoon of mica per pound of oils is 0.543 g per 100 g", () => {
    expect(100 * dosePerOilG({ amount: 1, basis: "tsp/lb-oils" }, context, 0.5)).toBeCloseTo(0.5433, 3);
  });
  it("1 g per 100 g of batter is 1.43 g per 100 g of oils at 70 % oils", () => {
    expect(100 * dosePerOilG({ amount: 1, basis: "g/100g-batter" }, context, 0.5)).toBeCloseTo(1.4286, 3);
  });
  it("1 g per lb of oils is 0.2205 g per 100 g", () => {
    expect(100 * dosePerOilG({ amount: 1, basis: "g/lb-oils" }, context, 0.5)).toBeCloseTo(0.22046, 4);
  });
  it("convert between all bases and back", () => {
    const basis = fc.constantFrom(...DOSE_BASIS_IDS);
    const n = between;
    fc.assert(
      fc.property(
        n(0.01, 50),
        basis,
        basis,
        n(0.4, 0.9),
        n(0.1, 2),
        n(5, 5000),
        (amount, from, to, oilsPerBaseG, density, oilsG) => {
          const c = { ...rateBase(oilsPerBaseG), oilsG };
          const there = restateDose({ amount, basis: from }, to, c, density);
          expect(restateDose(there, from, c, density).amount).toBeCloseTo(amount, 8);
          expect(dosePerOilG(there, c, density)).toBeCloseTo(dosePerOilG({ amount, basis: from }, c, density), 10);
        },
      ),
    );
  });
});
