import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { solveOrders } from "../../../src/core/advise/orders";
import { computeMasses } from "../../../src/core/batter/masses";
import { chancesOf } from "../../../src/core/clock/chance";
import { makePlayed, Player } from "../../../src/core/clock/play";
import { meansOf, type Program } from "../../../src/core/clock/program";
import { Search } from "../../../src/core/clock/solver/search";
import { eachOrder, orderOf, reorder, spaceOf } from "../../../src/core/clock/solver/space";
import { compareWorth, mayBeat, SLACK_COUNTS, type Worth, worthOf } from "../../../src/core/clock/solver/worth";
import { newPlan, plainScent } from "../../../src/core/document/newPlan";
import { compileProgram } from "../../../src/core/prepare/compile";
import { computeTimeline } from "../../../src/core/prepare/timeline";
import { FAMILY_IDS, layOut } from "../../../src/core/techniques/families/registry";
import { CLASSES, programOf, raced, scented } from "../../support/scentedPlans";
import { tries } from "../../support/tries";

const play = (program: Program): Worth => {
  const out = makePlayed(program);
  new Player(program, false).play(meansOf(program), out);
  return worthOf(program, out);
};

/** The best worth by playing every order of the space. */
function bruteBest(base: Program): { worth: Worth; count: number } {
  const space = spaceOf(base, new Set());
  let best = play(base);
  let count = 0;
  for (const lead of space.leads) {
    for (let mask = 0; mask < 2 ** space.scents.length; mask++) {
      const late = space.scents.filter((_, i) => mask & (2 ** i));
      const early = space.scents.filter((s) => !late.includes(s));
      eachOrder(early, () => {
        const worth = play(reorder(base, orderOf(space, base, { lead, early, late })));
        if (compareWorth(worth, best) < 0) best = worth;
        count++;
        return true;
      });
    }
  }
  return { worth: best, count };
}

const searched = (base: Program) => {
  const search = new Search(base, new Set(), undefined);
  search.run();
  return search;
};

describe("the solver's search", () => {
  it("finds what playing every order finds, whatever the family, the scents, the warmth and the hands", () => {
    fc.assert(
      fc.property(
        fc.array(fc.constantFrom(...CLASSES, null), { minLength: 2, maxLength: 4 }),
        fc.constantFrom(...FAMILY_IDS),
        fc.constantFrom(1 as const, 2 as const),
        fc.integer({ min: 24, max: 50 }),
        (classes, family, people, startC) => {
          const plan = raced(classes, family, { people, startC });
          const base = compileProgram(plan, computeMasses(plan)!);
          const brute = bruteBest(base);
          const search = searched(base);
          const found = search.found[0].worth;
          expect(found.missed).toBeCloseTo(brute.worth.missed, 6);
          expect(found.quality).toBeCloseTo(brute.worth.quality, 6);
          expect(found.slack).toBeGreaterThanOrEqual(brute.worth.slack - SLACK_COUNTS - 1e-9);
          expect(compareWorth(play(reorder(base, search.found[0].order)), found)).toBe(0);
          if (search.effort.orders > 0) expect(search.effort.orders).toBe(brute.count);
        },
      ),
      { numRuns: tries(60) },
    );
  });
});

