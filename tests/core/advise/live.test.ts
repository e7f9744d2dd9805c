import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { liveTimeline, liveView, paceOfPortions } from "../../../src/core/advise/live";
import { computeMasses } from "../../../src/core/batter/masses";
import {
  additiveKnowledge,
  believedOf,
  formulaKnowledge,
  type KeptLesson,
  paceKnowledge,
  scentKnowledge,
} from "../../../src/core/clock/knowledge";
import { afterLessons } from "../../../src/core/clock/learn";
import { cholesky } from "../../../src/core/clock/matrix";
import { applyEdit } from "../../../src/core/document/edits/edit";
import type { RecordEvent } from "../../../src/core/document/logSchema";
import { newPlan } from "../../../src/core/document/newPlan";
import type { Plan } from "../../../src/core/document/schema";
import { addUp } from "../../../src/core/library/addUp";
import { toldOf } from "../../../src/core/practice/told";
import { hasReadings, posteriorOf, teach } from "../../../src/core/prepare/learned";
import { computeTimeline } from "../../../src/core/prepare/timeline";
import { RESCUES } from "../../../src/core/techniques/families/family";
import { FAMILIES, FAMILY_IDS, layOut } from "../../../src/core/techniques/families/registry";
import { SCENTS } from "../../../src/data/demo/library";
import { between } from "../../support/between";
import { livedThrough } from "../../support/livedThrough";
import { scented } from "../../support/scentedPlans";
import { tries } from "../../support/tries";

const short = scented(newPlan("On the bench", 1), { p2: "moderate" });
const plan: Plan = { ...short, operations: layOut(short, "drop", { drops: 18 }) };
const masses = computeMasses(plan)!;
const exactEye = () => 0.75;
/** What was seen and done in the first so many seconds of a pour. */
const until = (lived: Plan, nowS: number): Plan => ({
  ...lived,
  record: { ...lived.record, events: lived.record.events.filter((e) => e.atS <= nowS) },
});
/** When a share of the pours of a plan is done, s. */
const endOf = (p: Plan, share: number) => {
  const pours = computeTimeline(p, computeMasses(p)!).steps.filter((s) => s.operationId);
  return pours[Math.floor(pours.length * share)].endS;
};
const middle = () => endOf(plan, 0.5);
const factorOf = (p: Plan, id: string) =>
  paceOfPortions(posteriorOf(p, masses)).find((f) => f.portionId === id)!.factor;

