import { readFileSync } from "node:fs";
import type { Case } from "../../tools/fuzz/cases";
import { faultIn, sendCase } from "../../tools/fuzz/check";
import { expect, test } from "./servers";

/** Inputs that a fuzzer found, each refused for a reason of its own. */
const cases = JSON.parse(readFileSync("tests/fixtures/refusals.json", "utf8")) as { case: Case; status: number }[];

test("a hundred inputs that were found by chance are refused as they were, in words, quickly and with all headers", async ({
  address,
}) => {
  expect(cases.length).toBeGreaterThanOrEqual(100);
  for (const { case: c, status } of cases) {
    const answer = await sendCase(address, c);
    const said = `${c.method} ${c.path.slice(0, 120)} ${answer.text.slice(0, 200)}`;
    expect(answer.status, said).toBe(status);
    // A busy machine may be slow: the time is the fuzzer's own measure.
    expect(faultIn(c, answer, 60_000), said).toBeNull();
  }
});
