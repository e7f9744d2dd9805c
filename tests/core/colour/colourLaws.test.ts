import fc from "fast-check";
import { describe, expect, it } from "vitest";
import {
  colourDifference,
  labOf,
  type Reads,
  reads,
  seenBy,
  VISIONS,
  type Vision,
} from "../../../src/core/colour/difference";
import { judgePairs, pairWords } from "../../../src/core/colour/judge";
import { COLOURANT_KIND_IDS } from "../../../src/core/colour/kinds";
import { blendHex, channelsOf, lightness, mixHex } from "../../../src/core/colour/mix";
import { plainColourant } from "../../../src/core/document/newPlan";
import { rateBase } from "../../../src/core/units/dose";
import { between } from "../../support/between";

const n = between;
const hex = fc.integer({ min: 0, max: 0xffffff }).map((v) => `#${v.toString(16).padStart(6, "0")}`);

describe("colours", () => {
  const colourant = fc
    .tuple(fc.constantFrom(...COLOURANT_KIND_IDS), hex)
    .map(([kind, h]) => plainColourant("c1", "C", kind, h));
  const mixed = (baseHex: string, colourants: ReturnType<typeof plainColourant>[]) =>
    mixHex({ baseHex, colourants, doseBase: rateBase(0.7), stains: [] }, "cured");

  /** A batter is never black, and darker than this nothing is told apart. */
  const DARKEST = 0x24;
  const batterHex = fc
    .tuple(...[0, 1, 2].map(() => fc.integer({ min: DARKEST, max: 250 })))
    .map((v) => `#${v.map((x) => x.toString(16).padStart(2, "0")).join("")}`);

  it("no colour leaves the base; a mix is a colour that can be shown", () => {
    fc.assert(
      fc.property(batterHex, fc.array(colourant, { maxLength: 3 }), (baseHex, colourants) => {
        expect(colourDifference(mixed(baseHex, []), baseHex)).toBeLessThan(2.5);
        expect(mixed(baseHex, colourants)).toMatch(/^#[0-9a-f]{6}$/);
        expect(
          mixed(
            baseHex,
            colourants.map((c) => ({ ...c, dose: { ...c.dose, amount: 0 } })),
          ),
        ).toBe(mixed(baseHex, []));
      }),
    );
  });

  it("the order in which colours are stirred in does not matter", () => {
    fc.assert(
      fc.property(hex, colourant, colourant, (baseHex, a, b) => {
        const two = { ...b, id: "c2" };
        expect(mixed(baseHex, [a, two])).toBe(mixed(baseHex, [two, a]));
      }),
    );
  });

  it("absorption falls as a channel grows lighter; a blend lies between its parts", () => {
    const grey = (v: number) => `#${v.toString(16).padStart(2, "0").repeat(3)}`;
    for (let v = 1; v < 256; v++) expect(channelsOf(grey(v))[0]).toBeLessThanOrEqual(channelsOf(grey(v - 1))[0]);
    fc.assert(
      fc.property(
        fc.integer({ min: DARKEST, max: 250 }),
        fc.integer({ min: DARKEST, max: 250 }),
        n(0.01, 0.99),
        (a, b, share) => {
          const l = lightness(
            blendHex([
              { hex: grey(a), weight: share },
              { hex: grey(b), weight: 1 - share },
            ]),
          );
          expect(l).toBeGreaterThanOrEqual(Math.min(lightness(grey(a)), lightness(grey(b))) - 0.03);
          expect(l).toBeLessThanOrEqual(Math.max(lightness(grey(a)), lightness(grey(b))) + 0.03);
        },
      ),
    );
  });

  it("a colour differs from itself by nothing, and from another the same both ways", () => {
    fc.assert(
      fc.property(hex, hex, (a, b) => {
        expect(colourDifference(a, a)).toBeLessThan(1e-6);
        expect(colourDifference(a, b)).toBeCloseTo(colourDifference(b, a), 4);
        expect(labOf(a).l).toBeGreaterThanOrEqual(-1e-6);
        expect(labOf(a).l).toBeLessThanOrEqual(100 + 1e-6);
      }),
    );
  });

  it("greys stay greys to every eye", () => {
    for (const v of Object.keys(VISIONS) as Vision[])
      for (const g of ["#000000", "#555555", "#aaaaaa", "#ffffff"])
        expect(colourDifference(seenBy(g, v), g)).toBeLessThan(3);
  });

  it("pairs come closest first, each once, and their words say when", () => {
    const times = fc.record({ fresh: hex, nextDay: hex, cured: hex });
    fc.assert(
      fc.property(
        fc.array(times, { minLength: 2, maxLength: 6 }),
        fc.array(fc.nat(5), { maxLength: 12 }),
        (colours, order) => {
          const pairs = judgePairs(
            colours,
            order.filter((i) => i < colours.length),
          );
          expect(pairs).toHaveLength((colours.length * (colours.length - 1)) / 2);
          for (let i = 1; i < pairs.length; i++)
            expect(pairs[i].difference.cured).toBeGreaterThanOrEqual(pairs[i - 1].difference.cured);
          const said: Record<Reads, RegExp> = { alike: /look alike/, close: /are close/, apart: /told apart/ };
          for (const p of pairs) {
            expect(pairWords(p)).toMatch(said[p.reads.cured]);
            expect(p.reads.cured).toBe(reads(p.difference.cured));
          }
        },
      ),
    );
  });
});
