import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { costOf } from "../../../src/core/advise/advice";
import { computeMasses } from "../../../src/core/batter/masses";
import { chancesOf, WIDENED } from "../../../src/core/clock/chance";
import { traceAt } from "../../../src/core/clock/curves";
import { newPlan } from "../../../src/core/document/newPlan";
import type { Plan } from "../../../src/core/document/schema";
import { computeTimeline } from "../../../src/core/prepare/timeline";
import { FAMILIES, FAMILY_IDS, layOut } from "../../../src/core/techniques/families/registry";
import { isCupPour, isTopPour } from "../../../src/core/techniques/operations/registry";
import { generator } from "../../../src/core/units/random";
import { arbitraryPlan } from "../../support/arbitraryPlan";
import { between } from "../../support/between";
import { programOf, scented } from "../../support/scentedPlans";
import { tries } from "../../support/tries";

const chance = (plan: Plan, draws = 400, scale = 1) => chancesOf(programOf(plan), { seed: 7, draws, scale })!;

describe("design families", () => {
  it.each(FAMILY_IDS)("%s uses every cup up, and gives steps with windows that follow its operations", (id) => {
    const plan = newPlan("F", 1);
    const kept = { ...plan, portions: plan.portions.map((p, i) => ({ ...p, keptBackPct: i === 1 ? 10 : 0 })) };
    const laid: Plan = { ...kept, design: { ...kept.design, family: id }, operations: layOut(kept, id, {}) };
    for (const p of laid.portions) {
      const used = laid.operations.reduce((sum, o) => sum + (isCupPour(o) && o.portionId === p.id ? o.cupPct : 0), 0);
      expect(used).toBeCloseTo(100, 6);
      const topped = laid.operations.reduce(
        (sum, o) => sum + (isTopPour(o) && o.portionId === p.id ? o.keptBackPct : 0),
        0,
      );
      if (p.keptBackPct > 0) expect(topped).toBeCloseTo(100, 6);
    }
    const timeline = computeTimeline(laid, computeMasses(laid)!);
    const designSteps = timeline.steps.filter((s) => s.operationId);
    expect(designSteps.map((s) => s.operationId)).toEqual(laid.operations.map((o) => o.id));
    expect(designSteps.filter((s) => s.window).length).toBeGreaterThan(laid.operations.length / 2);
    const { masses } = { masses: computeMasses(laid)! };
    expect(masses.moulds[0].pouredG).toBeCloseTo(masses.moulds[0].fillG, 0);
    expect(FAMILIES[id].rescues.length).toBeGreaterThan(0);
    expect(costOf(laid, timeline.endS).washUpMin).toBeGreaterThan(5);
  });

  it("a stacked pot is laid in reverse: what is wanted lowest goes in last", () => {
    const plan = newPlan("Stack", 1);
    const stack = layOut(plan, "stacked-pot", { rounds: 1 }).flatMap((o) =>
      o.kind === "potStack" ? [o.portionId] : [],
    );
    expect(stack).toEqual(["p3", "p2", "p1"]);
  });

  it("windows follow the tool", () => {
    const plan = newPlan("Tool", 1);
    const high = (tool: string) => {
      const operations = layOut(plan, "crossings", { tool });
      const laid: Plan = { ...plan, design: { ...plan.design, family: "crossings" }, operations };
      return computeTimeline(laid, computeMasses(laid)!).steps.find(
        (s) => s.id === operations.find((o) => o.kind === "stroke")!.id,
      )!.window!.high;
    };
    expect(high("skewer")).toBeLessThan(high("craft-stick"));
    expect(high("craft-stick")).toBeLessThan(high("spoon"));
  });
});

describe("hands", () => {
  it("two people are never slower, and share the colouring", () => {
    fc.assert(
      fc.property(arbitraryPlan, (plan) => {
        const end = (people: 1 | 2) =>
          computeTimeline({ ...plan, practice: { ...plan.practice, people } }, computeMasses(plan)!).steps.find(
            (s) => s.operationId,
          )!.startS;
        expect(end(2)).toBeLessThanOrEqual(end(1) + 0.5);
      }),
      { numRuns: tries(25) },
    );
    const plan = newPlan("Two", 1);
    const begin = (people: 1 | 2) =>
      computeTimeline({ ...plan, practice: { ...plan.practice, people } }, computeMasses(plan)!).steps.find(
        (s) => s.id === "o1",
      )!.startS;
    expect(begin(2)).toBeLessThan(begin(1) - 30);
  });

  it("a slower person takes longer", () => {
    const plan = newPlan("Pace", 1);
    const end = (pace: number) =>
      computeTimeline({ ...plan, practice: { ...plan.practice, pace } }, computeMasses(plan)!).endS;
    // Less than in proportion: a slower hand waits less for the batter.
    expect(end(1.3)).toBeGreaterThan(end(1) * 1.05);
  });

  it("an order of the maker's own is kept as far as the graph lets it", () => {
    const plan = scented(newPlan("Order", 1), { p2: "mild", p3: "quiet" });
    const steps = (order: string[]) =>
      computeTimeline({ ...plan, schedule: { order, locked: [], thin: {} } }, computeMasses(plan)!).steps.map(
        (s) => s.id,
      );
    const wished = steps([
      "lye:b1",
      "blend:b1",
      "weigh:p2",
      "weigh:p3",
      "colour:p2",
      "scent:p2",
      "colour:p3",
      "scent:p3",
    ]);
    expect(wished.indexOf("scent:p2")).toBeLessThan(wished.indexOf("colour:p3"));
    const impossible = steps(["o1", "scent:p2", "colour:p2", "lye:b1"]);
    expect(impossible.indexOf("lye:b1")).toBe(0);
    expect(impossible.indexOf("colour:p2")).toBeLessThan(impossible.indexOf("scent:p2"));
  });
});

