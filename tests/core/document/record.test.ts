import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { CARE_ANSWERS, CARE_TASKS } from "../../../src/core/cure/careSchema";
import { type BenchEvent, CHECK_ANSWERS, DEVIATIONS, SIGNS } from "../../../src/core/document/logSchema";
import { newPlan } from "../../../src/core/document/newPlan";
import { readPlan } from "../../../src/core/document/read";
import { afterBench, folded, instantOf, lastNoted, merged } from "../../../src/core/document/record";
import type { Plan } from "../../../src/core/document/schema";
import { tries } from "../../support/tries";

const START = "2026-11-24T18:00:00.000Z";
const instant = (s: number) => new Date(Date.parse(START) + 1000 * s).toISOString();
const planned = newPlan("Evening", 1);
const start: BenchEvent = { kind: "started", id: "v0", at: START, by: "" };
const started = afterBench(planned, start);
const step = (id: string, atS: number, stepId = "lye:b1", isLast = false): BenchEvent => ({
  ...{ kind: "stepDone", id, at: instant(atS), by: "" },
  stepId,
  isLast,
});
const check = (id = "v2", atS = 300, portionId = "p2"): BenchEvent => ({
  ...{ kind: "traceCheck", id, at: instant(atS), by: "" },
  portionId,
  trace: 2.2,
  answer: null,
});
const deviation = (id: string, atS: number): BenchEvent => ({
  ...{ kind: "deviation", id, at: instant(atS), by: "" },
  what: "other",
  portionId: null,
  amount: null,
  note: "",
});
const without = (operationId: string) => ({ kind: "remove", path: ["operations"], id: operationId }) as const;
const replanned = (id: string, atS: number, operationId = "o2"): BenchEvent => ({
  ...{ kind: "replanned", id, at: instant(atS), by: "" },
  words: "leave one out",
  edit: without(operationId),
});
const takenBack = (id: string, atS: number, eventId: string): BenchEvent => ({
  ...{ kind: "takenBack", id, at: instant(atS), by: "" },
  eventId,
});

/** Anything that two devices may note, their clocks a little apart. */
const anyEvents: fc.Arbitrary<BenchEvent[]> = fc
  .array(
    fc.record({
      kind: fc.constantFrom(
        ...([
          "stepDone",
          "stepDone",
          "traceCheck",
          "deviation",
          "replanned",
          "specified",
          "answered",
          "takenBack",
        ] as const),
        "sign" as const,
        "reading" as const,
        "aftercare" as const,
        "abandoned" as const,
        "started" as const,
      ),
      atS: fc.integer({ min: -60, max: 4000 }),
      which: fc.nat(24),
      cup: fc.integer({ min: 1, max: 5 }),
    }),
    { maxLength: 25 },
  )
  .map((list) =>
    list.map(({ kind, atS, which, cup }, i): BenchEvent => {
      const [id, eventId] = [`e${i}`, `e${which}`];
      const base = { id, at: instant(atS), by: "" };
      switch (kind) {
        case "stepDone":
          return step(id, atS, `step:${cup}`, which === 24);
        case "traceCheck":
          return check(id, atS, `p${cup}`);
        case "deviation":
          return deviation(id, atS);
        case "sign":
          return { kind, ...base, what: SIGNS[which % SIGNS.length], portionId: `p${cup}` };
        case "reading":
          return { kind, ...base, what: "cup", of: `p${cup}`, value: 10 * which, tareG: null, from: "" };
        case "aftercare":
          return { kind, ...base, task: CARE_TASKS[which % CARE_TASKS.length], answer: CARE_ANSWERS[cup] };
        case "replanned":
          return replanned(id, atS, `o${which}`);
        case "specified":
          return { kind, ...base, eventId, what: DEVIATIONS[which % DEVIATIONS.length] };
        case "answered":
          return { kind, ...base, eventId, answer: CHECK_ANSWERS[which % CHECK_ANSWERS.length] };
        case "takenBack":
          return { kind, ...base, eventId };
        default:
          return { kind, ...base };
      }
    }),
  );
const FIXED = { seed: 12, numRuns: tries(1000) };
const counts = ({ record, operations }: Plan) => ({ ...record, log: [], operations });

