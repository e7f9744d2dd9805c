import type { Locator, Page } from "@playwright/test";
import sharp from "sharp";
import { photographedBars } from "../../src/data/demo/bars";
import { expect, pouredBefore, saved, test } from "./journey";

test.use({ isDrawn: false });

/** A batch that was poured three days ago, and a photo of its first bar as a camera gives it. */
async function pouredAndTaken(page: Page, title: string) {
  const batch = await pouredBefore(page, title);
  const [{ made, expected }] = photographedBars(batch.plan, [1]);
  const { width, height, data } = made.pixels;
  const jpeg = await sharp(Buffer.from(data.buffer), { raw: { width, height, channels: 4 } })
    .removeAlpha()
    .jpeg({ quality: 85 })
    .toBuffer();
  return { ...batch, made, expected, jpeg };
}
type Taken = Awaited<ReturnType<typeof pouredAndTaken>>;

/** Puts that photo to its bar, its corners set, and more into the record beside it. */
async function keep(page: Page, { id, made, jpeg, stored }: Taken, more: object = {}): Promise<void> {
  const kept = await page.request.post("/api/photos", { headers: { "content-type": "image/jpeg" }, data: jpeg });
  const { hash, widthPx, heightPx } = await kept.json();
  const photo = {
    ...{ id: "q1", hash, widthPx, heightPx, addedAt: new Date().toISOString(), takenOn: null, note: "" },
    ...{
      bar: { mouldId: "m1", number: 1 },
      corners: made.trueCorners,
      whiteAt: null,
      isLeftOut: false,
      measured: null,
    },
  };
  const { version, document } = await stored();
  const put = await page.request.put(`/api/batches/${id}`, {
    headers: { "if-match": `"${version}"` },
    data: { ...document, record: { ...document.record, photos: [photo], ...more } },
  });
  expect(put.status()).toBe(200);
}

/** Leads a mark by the pointer onto a place of the photo, in parts of its width and height. */
async function lead(page: Page, mark: Locator, [x, y]: readonly number[]): Promise<void> {
  const picture = (await page.getByAltText("Photo of bar 1").boundingBox())!;
  const from = (await mark.boundingBox())!;
  await page.mouse.move(from.x + from.width / 2, from.y + from.height / 2);
  await page.mouse.down();
  await page.mouse.move(picture.x + x * picture.width, picture.y + y * picture.height, { steps: 4 });
  await page.mouse.up();
}

test("a photo of a bar: added from the day of the cut, its corners set, measured beside the prediction", async ({
  page,
}) => {
  const { id, made, expected, jpeg, stored } = await pouredAndTaken(page, "By its photo");
  await page.goto(`/batches/${id}/cut-day`);
  await page.getByRole("link", { name: "Take a photo of bar 1" }).click();
  await page.waitForURL(/photos\?bar=/);
  // What is no picture is refused where it was given.
  await page
    .getByLabel("A photo to add")
    .setInputFiles({ name: "a.jpg", mimeType: "image/jpeg", buffer: Buffer.from("no") });
  await expect(page.getByText(/cannot be read as a picture/)).toBeVisible();
  await page.getByLabel("A photo to add").setInputFiles({ name: "bar.jpg", mimeType: "image/jpeg", buffer: jpeg });
  await expect(page.getByText("Corners are proposed", { exact: false })).toBeVisible();
  await saved(page);
  const [photo] = (await stored()).document.record.photos;
  expect(photo).toMatchObject({ bar: { mouldId: "m1", number: 1 }, corners: null, measured: null });

  // Each proposed corner is led onto its corner of the bar.
  const names = ["top left", "top right", "bottom right", "bottom left"];
  for (const [i, corner] of made.trueCorners.entries())
    await lead(page, page.getByRole("button", { name: `Corner ${names[i]}` }), corner);
  await page.keyboard.press("m");
  await expect(page.getByText("measured", { exact: true }).first()).toBeVisible();
  const table = page.getByTestId("compared");
  await expect(table.getByRole("row").nth(1)).toContainText("Moon");
  await saved(page);
  const { measured, corners } = (await stored()).document.record.photos[0];
  for (const [i, [x, y]] of made.trueCorners.entries())
    expect(Math.hypot(corners![i][0] - x, corners![i][1] - y)).toBeLessThan(0.01);
  for (const [c, share] of expected.shares.entries()) expect(Math.abs(measured!.shares[c] - share)).toBeLessThan(0.09);
});

test("the light of a photo is taken by something white in it; working out what it teaches stops when told", async ({
  page,
}) => {
  const taken = await pouredAndTaken(page, "By something white");
  await keep(page, taken);
  await page.goto(`/batches/${taken.id}/photos?bar=1`);
  // The light by the white paper beside the bar, and a note: both are kept with it.
  await page.getByRole("checkbox", { name: /something white/ }).check();
  await page.getByAltText("Photo of bar 1").scrollIntoViewIfNeeded();
  const paperAt = taken.made.paperAt!;
  await lead(page, page.getByRole("button", { name: "Ring on something white" }), paperAt);
  await page.keyboard.press("m");
  await expect(page.getByText("The light is taken by what you ringed", { exact: false })).toBeVisible();
  await page.getByLabel("Note on this photo").fill("by the north window");
  await page.getByLabel("Note on this photo").blur();
  await saved(page);
  const [photo] = (await taken.stored()).document.record.photos;
  expect(photo).toMatchObject({ note: "by the north window", measured: { isWhole: true } });
  expect(Math.hypot(photo.whiteAt![0] - paperAt[0], photo.whiteAt![1] - paperAt[1])).toBeLessThan(0.01);

  // Working out takes its time: it says how far it is, and stops when told.
  await page.keyboard.press("l");
  await expect(page.getByRole("progressbar", { name: "How far it is" })).toBeVisible();
  await page.getByRole("button", { name: "Stop" }).click();
  await expect(page.getByRole("button", { name: /Work out what they teach/ })).toBeEnabled();
  await page.keyboard.press("o");
  await expect(page.getByRole("button", { name: /Work out what they teach/ })).toBeDisabled();
  await page.keyboard.press("Control+z");
  await expect(page.getByRole("button", { name: /Work out what they teach/ })).toBeEnabled();
  await saved(page);
});

test("what photos taught is learned with the batch, drawn by the next one, and forgotten when its maker says so", async ({
  page,
}) => {
  const taken = await pouredAndTaken(page, "Taught by its photo");
  const photoLessons = {
    ...{ version: 1, at: new Date().toISOString(), photoIds: ["q1"] },
    ...{ hand: [{ constant: "depth", mean: 0.2, precision: 100 }], hues: [] },
  };
  await keep(page, taken, { photoLessons });
  const { id } = taken;
  await page.goto(`/batches/${id}/book`);
  await expect(page.getByAltText("Bar 1 as it was cut")).toBeVisible();
  await page.getByRole("button", { name: "Close the batch and learn from it" }).click();
  await expect(page.getByText(/By its photos, how deep your pours fall: 1\.22 times/)).toBeVisible();
  const copy = await (await page.request.post(`/api/batches/${id}/copy`)).json();
  await page.goto(`/batches/${copy.id}`);
  await expect(page.getByText(/Drawn as your photos taught: pours fall 1\.\d\d times as deep/)).toBeVisible();
  // The maker can have it forgotten.
  await page.goto("/practice");
  const line = page.getByRole("listitem").filter({ hasText: "how deep your pours fall" });
  await line.getByRole("button", { name: "forget it" }).click();
  await expect(line).toBeHidden();
});
