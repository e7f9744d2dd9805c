import type { Plan } from "../../src/core/document/schema";
import { expect, pouredBefore, press, saved, test } from "./journey";

test.use({ isDrawn: false });

test("the second half: cut day by keys, weighings until it levels off, what is to be otherwise comes with a copy and is applied, all is found", async ({
  page,
}) => {
  const { id, stored } = await pouredBefore(page, "Second half");

  // What is due on the shelf leads to the day of the cut.
  await page.goto("/");
  await page.getByRole("link", { name: "cut: Second half" }).click();
  await page.waitForURL(/cut-day$/);
  await page.keyboard.press("2");
  await expect(page.getByTestId("go-or-wait")).toContainText("wait until about");
  await page.keyboard.press("3");
  await expect(page.getByTestId("go-or-wait")).toContainText(": go, by the cutting plan");
  await press(page, "Enter a");
  const face = (await page.getByTestId("day-bar").boundingBox())!;
  await page.mouse.click(face.x + face.width / 4, face.y + face.height / 2);
  await expect(page.getByRole("button", { name: /^air/ })).toHaveAttribute("aria-pressed", "true");
  await press(page, "h u m");
  await page.keyboard.type("141");
  await press(page, "Tab y r");
  await expect(page.getByTestId("cut-count")).toHaveText(/^10 of 10 bars, 9 as predicted, 1 kept\. air in 1$/);
  await saved(page);
  const { cutDay, days } = (await stored()).document.record;
  expect(days.cut).not.toBeNull();
  const second = cutDay.bars.find((b) => b.number === 2)!;
  expect(second).toMatchObject({ massG: 141, fate: "keep" });
  expect(second.findings).toHaveLength(1);
  expect(second.findings[0].at![0]).toBeCloseTo(0.25, 1);

  await page.getByRole("link", { name: "Cure", exact: true }).click();
  await page.waitForURL(/cure$/);
  const ready = page.getByTestId("ready-about");
  const before = await ready.textContent();
  await expect(page.getByRole("img", { name: /^Mass of the bars by day/ })).toHaveAttribute("data-stage", "drawn");
  for (const mass of ["140", "139", "141"]) {
    await page.getByLabel("weighs").fill(mass);
    await page.getByRole("button", { name: "Put it down" }).first().click();
  }
  await expect(page.getByRole("table", { name: "Weighings" }).getByText("139 g")).toBeVisible();
  await expect(page.getByText(/A bar comes down to about \d+ g/)).toBeVisible();
  // Masses of one day say nothing of how they fall.
  await expect(ready).toHaveText(before!);
  await saved(page);
  await page.reload();
  await expect(page.getByRole("table", { name: "Weighings" }).getByText("139 g")).toBeVisible();

  await page.getByRole("link", { name: "Book", exact: true }).click();
  await page.waitForURL(/book$/);
  await page.getByRole("combobox", { name: "change" }).selectOption({ label: "Ink: 20 %" });
  await page.getByRole("textbox", { name: "to", exact: true }).fill("15");
  await page.getByLabel("What to do otherwise the next time").fill("less Ink, gloaming");
  await page.getByRole("button", { name: "Put it down" }).click();
  await expect(page.getByRole("list", { name: "Next time" })).toContainText("less Ink, gloaming (Ink 20 % → 15 %)");
  await saved(page);

  const copy = await (await page.request.post(`/api/batches/${id}/copy`)).json();
  await page.goto(`/batches/${copy.id}`);
  await page.getByRole("list", { name: "From last time" }).getByRole("button", { name: "apply" }).click();
  await expect(page.getByRole("list", { name: "From last time" })).toBeHidden();
  await saved(page);
  const { portions, heeded } = (await (await page.request.get(`/api/batches/${copy.id}`)).json()).document as Plan;
  expect(portions[1].sharePct).toBe(15);
  expect(heeded[0].state).toBe("taken");
  await page.goto(`/batches/${copy.id}/line`);
  const line = page.getByRole("table");
  await expect(line).toContainText("Ink 20 % → 15 %");
  await expect(line).toContainText("taken");

  await page.goto("/search");
  await page.getByLabel("Words to look for").fill("gloam");
  const found = page.getByRole("list", { name: "What was found" }).getByRole("listitem");
  await expect(found).toHaveCount(1);
  await expect(found).toContainText("written: less Ink, gloaming");
});
