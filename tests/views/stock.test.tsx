import { fireEvent, render, screen, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { expect, it } from "vitest";
import type { TakenBy } from "../../src/core/library/stock";
import type { Stock } from "../../src/core/practice/stockSchema";
import type { WeighUpItem } from "../../src/core/prepare/weighUp";
import { StockTable } from "../../src/views/materials/Stock";
import { WeighLine } from "../../src/views/weigh/WeighLine";
import { useHeldPaper } from "../support/heldPaper";

const olive = { id: "o", key: "oils:olive", kind: "oils", name: "Olive oil", lot: "OL-1", lowG: 500 } as const;
const first: Stock = { materials: [{ ...olive, countedG: 1000, countedAt: "2026-11-01T08:00:00.000Z" }] };
const taken: TakenBy[] = [
  {
    ...{ batchId: "b1", title: "Perihelion" },
    taken: [
      { key: "oils:olive", kind: "oils", name: "Olive oil", massG: 400, at: "2026-11-20T08:00:00.000Z", lot: "" },
    ],
  },
];

let now: Stock;
function Held() {
  const held = useHeldPaper("stock", first, (document) => {
    now = document;
  });
  const ink = { key: "colourants:c-ink", kind: "colourants", name: "Deep ink mica" } as const;
  return <StockTable held={held} taken={taken} planned={[]} rows={[ink]} />;
}
const line = (name: string) => within(screen.getByRole("listitem", { name }));
const type = async (label: string, text: string) => {
  await userEvent.setup().type(screen.getByLabelText(label), `${text}{Enter}`);
};

it("shows the count less what batches took, and by whom", () => {
  render(<Held />);
  expect(line("Olive oil").getByText("600 g")).toBeTruthy();
  expect(line("Olive oil").getByRole("link", { name: "Perihelion" }).getAttribute("href")).toBe("/batches/b1/weigh");
  expect(screen.getByText("Nothing counted runs low")).toBeTruthy();
});

it("a new count stands as it is; what was bought is added to what is left, and its lot is asked for", async () => {
  render(<Held />);
  await type("Count of Olive oil, or + what was bought", "450");
  expect(line("Olive oil").getByText("450 g")).toBeTruthy();
  expect(within(screen.getByRole("region", { name: "Low" })).getByRole("link", { name: "Olive oil" })).toBeTruthy();
  await type("Count of Olive oil, or + what was bought", "+2000");
  expect(line("Olive oil").getByText(/^2.450 g$/)).toBeTruthy();
  expect(screen.getByText("Bought: is it another lot?")).toBeTruthy();
  const lot = screen.getByLabelText("Lot of Olive oil");
  fireEvent.change(lot, { target: { value: "OL-2" } });
  fireEvent.blur(lot);
  expect(now.materials[0]).toMatchObject({ lot: "OL-2", countedG: 2450 });
  expect(screen.queryByText("Bought: is it another lot?")).toBeNull();
});

it("a material that was never counted is counted from its row; what is no weight is refused beside it", async () => {
  render(<Held />);
  expect(line("Deep ink mica").getByText("not counted")).toBeTruthy();
  await type("Count of Deep ink mica, or + what was bought", "much");
  expect(line("Deep ink mica").getByText(/is not a number/)).toBeTruthy();
  expect(now.materials.length).toBe(1);
  fireEvent.change(screen.getByLabelText("Count of Deep ink mica, or + what was bought"), { target: { value: "86" } });
  fireEvent.blur(screen.getByLabelText("Count of Deep ink mica, or + what was bought"));
  expect(now.materials[1]).toMatchObject({ key: "colourants:c-ink", countedG: 86, name: "Deep ink mica" });
});

const item: WeighUpItem = {
  ...{ id: "oil:b1:l1", stage: "oils", words: "Olive oil", detail: "", massG: 700, spoonDensityGPerMl: null },
  ...{ tareG: null, isSafety: false, caution: null, isTicked: true, isStale: false },
};

it("a ticked line says its lot and takes another; where the count does not reach it asks for it", async () => {
  const lots: string[] = [];
  const onLot = (lot: string) => {
    lots.push(lot);
    return null;
  };
  const shown = { item, disabled: false, onTick: () => {}, onLot };
  const { rerender } = render(<WeighLine {...shown} shelf={{ lot: "OL-1", onHandG: 900 }} />);
  expect(screen.queryByText(/left by the count/)).toBeNull();
  fireEvent.click(screen.getByRole("button", { name: "lot OL-1" }));
  await userEvent.setup().type(screen.getByLabelText("lot"), "-B{Enter}");
  expect(lots).toEqual(["OL-1-B"]);
  rerender(<WeighLine {...shown} shelf={{ lot: "OL-1", onHandG: 120 }} />);
  expect(screen.getByText("Only 120 g left by the count: a new lot?")).toBeTruthy();
  rerender(<WeighLine {...shown} item={{ ...item, isTicked: false }} shelf={{ lot: "OL-1", onHandG: 0 }} />);
  expect(screen.getByText("None left by the count")).toBeTruthy();
});
