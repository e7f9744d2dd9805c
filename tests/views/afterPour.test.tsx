import { act, fireEvent, render, screen } from "@testing-library/react";
import { useState } from "react";
import { afterEach, beforeEach, expect, it, vi } from "vitest";
import { derive } from "../../src/core/derive/derive";
import { summaryOf } from "../../src/core/derive/shelf";
import type { ShelfEntry } from "../../src/core/derive/shelfEntry";
import type { BenchEvent } from "../../src/core/document/logSchema";
import { newPlan } from "../../src/core/document/newPlan";
import { afterBench } from "../../src/core/document/record";
import type { Plan } from "../../src/core/document/schema";
import type { OpenBatch } from "../../src/views/parts/useBatch";
import { AfterPour } from "../../src/views/pour/AfterPour";
import { DueNext } from "../../src/views/shelf/DueNext";

const at = (min: number) => new Date(Date.parse("2026-11-24T15:00:00Z") + 60_000 * min).toISOString();
const plan = afterBench(
  {
    ...newPlan("Evening", 1),
    practice: { ...newPlan("Evening", 1).practice, ash: "spritz", cover: "once", gel: "gel" },
  },
  { kind: "started", id: "s", at: at(-12), by: "" },
  { kind: "finished", id: "f", at: at(0), by: "" },
);

let noted = 0;
function Held({ first, onPlan }: { first: Plan; onPlan: (plan: Plan) => void }) {
  const [held, setHeld] = useState(first);
  onPlan(held);
  const happen = (what: object) => {
    const id = `c${++noted}`;
    setHeld((p) => afterBench(p, { ...what, id, at: new Date(Date.now()).toISOString(), by: "" } as BenchEvent));
    return id;
  };
  const batch = { plan: held, happen } as unknown as OpenBatch;
  return (
    <AfterPour id="b1" batch={batch} derived={derive(held)} pouredS={720} openedMs={Date.now()} onUndoPour={() => {}} />
  );
}
/** The page after the pour, with a clock that is set by hand; gives the plan as it stands. */
function shown(first: Plan = plan) {
  let now = first;
  render(
    <Held
      first={first}
      onPlan={(p) => {
        now = p;
      }}
    />,
  );
  return () => now;
}
const heading = () =>
  screen.getByRole("heading", { level: 2, name: /Mist|Cover|gel|Heat|Uncover|Unmould|Cut|Set/ }).textContent;
const press = (key: string) => act(() => void fireEvent.keyDown(window, { key }));
const moveTo = (min: number) => {
  vi.setSystemTime(at(min));
  act(() => void vi.advanceTimersByTime(11_000));
};
beforeEach(() => {
  vi.useFakeTimers();
  vi.setSystemTime(at(1));
});
afterEach(() => vi.useRealTimers());

it("asks one thing after the other at its time, each with one key; what was said is taken back", () => {
  const now = shown();
  expect(heading()).toBe("Mist the top");
  press("1");
  expect(heading()).toBe("Cover it");
  press("2");
  expect(screen.getByRole("status").textContent).toMatch(/in 10 min$/);
  moveTo(30);
  expect(screen.getByRole("status").textContent).toMatch(/due/);
  press("1");
  expect(now().record.care.map((c) => [c.task, c.answer])).toEqual([
    ["mist", "done"],
    ["cover", "later"],
    ["cover", "done"],
  ]);
  press("u");
  expect(heading()).toBe("Cover it");
  expect(now().record.care).toHaveLength(2);
});

it("stays until it is answered: hours later the same question stands there, and on the shelf", () => {
  shown();
  moveTo(200);
  expect(heading()).toBe("Mist the top");
  expect(screen.getByRole("status").textContent).toMatch(/^due since/);
  const { summary } = summaryOf(plan);
  const entry = {
    ...summary,
    id: "b1",
    version: 1,
    updatedAt: at(0),
    title: "Evening",
    status: "curing",
  } as ShelfEntry;
  render(<DueNext entries={[entry]} today="2026-11-24" openedMs={Date.now()} />);
  const alarm = screen.getByRole("list", { name: "Due by the hour" });
  expect(alarm.textContent).toMatch(/Mist the top.*Evening, due since/);
  expect(alarm.querySelector("a")?.getAttribute("href")).toBe("/batches/b1/pour");
});

it("gel is looked for again until it is at the rim; then heat off is due at once", () => {
  const done = (task: string, min: number): BenchEvent =>
    ({ kind: "aftercare", id: task, at: at(min), by: "", task, answer: "done" }) as BenchEvent;
  vi.setSystemTime(at(71));
  shown(afterBench(plan, done("mist", 1), done("cover", 2), done("mistAgain", 46)));
  expect(heading()).toBe("Lift a corner: gel?");
  press("2");
  expect(screen.getByRole("status").textContent).toMatch(/in 40 min$/);
  moveTo(115);
  press("3");
  expect(heading()).toBe("Heat off");
  expect(screen.getByRole("status").textContent).toBe("due now");
});

it("what is due is called out where the device may speak, once each", () => {
  const spoken: string[] = [];
  vi.stubGlobal(
    "SpeechSynthesisUtterance",
    class {
      constructor(readonly text: string) {}
    },
  );
  vi.stubGlobal("speechSynthesis", { cancel: () => {}, speak: (u: { text: string }) => spoken.push(u.text) });
  localStorage.clear();
  vi.setSystemTime(at(1));
  shown();
  expect(spoken).toEqual([]);
  act(() => void fireEvent.click(screen.getByRole("button", { name: "Call out what is due" })));
  const first = heading()!;
  expect(spoken).toEqual([first]);
  moveTo(2);
  expect(spoken).toHaveLength(1);
  press("1");
  moveTo(3);
  expect(spoken).toEqual([first, heading()]);
  vi.unstubAllGlobals();
  localStorage.clear();
});
