import { fireEvent, screen, within } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import type { LineEntry } from "../../src/core/derive/line";
import { changesBetween } from "../../src/core/derive/line";
import { summaryOf } from "../../src/core/derive/shelf";
import { copyPlan, newPlan } from "../../src/core/document/newPlan";
import type { Plan } from "../../src/core/document/schema";
import { NextTimes } from "../../src/views/book/NextTimes";
import { FromLastTime } from "../../src/views/sheet/FromLastTime";
import { renderHeld } from "../support/heldBatch";

const plan = newPlan("First", 1);

describe("next time, in the book", () => {
  it("is put down as a new number, or in words; withdrawn and opened again", () => {
    const held = renderHeld(plan, (batch) => <NextTimes batch={batch} />);
    const put = () => fireEvent.click(screen.getByRole("button", { name: "Put it down" }));
    put();
    expect(screen.getByRole("alert").textContent).toBe("say what to do otherwise");
    fireEvent.change(screen.getByLabelText("change"), { target: { value: "portions.#p2.sharePct" } });
    put();
    expect(screen.getByRole("alert").textContent).toBe("it stands so already");
    fireEvent.change(screen.getByLabelText("to"), { target: { value: "15" } });
    put();
    expect(screen.queryByRole("alert")).toBeNull();
    expect(held.plan.record.nextTimes).toEqual([
      expect.objectContaining({
        ...{ about: "shares", words: "Ink 20 % → 15 %", state: "open" },
        change: { path: ["portions", "#p2", "sharePct"], value: 15 },
      }),
    ]);
    fireEvent.change(screen.getByLabelText("about"), { target: { value: "care" } });
    fireEvent.change(screen.getByLabelText("What to do otherwise the next time"), {
      target: { value: "cover sooner" },
    });
    put();
    expect(held.plan.record.nextTimes[1]).toMatchObject({ about: "care", words: "cover sooner", change: null });
    const list = within(screen.getByRole("list", { name: "Next time" }));
    fireEvent.click(list.getAllByRole("button", { name: "withdraw" })[1]);
    expect(held.plan.record.nextTimes.map((n) => n.state)).toEqual(["open", "withdrawn"]);
    fireEvent.click(list.getByRole("button", { name: "open again" }));
    expect(held.plan.record.nextTimes.map((n) => n.state)).toEqual(["open", "open"]);
  });
});

describe("from last time, on the sheet", () => {
  const first: Plan = {
    ...plan,
    record: {
      ...plan.record,
      nextTimes: [
        {
          ...{ id: "n1", about: "shares", words: "less Ink", bar: 0, state: "open" },
          change: { path: ["portions", "#p2", "sharePct"], value: 15 },
        },
        { id: "n2", about: "care", words: "cover sooner", bar: 0, state: "open", change: null },
      ],
    },
  };
  const copy = copyPlan(first, "Second", 2, "b1");

  it("stands beside what it speaks of alone; one press sets the number, and it is gone from the sheet", () => {
    const held = renderHeld(copy, (batch) => <FromLastTime batch={batch} disabled={false} beside="cups" />);
    expect(screen.getAllByRole("listitem")).toHaveLength(1);
    expect(screen.getByRole("listitem").textContent).toMatch(/^Last time: less Ink \(Ink 20 % → 15 %\)/);
    fireEvent.click(screen.getByRole("button", { name: "apply" }));
    expect(held.plan.portions[1].sharePct).toBe(15);
    expect(held.plan.heeded.map((h) => h.state)).toEqual(["taken", "open"]);
    expect(screen.queryByRole("listitem")).toBeNull();
  });

  it("words are heeded or left; a poured batch shows none", () => {
    const held = renderHeld(copy, (batch) => <FromLastTime batch={batch} disabled={false} beside="pours" />);
    expect(screen.getByRole("button", { name: "heeded" })).toBeTruthy();
    fireEvent.click(screen.getByRole("button", { name: "leave it" }));
    expect(held.plan.heeded.map((h) => h.state)).toEqual(["open", "left"]);
    const past = renderHeld(copy, (batch) => <FromLastTime batch={batch} disabled={true} beside="cups" />);
    expect(past.container.textContent).toBe("");
  });
});

describe("what changed from batch to batch", () => {
  it("names numbers, cups, scents and pours; nothing where nothing did", () => {
    expect(changesBetween(plan, copyPlan(plan, "Same", 9, "b"))).toEqual([]);
    const other: Plan = {
      ...plan,
      portions: [...plan.portions.slice(0, 2).map((p) => (p.id === "p2" ? { ...p, name: "Night", sharePct: 12 } : p))],
      operations: plan.operations.filter((o) => !("portionId" in o) || o.portionId !== "p3"),
      barThicknessMm: plan.barThicknessMm + 1,
    };
    expect(changesBetween(plan, other)).toEqual([
      "Night 20 % → 12 %",
      `bars ${plan.barThicknessMm} mm → ${plan.barThicknessMm + 1} mm`,
      "Brass left out",
      "Ink is called Night",
      expect.stringMatching(/^drop \d+ → \d+ times$/),
    ]);
    const layered = { ...plan, design: { ...plan.design, family: "layers" as const } };
    expect(changesBetween(plan, layered)[0]).toBe("drop swirl → plain layers");
  });

  it("a batch stands in its line with what lists know of it", () => {
    const { summary } = summaryOf(plan);
    const entry: LineEntry["entry"] = { ...summary, id: "b", version: 1, updatedAt: "", title: "x", status: "planned" };
    expect(entry.design).not.toBeNull();
  });
});
