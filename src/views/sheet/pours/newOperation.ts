import { nextId } from "../../../core/document/ids";
import type { Plan } from "../../../core/document/schema";
import {
  isCupPour,
  isTopPour,
  KINDS,
  type Operation,
  type OperationKind,
} from "../../../core/techniques/operations/registry";

/** Most of a cup and of what is kept back that a new pour takes, %. */
const NEW_POUR_PCT = 30;
const NEW_TOP_PCT = 50;

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
  const leftPct = Math.max(0, Math.min(100, 100 - poured(fullest.id)));
  const mould = plan.moulds[0];
  const own = KINDS[kind].blank({
    cup: { portionId: fullest.id, cupPct: Math.min(leftPct, NEW_POUR_PCT) },
    leftPct,
    top: { portionId: kept.id, keptBackPct: Math.max(0, Math.min(NEW_TOP_PCT, 100 - toppedPct)) },
    otherId: plan.portions.find((p) => p.id !== fullest.id)?.id ?? fullest.id,
    acrossMm: Math.round(mould.widthMm / 2),
    alongMm: Math.round(mould.lengthMm / 2),
  });
  return { kind, id: nextId(plan, "o"), mouldId: mould.id, ...own } as Operation;
}
