import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { nextId } from "../../../src/core/document/ids";
import { newPlan } from "../../../src/core/document/newPlan";
import { readPlan } from "../../../src/core/document/read";
import { afterBench, type BenchEvent } from "../../../src/core/document/record";
import { CHECK_ANSWERS, DEVIATIONS, type Plan } from "../../../src/core/document/schema";

const START = "2026-11-24T18:00:00Z";
const started = afterBench(newPlan("Evening", 1), { kind: "started", at: START });
const step = (id: string, atS: number, finishedAt: string | null = null): BenchEvent => ({
  kind: "stepDone",
  id,
  atS,
  stepId: "lye:b1",
  finishedAt,
});
const check: BenchEvent = { kind: "checked", id: "v2", atS: 300, portionId: "p2", trace: 2.2 };
const through = (events: readonly BenchEvent[], from: Plan = started) => events.reduce(afterBench, from);

/** Anything that may be pressed at the bench, in any order, at any time: ids are those that pour mode gives. */
const pressed = fc.oneof(
  fc.record({ kind: fc.constant("stepDone"), atS: fc.integer({ min: -5, max: 7000 }), isLast: fc.boolean() }),
  fc.record({
    kind: fc.constant("checked"),
    atS: fc.nat(7000),
    cup: fc.nat(2),
    trace: fc.integer({ min: 10, max: 45 }),
  }),
  fc.record({ kind: fc.constant("deviated"), atS: fc.nat(7000) }),
  fc.record({ kind: fc.constant("specified"), which: fc.nat(20), what: fc.constantFrom(...DEVIATIONS) }),
  fc.record({ kind: fc.constant("answered"), which: fc.nat(20), answer: fc.constantFrom(...CHECK_ANSWERS) }),
  fc.record({ kind: fc.constant("replanned"), atS: fc.nat(7000), drop: fc.nat(12) }),
  fc.record({ kind: fc.constant("takenBack") }),
);
function toEvent(plan: Plan, press: Record<string, unknown>): BenchEvent {
  const id = nextId(plan, "v");
  const atS = press.atS as number;
  const eventId = `v${press.which}`;
  switch (press.kind) {
    case "stepDone":
      return step(id, atS, press.isLast ? START : null);
    case "checked":
      return {
        kind: "checked",
        id,
        atS,
        portionId: `p${(press.cup as number) + 1}`,
        trace: (press.trace as number) / 10,
      };
    case "deviated":
      return { kind: "deviated", id, atS, portionId: null };
    case "specified":
      return { kind: "specified", eventId, what: press.what as never };
    case "answered":
      return { kind: "answered", eventId, answer: press.answer as never, noteId: id };
    case "replanned":
      return { kind: "replanned", id, atS, words: "leave one out", edit: dropping(`o${press.drop}`) };
    default:
      return { kind: "takenBack" };
  }
}
const dropping = (id: string) => ({ kind: "remove", path: ["operations"], id }) as const;
const adds = (kind: unknown) => ["stepDone", "checked", "deviated", "replanned"].includes(kind as string);

