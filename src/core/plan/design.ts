import type { Timeline } from "../schedule/timeline";
import type { Design, DesignPour } from "../swirl/design";
import type { Masses } from "./masses";
import { isCupPour, isTopPour } from "./operations";
import type { Plan } from "./schema";

/** The design of one mould as the swirl model takes it: volumes from the masses, trace of every pour from the timeline. Colour index = index of the portion. */
export function designOf(plan: Plan, masses: Masses, timeline: Timeline, mouldId: string): Design {
  const mould = plan.moulds.find((m) => m.id === mouldId)!;
  const pours = plan.operations.flatMap((o): DesignPour[] => {
    if (o.mouldId !== mouldId || !(isCupPour(o) || isTopPour(o))) return [];
    const colour = plan.portions.findIndex((p) => p.id === o.portionId);
    const density = plan.batters.find((b) => b.id === plan.portions[colour].batterId)!.densityGPerMl;
    const volumeMm3 = (masses.operationG.get(o.id)! / density) * 1000;
    const trace = timeline.steps.find((s) => s.operationId === o.id)!.startTrace;
    const common = { id: o.id, colour, volumeMm3, trace };
    if (o.kind === "topLine") return [{ kind: "topLine", ...common, acrossMm: o.acrossMm }];
    if (o.kind === "stripe")
      return [{ kind: "stripe", ...common, acrossMm: o.acrossMm, height: o.height, passes: o.passes }];
    return [{ kind: "layer", ...common }];
  });
  return { seed: plan.design.seed, lengthMm: mould.lengthMm, widthMm: mould.widthMm, pours };
}
