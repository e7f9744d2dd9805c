import { describe, expect, it } from "vitest";
import { datesOf, derive } from "../../../src/core/derive/derive";
import { newPlan } from "../../../src/core/document/newPlan";
import { afterBench } from "../../../src/core/document/record";
import type { Plan } from "../../../src/core/document/schema";
import { demoYear } from "../../../src/data/demo/year";

const AT = "2026-11-24T10:00:00.000Z";

describe("the days of a batch, alone", () => {
  it("are those that all its figures hold, planned, poured and with more put in than planned", () => {
    const plan = newPlan("Days", 2);
    const [cup] = plan.portions.filter((p) => p.colourants.length > 0);
    const added = afterBench(
      { ...plan, pourOn: "2026-11-24" },
      { kind: "started", id: "s", at: AT, by: "" },
      {
        kind: "added",
        id: "a",
        at: AT,
        by: "",
        what: "colour",
        into: cup.id,
        colourantId: cup.colourants[0].id,
        amount: 40,
      },
      { kind: "finished", id: "f", at: AT, by: "" },
    );
    expect(added.record.events.some((e) => e.kind === "added")).toBe(true);
    const plans: Plan[] = [
      plan,
      { ...plan, pourOn: "2026-12-24" },
      added,
      ...demoYear("2026-11-27").map((b) => b.plan),
    ];
    const days = plans.map(datesOf);
    expect(days.filter((d) => d === null).length).toBeGreaterThan(0);
    expect(days.filter((d) => d !== null).length).toBeGreaterThan(10);
    for (const [i, own] of plans.entries()) expect(days[i]).toEqual(derive(own).dates);
  });
});
