import { expect, newBatch, saved, test, weighUp } from "./journey";

test.use({ isDrawn: false });

test("unticked safety items bar the pour; other lines are asked about once", async ({ page }) => {
  await newBatch(page, "Careful");
  const start = page.getByRole("button", { name: /start the clock/ });
  await page.getByRole("link", { name: "Pour", exact: true }).click();
  await expect(start).toBeDisabled();
  await expect(page.getByText("The pour cannot start without them")).toBeVisible();
  await page.getByRole("link", { name: "To the weigh-up sheet" }).click();
  const safety = page.getByRole("region", { name: "Before anything else" }).getByRole("checkbox");
  await expect(safety).toHaveCount(7);
  for (const box of await safety.all()) await box.check();
  await saved(page);
  await page.getByRole("link", { name: "Pour", exact: true }).click();
  await expect(page.getByText("Go on without these?")).toBeVisible();
  await expect(start).toBeDisabled();
  await page.getByRole("button", { name: "All is at hand: go on" }).click();
  await expect(start).toBeEnabled();
});

test("a tick falls when what it stood for changes", async ({ page }) => {
  const url = await newBatch(page, "Stale");
  await weighUp(page);
  await page.goto(url);
  await page.getByLabel("Inner length, mm").fill("12 in");
  await saved(page);
  await page.getByRole("link", { name: "Weigh up", exact: true }).click();
  await expect(page.getByText("ticked at another amount").first()).toBeVisible();
});

