import { drawn, expect, newBatch, openedStill, saved, test, watchOpening } from "./journey";

const card = (page: import("@playwright/test").Page, family: string) => page.locator(`[data-family="${family}"]`);

test("a batch starts from an idea: what is fixed narrows the wall, one press opens the sheet laid out", async ({
  page,
}) => {
  await watchOpening(page);
  await page.goto("/");
  await page.getByRole("link", { name: "New batch" }).click();
  await expect(page.getByText(/\d+ can be done/)).toBeVisible();
  // All of the wall came without moving what stood there.
  await openedStill(page, "a new batch");
  const chance = async (family: string) => Number(/(\d+) %/.exec((await card(page, family).textContent())!)![1]);
  const before = await chance("in-pot");
  await page.getByRole("combobox", { name: "Scent" }).selectOption({ label: "Clove & Amber" });
  await page.getByLabel("Add a colour").selectOption({ label: "Ember oxide" });
  await page.getByLabel("Add a colour").selectOption({ label: "Dusk ultramarine" });
  await expect(page.getByRole("button", { name: "Leave Ember oxide out" })).toBeVisible();
  await expect(page.getByText(/\d+ can be done/)).toBeVisible();
  await expect.poll(() => chance("in-pot")).toBeLessThan(before);

  await card(page, "hanger").click();
  // The first answer is a rough one, of few imagined pours; the full one comes with the smoothed face.
  await expect(card(page, "hanger").locator("[data-stage]")).toHaveAttribute("data-stage", "smooth");
  const shown = await chance("hanger");
  await page.getByRole("button", { name: /Lay it out/ }).click();
  await page.waitForURL(/\/batches\/.+/);
  await drawn(page);
  await expect(page.getByLabel("Design family")).toHaveValue("hanger");
  await expect(page.getByLabel("Target of Ember oxide")).toBeVisible();
  // What the wall promised and what the sheet says with ten times as many imagined pours are the same but for chance.
  await expect(page.getByTestId("chance")).not.toContainText("…");
  const said = Number(/(\d+) %/.exec((await page.getByTestId("chance").textContent())!)![1]);
  expect(Math.abs(said - shown)).toBeLessThanOrEqual(10);
});

test("a batch may as well begin on a usual sheet", async ({ page }) => {
  await page.goto("/new");
  await page.getByRole("button", { name: "Begin on a usual sheet" }).click();
  await page.waitForURL(/\/batches\/.+/);
  await expect(page.getByLabel("Name of the batch")).toHaveValue("New drop swirl");
  await expect(page.locator("[data-pour]")).toHaveCount(6);
});

test("other designs are tried from the sheet by key; one is laid out, and undone on the sheet", async ({ page }) => {
  await newBatch(page, "Other designs");
  await page.getByRole("link", { name: "other designs for this batter" }).click();
  await page.waitForURL(/\/designs$/);
  await expect(page.getByText(/\d+ can be done/)).toBeVisible();
  await expect(card(page, "drop")).toHaveAttribute("aria-pressed", "true");
  await card(page, "layers").click();
  await page.keyboard.press("Enter");
  await page.waitForURL(/\/batches\/[^/]+$/);
  await expect(page.getByLabel("Design family")).toHaveValue("layers");
  await saved(page);
});
