import type { Page } from "@playwright/test";
import { expect, newBatch, patient, saved, test, undrawn, weighUp } from "./journey";

test.use({ isDrawn: false, serviceWorkers: "allow" });

const instruction = (page: Page) => page.getByTestId("instruction");
async function begun(page: Page, title: string): Promise<string> {
  const url = await newBatch(page, title);
  await weighUp(page);
  await page.getByRole("button", { name: /start the clock/ }).click();
  await expect(instruction(page)).toHaveText(/^Pour the lye/);
  return url;
}
const gramsIn = async (page: Page) => Number(/(\d+) g$/.exec((await instruction(page).textContent()) ?? "")?.[1]);
async function type(page: Page, text: string) {
  await page.keyboard.type(text);
  await page.keyboard.press("Enter");
}

test("a bowl that weighs 8 % less: every cup follows, one is over and evened out, and a reload knows it all", async ({
  page,
}) => {
  await begun(page, "Light bowl");
  await page.keyboard.press("Space");
  await page.keyboard.press("Space");
  await expect(instruction(page)).toHaveText(/^Weigh out Ink, \d+ g$/);
  const planned = await gramsIn(page);
  await expect(page.getByText(/^The bowl is not weighed/)).toBeVisible();

  await page.keyboard.press("m");
  await expect(page.getByText("What does the empty bowl weigh?")).toBeVisible();
  await type(page, "210");
  const stored = async () => {
    const path = new URL(page.url()).pathname.replace(/\/pour$/, "");
    return (await (await page.request.get(`/api${path}`)).json()).document;
  };
  const { masses } = await (await page.request.post("/api/plan/derive", { data: await stored() })).json();
  await type(page, String(210 + Math.round(0.92 * masses.batters[0].plannedBaseG)));
  await expect(page.getByText(/^Targets by the scale: .* less than planned\.$/)).toBeVisible();
  expect(Math.abs((await gramsIn(page)) - 0.92 * planned)).toBeLessThan(2);

  // A cup that is weighed is done with its reading: no further key.
  const target = await gramsIn(page);
  await page.keyboard.press("m");
  await type(page, String(target + 40));
  await expect(instruction(page)).toHaveText(/^Weigh out Brass/);
  await page.keyboard.press("m");
  await type(page, String((await gramsIn(page)) - 25));
  await expect(page.getByText(/^Even out before any colour goes in: from Ink into Brass, about 25 g\.$/)).toBeVisible();
  await saved(page);
  await page.reload();
  await expect(page.getByText(/^Even out before any colour goes in/)).toBeVisible();
  // What was read is taken back like everything else: first the step, then the reading.
  await page.keyboard.press("u");
  await page.keyboard.press("u");
  await expect(instruction(page)).toHaveText(/^Weigh out Brass/);
  await expect(page.getByText(/^Even out/)).toHaveCount(0);
  await saved(page);
  const { record } = await stored();
  expect(record.log.map((e: { kind: string }) => e.kind).slice(-2)).toEqual(["takenBack", "takenBack"]);
  expect(record.events.filter((e: { kind: string }) => e.kind === "reading")).toHaveLength(2);
});

test("two devices on one pour, one of them offline for three steps: both come to the same", async ({
  page,
  browser,
}) => {
  const url = await begun(page, "Two of us");
  const other = await browser.newContext({ baseURL: new URL(page.url()).origin });
  await undrawn(other);
  const phone = patient(await other.newPage());
  await phone.goto(`${url}/pour`);
  await page.keyboard.press("Space");
  await page.keyboard.press("Space");
  await expect(instruction(phone)).toHaveText(/^Weigh out Ink/);

  await other.setOffline(true);
  for (let step = 0; step < 3; step++) {
    const before = (await instruction(phone).textContent()) ?? "";
    await phone.keyboard.press("Space");
    await expect(instruction(phone)).not.toHaveText(before);
  }
  await expect(phone.locator("[data-save=retrying]")).toBeVisible();
  // Meanwhile a cup is looked at here, and what is seen has its line of advice.
  await page.keyboard.press("i");
  await page.keyboard.press("2");
  await expect(page.getByText(/^Whisk\. Blend only if the lumps stay/)).toBeVisible();
  await page.keyboard.press("Escape");
  await page.keyboard.press("t");
  await page.keyboard.press("2");
  await page.keyboard.press("2");
  await saved(page);
  await expect(instruction(page)).toHaveText(/^Weigh out Ink/);

  await other.setOffline(false);
  await saved(phone);
  await expect(instruction(page)).toHaveText((await instruction(phone).textContent()) ?? "");
  await expect(page.getByText(/Last check: Ink/)).toBeVisible();
  await expect(phone.getByText(/Last check: Ink/)).toBeVisible();
  const stored = (await (await page.request.get(`/api${new URL(url, page.url()).pathname}`)).json()).document;
  const kinds = stored.record.events.map((e: { kind: string }) => e.kind).sort();
  expect(kinds).toEqual(["sign", "stepDone", "stepDone", "stepDone", "stepDone", "stepDone", "traceCheck"]);
  await other.close();
});
