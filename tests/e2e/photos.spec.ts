import sharp from "sharp";
import { photographedBars } from "../../src/data/demo/bars";
import { expect, pouredBefore, saved, test } from "./journey";

test.use({ isDrawn: false });

test("a photo of a bar: added from the day of the cut, its corners set, measured beside the prediction; what it taught is drawn by the next batch", async ({
  page,
}) => {
  const { id, plan, stored } = await pouredBefore(page, "By its photo");
  const [{ made, expected }] = photographedBars(plan, [1]);
  const { width, height, data } = made.pixels;
  const jpeg = await sharp(Buffer.from(data.buffer), { raw: { width, height, channels: 4 } })
    .removeAlpha()
    .jpeg({ quality: 85 })
    .toBuffer();

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
  const picture = (await page.getByAltText("Photo of bar 1").boundingBox())!;
  const names = ["top left", "top right", "bottom right", "bottom left"];
  for (const [i, [x, y]] of made.trueCorners.entries()) {
    const corner = (await page.getByRole("button", { name: `Corner ${names[i]}` }).boundingBox())!;
    await page.mouse.move(corner.x + corner.width / 2, corner.y + corner.height / 2);
    await page.mouse.down();
    await page.mouse.move(picture.x + x * picture.width, picture.y + y * picture.height, { steps: 4 });
    await page.mouse.up();
  }
  await page.keyboard.press("m");
  await expect(page.getByText("measured", { exact: true }).first()).toBeVisible();
  const table = page.getByTestId("compared");
  await expect(table.getByRole("row").nth(1)).toContainText("Moon");
  await saved(page);
  const { measured, corners } = (await stored()).document.record.photos[0];
  for (const [i, [x, y]] of made.trueCorners.entries())
    expect(Math.hypot(corners![i][0] - x, corners![i][1] - y)).toBeLessThan(0.01);
  for (const [c, share] of expected.shares.entries()) expect(Math.abs(measured!.shares[c] - share)).toBeLessThan(0.09);

  // The light by the white paper beside the bar, and a note: both are kept with it.
  await page.getByRole("checkbox", { name: /something white/ }).check();
  await page.getByAltText("Photo of bar 1").scrollIntoViewIfNeeded();
  const [[paperX, paperY], now] = [made.paperAt!, (await page.getByAltText("Photo of bar 1").boundingBox())!];
  const ring = (await page.getByRole("button", { name: "Ring on something white" }).boundingBox())!;
  await page.mouse.move(ring.x + ring.width / 2, ring.y + ring.height / 2);
  await page.mouse.down();
  await page.mouse.move(now.x + paperX * now.width, now.y + paperY * now.height, { steps: 4 });
  await page.mouse.up();
  await page.keyboard.press("m");
  await expect(page.getByText("The light is taken by what you ringed", { exact: false })).toBeVisible();
  await page.getByLabel("Note on this photo").fill("by the north window");
  await page.getByLabel("Note on this photo").blur();
  await saved(page);
  const again = (await stored()).document.record.photos[0];
  expect(again).toMatchObject({ note: "by the north window", measured: { isWhole: true } });
  expect(Math.hypot(again.whiteAt![0] - paperX, again.whiteAt![1] - paperY)).toBeLessThan(0.01);

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

  // Worked out and closed, it goes into the picture of the next batch, which says so.
  const { version, document } = await stored();
  const photoLessons = {
    ...{ version: 1, at: new Date().toISOString(), photoIds: [document.record.photos[0].id] },
    ...{ hand: [{ constant: "depth", mean: 0.2, precision: 100 }], hues: [] },
  };
  const put = await page.request.put(`/api/batches/${id}`, {
    headers: { "if-match": `"${version}"` },
    data: { ...document, record: { ...document.record, photoLessons } },
  });
  expect(put.status()).toBe(200);
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
