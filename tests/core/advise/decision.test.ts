import { expect, it } from "vitest";
import { decide } from "../../../tools/decisionRun";
import { depth } from "../../support/tries";

it("in pours with a hidden truth, following what is offered keeps more designs than the first plan, and few are lost", () => {
  const { pours, keptByPlan, keptByAdvice, changed, fifths } = decide(depth(12, 60), 41);
  expect(keptByAdvice).toBeGreaterThan(keptByPlan);
  expect(keptByAdvice / pours).toBeGreaterThan(0.7);
  expect(changed).toBeGreaterThan(pours / 4);
  // What was called nearly sure was met, and in all about as often as was stated.
  expect(fifths[4].met / fifths[4].count).toBeGreaterThan(0.9);
  const sum = (of: "count" | "stated" | "met") => fifths.reduce((s, f) => s + f[of], 0);
  expect(Math.abs(sum("stated") - sum("met")) / sum("count")).toBeLessThan(0.08);
});
