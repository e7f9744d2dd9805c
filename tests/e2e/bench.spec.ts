import type { Locator, Page } from "@playwright/test";
import { derive } from "../../src/core/derive/derive";
import { newPlan } from "../../src/core/document/newPlan";
import { expect, newPour, press, saved, test } from "./journey";
import { deviceAt, instruction, othersDo, plannedBowlG, pouring, withoutServer } from "./pouring";
import { startsMeanwhile, up } from "./servers";

test.use({ isDrawn: false, serviceWorkers: "allow" });
startsMeanwhile();

const gramsIn = async (page: Page) => Number(/(\d+) g$/.exec((await instruction(page).textContent()) ?? "")?.[1]);
async function type(page: Page, text: string) {
  await page.keyboard.type(text);
  await page.keyboard.press("Enter");
}

const stored = async (page: Page) => {
  const path = new URL(page.url()).pathname.replace(/\/pour$/, "");
  return (await (await page.request.get(`/api${path}`)).json()).document;
};

/** Weighs a bowl that holds 8 % less than planned, by hand. @param plannedG what it was to hold */
async function lightBowl(page: Page, plannedG: number): Promise<void> {
  await expect(page.getByText(/^The bowl is not weighed/)).toBeVisible();
  await page.keyboard.press("m");
  await expect(page.getByText("What does the empty bowl weigh?")).toBeVisible();
  await type(page, "210");
  await type(page, String(210 + Math.round(0.92 * plannedG)));
  await expect(page.getByText(/^Targets by the scale: .* less than planned\.$/)).toBeVisible();
}

/** Pours 40 g too much into the first cup, by the scale. Gives what it was to take, g. */
async function fullCup(page: Page): Promise<number> {
  // A cup that is weighed is done with its reading: no further key.
  const target = await gramsIn(page);
  await page.keyboard.press("m");
  await type(page, String(target + 40));
  await expect(instruction(page)).toHaveText(/^Weigh out Brass/);
  return target;
}

/** Weighs the second cup 25 g short: there is something to even out. */
async function shortCup(page: Page): Promise<Locator> {
  await page.keyboard.press("m");
  await type(page, String((await gramsIn(page)) - 25));
  const evened = page.getByText(/^Even out before any colour goes in: from Ink into Brass, about 25 g\.$/);
  await expect(evened).toBeVisible();
  return evened;
}

test.describe("with its server", () => {
  test.use({ serviceWorkers: "block" });

  test("a bowl that weighs 8 % less: every cup follows, one is over and evened out, and what was read is taken back", async ({
    page,
  }) => {
    await newPour(page, "Light bowl");
    await page.getByRole("button", { name: /start the clock/ }).click();
    await expect(instruction(page)).toHaveText(/^Pour the lye/);
    await press(page, "Space Space");
    await expect(instruction(page)).toHaveText(/^Weigh out Ink, \d+ g$/);
    const planned = await gramsIn(page);
    await lightBowl(page, plannedBowlG(await stored(page)));
    const target = await fullCup(page);
    expect(Math.abs(target - 0.92 * planned)).toBeLessThan(2);
    await shortCup(page);
    // What was read is taken back like everything else: first the step, then the reading.
    await press(page, "u u");
    await expect(instruction(page)).toHaveText(/^Weigh out Brass/);
    await expect(page.getByText(/^Even out/)).toHaveCount(0);
    await saved(page);
    const { record } = await stored(page);
    expect(record.log.map((e: { kind: string }) => e.kind).slice(-2)).toEqual(["takenBack", "takenBack"]);
    expect(record.events.filter((e: { kind: string }) => e.kind === "reading")).toHaveLength(2);
  });

  test("a cup that is looked at has its line of advice, and what happened is noted in own words", async ({ page }) => {
    await newPour(page, "Looked at");
    await page.getByRole("button", { name: /start the clock/ }).click();
    await press(page, "Space Space");
    await expect(instruction(page)).toHaveText(/^Weigh out Ink/);
    await press(page, "i 2");
    await expect(page.getByText(/^Whisk\. Blend only if the lumps stay/)).toBeVisible();
    await press(page, "Escape w");
    await page.keyboard.type("a lump at the rim, 2 of them");
    await page.keyboard.press("Enter");
    await saved(page);
    const { record } = await stored(page);
    expect(record.events.map((e: { kind: string }) => e.kind)).toEqual(["stepDone", "stepDone", "sign", "deviation"]);
    expect(record.events.at(-1).note).toBe("a lump at the rim, 2 of them");
  });
});

test("what is weighed while the server is dead stays through a reload, and reaches the server that comes back", async ({
  browser,
  server,
  again,
}) => {
  const plan = newPlan("Light bowl", 7);
  const { context, page, id } = await pouring(browser, server, plan);
  await othersDo(page, id, /^Weigh out Ink/);
  const planned = await gramsIn(page);
  await withoutServer(page, server, again, () => lightBowl(page, plannedBowlG(plan)));
  expect(Math.abs((await gramsIn(page)) - 0.92 * planned)).toBeLessThan(2);
  const { record } = await stored(page);
  expect(record.events.filter((e: { kind: string }) => e.kind === "reading")).toHaveLength(1);
  await context.close();
});

test("two devices on one pour, one of them offline for three steps, and the server dies meanwhile: all come to the same", async ({
  browser,
  server,
  again,
}) => {
  const base = newPlan("Two of us", 7);
  const first = derive(base).timeline!.steps.find((s) => s.kind === "weigh")!;
  const plan = { ...base, stepWords: { [first.id]: "the blue whisk, not the grey one" } };
  const { context, page, id } = await pouring(browser, server, plan, { isKept: false });
  const { context: other, page: phone } = await deviceAt(browser, server, { serviceWorkers: "block" });
  await phone.goto(`/batches/${id}/pour`);
  await press(page, "Space Space");
  await expect(instruction(phone)).toHaveText(/^Weigh out Ink/);
  // The maker's own words to the step stand with it, on both.
  for (const p of [page, phone]) await expect(p.getByText("the blue whisk, not the grey one")).toBeVisible();

  await other.setOffline(true);
  for (let step = 0; step < 3; step++) {
    const before = (await instruction(phone).textContent()) ?? "";
    await phone.keyboard.press("Space");
    await expect(instruction(phone)).not.toHaveText(before);
  }
  await expect(phone.locator("[data-save=retrying]")).toBeVisible();
  const ahead = (await instruction(phone).textContent()) ?? "";
  await saved(page);
  server.child.kill("SIGKILL");
  await server.exit;
  // Meanwhile a cup is checked here.
  await press(page, "t 2 2");
  await expect(instruction(page)).toHaveText(/^Weigh out Ink/);

  await up(await again());
  await saved(page);
  await other.setOffline(false);
  await saved(phone);
  await expect(instruction(page)).toHaveText(ahead);
  await expect(instruction(phone)).toHaveText(ahead);
  await expect(page.getByText(/Last check: Ink/)).toBeVisible();
  await expect(phone.getByText(/Last check: Ink/)).toBeVisible();
  const { record } = await stored(page);
  const kinds = record.events.map((e: { kind: string }) => e.kind).sort();
  expect(kinds).toEqual([...Array.from({ length: 5 }, () => "stepDone"), "traceCheck"]);
  await other.close();
  await context.close();
});