test("the whole formula: weights, mixed lye, milk, additives, an order by a date, a second pot, and all undone again", async ({
  page,
}) => {
  await newBatch(page, "Formula");
  await page.getByRole("button", { name: "The whole formula" }).click();
  const drawer = page.getByRole("dialog", { name: "Formula of Batter" });
  await drawer.getByLabel("Weight of Coconut oil").fill("1 lb");
  await expect(drawer.getByRole("radio", { name: "to total oils" })).toBeChecked();
  await drawer.getByLabel("KOH part of the alkali").fill("10");
  await expect(drawer.getByText("KOH", { exact: true })).toBeVisible();
  await drawer.getByLabel("Add a liquid in place of water").selectOption("goat");
  await expect(page.getByText(/Freeze the goat's milk into cubes/).first()).toBeVisible();
  await drawer.getByLabel("Add an additive").selectOption("sodium-lactate");
  await expect(drawer.getByText("sodium lactate 60 %").first()).toBeVisible();
  await drawer.getByLabel("Rate of sodium lactate 60 %", { exact: true }).fill("30");
  await expect(drawer.getByText(/is above the usual 0.5 to 4/)).toBeVisible();
  await drawer.getByRole("radio", { name: "to an order of bars" }).check();
  await drawer.getByLabel("due").fill("2027-03-01");
  await expect(drawer.getByText(/Latest day to pour: .*January 2027/)).toBeVisible();
  await drawer.getByRole("button", { name: "second pot" }).click();
  await expect(page.getByRole("dialog", { name: "Formula of Pot 2" })).toBeVisible();
  await page.keyboard.press("Escape");
  await page.getByRole("heading", { name: "Pours", level: 2 }).click();
  for (let i = 0; i < 12; i++) await page.keyboard.press("Control+z");
  await expect(page.getByRole("button", { name: "Undo" })).toBeDisabled();
  await expect(page.getByLabel("Batter that the mould takes")).toHaveText(/1.496 g/);
});

test("a formula is taken from the library, and the library keeps its versions", async ({ page }) => {
  await newBatch(page, "From the library");
  await page.getByRole("button", { name: "The whole formula" }).click();
  await page.getByPlaceholder("search formulas").fill("slow");
  await page.getByRole("button", { name: "Slow for fine lines" }).click();
  await expect(page.getByText(/From Slow for fine lines, version \d+/)).toBeVisible();
  await saved(page);

  await page.goto("/library/formulas?open=f-slow");
  await page.getByLabel("superfat", { exact: true }).fill("6");
  await expect(page.locator("[data-save=saved]")).toHaveText(/saved \d\d/);
  await page.getByText("Versions kept").click();
  await expect(page.getByRole("button", { name: "take up again" })).toHaveCount(2);
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(page.getByLabel("superfat", { exact: true })).toHaveValue("5");
});

test("two colours that look alike are said so, and one press parts them", async ({ page }) => {
  await newBatch(page, "Twins");
  await page.getByLabel("Colourant of Ink").selectOption("c-brass");
  await expect(page.getByTestId("colour-verdict")).toContainText("look alike from the pour to the cured bar");
  await page.getByRole("button", { name: "colours, told apart?" }).click();
  const drawer = page.getByRole("dialog", { name: "Will the colours be told apart?" });
  await drawer.getByText("would part them").first().waitFor();
  await drawer
    .getByRole("button", { name: /the colour in|into|charcoal/ })
    .first()
    .click();
  await expect(page.getByTestId("colour-verdict")).not.toContainText("look alike");
});

test("an own oil is added to the library, refused where it cannot be, and used in a batch", async ({ page }) => {
  await page.goto("/library/oils");
  await page.getByRole("button", { name: "New oil" }).click();
  // The new row is there once its name waits to be typed over.
  await expect(page.getByLabel("Name of the oil")).toBeFocused();
  await page.keyboard.type("Comet seed oil");
  await expect(page.getByLabel("Name of the oil")).toHaveValue("Comet seed oil");
  await page.getByLabel("SAP from", { exact: true }).last().fill("300");
  await expect(page.getByRole("alert")).toContainText("must not be below the low end");
  await page.keyboard.press("Escape");
  await page.getByLabel("oleic, %", { exact: true }).fill("nonsense");
  await expect(page.getByRole("alert")).toContainText("is not a number");
  await page.getByLabel("oleic, %", { exact: true }).fill("60,5");
  await expect(page.locator("[data-save=saved]")).toHaveText(/saved \d\d/);
  await page.getByLabel("Search oils").fill("comet");
  await expect(page.getByText("1 in use")).toBeVisible();

  await newBatch(page, "With comet");
  await page.getByLabel("add oil").fill("comet");
  await page.getByLabel("add oil").press("Enter");
  await expect(page.getByRole("button", { name: "Remove Comet seed oil" })).toBeVisible();
  await saved(page);
  const stored = await (await page.request.get(`/api${new URL(page.url()).pathname}`)).json();
  expect(stored.document.oilRows[0].name).toBe("Comet seed oil");
});

test("the studio in ounces and inches: every figure follows, typed units are understood", async ({ page }) => {
  await page.goto("/practice");
  await page.getByRole("button", { name: "All US" }).click();
  await expect(page.locator("[data-save=saved]")).toHaveText(/saved \d\d/);
  try {
    await newBatch(page, "Ounces");
    await expect(page.getByLabel("Batter that the mould takes")).toHaveText("3 lb 4.8 oz");
    await expect(page.getByLabel("Inner length, mm")).toHaveValue("9.84");
    await page.getByLabel("Inner length, mm").fill("25 cm");
    await expect(page.getByLabel("Batter that the mould takes")).toHaveText("3 lb 4.8 oz");
    await page.getByLabel("lye + oils at").fill("100");
    await expect(page.getByTitle(/lye and oils at 100 °F/)).toHaveText("estimates");
    await page.getByLabel("Inner length, mm").fill("five apples");
    await expect(page.getByRole("alert")).toContainText("is not a number");
  } finally {
    await page.goto("/practice");
    await page.getByRole("button", { name: "All metric" }).click();
    await expect(page.locator("[data-save=saved]")).toHaveText(/saved \d\d/);
  }
});

test("the weigh-up sheet prints without what is only for the screen", async ({ page }) => {
  await page.goto("/batches/demo-meteor-shower/weigh");
  await expect(page.getByRole("heading", { name: "Oils and butters" })).toBeVisible();
  await page.emulateMedia({ media: "print" });
  await expect(page.getByRole("button", { name: "Print" })).toBeHidden();
  await expect(page.getByText("Gnomon Lane")).toBeVisible();
  const pdf = await page.pdf({ format: "A4", margin: { top: "12mm", bottom: "12mm", left: "12mm", right: "12mm" } });
  const pages = pdf.toString("latin1").match(/\/Type\s*\/Page[^s]/g)?.length ?? 0;
  expect(pages).toBeGreaterThan(0);
  expect(pages).toBeLessThanOrEqual(2);
});

test("library over the API: refused rows name their field, versions guard, unknown libraries are 404", async ({
  request,
}) => {
  const oil = (await (await request.get("/api/library/oils/olive")).json()) as {
    version: number;
    document: Record<string, unknown>;
  };
  const put = (document: unknown, seen = oil.version) =>
    request.put("/api/library/oils/olive", { data: { document }, headers: { "if-match": `"${seen}"` } });
  const bad = await put({ ...oil.document, sapKohHigh: -3 });
  expect(bad.status()).toBe(422);
  expect((await bad.json()).fields[0].field).toBe("sapKohHigh");
  expect((await put({ ...oil.document, id: "other" })).status()).toBe(422);
  expect((await put(oil.document, 99)).status()).toBe(409);
  expect((await request.post("/api/library/oils", { data: { document: oil.document } })).status()).toBe(409);
  expect((await request.get("/api/library/spells")).status()).toBe(404);
  expect((await request.get("/api/library/constructor")).status()).toBe(404);
  const found = await (await request.get("/api/library/oils?search=%25&sort=sap&order=desc&limit=3")).json();
  expect(found.total).toBe(0);
  const top = await (await request.get("/api/library/oils?sort=sap&order=desc&limit=2")).json();
  expect(top.items[0].document.name).toBe("Fractionated coconut oil");
});
