import { act, fireEvent, render, screen } from "@testing-library/react";
import { useState } from "react";
import { beforeEach, expect, it, vi } from "vitest";
import { derive } from "../../src/core/derive/derive";
import { newPlan } from "../../src/core/document/newPlan";
import type { Plan } from "../../src/core/document/schema";
import { tellDevice } from "../../src/views/parts/useDevice";
import { type OnScale, ReadingPad } from "../../src/views/pour/ReadingPad";

beforeEach(() => vi.stubGlobal("EventSource", class {}));

const plan = newPlan("Evening", 1);
const batterG = derive(plan).masses!.batters[0].plannedBaseG;
const of = plan.batters[0].id;

interface Held {
  first: OnScale;
  on: Plan;
  onReading: (reading: unknown) => void;
  onLeave: () => void;
}
function HeldPad({ first, on, ...does }: Held) {
  const [onScale, setOnScale] = useState(first);
  return <ReadingPad plan={on} derived={derive(on)} onScale={onScale} onScaleChange={setOnScale} {...does} />;
}

/** The pad with what it took; typed on the keyboard as at the bench. */
function shown(first: OnScale, on: Plan = plan) {
  const taken: unknown[] = [];
  let left = 0;
  render(
    <HeldPad
      first={first}
      on={on}
      onReading={(reading) => taken.push(reading)}
      onLeave={() => {
        left++;
      }}
    />,
  );
  const press = (keys: string[]) => {
    for (const key of keys) fireEvent.keyDown(window, { key });
  };
  const type = (value: number) => press([...String(Math.round(value))]);
  return { taken, press, type, left: () => left };
}

it("asks for the empty bowl once, then says what follows for every cup, and takes the reading", () => {
  const pad = shown({ what: "bowl", of });
  expect(screen.getByText("What does the empty bowl weigh?")).toBeTruthy();
  pad.type(210);
  pad.press(["Enter"]);
  expect(pad.taken).toEqual([]);
  pad.type(210 + 0.92 * batterG);
  expect(screen.getByTestId("follows").textContent).toMatch(/less than planned\. Cups: .*Ink \d+ g, Brass \d+ g/);
  pad.press(["Enter"]);
  expect(pad.taken).toEqual([{ what: "bowl", of, value: Math.round(210 + 0.92 * batterG), tareG: 210, from: "" }]);
});

it("asks about a number that can hardly be true, and takes it when it is said again", () => {
  const bowl = { tareG: 210, grossG: null };
  const pad = shown({ what: "bowl", of }, { ...plan, batters: [{ ...plan.batters[0], bowl }] });
  pad.type(210 + 0.5 * batterG);
  pad.press(["Enter"]);
  expect(screen.getByTestId("follows").textContent).toMatch(/is far from .* Once more takes it all the same/);
  expect(pad.taken).toEqual([]);
  pad.press(["Enter"]);
  expect(pad.taken).toHaveLength(1);
});

it("a bowl that weighs less than itself, or nothing typed, is no reading", () => {
  const bowl = { tareG: 210, grossG: null };
  const pad = shown({ what: "bowl", of }, { ...plan, batters: [{ ...plan.batters[0], bowl }] });
  pad.press(["Enter"]);
  expect(screen.getByTestId("follows").textContent).toBe("Type what the scale says.");
  pad.type(200);
  pad.press(["Enter"]);
  expect(screen.getByTestId("follows").textContent).toMatch(/^Less than the empty bowl/);
  expect(pad.taken).toEqual([]);
});

it("a cup is read against its target, on keys or under a finger; Escape leaves", () => {
  const cup = plan.portions.find((p) => !p.takesRest)!;
  const pad = shown({ what: "cup", of: cup.id });
  const target = derive(plan).masses!.portions.find((p) => p.id === cup.id)!.baseG;
  expect(screen.getByText(/the empty cup tared\. Target/)).toBeTruthy();
  for (const digit of String(Math.round(target + 12)))
    fireEvent.click(screen.getByRole("button", { name: digit, exact: true } as never));
  expect(screen.getByTestId("follows").textContent).toMatch(/over the target/);
  pad.press(["Backspace", "Escape"]);
  expect(screen.getByTestId("typed").textContent).toBe(`${String(Math.round(target + 12)).slice(0, -1)} g`);
  expect(pad.left()).toBe(1);
  fireEvent.click(screen.getByRole("button", { name: "Bowl" }));
  expect(screen.getByTestId("typed").textContent).toBe("0 g");
});

it("a scale that is heard speaks for itself: how much is still to pour, never taken while it moves, kept with its name", () => {
  const bowl = { tareG: 210, grossG: 210 + Math.round(batterG) };
  const weighed = { ...plan, batters: [{ ...plan.batters[0], bowl }] };
  const { taken } = shown({ what: "cup", of: "p2" }, weighed);
  const says = (value: number, isStable: boolean, isOverload = false) =>
    act(() =>
      tellDevice({ deviceId: "scale", kind: "mass", value, isStable, isOverload, at: "2026-11-24T18:00:00.000Z" }),
    );
  const targetG = derive(weighed).masses!.portions.find((p) => p.id === "p2")!.baseG;
  says(targetG - 142, false);
  expect(screen.getByTestId("live-scale").textContent).toBe("142 g to pour");
  fireEvent.keyDown(window, { key: "Enter" });
  expect(screen.getByTestId("follows").textContent).toContain("still moves");
  expect(taken).toEqual([]);
  says(9000, false, true);
  fireEvent.keyDown(window, { key: "Enter" });
  expect(screen.getByTestId("follows").textContent).toContain("More than this scale can weigh");
  says(targetG + 1, true);
  expect(screen.getByTestId("live-scale").textContent).toBe("on the target: stop");
  fireEvent.keyDown(window, { key: " " });
  expect(taken).toEqual([{ what: "cup", of: "p2", value: targetG + 1, tareG: null, from: "scale" }]);
  // What is typed goes before what the scale says.
  fireEvent.keyDown(window, { key: "7" });
  expect(screen.queryByTestId("live-scale")).toBeNull();
  expect(screen.getByTestId("typed").textContent).toContain("7");
});

it("by eye: the mark of the pitcher is taken as grams of batter, and the scale is one press away", () => {
  const byEye: Plan = { ...plan, practice: { ...plan.practice, measuring: "eyeball" } };
  const { taken, press } = shown({ what: "cup", of: "p2" }, byEye);
  const { baseG } = derive(byEye).masses!.portions.find((p) => p.id === "p2")!;
  const density = byEye.batters[0].densityGPerMl;
  expect(screen.getByText(/by eye, to the mark of its pitcher/).textContent).toContain(
    `${Math.round(baseG / density)} mL`,
  );
  press([...String(Math.round(baseG / density)), "Enter"]);
  expect(taken).toMatchObject([{ what: "cup", of: "p2", from: "mark" }]);
  expect((taken[0] as { value: number }).value).toBeCloseTo(Math.round(baseG / density) * density, 6);
  fireEvent.click(screen.getByRole("button", { name: "by the scale instead" }));
  expect(screen.getByText(/on the scale, the empty cup tared/)).toBeTruthy();
});
