import { describe, expect, it } from "vitest";
import { courseWords } from "../../../src/core/document/courseWords";
import { applyEdit, type Edit } from "../../../src/core/document/edits/edit";
import type { BenchEvent } from "../../../src/core/document/logSchema";
import { newPlan } from "../../../src/core/document/newPlan";
import { afterBench, merged } from "../../../src/core/document/record";
import type { Plan } from "../../../src/core/document/schema";
import { isOn, standingOf, underwayRefuses } from "../../../src/core/document/underway";
import { edited } from "../../support/edited";

const START = Date.parse("2026-11-24T18:00:00.000Z");
const at = (s: number) => new Date(START + 1000 * s).toISOString();
const done = (stepId: string, s: number, isLast = false): BenchEvent => ({
  ...{ kind: "stepDone", id: `d${s}`, at: at(s), by: "" },
  stepId,
  isLast,
});
const planned = newPlan("Evening", 1);
const [first, second] = planned.operations;
const [cup, rest] = [planned.portions.find((p) => !p.takesRest)!, planned.portions.find((p) => p.takesRest)!];
const poured = (...events: BenchEvent[]) =>
  afterBench(planned, { kind: "started", id: "v0", at: at(0), by: "" }, ...events);
const whole = poured(done("lye:b1", 30), done("blend:b1", 60));
const split = poured(done("lye:b1", 30), done(`weigh:${cup.id}`, 100));
const begun = poured(done(`weigh:${cup.id}`, 100), done(first.id, 400));

const why = (plan: Plan, edit: Edit): string | null => {
  return underwayRefuses(plan, edited(plan, edit));
};
const set = (value: unknown, ...path: string[]): Edit => ({ kind: "set", path, value });
const ofCup = (field: string, value: unknown): Edit => set(value, "portions", `#${cup.id}`, field);

describe("what is done of a pour stands", () => {
  it.each([
    ["formula", whole, set(40, "batters", "#b1", "startTemperatureC"), /lye and oils have met/],
    ["a mould that is being filled", begun, set(999, "moulds", "@0", "lengthMm"), /is being filled/],
    ["a pour that is done", begun, { kind: "remove", path: ["operations"], id: first.id }, /done already/],
    ["the mould of a done pour", begun, set("m9", "operations", `#${first.id}`, "mouldId"), /done already/],
    [
      "what comes before a done pour",
      begun,
      { kind: "move", path: ["operations"], id: second.id, index: 0 },
      /nothing can come before/,
    ],
    [
      "a new pour before a done one",
      begun,
      { kind: "insert", path: ["operations"], index: 0, item: { ...second, id: "o99" } },
      /nothing can come before/,
    ],
    ["a share that was weighed out", split, ofCup("sharePct", 7), /shares stay/],
    ["who takes the rest", split, set(false, "portions", `#${rest.id}`, "takesRest"), /shares stay/],
    ["a cup of a split batter", split, { kind: "remove", path: ["portions"], id: cup.id }, /shares stay/],
    [
      "another cup of a split batter",
      split,
      { kind: "insert", path: ["portions"], index: 1, item: { ...cup, id: "p99" } },
      /none left/,
    ],
    ["the colour of a coloured cup", poured(done(`colour:${cup.id}`, 90)), ofCup("colourants", []), /is coloured/],
    [
      "the scent of a scented cup",
      poured(done(`scent:${cup.id}`, 90)),
      ofCup("scent", { ...cup.scent, name: "Other" }),
      /is scented/,
    ],
  ] as [string, Plan, Edit, RegExp][])("%s", (_, plan, edit, reason) => {
    expect(why(plan, edit)).toMatch(reason);
    expect(why(planned, edit)).toBeNull();
  });

  it.each([
    ["the scale's word on the bowl", split, set(1200, "batters", "#b1", "bowl", "grossG")],
    ["a mould in which nothing lies", whole, set(999, "moulds", "@0", "lengthMm")],
    ["shares before the split", whole, ofCup("sharePct", 7)],
    ["the colour of a cup that is weighed out only", split, ofCup("colourants", [])],
    ["pours that are left", begun, { kind: "remove", path: ["operations"], id: second.id }],
    ["title, and words to a step", begun, set({ [second.id]: "rows, not across" }, "stepWords")],
    ["a cup's name", begun, ofCup("name", "Coal")],
  ] as [string, Plan, Edit][])("%s can still be changed", (_, plan, edit) => {
    expect(why(plan, edit)).toBeNull();
  });

  it("what is kept back of a cup stays once it is being poured", () => {
    const own = planned.operations.find((o) => "portionId" in o && o.portionId === cup.id)!;
    expect(why(begun, ofCup("keptBackPct", 30))).toBeNull();
    expect(why(poured(done(own.id, 400)), ofCup("keptBackPct", 30))).toMatch(/being poured/);
  });

  it("nothing is refused once the pour is over", () => {
    const over = poured(done(first.id, 400, true));
    expect([isOn(planned), isOn(begun), isOn(over)]).toEqual([false, true, false]);
    expect(why(over, { kind: "remove", path: ["operations"], id: first.id })).toBeNull();
    expect(standingOf(over).operations).toEqual(new Set([first.id]));
  });
});

describe("a change on the sheet while it is poured", () => {
  const edited = (...edits: Edit[]) => {
    const tried = applyEdit(begun, { kind: "all", edits: edits as never });
    if (!tried.ok) throw new Error(tried.reason);
    return tried.document;
  };

  it("stands in the record in words, cups included, and is taken back from there", () => {
    const now = edited(
      { kind: "remove", path: ["operations"], id: second.id } as Edit,
      ofCup("colourants", []),
      set("Coal", "portions", `#${rest.id}`, "name"),
    );
    const kept = merged(begun, now, { id: "c1", at: at(500) });
    expect(kept.record.events.at(-1)).toMatchObject({ kind: "replanned" });
    const { words } = kept.record.events.at(-1) as { words: string };
    expect(words).toMatch(/^On the sheet: .+ taken out; /);
    expect(words).toContain(`${cup.name}: colour changed`);
    expect(words).toContain("Coal: name changed");
    expect(kept.portions).toEqual(now.portions);
    const back = afterBench(kept, { kind: "takenBack", id: "t1", at: at(600), by: "", eventId: "c1" });
    expect(back.portions).toEqual(planned.portions);
    expect(back.operations).toEqual(planned.operations);
  });

  it("says what came, went, moved and is another", () => {
    const copy = { ...second, id: "o99" };
    const say = (now: Partial<Plan>) => courseWords(planned, { ...planned, ...now });
    expect(say({})).toBe("nothing");
    expect(say({ operations: [...planned.operations, copy, { ...copy, id: "o98" }] })).toMatch(/ ×2 added$/);
    expect(say({ operations: planned.operations.toReversed() })).toBe("another order");
    expect(say({ design: { ...planned.design, family: "layers" } })).toBe("plain layers laid out");
    expect(say({ design: { ...planned.design, seed: 5 } })).toBe("design set otherwise");
    expect(say({ portions: [...planned.portions, { ...cup, id: "p99", name: "Fog" }] })).toBe("cup Fog added");
  });
});
