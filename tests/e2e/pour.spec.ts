import type { Plan } from "../../src/core/document/schema";
import { expect, leadByKey, newBatch, newPour, pourOn, press, saved, test, weighUp } from "./journey";

test.use({ isDrawn: false, serviceWorkers: "allow" });

test("a pour begins at the weigh-up: steps by key, a check, and a reload goes on at the same step and time", async ({
  page,
}) => {
  await newBatch(page, "Begun today");
  await weighUp(page);
  await page.getByRole("button", { name: /start the clock/ }).click();
  const instruction = page.getByTestId("instruction");
  await expect(instruction).toHaveText("Pour the lye into the oils");
  await page.keyboard.press("Space");
  await expect(instruction).toHaveText(/^Blend to/);
  await page.keyboard.press("Space");
  await expect(instruction).toHaveText(/^Weigh out Ink, 30\d g$/);

  await press(page, "t 2");
  await page.getByRole("button", { name: /light/ }).click();
  await expect(page.getByText("Last check: Ink light")).toBeVisible();
  await press(page, "n 1");
  await saved(page);

  const seconds = async () => {
    const [m, s] = (await page.getByLabel("Time since lye met oil").textContent())!.split(":").map(Number);
    return 60 * m + s;
  };
  // A clock that began anew would show less.
  await expect.poll(seconds).toBeGreaterThan(1);
  const before = await seconds();
  await page.reload();
  await expect(instruction).toHaveText(/^Weigh out Ink/);
  expect(await seconds()).toBeGreaterThanOrEqual(before);
  expect(await seconds()).toBeLessThan(before + 15);

  await page.keyboard.press("Space");
  await expect(instruction).toHaveText(/^Weigh out Brass/);
  await page.keyboard.press("u");
  await expect(instruction).toHaveText(/^Weigh out Ink/);
});

test("a batch is poured to its end by key, judged in the book, and stands on the shelf as it was poured", async ({
  page,
}) => {
  await newPour(page, "Poured today");
  await page.getByRole("button", { name: /start the clock/ }).click();
  await expect(page.getByTestId("instruction")).toHaveText("Pour the lye into the oils");
  await press(page, "Space Space t 2");
  await page.getByRole("button", { name: /light/ }).click();
  await expect(page.getByText("Last check: Ink light")).toBeVisible();
  await press(page, "n 1");
  await pourOn(page);
  await page.getByRole("link", { name: "To the book" }).click();
  const happened = page.getByTestId("happened");
  await expect(happened).toContainText("Ink seen at light trace");
  await expect(happened).toContainText("Done differently: extra blending");
  await page.getByRole("radio", { name: "as it should be" }).click();
  await page.getByLabel(/What would you change/).fill("More Brass <b>next</b> time");
  await expect(page.locator("[data-save=saved]")).toHaveText(/saved \d\d/);
  await page.reload();
  await expect(page.getByLabel(/What would you change/)).toHaveValue("More Brass <b>next</b> time");

  await page.goto("/");
  const bar = page.getByRole("region", { name: /^Curing/ }).locator('[data-batch="Poured today"]');
  await expect(bar).toContainText("ready");
  await expect(bar.getByRole("img", { name: "rated 5 of 5" })).toBeVisible();
  await bar.getByRole("link", { name: "Open Poured today" }).click();
  await expect(page.getByText("its plan stands as it was")).toBeVisible();
});

test("a start by mistake can be taken back, and cautions stand before the start", async ({ page }) => {
  await newPour(page, "Mistake");
  await expect(page.getByText("Lye into water, never water into lye")).toBeVisible();
  await expect(page.getByRole("heading", { name: "Lye and oils meet" })).toBeVisible();
  await page.getByRole("button", { name: /start the clock/ }).click();
  await page.getByRole("button", { name: "started by mistake?" }).click();
  await page.getByRole("button", { name: "Take it back" }).click();
  await expect(page.getByRole("button", { name: /start the clock/ })).toBeVisible();
});

test("while it is poured the sheet goes on: what is done stands, what is left is changed, noted and taken back", async ({
  page,
}) => {
  const url = await newBatch(page, "Changed on the way");
  const api = `/api${new URL(url).pathname}`;
  const stored = async () => (await (await page.request.get(api)).json()).document as Plan;
  const { operations } = await stored();
  const at = (s: number) => new Date(Date.now() - 300_000 + 1000 * s).toISOString();
  const steps = ["weigh:p2", "weigh:p3", operations[0].id];
  const events: object[] = [
    { kind: "started", id: "s0", at: at(0), by: "" },
    ...steps.map((stepId, i) => ({
      ...{ kind: "stepDone", id: `d${i}`, at: at(60 * i + 60), by: "" },
      ...{ stepId, isLast: false },
    })),
  ];
  for (const data of events) expect((await page.request.post(`${api}/events`, { data })).status()).toBe(201);
  // The open sheet hears of it.
  await expect(page.getByText(/The pour is on\. What is done stands/)).toBeVisible();
  const pours = page.getByRole("list", { name: "Pours in order" });
  await expect(pours.getByRole("button", { name: /^Pour 1, .+, done$/ })).toBeVisible();
  await expect(page.getByRole("button", { name: "Move pour 1" })).toBeDisabled();
  await expect(page.getByLabel("Share of Ink, %")).toBeDisabled();
  await pours.getByRole("button", { name: /^Pour 3, / }).click();
  await page.getByRole("button", { name: "Remove pour 3" }).click();
  await saved(page);
  await expect.poll(async () => (await stored()).operations.length).toBe(operations.length - 1);
  // Nothing is put before what is done: said, and nothing changes.
  await leadByKey(page, "Move pour 2", "ArrowUp");
  await expect(page.getByRole("alert").filter({ hasText: "nothing can come before" })).toBeVisible();
  const { record } = await stored();
  expect(record.events.at(-1)).toMatchObject({
    kind: "replanned",
    words: expect.stringMatching(/^On the sheet: .+ taken out$/),
  });
  await page.getByRole("link", { name: "Back to the pour" }).click();
  await expect(page.getByTestId("instruction")).toBeVisible();
  await page.keyboard.press("u");
  await saved(page);
  await expect.poll(async () => (await stored()).operations).toEqual(operations);
});
