import { describe, expect, it } from "vitest";
import { computeMasses } from "../../../src/core/batter/masses";
import { choiceOf, DOUBTFUL_BELOW, OUT_BELOW } from "../../../src/core/derive/choices";
import { openingChanges, openingOf } from "../../../src/core/derive/opening";
import { applyEdit } from "../../../src/core/document/edits/edit";
import { newPlan, plainScent } from "../../../src/core/document/newPlan";
import type { Plan } from "../../../src/core/document/schema";
import { FAMILY_IDS } from "../../../src/core/techniques/families/registry";

const OPTIONS = { seed: 3, draws: 40 };
const quiet = newPlan("Evening", 1);
/** The whole batter runs. */
const running: Plan = {
  ...quiet,
  batters: quiet.batters.map((b) => ({ ...b, scent: plainScent("Clove", "strong", 3) })),
};
const chancesOfAll = (plan: Plan) =>
  FAMILY_IDS.flatMap((family) => {
    const choice = choiceOf(plan, family, [], OPTIONS);
    return choice ? [{ family, chance: choice.chance }] : [];
  });
const changed = (plan: Plan, id: string): Plan => {
  const tried = applyEdit(plan, openingChanges(plan).find((c) => c.id.startsWith(id))!.edit);
  if (!tried.ok) throw new Error(tried.reason);
  return tried.document;
};

describe("what opens most", () => {
  it("is a change that lifts designs over the line, by the chances that those designs then have", async () => {
    const before = chancesOfAll(running);
    const goOn = { ...OPTIONS, onProgress: async () => false };
    const opening = (await openingOf(running, before, goOn))!;
    const tried = applyEdit(running, opening.change.edit);
    if (!tried.ok) throw new Error(tried.reason);
    expect(opening.opened.length).toBeGreaterThan(0);
    for (const family of opening.opened) {
      const was = before.find((b) => b.family === family)!.chance;
      const is = choiceOf(tried.document, family, [], OPTIONS)!.chance;
      expect(was).toBeLessThan(DOUBTFUL_BELOW);
      expect(is).toBeGreaterThanOrEqual(was < OUT_BELOW ? OUT_BELOW : DOUBTFUL_BELOW);
    }
    const { family, before: was, after } = opening.example;
    expect(was).toBe(before.find((b) => b.family === family)!.chance);
    expect(after).toBe(choiceOf(tried.document, family, [], OPTIONS)!.chance);
  });

  it("no other change opens more", async () => {
    const before = chancesOfAll(running).filter((b) => b.chance < DOUBTFUL_BELOW);
    const opening = (await openingOf(running, before, OPTIONS))!;
    for (const change of openingChanges(running)) {
      const tried = applyEdit(running, change.edit);
      if (!tried.ok) throw new Error(tried.reason);
      const opens = before.filter(({ family, chance }) => {
        const is = choiceOf(tried.document, family, [], OPTIONS)!.chance;
        return (chance < OUT_BELOW && is >= OUT_BELOW) || (chance < DOUBTFUL_BELOW && is >= DOUBTFUL_BELOW);
      });
      expect(opens.length).toBeLessThanOrEqual(opening.opened.length);
    }
  });

  it("is nothing where every design is likely already, and ends when it is stopped", async () => {
    expect(await openingOf(quiet, [{ family: "drop", chance: 0.9 }], OPTIONS)).toBeNull();
    const stopped = await openingOf(running, chancesOfAll(running), { ...OPTIONS, onProgress: async () => true });
    expect(stopped).toBeNull();
  });

  it("the same grams of a scent into one cup alone", () => {
    const one = changed(running, "into:");
    expect(one.batters[0].scent).toBeNull();
    const carriers = computeMasses(one)!.portions.filter((p) => p.scentG > 0);
    expect(carriers).toHaveLength(1);
    const all = computeMasses(running)!.batters[0].scentG;
    expect(Math.abs(carriers[0].scentG / all - 1)).toBeLessThan(0.05);
    const strong: Plan = {
      ...running,
      batters: running.batters.map((b) => ({ ...b, scent: plainScent("Clove", "strong", 6) })),
    };
    expect(openingChanges(strong).some((c) => c.id.startsWith("into:"))).toBe(false);
  });
});
