import { readFile } from "node:fs/promises";
import type { Page } from "@playwright/test";
import { expect, newBatch, saved, test } from "./journey";

// The last file by its name: one after another its tests would keep one browser waiting for the other.
test.describe.configure({ mode: "parallel" });

const bytes = (page: Page, name: RegExp) =>
  page.getByRole("img", { name }).evaluate((c) => (c as HTMLCanvasElement).toDataURL());
const CUT = /^Predicted cut, /;
const settled = (page: Page, name: RegExp) =>
  expect(page.getByRole("img", { name })).toHaveAttribute("data-stage", /smooth|fine/, { timeout: 20_000 });

/** The picture once it no longer changes. */
async function steady(page: Page, name: RegExp): Promise<string> {
  let last = "";
  const isSteady = async () => {
    await settled(page, name);
    const now = await bytes(page, name);
    const isSame = now === last;
    last = now;
    return isSame;
  };
  await expect.poll(isSteady, { intervals: [1200] }).toBe(true);
  return last;
}

async function studio(page: Page, title: string): Promise<void> {
  await newBatch(page, title);
  await page.getByRole("link", { name: "Studio", exact: true }).click();
  await settled(page, CUT);
}

test("the loaf is cut in every way, its bars and the film of the pour are shown", async ({ page }) => {
  await studio(page, "Cut up");
  await expect(page.getByRole("list", { name: "Faces of all bars" }).getByRole("listitem")).toHaveCount(10);
  await settled(page, /face of bar 10$/);
  const across = await bytes(page, CUT);
  await page.getByRole("button", { name: "Cut at bar 2" }).click();
  await expect.poll(() => bytes(page, CUT)).not.toBe(across);
  const seen = new Set<string>();
  for (const kind of ["lengthwise", "level", "tilted", "block"]) {
    const before = await bytes(page, CUT);
    await page.getByLabel("Kind of cut").selectOption(kind);
    await expect.poll(() => bytes(page, CUT)).not.toBe(before);
    await settled(page, CUT);
    seen.add(await bytes(page, CUT));
  }
  expect(seen.size).toBe(4);

  await page.getByLabel("Kind of cut").selectOption("across");
  const whole = await steady(page, CUT);
  await page.getByLabel("Step of the pour").fill("1");
  await expect(page.getByText(/^1 of \d+: /)).toBeVisible();
  await expect.poll(() => bytes(page, CUT)).not.toBe(whole);
  await page.getByRole("button", { name: "Play the pour as a film" }).click();
  await expect(page.getByText(/^finished, \d+ steps$/)).toBeVisible({ timeout: 30_000 });
  await expect.poll(() => bytes(page, CUT)).toBe(whole);

  await page.getByLabel("beside it").selectOption("thicker");
  await expect(page.getByRole("img", { name: /^The same cut, poured a stage thicker/ })).toBeVisible();
  await page.getByLabel("greys only").check();
  await expect.poll(() => bytes(page, CUT)).not.toBe(whole);
});

test("numbers are measured, a proposal is picked and undone, a pour is moved by key", async ({ page }) => {
  await studio(page, "Varied");
  await expect(page.getByText(/of the face$/)).toBeVisible({ timeout: 20_000 });
  await expect(page.getByRole("row", { name: /Ink/ })).toContainText(/\d+ %/);
  await page.getByRole("tab", { name: "Variants" }).click();
  await page.getByRole("button", { name: "More like this" }).click();
  const first = page.getByRole("button", { name: "Take proposal 1", exact: true });
  await expect(first).toBeEnabled({ timeout: 30_000 });
  const before = await bytes(page, CUT);
  await first.click();
  await expect.poll(() => bytes(page, CUT)).not.toBe(before);
  await page.getByRole("button", { name: "Undo" }).click();
  await settled(page, CUT);
  await expect.poll(() => bytes(page, CUT)).toBe(before);

  const mark = page.getByRole("slider", { name: /^Place of pour 1,/ });
  const at = Number(await mark.getAttribute("aria-valuenow"));
  await mark.focus();
  await page.keyboard.press("Shift+ArrowRight");
  await expect(mark).toHaveAttribute("aria-valuenow", String(at + 10));
  await saved(page);
  await page.reload();
  await expect(mark).toHaveAttribute("aria-valuenow", String(at + 10));
});

