import { describe, expect, it } from "vitest";
import { adviceFor } from "../../../src/core/advise/advice";
import { bestPlanOf } from "../../../src/core/advise/bestPlan";
import { changesFor } from "../../../src/core/advise/changes";
import { turnBacks } from "../../../src/core/advise/turnBack";
import { computeMasses } from "../../../src/core/batter/masses";
import { chancesOf } from "../../../src/core/clock/chance";
import { traceAt } from "../../../src/core/clock/curves";
import { drawUnknowns, priorBelief } from "../../../src/core/clock/draws";
import { afterLessons, lessonsOf } from "../../../src/core/clock/learn";
import { applyEdit } from "../../../src/core/document/edits/edit";
import { newPlan } from "../../../src/core/document/newPlan";
import type { Plan } from "../../../src/core/document/schema";
import { posteriorOf } from "../../../src/core/prepare/learned";
import { computeTimeline, timelineOf } from "../../../src/core/prepare/timeline";
import { FAMILY_IDS, layOut } from "../../../src/core/techniques/families/registry";
import { generator } from "../../../src/core/units/random";
import { livedThrough } from "../../support/livedThrough";
import { programOf, scented } from "../../support/scentedPlans";

const chance = (plan: Plan, draws = 400, scale = 1) => chancesOf(programOf(plan), { seed: 7, draws, scale })!;

describe("advice and turn-back points", () => {
  const tight = scented(newPlan("Tight", 1), { p2: "strong" });

  it("ranks by gain, says the cost, and applying one gives what it promises; undo takes it back", () => {
    const advice = adviceFor(tight, { seed: 5, draws: 200 })!;
    expect(advice.length).toBeGreaterThan(1);
    const [best, ...single] = advice;
    expect(best.id).toBe("best");
    expect(best.parts.length).toBeGreaterThan(0);
    for (let i = 1; i < single.length; i++) expect(single[i].gain).toBeLessThanOrEqual(single[i - 1].gain);
    expect(best.cost.length).toBeGreaterThan(5);
    const after = applyEdit(tight, best.edit);
    if (!after.ok) throw new Error(after.reason);
    expect(chancesOf(programOf(after.document), { seed: 5, draws: 200, withBands: false })!.chance).toBe(best.chance);
    const back = applyEdit(after.document, after.inverse);
    expect(back.ok && back.document).toEqual(tight);
  });

  it("offers to pour a colour that runs first, where the family leaves the order free, and only there", () => {
    const drops = scented({ ...newPlan("Lead", 1) }, { p3: "strong" });
    const lead = changesFor(drops).find((c) => c.id === "lead:p3")!;
    const after = applyEdit(drops, lead.edit);
    if (!after.ok) throw new Error(after.reason);
    const firstDrop = after.document.operations.find((o) => o.kind === "stripe")!;
    expect("portionId" in firstDrop && firstDrop.portionId).toBe("p3");
    expect(after.document.operations).toHaveLength(drops.operations.length);
    const fixed: Plan = {
      ...drops,
      design: { ...drops.design, family: "stacked-pot" },
      operations: layOut(drops, "stacked-pot", {}),
    };
    expect(changesFor(fixed).some((c) => c.id.startsWith("lead:"))).toBe(false);
    expect(changesFor(newPlan("Quiet", 1)).some((c) => c.id.startsWith("lead:"))).toBe(false);
  });

  it("every change that is offered can be applied and leaves a plan that computes", () => {
    for (const family of FAMILY_IDS) {
      const base = scented(newPlan("All", 1), { p2: "strong", p3: "moderate" });
      const plan: Plan = { ...base, design: { ...base.design, family }, operations: layOut(base, family, {}) };
      const changes = changesFor(plan);
      expect(new Set(changes.map((c) => c.id)).size).toBe(changes.length);
      for (const c of changes) {
        const after = applyEdit(plan, c.edit);
        expect(after.ok, `${family} ${c.id}`).toBe(true);
        if (after.ok) expect(computeMasses(after.document), `${family} ${c.id}`).not.toBeNull();
      }
    }
  });

  it("never advises cooler where the hard fats would set", () => {
    const cold = { ...tight, batters: [{ ...tight.batters[0], startTemperatureC: 27 }] };
    expect(adviceFor(cold, { seed: 5, draws: 60 })!.some((a) => a.id.startsWith("cooler"))).toBe(false);
  });

  it("a risky step has a turn-back point by which its fallback still has four chances in five", () => {
    const masses = computeMasses(tight)!;
    const program = programOf(tight);
    const c = chancesOf(program, { seed: 5, draws: 800 })!;
    const [turn] = turnBacks(tight, computeTimeline(tight, masses), c);
    expect(turn.portionId).toBe("p2");
    const belief = priorBelief(program.unknowns);
    const theta = drawUnknowns(program, belief, 99, 200);
    const n = program.unknowns.length;
    let held = 0;
    for (let d = 0; d < 200; d++) {
      const t = timelineOf(tight, masses, program, theta.subarray(d * n, (d + 1) * n));
      if (traceAt(t.curves.find((x) => x.id === "p2")!.points, turn.latestS) <= 4.4) held++;
    }
    expect(held / 200).toBeGreaterThan(0.75);
    expect(
      turnBacks(
        newPlan("Calm", 1),
        computeTimeline(newPlan("Calm", 1), computeMasses(newPlan("Calm", 1))!),
        chance(newPlan("Calm", 1)),
      ),
    ).toEqual([]);
  });
});

