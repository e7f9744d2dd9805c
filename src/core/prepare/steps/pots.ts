import type { BatterMasses, Masses } from "../../batter/masses";
import type { Step } from "../../clock/step";
import type { Batter, Plan } from "../../document/schema";
import { type AdditiveTime, additiveRow } from "../../formula/additives";
import { byMass, WHISK_BLEND_SHARE, WORKING_TIMES_S } from "../../techniques/workingTimes";
import { byId } from "../../units/byId";
import { isInOils, mixedBy, step } from "./make";

const INTO_LYE: ReadonlySet<AdditiveTime> = new Set(["lye-water", "hot-lye", "cooled-lye"]);

/** All that is in the lye jug: lye, water and ice, the liquids that reach it, and what was dissolved there; g. */
function lyeWaterG(batter: Batter, pot: BatterMasses): number {
  const liquidG = pot.liquids.reduce((sum, l) => sum + (l.when === "at-emulsion" ? 0 : l.massG), 0);
  const dissolvedG = batter.additives.reduce(
    (sum, a) => sum + (INTO_LYE.has(additiveRow(a.kind).when) ? byId(pot.additives, a.id).massG : 0),
    0,
  );
  return pot.lyeG + pot.waterG + liquidG + dissolvedG;
}

export function potSteps(plan: Plan, masses: Masses, blendS: (batterId: string) => number): Step[] {
  const byEye = plan.practice.measuring === "eyeball";
  return plan.batters.flatMap((batter) => {
    const pot = byId(masses.batters, batter.id);
    const [lye, blend, scent] = [`lye:${batter.id}`, `blend:${batter.id}`, `scent:${batter.id}`];
    const steps = [
      step({
        id: lye,
        kind: "lye",
        batterId: batter.id,
        durationS: byMass(WORKING_TIMES_S.pourLyeIn, pot.baseG, "lye"),
        massG: lyeWaterG(batter, pot),
      }),
      step({
        id: blend,
        kind: "blend",
        batterId: batter.id,
        durationS: blendS(batter.id),
        massG: pot.baseG,
        after: [lye],
      }),
    ];
    if (batter.scent && !isInOils(plan, batter)) {
      const durationS = byMass(WORKING_TIMES_S.scentCup, pot.baseG, "scent");
      steps.push(
        step({
          id: scent,
          kind: "scent",
          batterId: batter.id,
          durationS,
          blendShare: WHISK_BLEND_SHARE,
          massG: pot.scentG,
          after: [blend],
        }),
      );
    }
    const mixed = mixedBy(plan, batter);
    for (const p of plan.portions) {
      if (p.batterId !== batter.id || p.takesRest) continue;
      const massG = byId(masses.portions, p.id).baseG;
      const durationS = byMass(byEye ? WORKING_TIMES_S.eyeballPortion : WORKING_TIMES_S.weighPortion, massG, "weigh");
      steps.push(
        step({
          id: `weigh:${p.id}`,
          kind: "weigh",
          batterId: batter.id,
          portionIds: [p.id],
          durationS,
          massG,
          after: [mixed],
        }),
      );
    }
    return steps;
  });
}
