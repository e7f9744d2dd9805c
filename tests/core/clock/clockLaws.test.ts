import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { arrangements, bestPlanOf } from "../../../src/core/advise/bestPlan";
import { computeMasses } from "../../../src/core/batter/masses";
import { chancesOf } from "../../../src/core/clock/chance";
import { makePlayed, Player, WAIT_STEP_S } from "../../../src/core/clock/play";
import { meansOf } from "../../../src/core/clock/program";
import { newPlan, plainColourant, plainPortion } from "../../../src/core/document/newPlan";
import type { Plan } from "../../../src/core/document/schema";
import { compileProgram } from "../../../src/core/prepare/compile";
import { computeTimeline } from "../../../src/core/prepare/timeline";
import { FAMILY_IDS, type FamilyId, layOut } from "../../../src/core/techniques/families/registry";
import { laneWindow } from "../../../src/core/techniques/operations/compartment";
import { portionOf } from "../../../src/core/techniques/operations/registry";
import { between } from "../../support/between";
import { CLASSES, programOf, type ScentClass, scented } from "../../support/scentedPlans";
import { tries } from "../../support/tries";

/** Chances are compared within this: they come from some hundred draws. */
const WITHIN = 0.03;
const DRAWS = 200;

/** A base and two coloured cups, scented by class or not, laid out in a family. */
function plan(family: FamilyId, classes: readonly (ScentClass | null)[], change: Partial<Plan> = {}): Plan {
  const base = newPlan("Laws", 1);
  const cups = ["#336699", "#aa4433"].map((hex, i) => ({
    ...plainPortion(`p${i + 2}`, "b1", `C${i}`, 22),
    colourants: [plainColourant("c1", "c", "mica", hex)],
  }));
  const bare: Plan = { ...base, ...change, portions: [base.portions[0], ...cups], design: { ...base.design, family } };
  const by = Object.fromEntries(classes.flatMap((c, i) => (c ? [[`p${i + 1}`, c]] : [])));
  const full = scented(bare, by);
  return { ...full, operations: layOut(full, family, {}) };
}
const best = (p: Plan) => bestPlanOf(p, { seed: 7, screenDraws: 100, draws: DRAWS })!.chance;
const chance = (p: Plan) => chancesOf(programOf(p), { seed: 7, draws: DRAWS, withBands: false })!.chance;

describe("a fast scent", () => {
  it.each(["drop", "hanger", "in-pot", "stacked-pot", "crossings"] as const)(
    "%s: in one cup never makes a smaller chance than in all cups, by the best plan",
    (family) => {
      for (const c of ["moderate", "strong"] as const)
        expect(best(plan(family, [null, c, null]))).toBeGreaterThanOrEqual(best(plan(family, [c, c, c])) - WITHIN);
    },
  );

  it.each(["drop", "hanger", "in-pot"] as const)("%s: a faster one never makes a better plan", (family) => {
    let before = 1;
    for (const c of CLASSES) {
      const now = best(plan(family, [null, c, null]));
      expect(now, c).toBeLessThanOrEqual(before + WITHIN);
      before = Math.min(before, now);
    }
  });

  it("that runs is poured first in one of the orders that are tried, wherever the family leaves the order free", () => {
    for (const family of ["drop", "hanger", "in-pot", "spoon", "tone-on-tone"] as const) {
      const p = plan(family, [null, "strong", null]);
      const first = arrangements(p).flatMap((m) => {
        const operations = m?.edit.kind === "set" ? (m.edit.value as Plan["operations"]) : p.operations;
        return [operations.map(portionOf).find((id) => id !== null)];
      });
      const leads = arrangements(p).some((m) => m?.words.includes("first"));
      expect(first.includes("p2") || leads, family).toBe(true);
    }
    expect(arrangements(plan("stacked-pot", [null, "strong", null]))).toEqual([null]);
  });

  it("in a cup that the solver scents late and pours first: from 38 of a hundred to over 80", () => {
    const p = plan("drop", [null, "strong", null]);
    expect(chance(p)).toBeLessThan(0.6);
    const found = bestPlanOf(p, { seed: 7, draws: DRAWS })!;
    expect(found.chance).toBeGreaterThan(0.8);
    expect(found.words.join("; ")).toMatch(/first.*emulsion/);
  });
});

