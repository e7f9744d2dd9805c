import { derive } from "../../core/derive/derive";
import { withUniqueLines } from "../../core/document/ids";
import type { RecordEvent } from "../../core/document/logSchema";
import { emptyRecord, newPlan, plainPortion } from "../../core/document/newPlan";
import type { Operation, Plan, Portion } from "../../core/document/schema";
import { takeColourant, takeScent, takeTool } from "../../core/library/use";
import type { Equipment, ToolUse } from "../../core/mould/toolSchema";
import { tickOf } from "../../core/prepare/tick";
import type { Scent } from "../../core/scent/scentSchema";
import { COLOURANTS, SCENTS, TOOLS } from "./library";

/** A scent of the demo library at its usual load, or another. */
export function scentOf(id: string, amount?: number): Scent {
  const find = (scentId: string) => ({ id: scentId, document: SCENTS[scentId] });
  const scent = takeScent(find(id), find);
  return amount === undefined ? scent : { ...scent, load: { ...scent.load, amount } };
}

/** A cup with a colourant of the demo library, or none. */
export function cup(
  id: string,
  name: string,
  sharePct: number,
  colourantId: string | null,
  extra: Partial<Portion> = {},
): Portion {
  const colourants = colourantId ? [takeColourant({ id: colourantId, document: COLOURANTS[colourantId] }, "c1")] : [];
  return { ...plainPortion(id, "b1", name, sharePct), colourants, ...extra };
}

/** Tools laid out: bowl, lye jug, scales, and a cup for each portion but the one left in the bowl. */
export function laidOut(portionIds: readonly string[]): Equipment[] {
  const take = (toolId: string, use: ToolUse, servesId: string | null = null) =>
    takeTool({ id: toolId, document: TOOLS[toolId] }, `e-${toolId}`, use, servesId);
  return [
    take("t-bowl", "batter"),
    take("t-lye", "lye"),
    take("t-bench", "loads"),
    take("t-fine", "doses"),
    ...portionIds.map((id, i) => take(`t-cup${i + 1}`, "portion", id)),
  ];
}

type Pour = Operation extends infer O ? (O extends Operation ? Omit<O, "id"> : never) : never;
const mouldId = "m1";

export const floor = (portionId: string, cupPct: number): Pour => ({
  kind: "layer",
  mouldId,
  portionId,
  cupPct,
  height: "low",
});
export const drop = (
  portionId: string,
  cupPct: number,
  acrossMm: number,
  height: "low" | "mid" | "high",
  passes: 1 | 2 | 3,
): Pour => ({
  kind: "stripe",
  mouldId,
  portionId,
  cupPct,
  acrossMm,
  height,
  passes,
  motion: "line",
});
export const line = (portionId: string, keptBackPct: number, acrossMm: number): Pour => ({
  kind: "topLine",
  mouldId,
  portionId,
  keptBackPct,
  acrossMm,
});

const ACROSS_MM = [30, 60, 45, 22, 68, 40, 55, 30, 62, 48, 20, 70, 35, 52, 45, 26, 64, 38];

/**
 * Drops in rounds: the colours in their order again and again, places across the mould in a steady pattern, high at first, then
 * lower as the mould fills. `sharesPct`: what each colour's drops use of its cup, together.
 */
export function rounds(order: readonly string[], count: number, sharesPct: Record<string, number>, shift = 0): Pour[] {
  const uses = Array.from({ length: count }, (_, i) => order[i % order.length]);
  return uses.map((portionId, i) => {
    const times = uses.filter((u) => u === portionId).length;
    const height = i < count * 0.4 ? "high" : i < count * 0.75 ? "mid" : "low";
    const passes = ((i % 3) + 1) as 1 | 2 | 3;
    const pct = Math.floor((sharesPct[portionId] / times) * 10) / 10;
    const isLast = uses.lastIndexOf(portionId) === i;
    const rest = Number((sharesPct[portionId] - pct * (times - 1)).toFixed(1));
    return drop(portionId, isLast ? rest : pct, ACROSS_MM[(i + shift) % ACROSS_MM.length], height, passes);
  });
}

export function sheet(title: string, seed: number, portions: Portion[], pours: Pour[], more: Partial<Plan> = {}): Plan {
  const operations = pours.map((p, i) => ({ id: `o${i + 1}`, ...p }) as Operation);
  const cups = portions.filter((p) => !p.takesRest).map((p) => p.id);
  const usual = newPlan(title, seed);
  // The knobs say what the pours are.
  const base = pours.find((p) => p.kind === "layer");
  const knobs = {
    floorPct: base?.kind === "layer" ? base.cupPct : 0,
    drops: pours.filter((p) => p.kind === "stripe").length,
  };
  const design = { ...usual.design, knobs };
  return withUniqueLines({ ...usual, design, portions, operations, equipment: laidOut(cups), ...more });
}

/** Lets a plan have been poured on a day: every step took `pace` times as long as planned, with a trace check after every scent. */
export function poured(
  plan: Plan,
  on: string,
  pace: number,
  rating: Plan["record"]["rating"],
  verdict: string,
  days: Partial<Plan["record"]["days"]> = {},
): Plan {
  const events: RecordEvent[] = [];
  let atS = 0;
  for (const step of derive(plan).timeline!.steps) {
    atS += Math.round((step.endS - step.startS + step.waitS) * pace);
    events.push({ kind: "stepDone", id: `v${events.length + 1}`, atS, stepId: step.id });
    if (step.kind !== "scent") continue;
    const trace = Math.min(5, Math.round(step.endTrace * 2) / 2);
    events.push({
      kind: "traceCheck",
      id: `v${events.length + 1}`,
      atS: atS + 2,
      portionId: step.portionIds[0],
      trace,
      answer: null,
    });
  }
  const startedAt = `${on}T09:30:00.000Z`;
  const finishedAt = new Date(Date.parse(startedAt) + atS * 1000).toISOString();
  const ticks = derive(plan).weighUp.map((i) => tickOf(i, startedAt));
  return {
    ...plan,
    pourOn: on,
    weighUp: { ticks, goesOnUnticked: false },
    record: {
      ...emptyRecord(),
      startedAt,
      events,
      finishedAt,
      teachesPace: true,
      days: { ...emptyRecord().days, ...days },
      rating,
      verdict,
    },
  };
}
