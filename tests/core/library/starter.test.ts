import { describe, expect, it } from "vitest";
import { readLibraryDocument } from "../../../src/core/library/kinds";
import type { LibraryKind } from "../../../src/core/library/names";
import { STARTERS } from "../../../src/core/library/starter";
import { judgeScent } from "../../../src/core/scent/evidence";

const ROWS = Object.entries(STARTERS).flatMap(([kind, rows]) =>
  rows.map((row) => [kind as LibraryKind, row.name, row] as const),
);

describe("rows to begin with", () => {
  it.each(ROWS)(
    "%s, %s: can be stored as it is, and claims nothing that only its owner can know",
    (kind, name, row) => {
      const read = readLibraryDocument(kind, JSON.parse(JSON.stringify(row)));
      expect(read).toMatchObject({ ok: true, document: row });
      expect(row).toMatchObject({ notes: expect.stringContaining("not a measurement") });
      const claims = JSON.stringify(row);
      for (const field of ["certificatePct", "tareG", "flashPointC"])
        expect(claims).not.toMatch(new RegExp(`"${field}":\\d`));
      expect(claims).not.toMatch(/"(supplier|lot)":"[^"]/);
      expect(name).not.toMatch(/^New /);
    },
  );

  it("a formula's oils make 100 %", () => {
    for (const { oils } of STARTERS.formulas) expect(oils.reduce((sum, o) => sum + o.sharePct, 0)).toBe(100);
  });

  it("a stand-in moves batter as its name says", () => {
    expect(STARTERS.scents.map((s) => judgeScent(s).used.class)).toEqual(["quiet", "mild", "strong"]);
  });
});
