import { computeMasses } from "../../src/core/batter/masses";
import { newPlan, plainColourant, plainPortion, plainScent } from "../../src/core/document/newPlan";
import type { Plan } from "../../src/core/document/schema";
import { compileProgram } from "../../src/core/prepare/compile";
import { type FamilyId, layOut } from "../../src/core/techniques/families/registry";

export const CLASSES = ["quiet", "mild", "moderate", "strong", "severe"] as const;
export type ScentClass = (typeof CLASSES)[number];

/** The plan with scents of the given classes in some portions. */
export const scented = (plan: Plan, by: Record<string, ScentClass>, amount = 4.5): Plan => ({
  ...plan,
  portions: plan.portions.map((p) => (by[p.id] ? { ...p, scent: plainScent(`S-${p.id}`, by[p.id], amount) } : p)),
});

export const programOf = (plan: Plan) => compileProgram(plan, computeMasses(plan)!);

/** A plan of one base and a coloured cup for every class, laid out in a family. */
export function raced(
  classes: readonly (ScentClass | null)[],
  family: FamilyId,
  change: Partial<Plan["practice"]> & { startC?: number } = {},
): Plan {
  const { startC, ...practice } = change;
  const base = newPlan("Race", 1);
  const share = Math.floor(70 / classes.length);
  const cups = classes.map((c, i) => ({
    ...plainPortion(`p${i + 2}`, "b1", `C${i}`, share),
    colourants: [plainColourant("c1", "c", "mica", "#336699")],
    scent: c ? plainScent(`S${i}`, c, 3 + 0.4 * i) : null,
  }));
  const plan: Plan = {
    ...base,
    practice: { ...base.practice, ...practice },
    batters: base.batters.map((b) => ({ ...b, startTemperatureC: startC ?? b.startTemperatureC })),
    portions: [base.portions[0], ...cups],
    design: { ...base.design, family },
  };
  return { ...plan, operations: layOut(plan, family, {}) };
}
