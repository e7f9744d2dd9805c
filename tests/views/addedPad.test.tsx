import { fireEvent, render, screen } from "@testing-library/react";
import { expect, it } from "vitest";
import { derive } from "../../src/core/derive/derive";
import { newPlan } from "../../src/core/document/newPlan";
import { afterBench } from "../../src/core/document/record";
import { AddedPad } from "../../src/views/pour/AddedPad";

const plan = afterBench(newPlan("Evening", 1), {
  ...{ kind: "started", id: "s", at: "2026-11-24T18:00:00.000Z", by: "" },
});
const ink = plan.portions[1];
const press = (...keys: string[]) => {
  for (const key of keys) fireEvent.keyDown(window, { key });
};

it("says what there was and what there is then, refuses nothing typed, and notes colour by its cup and colourant", () => {
  const taken: unknown[] = [];
  let left = 0;
  render(<AddedPad plan={plan} into={ink.id} onAdded={(a) => taken.push(a)} onLeave={() => left++} />);
  const follows = () => screen.getByTestId("added-follows").textContent;
  expect(follows()).toContain("no scent is blamed");
  press("Enter");
  expect(follows()).toBe("Type the seconds.");
  press("1", "5", "Enter");
  expect(taken).toEqual([{ what: "blending", into: ink.id, colourantId: null, amount: 15 }]);
  fireEvent.click(screen.getByRole("button", { name: ink.colourants[0].name }));
  const cup = derive(plan).masses!.portions.find((p) => p.id === ink.id)!;
  expect(follows()).toMatch(/ → /);
  expect(follows()).toContain((cup.colourants[0].weighedG + 15).toFixed(1));
  press("Enter");
  expect(taken[1]).toEqual({ what: "colour", into: ink.id, colourantId: ink.colourants[0].id, amount: 15 });
  // The base has neither colour nor scent of its own: only blending is left to choose.
  fireEvent.click(screen.getByRole("button", { name: plan.portions[0].name }));
  expect(screen.queryByRole("button", { name: ink.colourants[0].name })).toBeNull();
  press("Escape");
  expect(left).toBe(1);
});
