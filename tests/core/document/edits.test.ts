import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { applyEdit, type Edit } from "../../../src/core/document/edits/edit";
import { push, redo, seal, startHistory, undo } from "../../../src/core/document/edits/history";
import { nextId } from "../../../src/core/document/ids";
import { newPlan } from "../../../src/core/document/newPlan";
import type { Plan } from "../../../src/core/document/schema";
import { arbitraryPlan } from "../../support/arbitraryPlan";

/** An edit that fits a plan, chosen by numbers. */
function someEdit(plan: Plan, kind: number, which: number, to: number): Edit {
  const o = plan.operations[which % plan.operations.length];
  const p = plan.portions[which % plan.portions.length];
  const edits: Edit[] = [
    { kind: "set", path: ["portions", `#${p.id}`, "sharePct"], value: to },
    { kind: "set", path: ["batters", "#b1", "water"], value: { method: "ratio", value: 2 } },
    { kind: "move", path: ["operations"], id: o.id, index: to % plan.operations.length },
    {
      kind: "insert",
      path: ["operations"],
      index: to % plan.operations.length,
      item: { ...o, id: nextId(plan.operations, "x") },
    },
    { kind: "set", path: ["portions", `#${p.id}`, "scent"], value: null },
    ...(plan.operations.length > 1 ? [{ kind: "remove", path: ["operations"], id: o.id } as Edit] : []),
  ];
  const one = edits[kind % edits.length];
  return kind % 7 === 6 ? { kind: "all", edits: [one, { kind: "set", path: ["title"], value: `t${to}` }] } : one;
}

describe("edits", () => {
  it("the inverse gives the plan back, and the plan given is never changed", () => {
    fc.assert(
      fc.property(arbitraryPlan, fc.nat(), fc.nat(), fc.nat(), (plan, kind, which, to) => {
        const before = JSON.stringify(plan);
        const result = applyEdit(plan, someEdit(plan, kind, which, to));
        expect(result.ok).toBe(true);
        if (!result.ok) return;
        expect(JSON.stringify(plan)).toBe(before);
        const back = applyEdit(result.document, JSON.parse(JSON.stringify(result.inverse)));
        expect(back.ok && JSON.stringify(back.document)).toBe(before);
      }),
    );
  });

  it("any run of edits can be undone to the start and redone to the end", () => {
    const run = fc.array(fc.tuple(fc.nat(), fc.nat(), fc.nat()), { maxLength: 12 });
    fc.assert(
      fc.property(arbitraryPlan, run, (plan, choices) => {
        let history = startHistory(plan);
        for (const [kind, which, to] of choices) history = push(history, someEdit(history.document, kind, which, to));
        const end = JSON.stringify(history.document);
        for (let i = 0; i < choices.length; i++) history = undo(history);
        expect(JSON.stringify(history.document)).toBe(JSON.stringify(plan));
        for (let i = 0; i < choices.length; i++) history = redo(history);
        expect(JSON.stringify(history.document)).toBe(end);
      }),
    );
  });

  it("typing into one field is one undo until the field is left", () => {
    const set = (value: number): Edit => ({ kind: "set", path: ["barThicknessMm"], value });
    let history = startHistory(newPlan("Typing", 1));
    for (const v of [2, 26]) history = push(history, set(v), "bar");
    history = push(seal(history), set(30), "bar");
    expect(undo(history).document.barThicknessMm).toBe(26);
    expect(undo(undo(history)).document.barThicknessMm).toBe(24.5);
  });

  it("a path that leads nowhere is answered, not thrown", () => {
    const plan = newPlan("Nowhere", 1);
    const nowhere: Edit[] = [
      { kind: "set", path: ["portions", "#p99", "name"], value: "x" },
      { kind: "set", path: ["constructor", "name"], value: "x" },
      { kind: "remove", path: ["operations"], id: "o99" },
      { kind: "move", path: ["title"], id: "o1", index: 0 },
      { kind: "insert", path: ["operations"], index: 0, item: { id: "o1" } },
    ];
    for (const edit of nowhere) expect(applyEdit(plan, edit).ok).toBe(false);
    expect(push(startHistory(plan), nowhere[0]).document).toBe(plan);
  });
});
