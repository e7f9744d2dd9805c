import { readFile } from "node:fs/promises";
import { deafen, expect, newBatch, saved, test } from "./journey";

test.use({ isDrawn: false });

test("a batch goes out as a file and comes back as the same document, byte for byte", async ({ page }) => {
  await page.goto("/");
  const out = page.waitForEvent("download");
  await page.getByRole("link", { name: "Export Transit of Venus as a file" }).click();
  const download = await out;
  expect(download.suggestedFilename()).toBe("transit-of-venus.tundish.json");
  const path = await download.path();
  const text = await readFile(path, "utf8");

  await page
    .getByLabel("Batch file to import")
    .setInputFiles({ name: "in.json", mimeType: "application/json", buffer: Buffer.from(text) });
  await page.waitForURL(/\/batches\/(?!demo)/);
  await expect(page.getByLabel("Name of the batch")).toHaveValue("Transit of Venus");
  const again = await page.request.get(`/api${new URL(page.url()).pathname}/file`);
  expect(await again.text()).toBe(text);
});

test("a broken or hostile file is refused with the field, and nothing is changed", async ({ page }) => {
  await page.goto("/");
  await expect(page.getByRole("link", { name: "Open Meteor Shower" })).toBeVisible();
  const count = async () => {
    const { boards } = await (await page.request.get("/api/batches")).json();
    return boards.planned.total + boards.curing.total + boards.ready.total;
  };
  const before = await count();
  const give = (text: string) =>
    page
      .getByLabel("Batch file to import")
      .setInputFiles({ name: "bad.json", mimeType: "application/json", buffer: Buffer.from(text) });
  await give("not json");
  await expect(page.getByRole("alert")).toContainText("document is not JSON");
  const good = JSON.parse(await (await page.request.get("/api/batches/demo-first-light/file")).text());
  await give(JSON.stringify({ ...good, portions: [{ ...good.portions[0], sharePct: 1e9 }] }));
  await expect(page.getByRole("alert")).toContainText("portions[0].sharePct");
  await give(JSON.stringify({ ...good, title: '<img src=x onerror="document.title=1">', moulds: [] }));
  await expect(page.getByRole("alert")).toContainText("moulds");
  expect(await count()).toBe(before);
});

test("text from a file is shown as text, never as HTML", async ({ page }) => {
  const good = JSON.parse(await (await page.request.get("/api/batches/demo-first-light/file")).text());
  const title = `</script><img src=x onerror="document.body.dataset.hit=1"><b>bold</b>`;
  const made = await page.request.post("/api/batches", { data: { ...good, title, notes: title } });
  expect(made.status()).toBe(201);
  const { id } = await made.json();
  for (const path of ["", "/book", "/pour"]) {
    await page.goto(`/batches/${id}${path}`);
    await expect(page.getByLabel("Name of the batch")).toHaveValue(title);
    expect(await page.evaluate(() => document.body.dataset.hit)).toBeUndefined();
  }
});

test("two tabs cannot overwrite each other silently: both texts are kept until the choice", async ({
  page,
  context,
}) => {
  const url = await newBatch(page, "Two tabs");
  const other = await context.newPage();
  await deafen(other);
  await other.goto(url);
  await page.getByLabel("Inner width, mm").fill("80");
  await saved(page);
  await expect(page.locator("[data-save=saved]")).toHaveText(/saved/);
  await other.getByLabel("Inner width, mm").fill("70");
  const alert = other.getByRole("alert").filter({ hasText: "Changed in another window" });
  await expect(alert).toBeVisible();
  await alert.getByRole("button", { name: "Keep both: mine as a new batch" }).click();
  await expect(other.getByLabel("Inner width, mm")).toHaveValue("80");
  await other.goto("/");
  await other.getByRole("link", { name: "Open Two tabs (my version)" }).click();
  await expect(other.getByLabel("Inner width, mm")).toHaveValue("70");
});

test("a change typed while the server is away is kept and saved when it answers again", async ({ page }) => {
  await newBatch(page, "Away");
  await page.route("**/api/batches/*", (route) =>
    route.request().method() === "PUT" ? route.abort() : route.continue(),
  );
  await page.getByLabel("Inner width, mm").fill("77");
  await expect(page.getByRole("alert").filter({ hasText: "kept in this browser" })).toBeVisible();
  await page.unroute("**/api/batches/*");
  await expect(page.locator("[data-save=saved]")).toHaveText(/saved \d\d/);
  await page.reload();
  await expect(page.getByLabel("Inner width, mm")).toHaveValue("77");
});