describe("the space of orders", () => {
  const eight = () => {
    const plan = raced(["mild", "moderate", "strong", "mild", "moderate", "strong", "mild"], "drop", { startC: 26 });
    const all = {
      ...plan,
      portions: plan.portions.map((p) => ({ ...p, scent: p.scent ?? plainScent("B", "mild", 2) })),
    };
    return { ...all, operations: layOut(all, "drop", { drops: 20 }) };
  };

  it("is searched whole for eight portions that all act, and no order drawn by lot is better", () => {
    const plan = eight();
    const base = compileProgram(plan, computeMasses(plan)!);
    expect(base.steps.length).toBeGreaterThanOrEqual(45);
    const search = searched(base);
    expect(search.effort.orders).toBe(109_601);
    expect(search.effort.open).toBeLessThan(0.1 * search.effort.orders);
    const best = search.found[0].worth;
    const space = spaceOf(base, new Set());
    fc.assert(
      fc.property(fc.shuffledSubarray([...space.scents], { minLength: 0, maxLength: 8 }), (early) => {
        const late = space.scents.filter((s) => !early.includes(s));
        const worth = play(reorder(base, orderOf(space, base, { lead: null, early, late })));
        expect(mayBeat(worth, best)).toBe(false);
      }),
      { numRuns: tries(200) },
    );
  });

  it("stops when it is told to", () => {
    const plan = eight();
    const search = new Search(compileProgram(plan, computeMasses(plan)!), new Set(), () => true);
    expect(search.run()).toBe(false);
    expect(search.effort.orders).toBeLessThan(10_000);
    expect(solveOrders(plan, computeMasses(plan)!, { seed: 1, draws: 0, onProgress: () => true })).toBeNull();
  });

  it("takes the eight fastest scents where there are more", () => {
    const plan = raced(
      Array.from({ length: 10 }, (_, i) => CLASSES[1 + (i % 4)]),
      "layers",
    );
    const space = spaceOf(compileProgram(plan, computeMasses(plan)!), new Set());
    expect(space.scents).toHaveLength(8);
    const classOf = (v: number) => plan.portions[v - 1].scent!.parts[0].class;
    expect(space.scents.map((s) => classOf(s.vessel)).filter((c) => c === "severe")).toHaveLength(2);
    expect(classOf(space.scents[0].vessel)).toBe("severe");
  });

  it("puts every order once, and the list back as it was", () => {
    const list = [1, 2, 3, 4];
    const seen: string[] = [];
    expect(
      eachOrder(list, () => {
        seen.push(list.join(""));
        return true;
      }),
    ).toBe(true);
    expect(new Set(seen).size).toBe(24);
    expect(list).toEqual([1, 2, 3, 4]);
    let left = 3;
    expect(eachOrder(list, () => --left > 0)).toBe(false);
    expect(left).toBe(0);
    expect(list).toEqual([1, 2, 3, 4]);
  });

  it("no order breaks what must come before what", () => {
    fc.assert(
      fc.property(
        fc.constantFrom("drop", "crossings", "lines-and-s", "stacked-pot"),
        fc.infiniteStream(fc.nat()),
        (family, stream) => {
          const plan = raced(["mild", "strong", null, "severe"], family);
          const base = compileProgram(plan, computeMasses(plan)!);
          const numbers = stream[Symbol.iterator]();
          const order = base.steps
            .map((s) => [numbers.next().value as number, s.id] as const)
            .sort((a, b) => a[0] - b[0])
            .map(([, id]) => id);
          const mixed = reorder(base, order);
          expect(new Set(mixed.steps.map((s) => s.id)).size).toBe(base.steps.length);
          mixed.steps.forEach((s, i) => {
            for (const p of s.preds) expect(p).toBeLessThan(i);
          });
        },
      ),
      { numRuns: tries(60) },
    );
  });
});