describe("how fast cups run by what was seen", () => {
  it("as planned: nobody is faster or slower, and nothing is said", () => {
    const lived = until(livedThrough(plan, {}, exactEye, 10), middle());
    for (const { factor } of paceOfPortions(posteriorOf(lived, masses)))
      expect(Math.abs(Math.log(factor))).toBeLessThan(0.1);
    expect(liveView(lived, middle(), 3, 120)!.sentence).toBeNull();
  });

  it("a hidden fast formula is seen in every cup, a hidden fast scent only in its own", () => {
    const formula = livedThrough(plan, { "formula:b1": 0.5 }, exactEye, 20);
    expect(factorOf(formula, "p1")).toBeGreaterThan(1.2);
    expect(factorOf(formula, "p2")).toBeGreaterThan(1.2);
    const scent = livedThrough(plan, { "F:S-p2": 0.7 }, exactEye, 20);
    expect(factorOf(scent, "p2")).toBeGreaterThan(1.12);
    expect(Math.abs(Math.log(factorOf(scent, "p1")))).toBeLessThan(0.2);
  });

  it("the more checks agree, the surer; taking a check back gives what stood there before it", () => {
    const lived = livedThrough(plan, { "F:S-p2": 0.7 }, exactEye, 20);
    const events = lived.record.events;
    const withChecks = (count: number): Plan => {
      const kept = new Set(
        events
          .filter((e) => e.kind === "traceCheck")
          .slice(0, count)
          .map((e) => e.id),
      );
      return {
        ...lived,
        record: { ...lived.record, events: events.filter((e) => e.kind !== "traceCheck" || kept.has(e.id)) },
      };
    };
    const spread = (p: Plan) => {
      const { covariance, program } = posteriorOf(p, masses);
      const i = program.unknowns.findIndex((u) => u.id === "F:S-p2");
      return covariance[i * program.unknowns.length + i];
    };
    let before = Number.POSITIVE_INFINITY;
    for (const count of [0, 4, 10, 20]) {
      const now = spread(withChecks(count));
      expect(now).toBeLessThanOrEqual(before * 1.05);
      before = now;
    }
    const wrong: RecordEvent = { kind: "traceCheck", id: "wrong", atS: 900, portionId: "p2", trace: 4.4, answer: null };
    const ten = withChecks(10);
    const mistaken: Plan = { ...ten, record: { ...ten.record, events: [...ten.record.events, wrong] } };
    const takenBack: Plan = {
      ...mistaken,
      record: { ...mistaken.record, events: mistaken.record.events.filter((e) => e.id !== "wrong") },
    };
    expect([...posteriorOf(takenBack, masses).mean]).toEqual([...posteriorOf(ten, masses).mean]);
    expect([...posteriorOf(mistaken, masses).mean]).not.toEqual([...posteriorOf(ten, masses).mean]);
  });

  it("a check of a thing that is not there moves nothing", () => {
    const lived = until(livedThrough(plan, {}, exactEye, 6), middle());
    const stray: RecordEvent = { kind: "traceCheck", id: "x", atS: 500, portionId: "gone", trace: 4, answer: null };
    const with_: Plan = { ...lived, record: { ...lived.record, events: [...lived.record.events, stray] } };
    const [a, b] = [posteriorOf(lived, masses), posteriorOf(with_, masses)];
    for (const [i, m] of a.mean.entries()) expect(b.mean[i]).toBeCloseTo(m, 9);
  });
});

describe("replanning while the pour is on", () => {
  const truth = { "F:S-p2": 1.5, "J:S-p2": 0.5 };
  const nowS = middle();
  const running = until(livedThrough(plan, truth, exactEye, 60), nowS);

  const strong = scented(newPlan("Tight", 1), { p2: "strong" });
  const strongDrops: Plan = { ...strong, operations: layOut(strong, "drop", { drops: 18 }) };
  const tightS = endOf(strongDrops, 0.25);
  const tight = until(livedThrough(strongDrops, { "F:S-p2": 0.7, "J:S-p2": 0 }, exactEye, 60), tightS);

  it("before the first reading there is nothing to say", () => {
    expect(hasReadings(plan)).toBe(false);
    expect(liveView(plan, 0, 1, 50)).toBeNull();
  });

  it("says who runs, how much, what to do and until when, in one sentence", () => {
    const view = liveView(running, nowS, 5, 200)!;
    expect(view.sentence).toMatch(
      /^\w+ (runs \d\.\d × faster than planned|stands \d\.\d steps of trace ahead of the plan)/,
    );
    expect(view.sentence!.match(/\.(\s|$)/g)).toHaveLength(1);
    const name = plan.portions.find((p) => p.id === "p2")!.name;
    expect(view.sentence).toContain(name);
  });

  it("every way it offers can be taken, leaves what is done alone, and is better on the same random numbers", () => {
    const view = liveView(tight, tightS, 5, 200)!;
    expect(view.options.length).toBeGreaterThan(0);
    const done = new Set(tight.record.events.flatMap((e) => (e.kind === "stepDone" ? [e.stepId] : [])));
    for (const option of view.options) {
      expect(option.chance).toBeGreaterThan(view.chance);
      const taken = applyEdit(tight, option.edit);
      if (!taken.ok) throw new Error(taken.reason);
      for (const o of tight.operations.filter((x) => done.has(x.id)))
        expect(taken.document.operations).toContainEqual(o);
      expect(liveView(taken.document, tightS, 5, 200)!.chance).toBeCloseTo(option.chance, 9);
      const back = applyEdit(taken.document, taken.inverse);
      if (!back.ok) throw new Error(back.reason);
      expect(back.document.operations).toEqual(tight.operations);
    }
    expect([...view.options].sort((a, b) => b.chance - a.chance)).toEqual(view.options);
  });

  it("where no other way is better it names the fallback and its last minute", () => {
    const late = scented(newPlan("Late", 1), { p2: "strong" });
    const drops: Plan = { ...late, operations: layOut(late, "drop", { drops: 18 }) };
    const at = endOf(drops, 0.5);
    const lived = until(livedThrough(drops, { "F:S-p2": 1, "J:S-p2": 0.3 }, exactEye, 60), at);
    const view = liveView(lived, at, 5, 200)!;
    expect(view.options).toEqual([]);
    expect(view.chance).toBeLessThan(0.5);
    const [first] = FAMILIES.drop.rescues.map((r) => RESCUES[r].words).filter((w) => view.sentence!.includes(w));
    expect(first).toBeDefined();
    expect(view.sentence).toMatch(/: (.*; else )?.* (by \d+:\d\d|now)\.$/);
  });

  it("where the order is the design no other order is offered", () => {
    const fixed = FAMILY_IDS.find((id) => FAMILIES[id].isOrderFixed)!;
    const view = liveView({ ...running, design: { ...running.design, family: fixed } }, nowS, 5, 120)!;
    for (const o of view.options) expect(o.words).not.toMatch(/next$|now$/);
  });

  it("the live timeline moves with what was seen: medium comes sooner in the cup that runs", () => {
    const planned = computeTimeline(plan, masses);
    const live = liveTimeline(running, masses, nowS);
    const end = (t: typeof planned, id: string) => {
      const points = t.curves.find((c) => c.id === id)!.points;
      return points[points.length - 1].trace;
    };
    expect(end(live, "p2")).toBeGreaterThanOrEqual(end(planned, "p2"));
    for (const s of live.steps.filter((x) => x.done)) expect(s.endS).toBeLessThanOrEqual(nowS);
  });
});