describe("the log of the bench, folded", () => {
  it("order and number of arrivals do not matter, and every fold can be read", () => {
    fc.assert(
      fc.property(anyEvents, fc.infiniteStream(fc.nat(1000)), (events, order) => {
        const once = afterBench(started, ...events);
        const shuffled = events
          .map((e) => ({ e, k: order.next().value as number }))
          .sort((a, b) => a.k - b.k)
          .map(({ e }) => e);
        const oneByOne = [...shuffled, ...shuffled].reduce<Plan>((plan, e) => afterBench(plan, e), started);
        expect(counts(oneByOne)).toEqual(counts(once));
        const read = readPlan(once);
        expect(read.ok ? [] : read.problems).toEqual([]);
        // What is folded already stays as it is.
        expect(folded(once)).toEqual(once);
      }),
      FIXED,
    );
  });

  it("no event is lost or changed, no step is done twice, and no time lies before the first contact", () => {
    fc.assert(
      fc.property(anyEvents, (events) => {
        const { record } = afterBench(started, ...events);
        expect(record.log).toEqual([start, ...events]);
        const steps = record.events.flatMap((e) => (e.kind === "stepDone" ? [e.stepId] : []));
        expect(new Set(steps).size).toBe(steps.length);
        expect(record.events.every((e) => e.atS >= 0)).toBe(true);
      }),
      FIXED,
    );
  });

  it("what is taken back is as if it had never been noted; taken back again it counts again", () => {
    fc.assert(
      fc.property(anyEvents, fc.nat(24), (events, which) => {
        fc.pre(which < events.length);
        const target = events[which];
        fc.pre(events.every((e) => !("eventId" in e && e.eventId === target.id)));
        const back = takenBack("z1", 5000, target.id);
        const gone = afterBench(started, ...events, back);
        expect(counts(gone)).toEqual(counts(afterBench(started, ...events.filter((e) => e !== target))));
        const again = afterBench(gone, takenBack("z2", 5001, "z1"));
        expect(counts(again)).toEqual(counts(afterBench(started, ...events)));
      }),
      FIXED,
    );
  });

  it("two devices that note apart, one of them offline, come to the same, whichever is saved last", () => {
    fc.assert(
      fc.property(anyEvents, fc.nat(25), (events, cut) => {
        const [here, there] = [afterBench(started, ...events.slice(0, cut)), afterBench(started, ...events.slice(cut))];
        const change = { id: "c1", at: instant(6000) };
        const all = counts(afterBench(started, ...events));
        expect(counts(merged(here, there, change))).toEqual(all);
        expect(counts(merged(there, here, change))).toEqual(all);
        // What is sent again changes nothing.
        expect(counts(merged(afterBench(started, ...events), here, change))).toEqual(all);
      }),
      FIXED,
    );
  });

  it("the same event on the same document gives the same document, and the one before is untouched", () => {
    const before = JSON.stringify(started);
    const once = afterBench(started, step("v1", 20), check());
    expect(afterBench(started, step("v1", 20), check())).toEqual(once);
    expect(once.record.events.map((e) => [e.id, e.kind, e.atS])).toEqual([
      ["v1", "stepDone", 20],
      ["v2", "traceCheck", 300],
    ]);
    expect(afterBench(once, check())).toBe(once);
    expect(JSON.stringify(started)).toBe(before);
  });

  it("a pour begins once, ends with its last step, and opens again when that is taken back", () => {
    const again = afterBench(started, { ...start, id: "v9", at: instant(60) });
    expect(again.record.startedAt).toBe(START);
    const ended = afterBench(started, step("v1", 900, "op:o1", true));
    expect(ended.record.finishedAt).toBe(instant(900));
    expect(lastNoted(ended)?.id).toBe("v1");
    const open = afterBench(ended, takenBack("v2", 901, "v1"));
    expect(open.record).toMatchObject({ finishedAt: null, events: [] });
    expect(lastNoted(open)).toBeNull();
  });

  it("a pour begun by mistake leaves the design as it was planned, and can be taken up again", () => {
    const through = afterBench(started, step("v1", 20), replanned("v2", 40));
    expect(through.operations).toHaveLength(planned.operations.length - 1);
    const left = afterBench(through, { kind: "abandoned", id: "v3", at: instant(50), by: "" });
    expect(left.operations).toEqual(planned.operations);
    expect(left.record).toMatchObject({ startedAt: null, planned: null, events: [] });
    expect(left.record.log).toHaveLength(4);
    const anew = afterBench(left, { ...start, id: "v4", at: instant(600) });
    expect(anew.record).toMatchObject({ startedAt: instant(600), events: [] });
    expect(counts(afterBench(left, takenBack("v5", 51, "v3")))).toEqual(counts(through));
  });

  it("a note is made precise, a check answered; a blending that was not noted comes right before it", () => {
    const said: BenchEvent = { kind: "specified", id: "v4", at: instant(61), by: "", eventId: "v1", what: "firm-stir" };
    expect(afterBench(started, deviation("v1", 60), said).record.events).toMatchObject([
      { id: "v1", what: "firm-stir" },
    ]);
    expect(afterBench(started, check("v1"), said).record.events).toHaveLength(1);
    const answered: BenchEvent = {
      ...{ kind: "answered", id: "v3", at: instant(301), by: "" },
      eventId: "v2",
      answer: "blended-longer",
    };
    expect(afterBench(started, check(), answered).record.events).toMatchObject([
      { kind: "deviation", id: "v3", what: "extra-blending", portionId: "p2", atS: 299 },
      { kind: "traceCheck", id: "v2", answer: "blended-longer" },
    ]);
  });

  it("an instant follows what it speaks of, where another device's clock is ahead", () => {
    const plan = afterBench(started, check("v2", 300));
    expect(instantOf(plan, Date.parse(instant(200)), "v2")).toBe("2026-11-24T18:05:00.001Z");
    expect(instantOf(plan, Date.parse(instant(400)), "v2")).toBe(instant(400));
    expect(instantOf(plan, Date.parse(instant(200)))).toBe(instant(200));
  });

  it("a change that leads nowhere is noted and changes nothing; several follow one another by their times", () => {
    const odd = afterBench(started, replanned("v1", 400, "o99"));
    expect(odd.operations).toEqual(planned.operations);
    expect(odd.record.events).toHaveLength(1);
    const both = afterBench(started, replanned("v2", 500, "o3"), replanned("v1", 400, "o2"));
    expect(both.operations.map((o) => o.id)).toEqual(
      planned.operations.map((o) => o.id).filter((id) => id !== "o2" && id !== "o3"),
    );
    expect(afterBench(both, takenBack("v3", 501, "v1")).operations.map((o) => o.id)).toContain("o2");
  });

  it("a design edited on the sheet while it is poured is noted as a change; other edits stand as they are", () => {
    const through = afterBench(started, step("v1", 20));
    const edited = { ...through, title: "Night", operations: through.operations.slice(1) };
    const noted = merged(afterBench(through, check()), edited, { id: "c1", at: instant(400) });
    expect(noted.title).toBe("Night");
    expect(noted.operations).toEqual(edited.operations);
    expect(noted.record.events.map((e) => e.kind)).toEqual(["stepDone", "traceCheck", "replanned"]);
    expect(afterBench(noted, takenBack("v8", 500, "c1")).operations).toEqual(planned.operations);
    const plain = { ...planned, title: "Night" };
    expect(merged(planned, plain, { id: "c1", at: instant(1) })).toBe(plain);
  });

  it("a document from before there was a log keeps what its record says", () => {
    const { record } = afterBench(started, step("v1", 20), check(), step("v3", 900, "op:o1", true));
    const old: Plan = { ...started, record: { ...record, log: [], planned: null } };
    expect(folded(old).record).toMatchObject({ startedAt: START, events: record.events, finishedAt: instant(900) });
    expect(afterBench(old, check("v4", 950)).record.events).toHaveLength(4);
    // An end that no step tells of stays where it was.
    const bare: Plan = { ...old, record: { ...old.record, events: [], finishedAt: instant(1200) } };
    expect(folded(bare).record).toMatchObject({ startedAt: START, events: [], finishedAt: instant(1200) });
    expect(merged(bare, { ...bare, title: "Later" }, { id: "c1", at: instant(9000) }).record.finishedAt).toBe(
      instant(1200),
    );
  });
});
