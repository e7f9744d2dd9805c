import { drawn, expect, leadByKey, newBatch, press, saved, test } from "./journey";

const face = (page: import("@playwright/test").Page) =>
  page.getByRole("img", { name: /^Predicted cut face/ }).evaluate((c) => (c as HTMLCanvasElement).toDataURL());

test.describe("with its cut face", () => {
  test("a new user plans a batch: every number moves what hangs on it, and it is still there after a reload", async ({
    page,
  }) => {
    const url = await newBatch(page, "New drop swirl");
    await page.getByLabel("Name of the batch").fill("Comet");
    await drawn(page);
    const batter = page.getByLabel("Batter that the mould takes");
    await expect(batter).toHaveText(/1.496 g/);
    await page.getByLabel("Inner length, mm").fill("300");
    await expect(batter).toHaveText(/1.796 g/);
    await expect(page.getByLabel("Target of Ink")).not.toHaveText(/^30\d g/);

    const before = await face(page);
    await page.getByLabel("Share of Ink, %").fill("35");
    await expect(page.getByRole("listitem").filter({ has: page.getByLabel("Target of Ink") })).toBeVisible();
    await expect.poll(() => face(page)).not.toBe(before);

    await saved(page);
    await page.goto(url);
    await expect(page.getByLabel("Inner length, mm")).toHaveValue("300");
    await expect(page.getByLabel("Share of Ink, %")).toHaveValue("35");
    await page.goto("/");
    await expect(page.getByRole("link", { name: "Open Comet" })).toBeVisible();
  });

  test("the cut moves by arrow keys and shows another face", async ({ page }) => {
    await page.goto("/batches/demo-meteor-shower");
    await drawn(page);
    const before = await face(page);
    await page.getByLabel("Place of the cut along the loaf, mm").focus();
    await page.keyboard.press("ArrowRight");
    await expect(page.getByRole("heading", { name: "Cut face at 118 mm" })).toBeVisible();
    await page.keyboard.press("PageUp");
    await expect(page.getByText("bar 6 of 9")).toBeVisible();
    await expect.poll(() => face(page)).not.toBe(before);
  });
});

