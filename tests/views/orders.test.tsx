import { fireEvent, render, screen, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { expect, it, vi } from "vitest";
import type { RackBatch } from "../../src/core/derive/orders";
import type { Orders } from "../../src/core/practice/ordersSchema";
import { OrdersBoard } from "../../src/views/orders/Orders";
import { useHeldPaper } from "../support/heldPaper";

const batch = (id: string, change: Partial<RackBatch> = {}): RackBatch => ({
  ...{ id, title: `Soap ${id}`, state: "ready", pourOn: "2026-09-01", readyOn: "2026-10-06", rootId: id },
  ...{ bars: 10, isCounted: true, kept: 1, samples: 1, curedG: 130, leadDays: 36, moulds: ["Loaf"] },
  ...change,
});
const EMPTY: Orders = { orders: [], given: [], keptUp: [] };

let now: Orders;
function Held({ begin = EMPTY, batches }: { begin?: Orders; batches: RackBatch[] }) {
  const held = useHeldPaper("orders", begin, (document) => {
    now = document;
  });
  return <OrdersBoard held={held} first={batches} today="2026-11-27" />;
}

it("a new order asks for the soap, offers its batch, and is served by a press", async () => {
  const user = userEvent.setup();
  render(<Held batches={[batch("a"), batch("b")]} />);
  expect(screen.getByText(/^Nothing is promised/)).toBeTruthy();
  await user.click(screen.getByRole("button", { name: "New order" }));
  expect(screen.getByText(/^Choose the soap/)).toBeTruthy();
  await user.selectOptions(screen.getByLabelText("Which soap"), "Soap a");
  await user.click(screen.getByRole("button", { name: "Allocate 10 of Soap a" }));
  expect(screen.getByText("Every bar is allocated; the last are ready on 6 Oct 2026.")).toBeTruthy();
  expect(within(screen.getByRole("region", { name: "The rack" })).getByText(/10 allocated/)).toBeTruthy();
  await user.click(screen.getByRole("button", { name: "Take back 10 bars of Soap a" }));
  expect(screen.getByText("10 bars are still to be found or made.")).toBeTruthy();
  await user.click(screen.getByRole("button", { name: "Hand it over" }));
  expect(now.orders[0].closedOn).toBe("2026-11-27");
  expect(screen.getByText("1 handed over")).toBeTruthy();
});

it("what cannot be made in time is said plainly; what is made is allocated, as many as came about", async () => {
  const user = userEvent.setup();
  let asked = 0;
  const answers = [{ id: "new-1" }, null];
  vi.stubGlobal("fetch", async (url: string) => {
    if (String(url).endsWith("/copy")) {
      const answer = answers[asked++];
      return answer ? Response.json(answer) : Response.json({ detail: "The disk is full." }, { status: 507 });
    }
    const made = batch("new-1", { title: "Soap a, Market 1 of 2", rootId: "a", state: "planned", readyOn: null });
    return Response.json({ batches: [batch("a", { bars: 8 }), made] });
  });
  const line = { id: "l", soap: "Soap a", ofBatchId: "a", bars: 18, curedG: null, allocated: [] };
  const order = {
    id: "o",
    title: "Market",
    isRelease: false,
    dueOn: "2026-12-20",
    notes: "",
    lines: [line],
    closedOn: null,
  };
  render(<Held begin={{ ...EMPTY, orders: [order] }} batches={[batch("a", { bars: 8 })]} />);
  expect(screen.getByText(/Too late: the latest day to pour was 14 Nov 2026, 13 days ago/)).toBeTruthy();
  await user.click(screen.getByRole("button", { name: "Plan 2 batches" }));
  expect((await screen.findByRole("alert")).textContent).toBe("The disk is full.");
  expect(now.orders[0].lines[0].allocated).toMatchObject([{ batchId: "new-1", bars: 9 }]);
  vi.unstubAllGlobals();
});

it("bars are given out, no more than are free, and taken back", async () => {
  const user = userEvent.setup();
  render(<Held batches={[batch("a", { bars: 3 })]} />);
  await user.click(screen.getByRole("button", { name: "Give out" }));
  fireEvent.change(screen.getByLabelText("give out"), { target: { value: "4" } });
  await user.click(screen.getByRole("button", { name: "Note it" }));
  expect(screen.getByText("only 3 are free")).toBeTruthy();
  fireEvent.change(screen.getByLabelText("give out"), { target: { value: "2" } });
  await user.type(screen.getByLabelText("to"), "window");
  await user.click(screen.getByRole("button", { name: "Note it" }));
  expect(now.given).toMatchObject([{ batchId: "a", bars: 2, on: "2026-11-27", to: "window" }]);
  expect(screen.getByText("1 free")).toBeTruthy();
  await user.click(screen.getByRole("button", { name: "Take back 2 bars of Soap a" }));
  expect(now.given).toEqual([]);
});

it("a soap that is kept up says when it is to be made again", async () => {
  const user = userEvent.setup();
  render(<Held batches={[batch("a", { bars: 7 })]} />);
  await user.selectOptions(screen.getByLabelText("Keep a soap up"), "Soap a");
  const again = within(screen.getByRole("region", { name: "Make again" }));
  expect(
    again.getByText(/7 free, 7 of them ready: make a batch of 8 bars, ready on 2 Jan 2027 if poured today/),
  ).toBeTruthy();
  fireEvent.change(again.getByLabelText("at least"), { target: { value: "7" } });
  expect(again.getByText(/: enough/)).toBeTruthy();
});
