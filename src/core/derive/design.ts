import type { Masses } from "../batter/masses";
import type { Plan } from "../document/schema";
import type { Timeline } from "../prepare/timeline";
import type { Design, DesignPour } from "../swirl/design";
import { HAND_VARIES } from "../techniques/hand";
import { portionOf } from "../techniques/operations/registry";
import { byId } from "../units/byId";

/** The design of one mould as the swirl model takes it: volumes from the masses, trace of every pour from the timeline. Colour index = index of the portion. */
export function designOf(plan: Plan, masses: Masses, timeline: Timeline, mouldId: string): Design {
  const mould = byId(plan.moulds, mouldId);
  const traces = new Map(timeline.steps.map((s) => [s.operationId, s.startTrace]));
  const pours = plan.operations.flatMap((o): DesignPour[] => {
    if (o.mouldId !== mouldId) return [];
    const portionId = portionOf(o);
    const colour = plan.portions.findIndex((p) => p.id === portionId);
    const mm3 = masses.operationMl.get(o.id)! * 1000;
    const { mouldId: _, ...own } = o;
    return [
      { ...own, colour, volumeMm3: colour < 0 ? 0 : mm3, outMm3: mm3, trace: traces.get(o.id) ?? 1 } as DesignPour,
    ];
  });
  return {
    seed: plan.design.seed,
    hand: HAND_VARIES[plan.design.hand],
    lengthMm: mould.lengthMm,
    widthMm: mould.widthMm,
    pours,
  };
}
