import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { coloursSeen, type Section, shownWords } from "../../../src/core/cut/shown";
import { tries } from "../../support/tries";

/** 4 x 2: upper row 0 0 1 1, lower row 2 2 2 3. */
const section: Section = { width: 4, height: 2, colour: Uint8Array.of(0, 0, 1, 1, 2, 2, 2, 3) };
const seen = (fromX: number, toX: number, fromUp: number, toUp: number) =>
  [...coloursSeen(section, { fromX, toX, fromUp, toUp })].sort();

describe("colours on a bar's face", () => {
  it("are those of its own part of the section: left to right, and up from below", () => {
    expect(seen(0, 1, 0, 1)).toEqual([0, 1, 2, 3]);
    expect(seen(0, 0.5, 0.5, 1)).toEqual([0]);
    expect(seen(0.5, 1, 0, 0.5)).toEqual([2, 3]);
    expect(seen(0, 1, 0, 0.5)).toEqual([2, 3]);
  });

  it("a speck is not seen; parts of a section together show what the whole does", () => {
    const colour = new Uint8Array(1000);
    colour[500] = 7;
    expect([...coloursSeen({ width: 50, height: 20, colour }, { fromX: 0, toX: 1, fromUp: 0, toUp: 1 })]).toEqual([0]);
    fc.assert(
      fc.property(fc.array(fc.nat(3), { minLength: 64, maxLength: 64 }), fc.integer({ min: 1, max: 8 }), (list, n) => {
        const whole: Section = { width: 8, height: 8, colour: Uint8Array.from(list) };
        const parts = Array.from({ length: n }, (_, i) =>
          coloursSeen(whole, { fromX: i / n, toX: (i + 1) / n, fromUp: 0, toUp: 1 }),
        );
        const together = new Set(parts.flatMap((p) => [...p]));
        const all = coloursSeen(whole, { fromX: 0, toX: 1, fromUp: 0, toUp: 1 });
        for (const c of all) expect(together.has(c)).toBe(true);
      }),
      { seed: 3, numRuns: tries(100) },
    );
  });

  it("are said by name, where one is missing on some bars", () => {
    const names = new Map([
      [0, "Moon"],
      [2, "Ink"],
    ]);
    expect(shownWords([new Set([0, 2]), new Set([2, 0, 5])], names)).toBe("Every bar shows every colour.");
    expect(shownWords([new Set([0, 2]), new Set([0]), new Set([5])], names)).toBe("Moon in 2 of 3, Ink in 1 of 3.");
  });
});
