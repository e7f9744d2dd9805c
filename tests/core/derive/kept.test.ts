import { describe, expect, it } from "vitest";
import { keptOf } from "../../../src/core/derive/kept";
import { newPlan } from "../../../src/core/document/newPlan";
import type { Plan } from "../../../src/core/document/schema";
import { demoYear } from "../../../src/data/demo/year";

const year = demoYear("2026-11-27");
const poured = year.find((b) => b.id === "demo-meteor-shower-2")!.plan;

describe("the chance that was kept", () => {
  it("is that of the plan as it stood when the pour began, with the steps that were done", () => {
    const kept = keptOf(poured)!;
    expect(kept.stated).toBeGreaterThanOrEqual(0);
    expect(kept.stated).toBeLessThanOrEqual(1);
    expect(kept.of).toBeGreaterThan(3);
    expect(kept.met).toBeLessThanOrEqual(kept.of);
  });
  it("falls where a cup was seen to run: its later pours met no window", () => {
    const kept = keptOf(poured)!;
    const cup = poured.operations.find((o) => "portionId" in o && o.kind === "stripe") as { portionId: string };
    const firstS = poured.record.events.find((e) => e.kind === "stepDone" && e.stepId.startsWith("scent:"))?.atS ?? 200;
    const seen = {
      kind: "traceCheck",
      id: "run",
      atS: firstS + 1,
      portionId: cup.portionId,
      trace: 4.9,
      answer: "as-seen",
    } as const;
    const events = [...poured.record.events, seen].sort((a, b) => a.atS - b.atS);
    const ran: Plan = { ...poured, record: { ...poured.record, events } };
    expect(keptOf(ran)!.met).toBeLessThan(kept.met);
    expect(keptOf(ran)!.stated).toBe(kept.stated);
  });
  it("is not known of what was not poured to its end", () => {
    expect(keptOf(newPlan("Planned", 1))).toBeNull();
    expect(keptOf({ ...poured, record: { ...poured.record, finishedAt: null } })).toBeNull();
  });
});
