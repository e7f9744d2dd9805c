import { namedIn, nextId } from "../../../core/plan/newPlan";
import { isCupPour, isTopPour, type Operation, type OperationKind } from "../../../core/plan/operations";
import type { Plan } from "../../../core/plan/schema";

/** Kinds offered to add by hand, in the order of the list. */
export const ADDABLE: OperationKind[] = [
  "stripe",
  "layer",
  "topLine",
  "plop",
  "wallPour",
  "compartment",
  "funnel",
  "potStack",
  "potDrop",
  "potTurn",
  "potPour",
  "spoonRow",
  "bottleLine",
  "drizzle",
  "stroke",
  "wire",
  "comb",
  "topStroke",
  "peaks",
  "tilt",
  "tap",
  "pullDividers",
];

/** A new operation of a kind: from the cup that has most left, in the middle of the mould. */
export function newOperation(plan: Plan, kind: OperationKind): Operation {
  const poured = (id: string) =>
    plan.operations.reduce((sum, o) => sum + (isCupPour(o) && o.portionId === id ? o.cupPct : 0), 0);
  const fullest = [...plan.portions].sort((a, b) => poured(a.id) - poured(b.id))[0];
  const kept = plan.portions.find((p) => p.keptBackPct > 0) ?? fullest;
  const toppedPct = plan.operations.reduce(
    (sum, o) => sum + (isTopPour(o) && o.portionId === kept.id ? o.keptBackPct : 0),
    0,
  );
  const left = Math.max(0, Math.min(100, 100 - poured(fullest.id)));
  const mould = plan.moulds[0];
  const common = { id: nextId(namedIn(plan), "o"), mouldId: mould.id };
  const cup = { ...common, portionId: fullest.id, cupPct: Math.min(left, 30) };
  const top = { ...common, portionId: kept.id, keptBackPct: Math.max(0, Math.min(50, 100 - toppedPct)) };
  const acrossMm = Math.round(mould.widthMm / 2);
  const alongMm = Math.round(mould.lengthMm / 2);
  switch (kind) {
    case "layer":
      return { kind, ...cup, cupPct: left };
    case "stripe":
      return { kind, ...cup, acrossMm, height: "mid", passes: 1 };
    case "plop":
      return { kind, ...cup, acrossMm, alongMm, height: "mid" };
    case "wallPour":
      return { kind, ...cup, strokes: 8 };
    case "compartment":
      return { kind, ...cup, index: 0 };
    case "funnel":
    case "potStack":
      return { kind, ...cup };
    case "potDrop":
      return { kind, ...cup, clock: 12, height: "high" };
    case "spoonRow":
      return { kind, ...cup, acrossMm };
    case "bottleLine":
      return { kind, ...cup, acrossMm, strokes: 2, reachMm: 60 };
    case "topLine":
      return { kind, ...top, acrossMm };
    case "drizzle":
      return { kind, ...top };
    case "potTurn":
      return { kind, ...common, turns: 1 };
    case "potPour":
      return { kind, ...common, way: "travelling", strokes: 10 };
    case "stroke":
      return {
        kind,
        ...common,
        tool: "skewer",
        path: "figure-eights",
        pitchMm: 30,
        loops: 2,
        depthMm: null,
        points: [],
      };
    case "wire":
      return { kind, ...common, thicknessMm: 4, path: "side-to-side", loops: 3, points: [] };
    case "comb":
      return { kind, ...common, tool: "skewer", path: "along", teeth: 6, pitchMm: 14, passes: 1, depthMm: null };
    case "topStroke":
      return { kind, ...common, tool: "toothpick", path: "zigzag", pitchMm: 14, depthMm: 6 };
    case "peaks":
      return { kind, ...common, tool: "spoon" };
    case "tilt":
      return { kind, ...common, angleDeg: 0 };
    case "tap":
    case "pullDividers":
      return { kind, ...common };
  }
}
