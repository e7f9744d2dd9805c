import { expect, newBatch, saved, test, weighUp } from "./journey";

test.use({ isDrawn: false });

test("a second page follows without being touched: sheet, shelf and a pour that goes on", async ({ page, context }) => {
  const url = await newBatch(page, "Followed");
  const sheet = await context.newPage();
  await sheet.goto(url);
  await expect(sheet.getByLabel("Name of the batch")).toHaveValue("Followed");
  const shelf = await context.newPage();
  await shelf.goto("/");
  await expect(shelf.getByRole("link", { name: "Open Followed", exact: true })).toBeVisible();

  await page.getByLabel("Name of the batch").fill("Followed on");
  await saved(page);
  await expect(sheet.getByLabel("Name of the batch")).toHaveValue("Followed on");
  await expect(sheet.locator("[data-save=saved]")).toHaveText(/^updated \d\d:\d\d:\d\d$/);
  await expect(shelf.getByRole("link", { name: "Open Followed on", exact: true })).toBeVisible();
  // What is done there goes on from what came in.
  await sheet.getByLabel("Inner width, mm").fill("81");
  await expect(sheet.locator("[data-save=saved]")).toHaveText(/^saved/);
  await expect(page.getByLabel("Inner width, mm")).toHaveValue("81");
  await expect(page.getByRole("alert").filter({ hasText: "Changed in another window" })).toHaveCount(0);

  await weighUp(page);
  await sheet.goto(`${url}/pour`);
  await page.getByRole("button", { name: /start the clock/ }).click();
  await expect(sheet.getByTestId("instruction")).toHaveText("Pour the lye into the oils");
  await page.keyboard.press("Space");
  await expect(sheet.getByTestId("instruction")).toHaveText(/^Blend to/);
  await sheet.keyboard.press("Space");
  await expect(sheet.getByTestId("instruction")).toHaveText(/^Weigh out Ink/);
  await expect(page.getByTestId("instruction")).toHaveText(/^Weigh out Ink/);
});

test("eight pages of one browser leave its connections to the server free", async ({ page, context }) => {
  const url = await newBatch(page, "Many pages");
  for (let i = 0; i < 7; i++) {
    const more = await context.newPage();
    await more.goto(`${url}/book`);
    await expect(more.getByLabel("Name of the batch")).toHaveValue("Many pages");
  }
  const tookMs = await page.evaluate(async () => {
    const start = performance.now();
    await fetch("/api/health");
    return performance.now() - start;
  });
  expect(tookMs).toBeLessThan(2000);
});
