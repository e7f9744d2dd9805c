import { addDays, formatISO } from "date-fns";
import { newPlan } from "../../src/core/document/newPlan";
import type { Orders } from "../../src/core/practice/ordersSchema";
import { expect, saved, test } from "./journey";

test.use({ isDrawn: false });

test("an order of 40 bars becomes two batches, all of it allocated; what is ticked at their weigh-up leaves the stock", async ({
  page,
}) => {
  const plan = newPlan("Long Loaf", 5);
  const long = { ...plan, moulds: [{ ...plan.moulds[0], lengthMm: 540 }] };
  await page.request.post("/api/batches", { data: long });
  const dueOn = formatISO(addDays(new Date(), 90), { representation: "date" });

  await page.goto("/orders");
  await page.getByRole("button", { name: "New order", exact: true }).click();
  await page.getByLabel("Whom the order is for").first().fill("Lantern");
  const order = page.getByRole("listitem", { name: "Lantern" }).first();
  await order.getByLabel("due on").fill(dueOn);
  await order.getByLabel("Which soap").selectOption({ label: "Long Loaf" });
  const bars = order.getByLabel("Bars of Long Loaf");
  await bars.fill("40");
  await expect(order).toContainText("40 bars are still to be found or made.");
  // The batch that is planned could serve it too; the rest of it would have to be made.
  await expect(order.getByRole("button", { name: "Allocate 21 of Long Loaf" })).toBeVisible();
  await expect(order).toContainText("2 batches of 20 bars (one more of each is kept)");
  await expect(order).toContainText(/Latest day to pour: \d+ \w+ \d{4}/);
  await order.getByRole("button", { name: "Plan 2 batches" }).click();
  await expect(order).toContainText("Every bar is allocated");
  await expect(order.getByRole("link", { name: "Long Loaf, Lantern 2 of 2" })).toBeVisible();
  await saved(page);
  const stored = async () => ((await (await page.request.get("/api/orders")).json()) as { document: Orders }).document;
  const [line] = (await stored()).orders[0].lines;
  expect(line.allocated.map((a) => a.bars)).toEqual([20, 20]);
  for (const { batchId } of line.allocated) {
    const { document } = await (await page.request.get(`/api/batches/${batchId}`)).json();
    expect(document.pourOn < dueOn).toBe(true);
    expect(document.origin.title).toBe("Long Loaf");
  }

  await page.keyboard.press("Control+z");
  await expect(order).toContainText("40 bars are still to be found or made.");
  await page.keyboard.press("Control+Shift+z");
  await expect(order).toContainText("Every bar is allocated");
  await saved(page);
  await page.reload();
  await expect(order).toContainText("Every bar is allocated");

  // Counted, then weighed out for the first of them.
  await page.goto("/stock");
  const olive = page.getByRole("listitem", { name: /^Olive oil/ });
  await olive.getByLabel(/^Count of Olive oil/).fill("5000");
  await page.keyboard.press("Enter");
  await expect(olive.getByText(/^5.000 g$/)).toBeVisible();
  await saved(page);
  await page.goto(`/batches/${line.allocated[0].batchId}/weigh`);
  const oil = page.getByRole("listitem").filter({ hasText: /^Olive oil/ });
  await oil.getByRole("checkbox").check();
  await oil.getByRole("button", { name: /^(lot|note its lot)/ }).click();
  await oil.getByLabel("lot", { exact: true }).fill("OL-9");
  await page.keyboard.press("Enter");
  await saved(page);
  await page.goto("/stock");
  await expect(olive.getByRole("link", { name: "Long Loaf, Lantern 1 of 2" })).toBeVisible();
  await expect(olive.getByLabel(/^Lot of Olive oil/)).toHaveValue("OL-9");
  await expect(olive.getByText(/^5.000 g$/)).toHaveCount(0);
});