describe("waiting and blending", () => {
  it("longer waits allowed: the same plan is never worse", () => {
    for (const family of ["drop", "hanger", "crossings"] as const) {
      const base = plan(family, ["quiet", "quiet", "quiet"]);
      const slow = { ...base, batters: [{ ...base.batters[0], blendToTrace: 1.05 }] };
      const at = (minutes: number) =>
        chancesOf({ ...programOf(slow), longestWaitS: minutes * 60 }, { seed: 7, draws: DRAWS, withBands: false })!
          .chance;
      const [short, middle, long] = [5, 20, 90].map(at);
      expect(middle).toBeGreaterThanOrEqual(short - WITHIN);
      expect(long).toBeGreaterThanOrEqual(middle - WITHIN);
    }
  });

  it("blending stops at its target whatever the rate, when the eye is exact", () => {
    fc.assert(
      fc.property(between(-1, 1), between(1.1, 2.6), (log, target) => {
        const p = newPlan("Eye", 1);
        const program = programOf({ ...p, batters: [{ ...p.batters[0], blendToTrace: target }] });
        const unknowns = meansOf(program);
        unknowns[program.slots.formula[0]] = log;
        const out = makePlayed(program);
        new Player(program).play(unknowns, out);
        const blend = program.steps.findIndex((s) => s.kind === "blend");
        const seconds = out.endS[blend] - out.startS[blend];
        if (seconds < 2.9 * program.steps[blend].durationS) expect(out.endTrace[blend]).toBeCloseTo(target, 2);
      }),
    );
  });

  it("an eye that stops late leaves the batter thicker by as much", () => {
    const program = programOf(newPlan("Eye", 1));
    const at = (eye: number) => {
      const unknowns = meansOf(program);
      unknowns[program.slots.eye] = eye;
      const out = makePlayed(program);
      new Player(program).play(unknowns, out);
      return out.endTrace[program.steps.findIndex((s) => s.kind === "blend")];
    };
    expect(at(0.3) - at(0)).toBeCloseTo(0.3, 2);
  });
});

describe("movements", () => {
  it("through one colour are judged by that colour alone; a little of a stiff one among soft neighbours is carried", () => {
    const p = plan("hanger", [null, null, null]);
    const program = programOf(p);
    const wire = program.steps.findIndex((s) => s.operationId && s.vessels.length > 1);
    const played = (shares: number[], extra: number) => {
      const one = { ...program, steps: program.steps.map((s, i) => (i === wire ? { ...s, shares } : s)) };
      const player = new Player(one);
      const out = makePlayed(one);
      const unknowns = meansOf(one);
      player.play(unknowns, out);
      const high = one.steps[wire].window!.high;
      // The first cup stands so much above the window, the others in its middle.
      one.steps[wire].vessels.forEach((v, k) => {
        player.vessels.trace[v] = k === 0 ? high + extra : high - 0.5;
      });
      const judge = player as unknown as { deciding(step: (typeof one.steps)[number]): number };
      return judge.deciding(one.steps[wire]) - high;
    };
    expect(played([1, 0, 0], 0.4)).toBeCloseTo(0.4, 9);
    expect(played([0.1, 0.45, 0.45], 0.4)).toBeLessThanOrEqual(0);
    expect(played([0.1, 0.45, 0.45], 1.2)).toBeGreaterThan(0);
  });
});

describe("mass and hands", () => {
  it("more mass: no step is shorter", () => {
    fc.assert(
      fc.property(fc.constantFrom(...FAMILY_IDS), between(1, 3), (family, by) => {
        const small = plan(family, [null, "quiet", null]);
        const [batter] = small.batters;
        const of = (oilsG: number): Plan => ({ ...small, batters: [{ ...batter, size: { basis: "oils", oilsG } }] });
        const planned = (p: Plan) =>
          new Map(computeTimeline(p, computeMasses(p)!).steps.map((s) => [s.id, s.durationS]));
        const [one, more] = [planned(of(900)), planned(of(900 * by))];
        for (const [id, durationS] of one) expect(more.get(id)!, id).toBeGreaterThanOrEqual(durationS - 1e-9);
      }),
      { numRuns: tries(40) },
    );
  });

  it("4.7 kg: pouring the lye takes about 40 s, colouring a cup 60 to 75 s", () => {
    const p = newPlan("Big", 1);
    const big: Plan = { ...p, moulds: [{ ...p.moulds[0], lengthMm: 785 }] };
    const steps = computeTimeline(big, computeMasses(big)!).steps;
    expect(steps.find((s) => s.kind === "lye")!.durationS).toBeCloseTo(40, -0.5);
    const colour = steps.find((s) => s.kind === "colour")!.durationS;
    expect(colour).toBeGreaterThan(60);
    expect(colour).toBeLessThan(75);
  });

  it("two people are never slower than one, unless they keep more windows, whatever the family and the scents", () => {
    let quicker = 0;
    fc.assert(
      fc.property(
        fc.constantFrom(...FAMILY_IDS),
        fc.constantFrom(...CLASSES, null),
        fc.constantFrom(...CLASSES, null),
        (family, c, d) => {
          const p = plan(family, [null, c, d]);
          const worked = (people: 1 | 2) => {
            const own: Plan = { ...p, practice: { ...p.practice, people } };
            const { steps, endS } = computeTimeline(own, computeMasses(own)!);
            return { outside: steps.filter((s) => s.isMust && s.missed).length, endS };
          };
          const [one, two] = [worked(1), worked(2)];
          expect(two.outside).toBeLessThanOrEqual(one.outside);
          if (two.outside === one.outside) expect(two.endS).toBeLessThanOrEqual(one.endS + WAIT_STEP_S.least);
          if (two.endS < one.endS - 20) quicker++;
        },
      ),
      { numRuns: tries(60) },
    );
    expect(quicker).toBeGreaterThan(tries(60) / 3);
  });
});