describe("what happens at the bench", () => {
  it("whatever is pressed in whatever order leaves a document that can be read, and the one before untouched", () => {
    fc.assert(
      fc.property(fc.array(pressed, { maxLength: 25 }), (presses) => {
        let plan = started;
        for (const press of presses) {
          const before = JSON.stringify(plan);
          const next = afterBench(plan, toEvent(plan, press));
          expect(JSON.stringify(plan)).toBe(before);
          const read = readPlan(next);
          expect(read.ok ? [] : read.problems).toEqual([]);
          plan = next;
        }
      }),
      { numRuns: 60 },
    );
  });

  it("what was noted last is taken back whole: the document is as it was before, its end open again", () => {
    fc.assert(
      fc.property(fc.array(pressed, { maxLength: 12 }), pressed, (presses, last) => {
        fc.pre(adds(last.kind));
        const before = presses.reduce<Plan>((plan, press) => afterBench(plan, toEvent(plan, press)), started);
        const after = afterBench(before, toEvent(before, last));
        fc.pre(after !== before);
        const back = afterBench(after, { kind: "takenBack" });
        expect(back).toEqual({ ...before, record: { ...before.record, finishedAt: null } });
      }),
      { numRuns: 60 },
    );
  });

  it("the same event on the same document gives the same document", () => {
    const once = through([step("v1", 20), check]);
    expect(through([step("v1", 20), check])).toEqual(once);
    expect(once.record.events.map((e) => [e.id, e.kind, e.atS])).toEqual([
      ["v1", "stepDone", 20],
      ["v2", "traceCheck", 300],
    ]);
  });

  it("a pour begins once: a second start leaves the first contact where it was", () => {
    const again = afterBench(started, { kind: "started", at: "2026-11-24T19:00:00Z" });
    expect(again).toBe(started);
    expect(again.record.startedAt).toBe(START);
  });

  it("the last step ends the pour, and taking it back opens it again", () => {
    const ended = afterBench(started, step("v1", 900, "2026-11-24T18:15:00Z"));
    expect(ended.record.finishedAt).toBe("2026-11-24T18:15:00Z");
    expect(afterBench(ended, { kind: "takenBack" }).record).toEqual(started.record);
  });

  it("a clock that was set back gives no time before the first contact", () => {
    expect(through([step("v1", -40)]).record.events[0].atS).toBe(0);
  });

  it("a note is made precise afterwards; what is not there, or is no note, stays as it is", () => {
    const note = through([{ kind: "deviated", id: "v1", atS: 60, portionId: "p2" }]);
    const said = afterBench(note, { kind: "specified", eventId: "v1", what: "firm-stir" });
    expect(said.record.events[0]).toMatchObject({ what: "firm-stir", portionId: "p2", atS: 60 });
    expect(afterBench(note, { kind: "specified", eventId: "v9", what: "firm-stir" })).toBe(note);
    const checked = through([check]);
    expect(afterBench(checked, { kind: "specified", eventId: "v2", what: "firm-stir" })).toEqual(checked);
  });

  it("a check that was blended on: the blending is noted right before it, and both stand once", () => {
    const checked = through([check]);
    const answer = { kind: "answered", eventId: "v2", answer: "blended-longer", noteId: "v3" } as const;
    const { events } = afterBench(checked, answer).record;
    expect(events).toMatchObject([
      { kind: "deviation", id: "v3", what: "extra-blending", portionId: "p2", atS: 299 },
      { kind: "traceCheck", id: "v2", answer: "blended-longer" },
    ]);
    expect(afterBench(checked, { ...answer, answer: "as-seen" }).record.events).toHaveLength(1);
  });

  it("going on differently changes the plan and keeps what stood before; a change that cannot stand changes nothing at all", () => {
    const [first] = started.operations;
    const edit = dropping(first.id);
    const replan = { kind: "replanned", id: "v1", atS: 400, words: "without the floor", edit } as const;
    const after = afterBench(started, replan);
    expect(after.operations).toHaveLength(started.operations.length - 1);
    expect(after.record.events[0]).toMatchObject({ kind: "replanned", before: started.operations });
    expect(afterBench(started, { ...replan, edit: dropping("o99") })).toBe(started);
    const unfit = { kind: "set", path: ["roomTemperatureC"], value: "warm" } as const;
    expect(afterBench(started, { ...replan, edit: unfit })).toBe(started);
  });

  it("a pour that was a mistake leaves nothing but the words of the book", () => {
    const written = through([step("v1", 20), { kind: "judged", verdict: "Too warm." }, { kind: "rated", rating: 3 }]);
    const { record } = afterBench(written, { kind: "abandoned" });
    expect(record).toEqual({ ...newPlan("Evening", 1).record, verdict: "Too warm." });
  });

  it("whether the pace counts is answered once and kept", () => {
    expect(afterBench(started, { kind: "paceAnswered", teachesPace: false }).record.teachesPace).toBe(false);
  });
});
