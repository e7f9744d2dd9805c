import type { APIRequestContext, Browser, Page } from "@playwright/test";
import { demoBatches } from "../../src/data/demo/studio";
import { press, saved } from "./journey";
import { deviceAt } from "./pouring";
import { expect, type OwnServer, test, up } from "./servers";

const instruction = (page: Page) => page.getByTestId("instruction");

/** A pour that has been on for so many seconds; every step that the plan has before then is done. Nothing was done after them for `lateS`. */
async function onSince(request: APIRequestContext, atS: number, lateS = 0): Promise<string> {
  const document = demoBatches("2026-11-27").find((b) => b.id === "demo-meteor-shower")!.plan;
  const { id } = await (await request.post("/api/batches", { data: { ...document, title: "It runs" } })).json();
  const { timeline } = await (await request.post("/api/plan/derive", { data: document })).json();
  const startMs = Date.now() - 1000 * (atS + lateS);
  const note = async (event: object, s: number) => {
    const at = new Date(startMs + 1000 * s).toISOString();
    const answer = await request.post(`/api/batches/${id}/events`, { data: { at, by: "", ...event } });
    expect(answer.status()).toBe(201);
  };
  await note({ kind: "started", id: "t0" }, 0);
  let n = 0;
  for (const s of timeline.steps.filter((x: { endS: number }) => x.endS <= atS))
    await note({ kind: "stepDone", id: `t${++n}`, stepId: s.id, isLast: false }, s.endS);
  const ink = document.portions.find((p) => p.name === "Ink")!.id;
  await note({ kind: "traceCheck", id: "tc", portionId: ink, trace: 2.9, answer: "as-seen" }, atS - 5);
  return id;
}

/** A pour whose cup runs at minute 4, on a device that draws or not, with its ways to go on. */
async function running(
  browser: Browser,
  server: OwnServer,
  options: { isDrawn: boolean; serviceWorkers: "allow" | "block" },
) {
  const { context, page } = await deviceAt(browser, server, options);
  const id = await onSince(context.request, 240);
  await page.goto(`/batches/${id}/pour`);
  const before = (await instruction(page).textContent())!;
  await page.keyboard.press("r");
  await expect(page.getByText(/^As planned: \d+ %\.$/)).toBeVisible();
  return { context, page, id, before };
}

test("a cup runs at minute 4: other ways are shown with their faces, and the plan can be gone on with", async ({
  browser,
  server,
}) => {
  const { context, page, before } = await running(browser, server, { isDrawn: true, serviceWorkers: "block" });
  const ways = page.getByRole("region", { name: "Ways to go on" }).getByRole("img", { name: /^Predicted bar:/ });
  await expect(ways.first()).toHaveAttribute("data-stage", /coarse|smooth/);
  expect(await ways.count()).toBeGreaterThan(1);
  await expect(page.getByText(/to decide|falls away soon/).first()).toBeVisible();
  await page.keyboard.press("w");
  await expect(instruction(page)).toHaveText(before);
  await expect(page.getByRole("region", { name: "Ways to go on" })).toHaveCount(0);
  await context.close();
});

test("another way is laid out by a key while the server is dead, stays, and is undone", async ({
  browser,
  server,
  again,
}) => {
  const { context, page, id, before } = await running(browser, server, { isDrawn: false, serviceWorkers: "allow" });
  const words = await page.getByRole("region", { name: "Nearest to the plan" }).getByRole("heading").textContent();
  server.child.kill("SIGKILL");
  await server.exit;
  await page.keyboard.press("1");
  await expect(page.getByRole("region", { name: "Ways to go on" })).toHaveCount(0);
  const now = await instruction(page).textContent();
  const count = page.getByText(/^step \d+ of \d+$/);
  const stepBefore = await count.textContent();
  await page.keyboard.press("Space");
  await expect(count).not.toHaveText(stepBefore!);
  await up(await again());
  await saved(page);
  await page.reload();
  const stored = async () => (await (await page.request.get(`/api/batches/${id}`)).json()).document;
  const { record, operations } = await stored();
  expect(record.log.filter((e: { kind: string }) => e.kind === "replanned")).toMatchObject([{ words }]);
  expect(operations).not.toEqual(record.planned.operations);
  // Taken back one by one: the step, then the change.
  await expect(count).not.toHaveText(stepBefore!);
  await page.keyboard.press("u");
  await expect(count).toHaveText(stepBefore!);
  await expect(instruction(page)).toHaveText(now!);
  await page.keyboard.press("u");
  await expect(instruction(page)).toHaveText(before);
  await saved(page);
  expect((await stored()).operations).toEqual(record.planned.operations);
  // The plan can be gone on with, and what was seen taken back, from there too.
  await press(page, "r w");
  await expect(instruction(page)).toHaveText(before);
  await context.close();
});

test("a pour that stood for a quarter of an hour is pressed in: laid out by a key, led cup by cup, taken back", async ({
  browser,
  server,
}) => {
  const { context, page } = await deviceAt(browser, server, { isDrawn: true, serviceWorkers: "block" });
  const id = await onSince(context.request, 240, 900);
  await page.goto(`/batches/${id}/pour`);
  const before = await instruction(page).textContent();
  await page.keyboard.press("r");
  const nearest = page.getByRole("region", { name: "Nearest to the plan" });
  await expect(nearest.getByRole("heading", { name: "Press all that is left in, lump by lump" })).toBeVisible();
  await expect(nearest).toContainText("gloves on, it is raw");
  await page.keyboard.press("1");
  await expect(instruction(page)).toHaveText(/^Press in Ink, \d+ g$/);
  await page.keyboard.press("Space");
  await expect(instruction(page)).toHaveText(/^Press in (?!Ink)\w+, \d+ g$/);
  await press(page, "u u");
  await expect(instruction(page)).toHaveText(before!);
  await saved(page);
  await context.close();
});