describe("arithmetic of belief", () => {
  it("the factor times its transpose is the matrix again", () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 7 }), fc.infiniteStream(between(-2, 2)), (n, stream) => {
        const m = Float64Array.from({ length: n * n }, () => stream.next().value as number);
        const a = new Float64Array(n * n);
        for (let i = 0; i < n; i++)
          for (let j = 0; j < n; j++) {
            a[i * n + j] = i === j ? 1 : 0;
            for (let k = 0; k < n; k++) a[i * n + j] += m[i * n + k] * m[j * n + k];
          }
        const l = cholesky(a, n);
        for (let i = 0; i < n; i++)
          for (let j = 0; j <= i; j++) {
            let sum = 0;
            for (let k = 0; k <= j; k++) sum += l[i * n + k] * l[j * n + k];
            expect(sum).toBeCloseTo(a[i * n + j], 9);
          }
      }),
      { numRuns: tries(60) },
    );
  });

  it("lessons add up in any order; each makes surer; none leaves the belief as it was", () => {
    const lesson = fc.record({
      mean: between(-2, 2),
      precision: between(0.01, 100),
    });
    const prior = { mean: 0.3, sd: 0.6 };
    fc.assert(
      fc.property(fc.array(lesson, { maxLength: 8 }), (lessons) => {
        const all = afterLessons(prior, lessons);
        const turned = afterLessons(prior, [...lessons].reverse());
        expect(turned.mean).toBeCloseTo(all.mean, 9);
        expect(turned.sd).toBeCloseTo(all.sd, 9);
        expect(all.sd).toBeLessThanOrEqual(prior.sd + 1e-12);
        const means = [prior.mean, ...lessons.map((l) => l.mean)];
        expect(all.mean).toBeGreaterThanOrEqual(Math.min(...means) - 1e-9);
        expect(all.mean).toBeLessThanOrEqual(Math.max(...means) + 1e-9);
      }),
    );
    const none = afterLessons(prior, []);
    expect(none.mean).toBeCloseTo(prior.mean, 12);
    expect(none.sd).toBeCloseTo(prior.sd, 12);
  });
});

