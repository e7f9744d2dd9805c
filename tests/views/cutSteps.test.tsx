import { fireEvent, render, screen, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { expect, it } from "vitest";
import { computeMasses } from "../../src/core/batter/masses";
import { plannedCut } from "../../src/core/cut/planned";
import { newPlan } from "../../src/core/document/newPlan";
import type { Plan } from "../../src/core/document/schema";
import { CutSteps } from "../../src/views/cut/CutSteps";
import { HeldBatch } from "../support/heldBatch";

const first = newPlan("By hand", 1);
const cutOf = (plan: Plan) => plannedCut(plan, computeMasses(plan)!, plan.moulds[0].id)!;
let now: Plan;
const show = () =>
  render(
    <HeldBatch
      first={first}
      onPlan={(plan) => {
        now = plan;
      }}
    >
      {(batch) => <CutSteps batch={batch} cut={cutOf(batch.plan)} />}
    </HeldBatch>,
  );
const cut = (n: number) => within(screen.getByRole("listitem", { name: `Cut ${n}` }));

it("the bars of the plan are split level by hand, some of them only, and put back", async () => {
  const user = userEvent.setup();
  show();
  await user.click(screen.getByText("Change the cuts by hand"));
  const bars = cutOf(first).up.bars.length;
  await user.click(screen.getByRole("button", { name: "cut the pieces of 1" }));
  await user.selectOptions(cut(2).getByLabelText("Direction of cut 2"), "level");
  expect(cutOf(now).up.bars.length).toBe(2 * bars);
  const which = cut(2).getByLabelText("which");
  fireEvent.change(which, { target: { value: "1-3" } });
  fireEvent.blur(which);
  expect(cutOf(now).up.bars.length).toBe(bars + 3);
  fireEvent.change(which, { target: { value: "some" } });
  fireEvent.blur(which);
  expect(cut(2).getByText("all, 3 or 3-5")).toBeTruthy();
  await user.click(screen.getByRole("button", { name: "Back to bars as the plan has them" }));
  expect(now.cutting.moulds).toEqual([]);
});

it("pieces of several thicknesses, trims, and a cut that fits nowhere says so", async () => {
  const user = userEvent.setup();
  show();
  await user.click(screen.getByText("Change the cuts by hand"));
  await user.selectOptions(cut(1).getByLabelText("Division of cut 1"), "list");
  const list = cut(1).getByLabelText("mm");
  fireEvent.change(list, { target: { value: "30, 12, 30" } });
  fireEvent.blur(list);
  expect(now.cutting.moulds[0].steps[0].division).toEqual({ kind: "list", thickMm: [30, 12, 30] });
  expect(cutOf(now).up.bars.map((b) => b.size.length)).toEqual([30, 12, 30]);
  fireEvent.change(cut(1).getByLabelText("off the start"), { target: { value: "5" } });
  expect(now.cutting.moulds[0].steps[0].trimStartMm).toBe(5);
  fireEvent.change(list, { target: { value: "400" } });
  fireEvent.blur(list);
  expect(cut(1).getByText(/thicker than what is there/)).toBeTruthy();
  await user.click(screen.getByRole("button", { name: "Remove cut 1" }));
  expect(now.cutting.moulds[0].steps).toEqual([]);
  expect(screen.getByRole("button", { name: "cut the loaf" })).toBeTruthy();
});
