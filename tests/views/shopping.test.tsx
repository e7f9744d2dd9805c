import { fireEvent, render, screen, within } from "@testing-library/react";
import { expect, it } from "vitest";
import { needsOf } from "../../src/core/derive/materialNeeds";
import { shoppingList } from "../../src/core/derive/shoppingList";
import { demoBatches } from "../../src/data/demo/studio";
import { ShoppingList } from "../../src/views/materials/Shopping";

const planned = demoBatches("2026-11-27").slice(0, 2);
const needy = planned.map(({ id, plan }) => ({ id, title: plan.title, needs: needsOf(plan) }));
const lines = shoppingList(needy, new Map([["colourants:c-ink", 500]]));
const batches = planned.map(({ id, plan }) => ({ id, title: plan.title, pourOn: plan.pourOn }));

it("says what is to buy for whom; a batch that is left out takes its part with it", () => {
  render(<ShoppingList batches={batches} lines={lines} />);
  const table = within(screen.getByRole("table", { name: "Shopping list" }));
  const row = (name: string) => table.queryByText(name)?.closest("tr")?.textContent;
  expect(row("Deep ink mica")).toMatch(/500 genough/);
  expect(row("Clove & Amber")).toMatch(/not counted.*Meteor Shower$/);
  const before = row("Olive oil, virgin");
  fireEvent.click(screen.getByLabelText(/^Meteor Shower/));
  expect(row("Clove & Amber")).toBeUndefined();
  expect(row("Olive oil, virgin")).not.toBe(before);
});

it("nothing planned, nothing to buy", () => {
  render(<ShoppingList batches={[]} lines={[]} />);
  expect(screen.getByText(/^Nothing is planned/)).toBeTruthy();
});
