import type { Masses } from "../../batter/masses";
import type { Step } from "../../clock/step";
import { lightness } from "../../colour/mix";
import type { Plan, Portion } from "../../document/schema";
import { scentEffect } from "../../scent/effect";
import { kindOf, portionOf } from "../../techniques/operations/registry";
import { byMass, WHISK_BLEND_SHARE, WORKING_TIMES_S } from "../../techniques/workingTimes";
import { byId } from "../../units/byId";
import { fillingsOf } from "../vessels";
import { cupStep, isMixed, isStickBlended, mixedAfter, readyAfter, runnersOf } from "./make";

/** Seconds for bringing a cup up that the plan counts on; the clock finds the true ones. */
const BRING_S = 14;

/** Whisking all the way, and for whites a short stick blend: as a mean share of full power over the step. */
function colouringBlendShare(p: Portion, durationS: number): number {
  const whisked = WORKING_TIMES_S.colourCup * WHISK_BLEND_SHARE;
  return (whisked + (isStickBlended(p) ? WORKING_TIMES_S.stickBlendCup : 0)) / durationS;
}

export function cupSteps(plan: Plan, masses: Masses, palette: readonly string[]): Step[] {
  const lightnessOf = (p: Portion) => lightness(palette[plan.portions.indexOf(p)]);
  const coloured = plan.portions.filter((p) => isMixed(plan, p));
  coloured.sort((a, b) => lightnessOf(b) - lightnessOf(a));
  const colours = coloured.map((p) => {
    const stick = isStickBlended(p) ? WORKING_TIMES_S.stickBlendCup : 0;
    const standardS = WORKING_TIMES_S.colourCup + stick + WORKING_TIMES_S.scrapeCup;
    const cup = byId(masses.portions, p.id);
    const durationS = byMass(standardS, cup.finishedG, "colour");
    return cupStep("colour", p, {
      durationS,
      blendShare: colouringBlendShare(p, standardS),
      massG: cup.colourG + cup.carrierG + cup.carrierWaterG + cup.additiveG,
      after: readyAfter(plan, p),
    });
  });
  const doseOf = (p: Portion) => byId(masses.portions, p.id).dose;
  const speed = (p: Portion) => scentEffect(p.scent!, doseOf(p)).rateFactor;
  const scented = plan.portions.filter((p) => p.scent !== null).sort((a, b) => speed(a) - speed(b));
  const scents = scented.map((p) =>
    cupStep("scent", p, {
      durationS: byMass(WORKING_TIMES_S.scentCup, byId(masses.portions, p.id).finishedG, "scent"),
      blendShare: WHISK_BLEND_SHARE,
      massG: byId(masses.portions, p.id).scentG,
      after: isMixed(plan, p) ? [`colour:${p.id}`] : readyAfter(plan, p),
    }),
  );
  return [...colours, ...scents];
}

export function bottleSteps(plan: Plan, masses: Masses): Step[] {
  const bottled = new Set(plan.operations.flatMap((o) => (kindOf(o).needsBottle ? [portionOf(o)] : [])));
  return plan.portions
    .filter((p) => bottled.has(p.id))
    .map((p) =>
      cupStep("fill", p, {
        durationS:
          byMass(WORKING_TIMES_S.fillBottle, byId(masses.portions, p.id).finishedG, "fill") *
          fillingsOf(plan, masses, p.id),
        blendShare: 0.02,
        after: mixedAfter(plan, p),
      }),
    );
}

/** Cups that the plan says to bring to what their pours need before the first scent that runs goes in: nothing is blended while that one runs away. */
export function bringSteps(plan: Plan, masses: Masses, cups: readonly Step[]): Step[] {
  const runners = runnersOf(plan, masses);
  if (runners.size === 0) return [];
  return plan.portions
    .filter((p) => plan.schedule.thin[p.id] === "before-scent" && !runners.has(p.id))
    .map((p) =>
      cupStep("bring", p, {
        durationS: BRING_S,
        after: cups.some((s) => s.id === `colour:${p.id}`) ? [`colour:${p.id}`] : readyAfter(plan, p),
      }),
    );
}