describe("learning", () => {
  const plan = scented(newPlan("Learn", 1), { p2: "moderate" });
  const masses = computeMasses(plan)!;
  const unknownOf = (posterior: ReturnType<typeof posteriorOf>, id: string) => {
    const i = posterior.program.unknowns.findIndex((u) => u.id === id);
    const n = posterior.program.unknowns.length;
    return {
      mean: posterior.mean[i],
      sd: Math.sqrt(posterior.covariance[i * n + i]),
      prior: posterior.program.unknowns[i],
    };
  };

  it("readings equal to the prediction move nothing", () => {
    const exact = livedThrough(plan, {}, () => 0.75, 6);
    // A fixed "random" of 0.75 makes the eye's error cos(3 pi / 2) = 0.
    const posterior = posteriorOf(exact, masses);
    for (const u of ["formula:b1", "F:S-p2"]) expect(Math.abs(unknownOf(posterior, u).mean)).toBeLessThan(0.03);
    expect(unknownOf(posterior, "F:S-p2").sd).toBeLessThan(unknownOf(posterior, "F:S-p2").prior.sd);
  });

  it("many consistent checks converge on the rate that made them", () => {
    // A pour long enough for rates to show: blending is stopped by eye, so the start tells nothing of them.
    const long = { ...plan, operations: layOut(plan, "drop", { drops: 18 }) };
    const lived = livedThrough(long, { "formula:b1": 0.3, "F:S-p2": 0.5, "J:S-p2": 0 }, () => 0.75, 40);
    const posterior = posteriorOf(lived, computeMasses(long)!);
    const [formula, scent] = ["formula:b1", "F:S-p2"].map((id) => unknownOf(posterior, id).mean);
    expect(Math.abs(formula - 0.3)).toBeLessThan(0.1);
    expect(Math.abs(scent - 0.5)).toBeLessThan(0.15);
  });

  it("extra blending that was noted is not blamed on the scent", () => {
    const lived = livedThrough(plan, {}, () => 0.75, 6);
    const scentS = lived.record.events.find((e) => e.kind === "stepDone" && e.stepId === "scent:p2")!.atS;
    const thicker = (noted: boolean): Plan => ({
      ...lived,
      record: {
        ...lived.record,
        events: [
          ...lived.record.events.map((e) =>
            e.kind === "traceCheck" && e.portionId === "p2" ? { ...e, trace: Math.min(4.8, e.trace + 0.7) } : e,
          ),
          ...(noted
            ? [
                {
                  kind: "deviation" as const,
                  id: "d1",
                  atS: scentS + 1,
                  what: "extra-blending" as const,
                  portionId: "p2",
                  amount: 8,
                  note: "",
                },
              ]
            : []),
        ],
      },
    });
    const blamed = (noted: boolean) => unknownOf(posteriorOf(thicker(noted), masses), "F:S-p2").mean;
    expect(blamed(false)).toBeGreaterThan(blamed(true) + 0.05);
  });

  it("own pace is learned from true durations", () => {
    const lived = livedThrough(plan, { pace: 0.25 }, () => 0.75, 0);
    expect(unknownOf(posteriorOf(lived, masses), "pace").mean).toBeGreaterThan(0.15);
  });

  it("over batches it reaches a hidden scent factor within its 90 % interval, and narrows to under half of the start in five batches", () => {
    const slow = { ...plan, operations: layOut(plan, "drop", { drops: 18 }) };
    let inside = 0;
    const SEEDS = 20;
    let narrowed = 0;
    for (let seed = 0; seed < SEEDS; seed++) {
      const random = generator(seed + 400);
      const gaussian = () => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
      const hidden = 0.5 * gaussian();
      let known = { mean: 0, sd: 0.5 };
      for (let batch = 0; batch < 10; batch++) {
        const measured = { jumpSteps: 0.3, rateFactor: 2 * Math.exp(known.mean), heatC: 1, sdLog: known.sd };
        const now: Plan = {
          ...slow,
          portions: slow.portions.map((p) =>
            p.scent ? { ...p, scent: { ...p.scent, parts: [{ ...p.scent.parts[0], measured }] } } : p,
          ),
        };
        const truth = {
          "formula:b1": 0.35 * gaussian(),
          "F:S-p2": hidden - known.mean,
          temperature: 1.5 * gaussian(),
          pace: 0.1 * gaussian(),
        };
        const lived = livedThrough(now, truth, random, 14);
        const lesson = lessonsOf(posteriorOf(lived, computeMasses(lived)!)).find((l) => l.unknown === "F:S-p2");
        if (lesson) {
          const after = afterLessons({ mean: 0, sd: known.sd }, [lesson]);
          known = { mean: known.mean + after.mean, sd: after.sd };
        }
        if (batch === 4 && known.sd < 0.5 / 2) narrowed++;
      }
      if (Math.abs(known.mean - hidden) < 1.645 * known.sd) inside++;
    }
    expect(inside).toBeGreaterThanOrEqual(17);
    expect(narrowed).toBeGreaterThanOrEqual(15);
  });
});

describe("what the best plan costs", () => {
  it("is said where pours change places: the face is then another", () => {
    const short = scented(newPlan("Cost", 1), { p2: "strong" });
    const drops: Plan = { ...short, operations: layOut(short, "drop", { drops: 12 }) };
    const found = bestPlanOf(drops, { seed: 1, screenDraws: 60, draws: 100 })!;
    const done = applyEdit(drops, found.edit);
    expect(found.words.length).toBeGreaterThan(0);
    if (!done.ok) throw new Error(done.reason);
    const places = (p: Plan) => p.operations.map((o) => o.id).join();
    expect(found.changesFace).toBe(places(done.document) !== places(drops));
    const costs = adviceFor(drops, { seed: 1, draws: 100 })!.find((a) => a.id === "best")!.cost;
    expect(costs.includes("cut face")).toBe(found.changesFace);
  });
});
