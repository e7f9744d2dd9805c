import { test as base, expect, type Page } from "@playwright/test";

/** A test whose page may say nothing on the console: an error there (a blocked script too) fails it. */
export const test = base.extend<{ said: string[] }>({
  said: [
    async ({ page }, use) => {
      const said: string[] = [];
      page.on(
        "console",
        (m) => m.type() === "error" && !m.text().includes("Failed to load resource") && said.push(m.text()),
      );
      page.on("pageerror", (e) => said.push(e.message));
      await use(said);
      expect(said).toEqual([]);
    },
    { auto: true },
  ],
});
export { expect };

export const saved = (page: Page) => expect(page.locator("[data-save=saved]")).toBeVisible();

/** Makes a new batch from the shelf and names it. */
export async function newBatch(page: Page, title: string): Promise<string> {
  await page.goto("/");
  await page.getByRole("button", { name: "New batch" }).click();
  await page.waitForURL(/\/batches\/.+/);
  await page.getByLabel("Name of the batch").fill(title);
  await saved(page);
  await expect(page.locator("[data-save=saved]")).toHaveText(/saved \d\d:\d\d:\d\d/);
  return page.url();
}

/** Waits for the picture of the cut at least in full resolution. */
export const drawn = (page: Page) =>
  expect(page.getByRole("img", { name: /^Predicted cut face/ })).toHaveAttribute("data-stage", /full|smooth|fine/);

/** Ticks the whole weigh-up sheet of the batch that is open, by keys, and goes on to the pour. */
export async function weighUp(page: Page): Promise<void> {
  await page.getByRole("link", { name: "Weigh up", exact: true }).click();
  const ticks = page.locator("[data-weigh-tick]");
  await ticks.first().focus();
  const count = await ticks.count();
  for (let i = 0; i < count; i++) {
    await page.keyboard.press("Space");
    await page.keyboard.press("ArrowDown");
  }
  await expect(page.getByTestId("weigh-progress")).toHaveText(`${count} of ${count} ticked`);
  await saved(page);
  await page.getByRole("link", { name: "Pour", exact: true }).click();
}
