import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { CARE_WORDS, type Cared, careOf, nextCare } from "../../../src/core/cure/aftercare";
import { CARE_ANSWERS, CARE_TASKS, type Care, type CareAnswer, type CareTask } from "../../../src/core/cure/careSchema";
import { tries } from "../../support/tries";

const FINISHED = "2026-11-24T15:00:00.000Z";
const [MIN, HOUR] = [60_000, 3_600_000];
const start = Date.parse(FINISHED);
const after = {
  unmould: { earliestH: 18, bestH: 24, latestH: 72 },
  cut: { earliestH: 24, bestH: 30, latestH: 60 },
};
const cared = (care: Care[] = [], practice: Partial<Cared["practice"]> = {}, isDecorated = true): Cared => ({
  practice: { gel: "gel", cover: "once", ash: "spritz", ...practice },
  isDecorated,
  finishedAt: FINISHED,
  care,
  after,
  days: { unmoulded: null, cut: null },
});
const said = (task: CareTask, answer: CareAnswer, min: number): Care => ({
  ...{ id: `${task}${min}`, task, answer },
  at: new Date(start + min * MIN).toISOString(),
});
const tasks = (c: Cared) => careOf(c).map((s) => s.task);
const due = (c: Cared, task: CareTask) => careOf(c).find((s) => s.task === task)?.dueMs;

describe("the care after a pour", () => {
  it("follows the schools: no mist without it, no look for gel that is avoided, cover when the shine has gone", () => {
    const all = "mist cover decorate mistAgain gel heatOff uncover unmould cut";
    expect(tasks(cared()).join(" ")).toBe(all);
    expect(tasks(cared([], { gel: "none", ash: "none", cover: "shine" }, false))).toEqual([
      "cover",
      "uncover",
      "unmould",
      "cut",
    ]);
    expect(due(cared([], { cover: "shine" }), "cover")).toBe(start + 20 * MIN);
    expect(due(cared([], { cover: "once" }), "cover")).toBe(start);
    expect(tasks(cared([], { gel: "chance" }))).not.toContain("heatOff");
  });

  it("asks again after 'later', looks for gel at the rim after the middle, and takes the heat off once it is there", () => {
    expect(due(cared([said("gel", "later", 70)]), "gel")).toBe(start + 100 * MIN);
    expect(due(cared([said("gel", "middle", 70)]), "gel")).toBe(start + 110 * MIN);
    const rim = cared([said("gel", "middle", 70), said("gel", "edge", 112)]);
    expect(careOf(rim).find((s) => s.task === "gel")?.answered?.answer).toBe("edge");
    expect(due(rim, "heatOff")).toBe(start + 112 * MIN);
    expect(due(cared(), "heatOff")).toBe(start + 240 * MIN);
  });

  it("cutting waits for unmoulding; what is unmoulded is asked nothing more of what comes before", () => {
    expect(due(cared(), "cut")).toBeNull();
    const out = cared([said("unmould", "done", 60 * 25)]);
    expect(due(out, "cut")).toBe(start + 30 * HOUR);
    expect(tasks(out)).toEqual(["unmould", "cut"]);
    expect(nextCare(careOf(cared([said("unmould", "done", 1500), said("cut", "done", 1900)])), start)).toBeNull();
  });

  it("what nobody did in time is not asked about any more, unmoulding stays; a day answered on the shelf counts", () => {
    const steps = careOf(cared());
    expect(nextCare(steps, start + 3 * HOUR)?.task).toBe("mist");
    expect(nextCare(steps, start + 40 * HOUR)?.task).toBe("uncover");
    expect(nextCare(steps, start + 900 * HOUR)?.task).toBe("unmould");
    expect(tasks({ ...cared(), days: { unmoulded: "2026-11-25", cut: null } })).toEqual(["unmould", "cut"]);
  });

  it("humid places stay covered for two days, but never longer than until the best hour to unmould", () => {
    const soft = {
      ...cared([], { cover: "long" }),
      after: { ...after, unmould: { earliestH: 60, bestH: 80, latestH: 200 } },
    };
    expect(due(soft, "uncover")).toBe(start + 48 * HOUR);
    expect(due(cared([], { cover: "long" }), "uncover")).toBe(start + 24 * HOUR);
  });

  it("whatever is answered, in any order: every task once, an open one has its hour or waits, and each offered answer has words", () => {
    const one = fc.record({
      task: fc.constantFrom(...CARE_TASKS),
      answer: fc.constantFrom(...CARE_ANSWERS),
      min: fc.nat(9000),
    });
    fc.assert(
      fc.property(
        fc.array(one, { maxLength: 14 }),
        fc.constantFrom("gel", "none", "chance"),
        fc.constantFrom("once", "shine", "long"),
        (list, gel, cover) => {
          const care = list.sort((a, b) => a.min - b.min).map((x) => said(x.task, x.answer, x.min));
          const steps = careOf(cared(care, { gel, cover } as Partial<Cared["practice"]>));
          expect(new Set(steps.map((s) => s.task)).size).toBe(steps.length);
          for (const s of steps) {
            if (s.answered) expect(s.dueMs).toBeNull();
            else if (s.dueMs === null) expect(s.task).toBe("cut");
            else expect(s.dueMs).toBeGreaterThanOrEqual(start);
            for (const a of s.answers) expect(CARE_WORDS[s.task].answers[a]).toBeTruthy();
          }
          const next = nextCare(steps, start);
          if (next)
            for (const s of steps)
              if (!s.answered && s.dueMs !== null) expect(s.dueMs).toBeGreaterThanOrEqual(next.dueMs);
        },
      ),
      { numRuns: tries(300) },
    );
  });
});
