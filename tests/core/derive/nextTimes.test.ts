import { describe, expect, it } from "vitest";
import { adjustablesOf, besideOf, changeWords, settleHeeded, takeHeeded } from "../../../src/core/derive/nextTimes";
import { applyEdit, valueAt } from "../../../src/core/document/edits/edit";
import { copyPlan, newPlan, plainScent } from "../../../src/core/document/newPlan";
import { ABOUT, type NextTime } from "../../../src/core/document/nextTimeSchema";
import { readPlan } from "../../../src/core/document/read";
import type { Plan } from "../../../src/core/document/schema";
import { planOfFamily } from "../../../src/core/library/familyPlan";
import { FAMILY_IDS } from "../../../src/core/techniques/families/registry";
import { edited } from "../../support/edited";

const base = newPlan("First", 1);
const item = (id: string, more: Partial<NextTime>): NextTime => ({
  ...{ id, about: "other", words: "second mist", change: null, bar: 0, state: "open" },
  ...more,
});
const with_ = (nextTimes: NextTime[], plan = base): Plan => ({ ...plan, record: { ...plan.record, nextTimes } });

describe("what is to be otherwise the next time", () => {
  it("names numbers that are there, in every family, each once and each as it stands", () => {
    for (const family of FAMILY_IDS) {
      const plan = planOfFamily(family);
      const list = adjustablesOf(plan);
      expect(new Set(list.map((a) => a.path.join("."))).size).toBe(list.length);
      for (const a of list.filter((x) => x.path[1] !== "knobs")) expect(valueAt(plan, a.path)).toBe(a.value);
      expect(new Set(list.map((a) => a.label)).size).toBe(list.length);
    }
  });

  it("says a change against how the batch stands", () => {
    const list = adjustablesOf(base);
    const share = { path: ["portions", "#p2", "sharePct"], value: 15 };
    expect(changeWords(list, share)).toBe("Ink 20 % → 15 %");
    expect(changeWords(list, { ...share, value: 20 })).toBeNull();
    expect(changeWords(list, { path: ["portions", "#p9", "sharePct"], value: 3 })).toBeNull();
    expect(changeWords(list, { path: ["barThicknessMm"], value: 23.5 })).toBe("bars 24.5 mm → 23.5 mm");
    const scented = { ...base, portions: base.portions.map((p) => ({ ...p, scent: plainScent("S", "mild", 3) })) };
    expect(
      changeWords(adjustablesOf(scented), { path: ["portions", "#p2", "scent", "load", "amount"], value: 2 }),
    ).toBe("scent in Ink 3 % of the oils → 2 % of the oils");
  });

  it("comes with a copy while it is open, with what came from before; what is taken or withdrawn stays behind", () => {
    const first = with_([
      item("n1", { about: "shares", words: "less ink", change: { path: ["portions", "#p2", "sharePct"], value: 15 } }),
      item("n2", { words: "cover sooner" }),
      item("n3", { state: "withdrawn" }),
      item("n4", { state: "taken" }),
    ]);
    const second = copyPlan(first, "Second", 2, "batch-1");
    expect(second.origin).toEqual({ batchId: "batch-1", title: "First" });
    expect(second.heeded.map((h) => [h.words, h.state, h.fromId, h.fromBatchId])).toEqual([
      ["less ink", "open", "n1", "batch-1"],
      ["cover sooner", "open", "n2", "batch-1"],
    ]);
    expect(second.record.nextTimes).toEqual([]);
    expect(readPlan(second).ok).toBe(true);
    const heeded = edited(second, takeHeeded(second, second.heeded[0]));
    const third = copyPlan(with_([item("n1", { words: "darker" })], heeded), "Third", 3, "batch-2");
    expect(third.heeded.map((h) => [h.words, h.fromTitle])).toEqual([
      ["darker", "Second"],
      ["cover sooner", "First"],
    ]);
    expect(readPlan(third).ok).toBe(true);
  });

  it("one press sets the number and is one undo; a knob lays the design out anew", () => {
    const plan = copyPlan(
      with_([
        item("n1", { about: "shares", change: { path: ["portions", "#p2", "sharePct"], value: 15 } }),
        item("n2", { about: "design", change: { path: ["design", "knobs", "drops"], value: 9 } }),
        item("n3", { change: { path: ["portions", "#gone", "sharePct"], value: 15 } }),
      ]),
      "Again",
      5,
      "b",
    );
    const [share, drops, gone] = plan.heeded;
    const tried = applyEdit(plan, takeHeeded(plan, share));
    if (!tried.ok) throw new Error(tried.reason);
    expect(tried.document.portions[1].sharePct).toBe(15);
    expect(tried.document.heeded[0].state).toBe("taken");
    expect(edited(tried.document, tried.inverse)).toEqual(plan);
    const laid = edited(plan, takeHeeded(plan, drops));
    expect(laid.design.knobs.drops).toBe(9);
    expect(laid.operations.filter((o) => o.kind === "stripe")).toHaveLength(9);
    expect(readPlan(laid).ok).toBe(true);
    // What it names is there no more: only its words were heeded.
    expect(edited(plan, takeHeeded(plan, gone))).toEqual(edited(plan, settleHeeded(gone, "taken")));
  });

  it("a value that cannot be is not set", () => {
    const plan = copyPlan(
      with_([item("n1", { change: { path: ["portions", "#p2", "sharePct"], value: 4000 } })]),
      "Again",
      5,
      "b",
    );
    const next = edited(plan, takeHeeded(plan, plan.heeded[0]));
    // The edit itself is plain; the check of the document refuses it, and with it the whole.
    expect(readPlan(next).ok).toBe(false);
  });

  it("everything that it can be about stands beside some part of the sheet", () => {
    expect(ABOUT.map(besideOf).every(Boolean)).toBe(true);
  });
});
