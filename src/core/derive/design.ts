import type { CupMix } from "../batter/cups";
import type { Masses } from "../batter/masses";
import type { Plan } from "../document/schema";
import type { Timeline } from "../prepare/timeline";
import type { Design, DesignPour } from "../swirl/design";
import type { Shared } from "../swirl/marble";
import { HAND_CONSTANTS, HAND_VARIES } from "../techniques/hand";
import { portionOf } from "../techniques/operations/registry";
import { byId } from "../units/byId";
import type { Shades } from "./shades";

/** Colours of a half stirred cup with their shares. */
function sharesOf(plan: Plan, mix: CupMix): Shared[] {
  const all = mix.parts.reduce((sum, p) => sum + p.ml, 0);
  return mix.parts.map((p) => ({ colour: plan.portions.findIndex((x) => x.id === p.portionId), share: p.ml / all }));
}

/** What photos have taught of the hand, as the picture takes it; nothing where they have taught nothing. */
function lookOf({ knowledge: { hand } }: Plan): Pick<Design, "look"> {
  const look = HAND_CONSTANTS.flatMap((c) => (hand[c] ? [[c, Math.exp(hand[c].mean)] as const] : []));
  return look.length > 0 ? { look: Object.fromEntries(look) } : {};
}

/** The design of one mould as the swirl model takes it: volumes from the masses, trace of every pour from the timeline. Colour index = index of the portion. */
export function designOf(plan: Plan, masses: Masses, timeline: Timeline, mouldId: string, shades: Shades): Design {
  const mould = byId(plan.moulds, mouldId);
  const traces = new Map(timeline.steps.map((s) => [s.operationId, s.startTrace]));
  const pours = plan.operations.flatMap((o): DesignPour[] => {
    if (o.mouldId !== mouldId) return [];
    const portionId = portionOf(o);
    const own = plan.portions.findIndex((p) => p.id === portionId);
    const shade = shades.of.get(o.id);
    const colour = shade === undefined ? own : plan.portions.length + shade;
    const mix = masses.mixes.get(o.id);
    const mm3 = masses.operationMl.get(o.id)! * 1000;
    const { mouldId: _, ...given } = o;
    return [
      {
        ...given,
        colour,
        volumeMm3: colour < 0 || o.kind === "intoCup" ? 0 : mm3,
        outMm3: mm3,
        trace: traces.get(o.id) ?? 1,
        ...(mix?.stirred === "half" ? { marbled: sharesOf(plan, mix) } : {}),
      } as DesignPour,
    ];
  });
  return {
    seed: plan.design.seed,
    hand: HAND_VARIES[plan.design.hand],
    ...lookOf(plan),
    lengthMm: mould.lengthMm,
    widthMm: mould.widthMm,
    pours,
  };
}
