import { readdirSync } from "node:fs";
import { describe, expect, it } from "vitest";
import { circlesIn, FLOORS, importsUnder, upwards } from "../../tools/lint/floors";

describe("the house", () => {
  it("every folder of the core has its floor, and none is named that is not there", () => {
    expect(FLOORS.flat().sort()).toEqual(readdirSync("src/core").sort());
  });

  it("no file imports from above or beside its floor, and none in a circle", () => {
    expect(upwards(importsUnder("src/core"))).toEqual([]);
    expect(circlesIn(importsUnder("src"))).toEqual([]);
  });

  it("an import that goes up, or sideways, is named", () => {
    const imports = new Map([
      ["clock/play.ts", ["units/text.ts", "document/schema.ts", "clock/cup.ts"]],
      ["document/schema.ts", []],
      ["attic/old.ts", []],
    ]);
    expect(upwards(imports)).toEqual([
      "clock/play.ts imports document/schema.ts, which is not below it",
      "attic/old.ts: its folder has no floor",
    ]);
  });

  it("a circle is found wherever it runs, of two files, of many, or of one with itself", () => {
    const imports = new Map([
      ["a", ["b", "x"]],
      ["b", ["c"]],
      ["c", ["a"]],
      ["x", ["y"]],
      ["y", []],
      ["z", ["z"]],
    ]);
    const circles = circlesIn(imports).map((circle) => [...circle].sort());
    expect(circles).toEqual([["a", "b", "c"], ["z"]]);
  });

  it("sees types, re-exports and imports that come late", () => {
    const imports = importsUnder("src/core");
    expect(imports.get("document/moulds.ts")).toContain("document/ids.ts");
    expect(imports.get("swirl/kinds.ts")).toContain("techniques/operations/registry.ts");
    expect(importsUnder("src").get("data/open.ts")?.length).toBeGreaterThan(1);
  });
});
