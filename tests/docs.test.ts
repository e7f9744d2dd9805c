import { readFileSync } from "node:fs";
import { expect, it } from "vitest";
import { withRows } from "../tools/traceRows";

it("the rows of docs/trace.md are what the code computes", () => {
  const doc = readFileSync("docs/trace.md", "utf8");
  expect(withRows(doc)).toBe(doc);
});