test.describe("without it", () => {
  test.use({ isDrawn: false });

  test("a number that cannot be right is answered beside it, and the last good one is kept", async ({ page }) => {
    await newBatch(page, "Wrong numbers");
    const length = page.getByLabel("Inner length, mm");
    await length.fill("-5");
    await expect(page.getByRole("alert")).toContainText("must be from 40 to 2000 mm");
    await expect(page.getByLabel("Batter that the mould takes")).toHaveText(/1.496 g/);
    await length.fill("abc");
    await expect(page.getByRole("alert")).toContainText("is not a number");
    await length.press("Escape");
    await expect(length).toHaveValue("250");

    await page.getByLabel("Share of Ink, %").fill("90");
    await expect(page.getByText("The others already take 110 %")).toBeVisible();
    await page.getByLabel("lye in the water, %", { exact: true }).fill("60");
    await expect(page.getByText(/less water than lye/)).toBeVisible();
    await page.getByRole("link", { name: "Pour", exact: true }).click();
    await expect(page.getByRole("button", { name: /start the clock/ })).toBeDisabled();
  });

  test("scent, temperature, water and number of cups visibly move the clock", async ({ page }) => {
    await newBatch(page, "Clock");
    const clock = page.getByTestId("pour-clock");
    const said = async () => (await clock.getByRole("img").getAttribute("aria-label"))!;
    let last = await said();
    const moved = async (what: string) => {
      await expect.poll(said, { message: what }).not.toBe(last);
      last = await said();
    };
    await page.getByLabel("Scent of Ink").selectOption("severe");
    await moved("scent class");
    await page.getByLabel("Dose of the scent in Ink, % of oils").fill("5");
    await moved("scent dose");
    await expect(page.getByTestId("critical")).toContainText("First to miss its window");
    await page.getByLabel("Scent of Ink").selectOption("mild");
    await moved("scent class");
    await page.getByLabel("lye + oils at").fill("40");
    await moved("temperature");
    await page.getByLabel("lye in the water, %", { exact: true }).fill("28");
    await moved("water");
    await page.getByRole("button", { name: "cup", exact: true }).click();
    await moved("number of cups");
  });

  test("the bowl's tare is asked for, and the true batter sets the targets", async ({ page }) => {
    await newBatch(page, "Bowl");
    await expect(page.getByLabel("bowl", { exact: true })).toHaveValue("");
    await page.getByLabel("with batter").fill("1884");
    await expect(page.getByText("without its tare the batter mass is not known")).toBeVisible();
    await page.getByLabel("bowl", { exact: true }).fill("412");
    await expect(page.getByText(/1.472 g by weight/)).toBeVisible();
    await expect(page.getByLabel("Target of Ink")).toHaveText("294 g");
  });

  test("pours are reordered, duplicated, undone and redone by keyboard", async ({ page }) => {
    await newBatch(page, "Pours");
    const list = page.getByRole("list", { name: "Pours in order" });
    const order = () =>
      list.getByRole("listitem").evaluateAll((items) => items.map((i) => i.getAttribute("data-pour")));
    expect(await order()).toEqual(["o1", "o2", "o3", "o4", "o5", "o6"]);

    await leadByKey(page, "Move pour 2", "ArrowDown");
    await expect.poll(order).toEqual(["o1", "o3", "o2", "o4", "o5", "o6"]);

    await page.getByRole("button", { name: "Pour 3, Ink" }).click();
    await page.getByRole("button", { name: "Duplicate pour 3" }).click();
    await expect.poll(order).toEqual(["o1", "o3", "o2", "o7", "o4", "o5", "o6"]);
    await expect(page.getByText(/the pours ask for 160 % of the cup/)).toBeVisible();

    await page.getByRole("heading", { name: "Pours", level: 2 }).click();
    await press(page, "Control+z Control+z");
    await expect.poll(order).toEqual(["o1", "o2", "o3", "o4", "o5", "o6"]);
    await page.keyboard.press("Control+Shift+z");
    await expect.poll(order).toEqual(["o1", "o3", "o2", "o4", "o5", "o6"]);
  });

  test("a pour is dragged with the pointer", async ({ page }) => {
    await newBatch(page, "Drag");
    const handle = async (n: number) => (await page.getByRole("button", { name: `Move pour ${n}` }).boundingBox())!;
    const from = await handle(5);
    const to = await handle(2);
    await page.mouse.move(from.x + 5, from.y + 10);
    await page.mouse.down();
    await page.mouse.move(from.x + 5, from.y - 20, { steps: 4 });
    await page.mouse.move(to.x + 5, to.y + 8, { steps: 8 });
    await page.mouse.up();
    const order = () =>
      page.locator("[data-pour]").evaluateAll((items) => items.map((i) => i.getAttribute("data-pour")));
    await expect.poll(order).toEqual(["o1", "o5", "o2", "o3", "o4", "o6"]);
  });

  test("a command is found by name, and the card of the screen by its key", async ({ page }) => {
    await newBatch(page, "By name");
    const before = await page.locator("[data-pour]").count();
    await page.keyboard.press("Control+k");
    await expect(page.getByPlaceholder("what would you like to do?")).toBeFocused();
    await page.keyboard.type("add hang");
    await page.keyboard.press("Enter");
    await expect(page.locator("[data-pour]")).toHaveCount(before + 1);
    await saved(page);
    await page.getByRole("heading", { name: "Pours", level: 2 }).click();
    await page.keyboard.press("?");
    await expect(page.getByRole("dialog", { name: "The batch sheet: help" })).toContainText("the next bar");
    await page.keyboard.press("Escape");
    await expect(page.getByRole("dialog", { name: "The batch sheet: help" })).toHaveCount(0);
  });
});
