import type { Page } from "@playwright/test";
import { alive, expect, make, newBatch, newPour, openedStill, press, saved, test, watchOpening } from "./journey";

const BATCH = "/batches/demo-meteor-shower";
const OWN = "Seen before any script";
const PAGES: [string, string][] = [
  // The batches of other journeys stand there too, the newest first: this one is made for it.
  ["/", OWN],
  [BATCH, "Cut face at"],
  [`${BATCH}/studio`, "bar 5 of 9"],
  [`${BATCH}/weigh`, "Olive oil"],
  [`${BATCH}/pour`, "start the clock"],
  ["/batches/demo-perihelion/book", "What happened"],
  ["/library/colourants", "Brass mica"],
  ["/practice", "Schools of practice"],
  ["/new", "whatever the batter allows"],
  [`${BATCH}/designs`, "Change them on the sheet"],
];
/** How pages are opened at once drawn; that nothing jumps on a desk is held for every page where it is read (reading.spec.ts), its cut not drawn. */
const OPENED = {
  // Pages are kept for later as well: the policy lets that through too.
  "a desk": { viewport: { width: 1280, height: 800 }, serviceWorkers: "allow", pages: PAGES.slice(0, 3) },
  "a tablet": { viewport: { width: 820, height: 1180 }, serviceWorkers: "block", pages: PAGES.slice(0, 5) },
  "a phone": { viewport: { width: 390, height: 844 }, serviceWorkers: "block", pages: PAGES },
} as const;

/** Waits until a page has done what it does once it is alive and has nothing else to do, and has painted it. */
const atRest = (page: Page) =>
  page.evaluate(
    () =>
      new Promise<void>((done) => {
        const painted = () => requestAnimationFrame(() => requestAnimationFrame(() => done()));
        requestIdleCallback(() => requestIdleCallback(painted), { timeout: 2000 });
      }),
  );

test("every page shows its content before any script of it runs, with the colours and the faces", async ({
  browser,
  baseURL,
}) => {
  const context = await browser.newContext({ baseURL, javaScriptEnabled: false });
  const page = await context.newPage();
  await make(page, OWN);
  for (const [path, words] of PAGES) {
    // A machine that is busy leaves the content to the browser once, and has it ready for the next time.
    await expect(async () => {
      await page.goto(path);
      await expect(page.locator("body")).toContainText(words, { timeout: 500 });
    }).toPass();
  }
  await page.goto(BATCH);
  const face = page.locator("img").first();
  expect(await face.evaluate((img) => (img as HTMLImageElement).naturalWidth)).toBeGreaterThan(100);
  await page.goto("/library/colourants");
  const backgrounds = await page
    .locator("[data-s]")
    .evaluateAll((all) => all.map((e) => getComputedStyle(e).backgroundColor).filter((c) => c !== "rgba(0, 0, 0, 0)"));
  expect(new Set(backgrounds).size).toBeGreaterThan(8);
  await context.close();
});

for (const [name, { pages, ...options }] of Object.entries(OPENED)) {
  test.describe(`on ${name}`, () => {
    test.use(options);

    test("nothing jumps while a page opens, and the policy blocks nothing of it", async ({ page }) => {
      await watchOpening(page);
      for (const [path] of pages) {
        await page.goto(path);
        await alive(page);
        await atRest(page);
        await openedStill(page, path);
      }
    });
  });
}

test.describe("while its script is held back", () => {
  test("what is typed and pressed before a page is alive is refused and said so; afterwards it is saved", async ({
    page,
  }) => {
    const url = await newBatch(page, "Patience");
    await page.goto("/practice");
    let letThrough = () => {};
    const held = new Promise<void>((done) => {
      letThrough = done;
    });
    await page.route(/_astro\/Sheet\.[^/]*\.js$/, async (route) => {
      await held;
      await route.continue();
    });
    await page.evaluate((to) => location.assign(to), url);
    const title = page.getByLabel("Name of the batch");
    await expect(title).toBeDisabled();
    await page.locator("h2").first().click();
    await expect(page.getByText("this page is still opening")).toBeVisible();
    letThrough();
    await alive(page);
    await expect(page.getByText("this page is still opening")).toBeHidden();
    await expect(title).toHaveValue("Patience");
    await title.fill("Patience rewarded");
    await saved(page);
    await page.reload();
    await expect(title).toHaveValue("Patience rewarded");
  });
});

test("what a press opens at the pour and a silent studio did not bring is asked for again; the pour goes on meanwhile", async ({
  page,
}) => {
  // On a phone, where it would lie over what is pressed next.
  await page.setViewportSize({ width: 390, height: 844 });
  await newPour(page, "Silent");
  const [, brought] = /name="brought" content="([^"]*)"/.exec(await (await page.request.get(page.url())).text())!;
  const isLater = (url: URL) =>
    url.pathname.endsWith(".js") && !url.pathname.includes("worker") && !brought.split(" ").includes(url.pathname);
  await page.route(isLater, (route) =>
    /waking|Page\.astro/.test(route.request().url()) ? route.continue() : route.abort(),
  );
  await page.reload();
  await page.getByRole("button", { name: /start the clock/ }).click();
  await page.keyboard.press("Space");
  await expect(page.getByTestId("instruction")).toHaveText(/^Blend to/);
  await page.keyboard.press("t");
  const notice = page.getByRole("alert").filter({ hasText: "the studio does not answer" });
  await expect(notice).toBeVisible();
  const [said, next] = await Promise.all(
    [notice, page.getByRole("button", { name: /^Done/ })].map((l) => l.boundingBox()),
  );
  expect(said!.y + said!.height).toBeLessThanOrEqual(next!.y);
  await page.unroute(isLater);
  await notice.getByRole("button", { name: "Try again" }).click();
  await expect(page.getByText("Which cup?")).toBeVisible();
  await expect(notice).toBeHidden();
  await press(page, "2");
  await page.getByRole("button", { name: /light/ }).click();
  await expect(page.getByText("Last check: Ink light")).toBeVisible();
});