describe("lanes", () => {
  it("a narrower one never makes a better plan", () => {
    const at = (widthMm: number) => {
      const base = newPlan("x", 1);
      const p = plan("crossings", ["quiet", "quiet", "quiet"], {
        moulds: [{ ...base.moulds[0], widthMm: 7 * widthMm }],
      });
      const seven = {
        ...p,
        design: { ...p.design, knobs: { lanes: 7 } },
        batters: [{ ...p.batters[0], blendToTrace: 1.1 }],
      };
      return chance({ ...seven, operations: layOut(seven, "crossings", { lanes: 7 }) });
    };
    const chances = [16, 12, 10, 7, 4].map(at);
    for (let i = 1; i < chances.length; i++) expect(chances[i]).toBeLessThanOrEqual(chances[i - 1] + WITHIN);
    expect(chances.at(-1)).toBeLessThan(0.05);
  });
  it("the window closes with the square of the width", () => {
    expect(laneWindow(12).high).toBe(1.9);
    expect(laneWindow(14).high - laneWindow(7).high).toBeCloseTo((2 * Math.log(2)) / Math.log(5), 1);
    expect(laneWindow(100).high).toBe(2.3);
    expect(laneWindow(1).high).toBe(1.05);
  });
});

describe("plain layers, tops and piping", () => {
  it("layers of seized batter are not a hundred of a hundred; plain ones from medium trace mostly work", () => {
    const at = (c: ScentClass, blendToTrace: number) => {
      const p = plan("layers", [c, c, c]);
      return chance({ ...p, batters: [{ ...p.batters[0], blendToTrace }] });
    };
    expect(at("severe", 1.3)).toBeLessThan(0.6);
    expect(at("quiet", 2.6)).toBeGreaterThan(0.8);
  });
  it("the rescue families have windows that make them a rescue", () => {
    const p = plan("spoon", ["moderate", "moderate", "moderate"]);
    expect(chance(p)).toBeGreaterThan(
      chance({ ...p, design: { ...p.design, family: "drop" }, operations: layOut(p, "drop", {}) }) - 1,
    );
    expect(best(p)).toBeGreaterThan(0.6);
  });
  it("a top and piping wait without a cap and are no condition of the pour", () => {
    const base = newPlan("Top", 1);
    const p: Plan = {
      ...base,
      portions: base.portions.map((x) => (x.id === "p2" ? { ...x, pipingPct: 40 } : x)),
      operations: [...base.operations, { id: "o9", kind: "peaks", mouldId: "m1", tool: "spoon" }],
    };
    const t = computeTimeline(p, computeMasses(p)!);
    const pipe = t.steps.find((s) => s.id === "pipe:p2")!;
    const peaks = t.steps.find((s) => s.id === "o9")!;
    expect(peaks.waitS).toBeGreaterThan(600);
    expect(peaks.startTrace).toBeGreaterThanOrEqual(peaks.window!.low);
    expect(pipe.startTrace).toBeGreaterThanOrEqual(3.8);
    expect([pipe.isMust, peaks.isMust]).toEqual([false, false]);
    const c = chancesOf(compileProgram(p, computeMasses(p)!), { seed: 1, draws: 200, withBands: false })!;
    const stands = c.steps.find((s) => s.stepId === "o9")!.startS;
    expect(stands.low).toBeLessThan(stands.mid);
    expect(stands.high).toBeGreaterThan(stands.mid);
    expect(c.chance).toBe(chance(base));
  });
});