describe("chance", () => {
  it("with no uncertainty is 0 or 1 and agrees with the deterministic run", () => {
    fc.assert(
      fc.property(arbitraryPlan, (plan) => {
        const c = chance(plan, 20, 0);
        expect([0, 1]).toContain(c.chance);
        // By how much the worst step that must be met is beyond its window; the two are computed on different grids of time.
        const beyond = computeTimeline(plan, computeMasses(plan)!).steps.map((s) =>
          s.window && s.isMust
            ? Math.max(Math.max(s.startTrace, s.endTrace) - s.window.high, s.window.low - s.startTrace) - WIDENED
            : Number.NEGATIVE_INFINITY,
        );
        fc.pre(beyond.every((b) => Math.abs(b) > 0.03));
        const misses = beyond.some((b) => b > 0);
        expect(c.chance).toBe(misses ? 0 : 1);
      }),
      { numRuns: tries(60) },
    );
  });

  it("the same seed gives the same answer", () => {
    const plan = scented(newPlan("Seed", 1), { p2: "moderate" });
    expect(JSON.stringify(chance(plan))).toBe(JSON.stringify(chance(plan)));
  });

  it("wider windows never lower the chance", () => {
    fc.assert(
      fc.property(fc.constantFrom("mild", "moderate", "strong"), between(0, 0.8), (c, by) => {
        const program = programOf(scented(newPlan("W", 1), { p2: c as "mild" }));
        const wider = {
          ...program,
          steps: program.steps.map((s) => (s.window ? { ...s, window: { ...s.window, high: s.window.high + by } } : s)),
        };
        const of = (p: typeof program) => chancesOf(p, { seed: 3, draws: 200, withBands: false })!.chance;
        expect(of(wider)).toBeGreaterThanOrEqual(of(program));
      }),
      { numRuns: tries(12) },
    );
  });

  it("bands stand in order and hold the deterministic curve about in their middle", () => {
    const plan = scented(newPlan("Bands", 1), { p2: "moderate" });
    const c = chance(plan, 600);
    const timeline = computeTimeline(plan, computeMasses(plan)!);
    const band = c.bands.find((b) => b.id === "p2")!;
    const points = timeline.curves.find((x) => x.id === "p2")!.points;
    for (let k = 0; k < band.mid.length; k++) {
      if (Number.isNaN(band.mid[k])) continue;
      expect(band.low[k]).toBeLessThanOrEqual(band.mid[k]);
      expect(band.mid[k]).toBeLessThanOrEqual(band.high[k]);
      const atS = k * c.gridS;
      if (atS > points[0].atS + 60) expect(Math.abs(traceAt(points, atS) - band.mid[k])).toBeLessThan(0.35);
    }
  });

  it("is calibrated: over 200 plans the stated chance matches how often a hidden truth meets it, in every fifth", () => {
    const random = generator(11);
    const bins = Array.from({ length: 5 }, () => ({ stated: 0, hits: 0, count: 0 }));
    const classes = ["quiet", "mild", "moderate", "strong"] as const;
    for (let k = 0; k < 200; k++) {
      const plan = scented(
        newPlan(`C${k}`, 1),
        { p2: classes[k % 4], p3: classes[Math.floor(k / 4) % 3] },
        2 + 4 * random(),
      );
      const start = { ...plan, batters: [{ ...plan.batters[0], startTemperatureC: 27 + 16 * random() }] };
      const program = programOf(start);
      const stated = chancesOf(program, { seed: 100 + k, draws: 300, withBands: false })!.chance;
      // Forty hidden truths of the same belief, drawn apart from the numbers that the chance was stated on.
      const truths = chancesOf(program, { seed: 90_000 + k, draws: 40, withBands: false })!.chance;
      const bin = bins[Math.min(4, Math.floor(stated * 5))];
      bin.stated += stated;
      bin.hits += truths;
      bin.count++;
    }
    for (const b of bins) {
      if (b.count >= 5) expect(Math.abs(b.stated / b.count - b.hits / b.count)).toBeLessThan(0.07);
    }
    expect(bins.filter((b) => b.count >= 5).length).toBeGreaterThanOrEqual(3);
  });
});
