// @vitest-environment jsdom
import "../support/screen";
import { fireEvent, render, screen } from "@testing-library/react";
import { useState } from "react";
import { expect, it } from "vitest";
import { derive } from "../../src/core/derive/derive";
import { newPlan } from "../../src/core/document/newPlan";
import type { Plan } from "../../src/core/document/schema";
import { type OnScale, ReadingPad } from "../../src/views/pour/ReadingPad";

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
  expect(pad.taken).toEqual([{ what: "bowl", of, value: Math.round(210 + 0.92 * batterG), tareG: 210 }]);
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
