import { readFileSync } from "node:fs";
import { describe, expect, it } from "vitest";
import { derive } from "../../../src/core/derive/derive";
import { readPlan } from "../../../src/core/document/read";
import { JOBS } from "../../examples/jobs";
import { workedText } from "../../support/workedText";

describe("jobs worked out by hand", () => {
  it("has at least fifteen, each with a name of its own", () => {
    expect(new Set(JOBS.map((j) => j.name)).size).toBe(JOBS.length);
    expect(JOBS.length).toBeGreaterThanOrEqual(15);
  });

  it.each(JOBS.map((job) => [job.name, job] as const))("%s", (_, job) => {
    const plan = job.plan();
    expect(readPlan(JSON.parse(JSON.stringify(plan))).ok).toBe(true);
    const derived = derive(plan);
    for (const f of job.figures) {
      const off = Math.abs(f.of(derived, plan) - f.hand);
      expect(off, `${f.words}: ${f.sum}`).toBeLessThanOrEqual(f.within);
    }
  });

  it("is what the document shows", () => {
    // Columns may be padded.
    const plain = (text: string) => text.replace(/ +/g, " ").replace(/-{3,}/g, "---");
    expect(plain(readFileSync("docs/worked-examples.md", "utf8"))).toContain(plain(workedText()));
  });
});
