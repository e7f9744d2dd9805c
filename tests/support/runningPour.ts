import { computeMasses } from "../../src/core/batter/masses";
import type { Plan } from "../../src/core/document/schema";
import { planOfFamily } from "../../src/core/library/familyPlan";
import { computeTimeline } from "../../src/core/prepare/timeline";
import type { FamilyId } from "../../src/core/techniques/families/registry";
import { livedThrough } from "./livedThrough";
import { scented } from "./scentedPlans";

/** A pour of a family whose Ink runs, as it stands once a share of its pours is done. */
export function runningPour(family: FamilyId, share: number): { plan: Plan; nowS: number } {
  const plan = scented(planOfFamily(family), { p2: "moderate" });
  const steps = computeTimeline(plan, computeMasses(plan)!).steps.filter((s) => s.operationId);
  const nowS = steps[Math.floor(steps.length * share)].endS;
  const lived = livedThrough(plan, { "F:S-p2": 0.8 }, () => 0.75, 20);
  const events = lived.record.events.filter((e) => e.atS <= nowS);
  return { plan: { ...lived, record: { ...lived.record, events } }, nowS };
}