describe("what is known from own batches", () => {
  const kept = (unknown: string, mean: number, change: Partial<KeptLesson> = {}): KeptLesson => ({
    batchId: `b-${mean}`,
    title: "A batch",
    unknown,
    mean,
    precision: 20,
    isLeftOut: false,
    ...change,
  });

  it("nothing before the first lesson", () => {
    expect(scentKnowledge("s-fir", SCENTS["s-fir"], [])).toBeNull();
    expect(paceKnowledge([])).toBeNull();
    expect(formulaKnowledge("f", [])).toBeNull();
    expect(additiveKnowledge([])).toEqual({});
  });

  it("a scent's factor moves from what is said of it towards what was measured, and its interval narrows", () => {
    const one = scentKnowledge("s-fir", SCENTS["s-fir"], addUp([kept("F:s-fir", Math.log(4))]))!;
    const three = scentKnowledge(
      "s-fir",
      SCENTS["s-fir"],
      addUp([1, 2, 3].map((i) => kept("F:s-fir", Math.log(4), { batchId: `${i}` }))),
    )!;
    expect(one.after.factor).toBeGreaterThan(one.before.factor);
    expect(three.after.factor).toBeGreaterThan(one.after.factor);
    expect(three.after.factor).toBeLessThan(4);
    expect(three.after.high / three.after.low).toBeLessThan(one.after.high / one.after.low);
    expect(one.after.high / one.after.low).toBeLessThan(one.before.high / one.before.low);
    expect(three.batches).toBe(3);
  });

  it("a batch that is left out does not count; another scent's lessons never do", () => {
    const counted = kept("F:s-fir", Math.log(4));
    const leftOut = kept("F:s-fir", Math.log(40), { batchId: "odd", isLeftOut: true });
    const other = kept("F:s-rose", Math.log(40));
    const plain = scentKnowledge("s-fir", SCENTS["s-fir"], addUp([counted]))!;
    const both = scentKnowledge("s-fir", SCENTS["s-fir"], addUp([counted, leftOut, other]))!;
    expect(both.rateFactor).toBe(plain.rateFactor);
    expect(both.batches).toBe(1);
    expect(scentKnowledge("s-fir", SCENTS["s-fir"], addUp([leftOut]))).toBeNull();
    expect(paceKnowledge(addUp([kept("pace", 0.4, { isLeftOut: true })]))).toBeNull();
  });

  it("additives are known by kind", () => {
    const known = additiveKnowledge(
      addUp([kept("A:clay", 0.2), kept("A:clay", 0.3), kept("A:silk", 0.1, { isLeftOut: true })]),
    );
    expect(Object.keys(known)).toEqual(["clay"]);
    expect(known.clay.mean).toBeGreaterThan(0);
    expect(known.clay.mean).toBeLessThan(0.3);
  });

  it("a belief never grows surer than an eye can make it", () => {
    const many = Array.from({ length: 500 }, (_, i) => kept("pace", 0.2, { batchId: `${i}` }));
    expect(paceKnowledge(addUp(many))!.sd).toBe(0.05);
    expect(believedOf({ mean: 0, sd: 0.3 }, toldOf(addUp(many), "pace")).mean).toBeCloseTo(0.2, 2);
  });

  it("what a batch teaches of a scent is the factor itself, whatever was believed before it", () => {
    const lived = livedThrough(plan, { "F:S-p2": 0.4 }, exactEye, 24);
    const [lesson] = teach(lived, posteriorOf(lived, masses)).filter((l) => l.unknown.startsWith("F:"));
    const believed = Math.log(2);
    expect(lesson.mean).toBeGreaterThan(believed);
    // A formula that is not from the library has no name that a later batch could know it by.
    expect(teach(lived, posteriorOf(lived, masses)).some((l) => l.unknown.startsWith("formula:"))).toBe(false);
  });
});

it("the record of a whole pour as planned leaves the ends of steps where the plan had them", () => {
  const lived = livedThrough(plan, {}, exactEye, 6);
  const planned = computeTimeline(plan, masses);
  const again = computeTimeline(lived, masses);
  for (const s of planned.steps) {
    const same = again.steps.find((x) => x.id === s.id)!;
    expect(same.endS).toBeCloseTo(s.endS, 0);
  }
});