test("a stroke is drawn by keyboard and by pointer and stays; papers are saved true to scale", async ({ page }) => {
  await studio(page, "Drawn");
  await page.getByRole("tab", { name: "Draw" }).click();
  const top = page.getByRole("application", { name: /^Draw a stroke/ });
  await top.focus();
  await page.keyboard.press("Enter");
  for (let i = 0; i < 6; i++) await page.keyboard.press("ArrowUp");
  await page.keyboard.press("Enter");
  await expect(page.getByText("2 points", { exact: true })).toBeVisible();
  const box = (await top.boundingBox())!;
  await page.mouse.move(box.x + box.width * 0.2, box.y + box.height * 0.5);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width * 0.8, box.y + box.height * 0.4, { steps: 6 });
  await page.mouse.up();
  const before = await bytes(page, /^Predicted top/);
  await page.getByRole("button", { name: "Lay this stroke" }).click();
  await expect(page.getByText("0 points", { exact: true })).toBeVisible();
  await expect.poll(() => bytes(page, /^Predicted top/)).not.toBe(before);
  await saved(page);

  await page.getByRole("tab", { name: "Print" }).click();
  for (const [name, start] of [
    ["Edge guides for crossings as SVG", "<svg"],
    ["Edge guides for crossings as PDF", "%PDF"],
    ["Pour map as PDF", "%PDF"],
    ["The cut as PNG", "\u0089PNG"],
    ["The top as SVG", "<svg"],
  ]) {
    const [download] = await Promise.all([
      page.waitForEvent("download"),
      page.getByRole("button", { name, exact: true }).click(),
    ]);
    const content = await readFile((await download.path())!, "latin1");
    expect(content.slice(0, start.length)).toBe(start);
  }
  await page.getByRole("tab", { name: "In space" }).click();
  await expect(page.getByRole("application", { name: /^The loaf in space/ }).locator("canvas")).toBeVisible();
});

test("a hanger is drawn on the end of the loaf, and laid", async ({ page }) => {
  await studio(page, "Drawn on its end");
  await page.getByRole("tab", { name: "Draw" }).click();
  await page.getByLabel("a hanger, on the end of the loaf").check();
  const end = page.getByRole("application", { name: /^Draw the way of a hanger/ });
  await end.focus();
  for (let i = 0; i < 4; i++) await page.keyboard.press("ArrowUp");
  await page.keyboard.press("Enter");
  for (let i = 0; i < 8; i++) await page.keyboard.press("ArrowDown");
  await page.keyboard.press("Enter");
  await settled(page, CUT);
  const before = await bytes(page, CUT);
  await page.getByRole("button", { name: "Lay this stroke" }).click();
  await expect.poll(() => bytes(page, CUT)).not.toBe(before);
});

test("bars are trimmed and decorated, another batch stands beside", async ({ page }) => {
  await studio(page, "Compared");
  await page.getByRole("tab", { name: "Bars" }).click();
  await page.getByLabel("cut off at either end").fill("5");
  await page.getByRole("button", { name: "Decoration", exact: true }).click();
  await page.getByLabel("Decoration", { exact: true }).fill("Glass star");
  await page.getByLabel("a bar").fill("2");
  await page.getByLabel("a bar").press("Tab");
  await expect(page.getByTestId("decoration-total")).toHaveText("= 18");
  await page.getByLabel("a bar").fill("41");
  await expect(page.getByRole("alert")).toContainText("40 at most");
  await page.getByLabel("a bar").fill("3");
  await page.getByLabel("a bar").press("Tab");
  await saved(page);
  await page.reload();
  await page.getByRole("tab", { name: "Bars" }).click();
  await expect(page.getByTestId("decoration-total")).toHaveText("= 27");

  const beside = page.getByLabel("beside it");
  await beside.focus();
  await expect(beside.locator("optgroup").nth(1).locator("option").first()).toBeAttached();
  const other = (await beside.locator("optgroup").nth(1).locator("option").first().textContent())!;
  await beside.selectOption({ label: other });
  await expect(page.getByRole("img", { name: `The same cut, ${other}` })).toBeVisible();
});
