import { readFileSync } from "node:fs";
import { expect, it } from "vitest";
import { withRows } from "../tools/traceRows";

/** Without the padding of table columns. */
const plain = (text: string) => text.replace(/ {2,}/g, " ").replace(/-{3,}/g, "---");

it("the rows of docs/trace.md are what the code computes", () => {
  const doc = readFileSync("docs/trace.md", "utf8");
  expect(plain(withRows(doc))).toBe(plain(doc));
});