describe("rounds of compartments", () => {
  it("fills of one round may change places, those of the next wait for all of them, and so does the pull", () => {
    const plan = raced([null, null, null], "crossings");
    const steps = compileProgram(plan, computeMasses(plan)!).steps;
    const fills = steps.filter((s) => s.round !== null);
    const rounds = [...new Set(fills.map((s) => s.round))];
    expect(rounds).toEqual([0, 1, 2]);
    const ofRound = (r: number) => fills.filter((s) => s.round === r);
    for (const s of ofRound(1)) {
      const before = s.preds.map((p) => steps[p]).filter((x) => x.operationId);
      expect(new Set(before.map((x) => x.id))).toEqual(new Set(ofRound(0).map((x) => x.id)));
    }
    const pull = steps.find((s) => s.kind === "draw" && s.round === null)!;
    expect(pull.preds.map((p) => steps[p].id).sort()).toEqual(
      ofRound(2)
        .map((x) => x.id)
        .sort(),
    );
  });

  it("a colour that runs may lead each round", () => {
    const plan = raced([null, "strong", null], "crossings", { startC: 30 });
    const masses = computeMasses(plan)!;
    const base = compileProgram(plan, masses);
    const space = spaceOf(base, new Set());
    expect(space.leads).toContain("p3");
    const led = reorder(base, orderOf(space, base, { lead: "p3", early: [...space.scents], late: [] }));
    const firstOf = (r: number) => led.steps.find((s) => s.round === r)!.portionIds[0];
    expect([firstOf(0), firstOf(1), firstOf(2)]).toEqual(["p3", "p3", "p3"]);
    const locked = spaceOf(base, new Set(base.steps.filter((s) => s.round === 0).map((s) => s.id)));
    expect(locked.rounds).toHaveLength(2);
  });
});

describe("comparing worths", () => {
  const w = (missed: number, quality: number, slack: number): Worth => ({ missed, quality, slack });
  it("less missed comes before quality, quality before slack", () => {
    expect(compareWorth(w(0, 1, 0), w(1, 9, 9))).toBeLessThan(0);
    expect(compareWorth(w(0, 5, 0), w(0, 4, 9))).toBeLessThan(0);
    expect(compareWorth(w(0, 5, 2), w(0, 5, 1))).toBeLessThan(0);
    expect(compareWorth(w(0, 5, Number.POSITIVE_INFINITY), w(0, 5, Number.POSITIVE_INFINITY))).toBe(0);
  });
  it("slack counts in the search only from a twentieth of a step on", () => {
    expect(mayBeat(w(0, 5, 1.04), w(0, 5, 1))).toBe(false);
    expect(mayBeat(w(0, 5, 1.06), w(0, 5, 1))).toBe(true);
    expect(mayBeat(w(0, 5.1, 0), w(0, 5, 1))).toBe(true);
    expect(mayBeat(w(0.1, 9, 9), w(0, 5, 1))).toBe(false);
  });
});

describe("the solver", () => {
  const racing = () => {
    const plan = newPlan("Race", 1);
    const cups = ["p2", "p3", "p4"].map((id, i) => ({ ...plan.portions[1], id, name: `C${i}`, sharePct: 18 }));
    const portions = [plan.portions[0], ...cups];
    const next = scented({ ...plan, portions }, { p2: "severe", p3: "mild", p4: "quiet" }, 4);
    return { ...next, operations: layOut(next, "drop", { drops: 8 }) };
  };

  it("never finds worse than the natural order, and scents the severe one at the last moment", () => {
    const plan = racing();
    const masses = computeMasses(plan)!;
    const found = solveOrders(plan, masses, { seed: 1, draws: 300 })!;
    const natural = chancesOf(programOf(plan), { seed: 1, draws: 300, withBands: false })!.chance;
    expect(found[0].chance!).toBeGreaterThanOrEqual(natural);
    const order = found[0].order;
    const firstPour = order.findIndex((id) => id.startsWith("o"));
    expect(order.indexOf("scent:p2")).toBeGreaterThan(firstPour);
  });

  it("leaves the order of the design alone, and locked steps where they are", () => {
    const plan = racing();
    const masses = computeMasses(plan)!;
    const [best] = solveOrders(plan, masses, { seed: 1, draws: 0 })!;
    expect(best.order.filter((id) => id.startsWith("o"))).toEqual(plan.operations.map((o) => o.id));
    const natural = computeTimeline(plan, masses).steps.map((s) => s.id);
    const locked = { ...plan, schedule: { order: natural, locked: ["scent:p2", "scent:p3", "scent:p4"], thin: {} } };
    expect(solveOrders(locked, masses, { seed: 1, draws: 0 })![0].order).toEqual(natural);
  });
});
