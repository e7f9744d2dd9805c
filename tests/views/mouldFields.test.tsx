import { fireEvent, screen } from "@testing-library/react";
import { expect, it } from "vitest";
import { newPlan } from "../../src/core/document/newPlan";
import { MouldFields } from "../../src/views/parts/MouldFields";
import { renderHeld } from "../support/heldBatch";

const plan = newPlan("Divided", 1);

it("dividers, their widths and the cuts into loaves come with a press, begin as something that fits, and go with another", () => {
  const held = renderHeld(plan, ({ plan: { moulds }, plan: document, set, seal }) => (
    <MouldFields open={{ document, set, seal }} path={["moulds", `#${moulds[0].id}`]} mould={moulds[0]} />
  ));
  const press = (name: string) => fireEvent.click(screen.getByRole("checkbox", { name }));
  expect(screen.queryByLabelText("plates")).toBeNull();
  press("lengthwise dividers");
  expect(held.plan.moulds[0].dividers).toEqual({ count: 2, thicknessMm: 2, isClosedSet: false, widthsMm: null });
  press("unequal widths");
  const { widthMm, dividers } = held.plan.moulds[0];
  expect(dividers!.widthsMm).toHaveLength(3);
  expect(dividers!.widthsMm!.reduce((sum, w) => sum + w, 0)).toBeCloseTo(widthMm - 2 * 2, 0);
  fireEvent.change(screen.getByLabelText("Width of compartment 1"), { target: { value: "20" } });
  expect(held.plan.moulds[0].dividers!.widthsMm![0]).toBe(20);
  press("unequal widths");
  expect(held.plan.moulds[0].dividers!.widthsMm).toBeNull();
  press("lengthwise dividers");
  expect(held.plan.moulds[0].dividers).toBeNull();
  expect(screen.queryByLabelText("plates")).toBeNull();

  press("cut into loaves");
  fireEvent.change(screen.getByLabelText("Loaves lie side by side across"), { target: { value: "length" } });
  expect(held.plan.moulds[0].cutInto).toEqual({ loaves: 3, along: "length" });
  press("cut into loaves");
  expect(held.plan.moulds[0].cutInto).toBeNull();
});
