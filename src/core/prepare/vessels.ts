import type { Masses } from "../batter/masses";
import type { Plan } from "../document/schema";
import type { Equipment } from "../mould/toolSchema";
import { isIntoPot, portionOf } from "../techniques/operations/registry";

type Spec<K> = Extract<Equipment["spec"], { kind: K }>;
type Tool<K> = Equipment & { spec: Spec<K> };

/** A bottle is filled to this part of its capacity: it must still be squeezed. */
const BOTTLE_FULL = 0.95;

const isBottle = (e: Equipment): e is Tool<"bottle"> => e.spec.kind === "bottle";

/** The bottle of a cup: its own, or one that serves no cup alone. */
export function bottleOf(plan: Pick<Plan, "equipment" | "portions">, portionId: string): Tool<"bottle"> | null {
  const bottles = plan.equipment.filter(isBottle);
  const isOwned = (b: Equipment) => plan.portions.some((p) => p.id === b.servesId);
  return bottles.find((b) => b.servesId === portionId) ?? bottles.find((b) => !isOwned(b)) ?? null;
}

/** How often a cup's bottle is filled: 1 where it holds all, or where no bottle is laid out. */
export function fillingsOf(plan: Plan, masses: Masses, portionId: string): number {
  const bottle = bottleOf(plan, portionId);
  if (!bottle) return 1;
  const ml = plan.operations.reduce(
    (sum, o) => sum + (o.kind === "bottleLine" && portionOf(o) === portionId ? masses.operationMl.get(o.id)! : 0),
    0,
  );
  return Math.max(1, Math.ceil(ml / (bottle.spec.capacityMl * BOTTLE_FULL) - 1e-9));
}

/** The fullest that a pot gets: what is in it, and which it is. Null where nothing goes into a pot. */
export function potLoad(
  plan: Plan,
  masses: Masses,
): { g: number; ml: number; operationId: string; pot: Tool<"pitcher" | "bowl"> | null } | null {
  const at = new Map<string, { g: number; ml: number }>();
  let most: { g: number; ml: number; operationId: string } | null = null;
  for (const o of plan.operations) {
    const now = at.get(o.mouldId) ?? { g: 0, ml: 0 };
    at.set(o.mouldId, now);
    const [g, ml] = [masses.operationG.get(o.id)!, masses.operationMl.get(o.id)!];
    if (isIntoPot(o)) {
      now.g += g;
      now.ml += ml;
      if (!most || now.g > most.g) most = { ...now, operationId: o.id };
    } else if (o.kind === "potPour") {
      now.g = Math.max(0, now.g - g);
      now.ml = Math.max(0, now.ml - ml);
    }
  }
  if (!most) return null;
  const isPot = (e: Equipment): e is Tool<"pitcher" | "bowl"> =>
    (e.spec.kind === "pitcher" || e.spec.kind === "bowl") && e.use === "design";
  return { ...most, pot: plan.equipment.find(isPot) ?? null };
}
