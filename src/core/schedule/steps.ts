import { colourantKind } from "../colour/kinds";
import { lightness } from "../colour/mix";
import type { Masses } from "../plan/masses";
import type { Operation, Plan, Portion } from "../plan/schema";
import { scentEffect } from "../scent/effect";
import { type TraceWindow, WINDOWS } from "./windows";
import { PASS_LENGTH_MM, WHISK_BLEND_SHARE, WORKING_TIMES_S } from "./workingTimes";

export type StepKind = "lye" | "blend" | "weigh" | "colour" | "scent" | "pour" | "finish";

/** One thing that one person does without stopping. Derived from the plan, never stored. */
export interface Step {
  /** Stable while what it stems from stays: `lye:b1`, `blend:b1`, `weigh:p2`, `colour:p2`, `scent:p2`, the operation's id for a pour. */
  id: string;
  kind: StepKind;
  batterId: string;
  /** Portions it touches. */
  portionIds: string[];
  operationId: string | null;
  durationS: number;
  /** Share of full blending power that the portions get during the step. */
  blendShare: number;
  window: TraceWindow | null;
  massG: number | null;
}

const step = (fields: Partial<Step> & Pick<Step, "id" | "kind" | "batterId" | "durationS">): Step => ({
  portionIds: [],
  operationId: null,
  blendShare: 0,
  window: null,
  massG: null,
  ...fields,
});

/** Duration of a pour, s: passes along the mould, or by mass for a layer, and the change of cup. */
export function pourDurationS(operation: Operation, massG: number, mouldLengthMm: number): number {
  const perPass = (WORKING_TIMES_S.stripePass * mouldLengthMm) / PASS_LENGTH_MM;
  if (operation.kind === "layer") return WORKING_TIMES_S.changeCup + (WORKING_TIMES_S.layerPer100g * massG) / 100;
  if (operation.kind === "topLine") return WORKING_TIMES_S.topLine;
  return WORKING_TIMES_S.changeCup + perPass * operation.passes;
}

const isStickBlended = (p: Portion) => p.colourants.some((c) => colourantKind(c.kind).stickBlend);

/** Whisking all the way, and for whites a short stick blend: as a mean share of full power over the step. */
function colouringBlendShare(p: Portion, durationS: number): number {
  const whisked = WORKING_TIMES_S.colourCup * WHISK_BLEND_SHARE;
  return (whisked + (isStickBlended(p) ? WORKING_TIMES_S.stickBlendCup : 0)) / durationS;
}

/**
 * The steps of the pour in order: per batter lye in and blend, weigh the portions out; then colour (light before dark, one
 * whisk serves all), scent (the fastest last), the pours as the plan lists them, spritz and cover.
 * `palette`: colour of every portion at the pour, by index; `blendS` gives seconds of blending for a batter.
 */
export function deriveSteps(
  plan: Plan,
  masses: Masses,
  palette: readonly string[],
  blendS: (batterId: string) => number,
): Step[] {
  const steps: Step[] = [];
  for (const batter of plan.batters) {
    const pot = masses.batters.find((b) => b.id === batter.id)!;
    steps.push(
      step({
        id: `lye:${batter.id}`,
        kind: "lye",
        batterId: batter.id,
        durationS: WORKING_TIMES_S.pourLyeIn,
        massG: pot.lyeG + pot.waterG,
      }),
      step({
        id: `blend:${batter.id}`,
        kind: "blend",
        batterId: batter.id,
        durationS: blendS(batter.id),
        massG: pot.baseG,
      }),
    );
    if (batter.scent) {
      steps.push(
        step({
          id: `scent:${batter.id}`,
          kind: "scent",
          batterId: batter.id,
          durationS: WORKING_TIMES_S.scentCup,
          blendShare: WHISK_BLEND_SHARE,
          massG: pot.scentG,
        }),
      );
    }
    for (const p of plan.portions) {
      if (p.batterId !== batter.id || p.takesRest) continue;
      const massG = masses.portions.find((m) => m.id === p.id)!.baseG;
      steps.push(
        step({
          id: `weigh:${p.id}`,
          kind: "weigh",
          batterId: batter.id,
          portionIds: [p.id],
          durationS: WORKING_TIMES_S.weighPortion,
          massG,
        }),
      );
    }
  }
  const coloured = plan.portions.filter((p) => p.colourants.length > 0);
  const lightnessOf = (p: Portion) => lightness(palette[plan.portions.indexOf(p)]);
  coloured.sort((a, b) => lightnessOf(b) - lightnessOf(a));
  for (const p of coloured) {
    const stick = isStickBlended(p) ? WORKING_TIMES_S.stickBlendCup : 0;
    const durationS = WORKING_TIMES_S.colourCup + stick + WORKING_TIMES_S.scrapeCup;
    const cup = masses.portions.find((m) => m.id === p.id)!;
    steps.push(
      step({
        id: `colour:${p.id}`,
        kind: "colour",
        batterId: p.batterId,
        portionIds: [p.id],
        durationS,
        blendShare: colouringBlendShare(p, durationS),
        massG: cup.colourG + cup.carrierG + cup.carrierWaterG,
      }),
    );
  }
  const doseRatioOf = (p: Portion) => masses.batters.find((b) => b.id === p.batterId)!.formula.oilsPerBaseG;
  const speed = (p: Portion) => scentEffect(p.scent!, doseRatioOf(p)).rateFactor;
  const scented = plan.portions.filter((p) => p.scent !== null).sort((a, b) => speed(a) - speed(b));
  for (const p of scented) {
    steps.push(
      step({
        id: `scent:${p.id}`,
        kind: "scent",
        batterId: p.batterId,
        portionIds: [p.id],
        durationS: WORKING_TIMES_S.scentCup,
        blendShare: WHISK_BLEND_SHARE,
        massG: masses.portions.find((m) => m.id === p.id)!.scentG,
      }),
    );
  }
  for (const o of plan.operations) {
    const massG = masses.operationG.get(o.id)!;
    const mould = plan.moulds.find((m) => m.id === o.mouldId)!;
    steps.push(
      step({
        id: o.id,
        kind: "pour",
        batterId: plan.portions.find((p) => p.id === o.portionId)!.batterId,
        portionIds: [o.portionId],
        operationId: o.id,
        durationS: pourDurationS(o, massG, mould.lengthMm),
        window: WINDOWS[o.kind],
        massG,
      }),
    );
  }
  const first = plan.batters[0].id;
  steps.push(step({ id: "finish:spritz", kind: "finish", batterId: first, durationS: WORKING_TIMES_S.spritz }));
  steps.push(step({ id: "finish:cover", kind: "finish", batterId: first, durationS: WORKING_TIMES_S.cover }));
  return steps;
}
