import { expect, newBatch, saved, test } from "./journey";

test("a loaf is cut five ways: one is laid out by its digit, stays, is undone; what is wanted changes them; marks are kept as a file", async ({
  page,
}) => {
  await newBatch(page, "To be cut");
  await page.getByRole("link", { name: "Cut", exact: true }).click();
  const sums = page.getByTestId("cut-sums");
  await expect(sums).toContainText("10 bars 24.5 ×");
  const ways = page.getByRole("list", { name: "Ways to cut it" }).getByRole("button");
  await expect(ways.first()).toContainText("10 bars, 24.");
  await expect(page.getByRole("img", { name: "Predicted face of bar 1", exact: true })).toHaveAttribute(
    "data-stage",
    /full|smooth/,
  );
  await page.keyboard.press("1");
  await expect(sums).toContainText("10 bars 24.");
  await expect(ways.first()).toHaveAttribute("aria-pressed", "true");
  await expect(page.getByRole("img", { name: /^Predicted face of bar/ })).toHaveCount(10);
  await saved(page);
  await page.reload();
  await expect(sums).toContainText("10 bars 24.");
  await page.getByLabel(/^cured/).fill("90");
  await expect(ways.first()).toContainText(/(8[5-9]|9[0-5]) g cured/);
  // More than the loaf gives is said with how many are missing; the studio's cutters are tried beside the batch's own.
  await page.getByLabel(/^bars owed/).fill("200");
  await expect(ways.first()).toContainText(/\d+ bars short/);
  await page.getByLabel(/^bars owed/).fill("");
  await expect(ways.first()).not.toContainText("short");
  await expect(ways.first()).toContainText(/wire/);
  // What is taken off first is planed, where a planer is wide enough for the loaf.
  await page.getByLabel(/^off the top first/).fill("1.5");
  await expect(ways.first()).toContainText(/planed by/);
  await page.getByLabel(/^off the top first/).fill("0");
  await expect(ways.first()).not.toContainText(/planed by/);
  const file = page.waitForEvent("download");
  await page.getByRole("button", { name: /Marks true to scale/ }).click();
  expect((await file).suggestedFilename()).toBe("to-be-cut-cut-marks.pdf");
  await page.getByRole("heading", { name: "Cutting plan" }).click();
  for (let i = 0; i < 4; i++) await page.keyboard.press("Control+z");
  await saved(page);
});
