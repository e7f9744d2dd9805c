import { render, screen } from "@testing-library/react";
import { expect, it } from "vitest";
import { derive } from "../../src/core/derive/derive";
import { pourHex } from "../../src/core/derive/pourColour";
import type { Plan } from "../../src/core/document/schema";
import { planOfFamily } from "../../src/core/library/familyPlan";
import type { FamilyId } from "../../src/core/techniques/families/registry";
import type { OperationKind } from "../../src/core/techniques/operations/registry";
import { PourDrawing } from "../../src/views/pour/PourDrawing";

function drawn(family: FamilyId, kind: OperationKind, done: (plan: Plan) => string[] = () => []) {
  const plan = planOfFamily(family);
  const operation = plan.operations.find((o) => o.kind === kind)!;
  return render(<PourDrawing plan={plan} derived={derive(plan)} operation={operation} doneIds={new Set(done(plan))} />)
    .container;
}

it("what goes into another cup or into the pot is not drawn over the mould", () => {
  drawn("shades", "intoCup");
  expect(screen.getByText("into the cup of Moon")).toBeTruthy();
  expect(screen.queryByText("near wall")).toBeNull();
  drawn("in-pot", "potDrop");
  expect(screen.getByText("into the pot")).toBeTruthy();
  expect(screen.queryByText("near wall")).toBeNull();
});

it("the mould stands empty while the pot is filled, and full once it is poured out", () => {
  const level = (container: HTMLElement) => Number(container.querySelector("rect.fill-rule")?.getAttribute("height"));
  const fills = (plan: Plan) => plan.operations.filter((o) => o.kind !== "potPour").map((o) => o.id);
  expect(level(drawn("in-pot", "potPour", fills))).toBe(0);
  expect(level(drawn("in-pot", "potPour", (plan) => plan.operations.map((o) => o.id)))).toBeGreaterThan(90);
});

it("a shade is shown in its own colour, a movement in none", () => {
  const plan = planOfFamily("shades");
  const derived = derive(plan);
  const layers = plan.operations.filter((o) => o.kind === "layer");
  expect(pourHex(derived, plan.portions, layers[0])).toBe(derived.palette[0]);
  expect(pourHex(derived, plan.portions, layers[1])).toBe(derived.shades[0].colours.cured);
  expect(pourHex(derived, plan.portions, plan.operations.find((o) => o.kind === "intoCup")!)).toBe(derived.palette[1]);
  const tap = { kind: "tap", id: "t", mouldId: plan.moulds[0].id } as const;
  expect(pourHex(derived, plan.portions, tap)).toBeNull();
});
