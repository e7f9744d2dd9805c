import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { byId } from "../../../src/core/units/byId";
import { tries } from "../../support/tries";

describe("a row by its id", () => {
  it("law: is the one that the list holds, in a short list as in a long one, the first time and again", () => {
    fc.assert(
      fc.property(fc.uniqueArray(fc.string(), { minLength: 1, maxLength: 40 }), fc.nat(), (ids, n) => {
        const rows = ids.map((id) => ({ id }));
        const row = rows[n % rows.length];
        expect(byId(rows, row.id)).toBe(row);
        expect(byId(rows, row.id)).toBe(row);
      }),
      { seed: 5, numRuns: tries(200) },
    );
  });

  it.each([1, 30])("of %i rows, one that is not there is named", (count) => {
    const rows = Array.from({ length: count }, (_, i) => ({ id: `p${i}` }));
    expect(() => byId(rows, "gone")).toThrow("no row is called gone");
    expect(() => byId(rows, "__proto__")).toThrow("no row is called __proto__");
  });
});
