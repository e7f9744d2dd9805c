import { computeMasses } from "../../src/core/batter/masses";
import { traceAt } from "../../src/core/clock/curves";
import { meansOf } from "../../src/core/clock/program";
import type { RecordEvent } from "../../src/core/document/logSchema";
import type { Plan } from "../../src/core/document/schema";
import { compileProgram } from "../../src/core/prepare/compile";
import { timelineOf } from "../../src/core/prepare/timeline";

/** A pour of a plan as a hidden truth would have it: steps at their times, checks read with the spread of an eye. */
export function livedThrough(plan: Plan, truth: Record<string, number>, random: () => number, checks = 8): Plan {
  const masses = computeMasses(plan)!;
  const program = compileProgram(plan, masses);
  const unknowns = meansOf(program);
  program.unknowns.forEach((u, i) => {
    unknowns[i] += truth[u.id] ?? 0;
  });
  const timeline = timelineOf(plan, masses, program, unknowns);
  const events: RecordEvent[] = timeline.steps.map((s, i) => ({
    kind: "stepDone",
    id: `v${i}`,
    atS: s.endS,
    stepId: s.id,
  }));
  const gaussian = () => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
  const first = timeline.steps.find((s) => s.operationId)!.startS;
  for (let k = 0; k < checks; k++) {
    // The scented cup is looked at every other time, the quiet ones in between.
    const quiet = plan.portions.filter((p) => p.scent === null);
    const cup = plan.portions.find((p) => p.scent && k % 2 === 0) ?? quiet[Math.floor(k / 2) % quiet.length];
    const atS = first + ((timeline.endS - first) * (k + 0.5)) / checks;
    const seen = traceAt(timeline.curves.find((c) => c.id === cup.id)!.points, atS) + 0.25 * gaussian();
    events.push({
      kind: "traceCheck",
      id: `look${k}`,
      atS,
      portionId: cup.id,
      trace: Math.min(5, Math.max(1, seen)),
      answer: null,
    });
  }
  return { ...plan, record: { ...plan.record, startedAt: "2026-11-24T10:00:00.000Z", events } };
}
