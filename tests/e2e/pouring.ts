import { randomUUID } from "node:crypto";
import type { Browser, BrowserContextOptions, Page } from "@playwright/test";
import { derive } from "../../src/core/derive/derive";
import type { Plan } from "../../src/core/document/schema";
import { patient, saved, undrawn } from "./journey";
import { expect, type OwnServer, up } from "./servers";

export const instruction = (page: Page) => page.getByTestId("instruction");

/** What the bowl of a plan is to hold, g. */
export const plannedBowlG = (plan: Plan) => derive(plan).masses!.batters[0].plannedBaseG;

/** A device of its own at a server that is up: it says yes to every question. @param isDrawn whether it draws the cut */
export async function deviceAt(
  browser: Browser,
  server: OwnServer,
  { isDrawn = false, ...options }: BrowserContextOptions & { isDrawn?: boolean } = {},
) {
  await up(server);
  const context = await browser.newContext({ baseURL: server.address, ...options });
  if (!isDrawn) await undrawn(context);
  const page = patient(await context.newPage());
  page.on("dialog", (dialog) => void dialog.accept());
  return { context, page };
}

/**
 * The pour of a plan, open on a device of its own that keeps the page unless `isKept` is false, its lye just in. `prepare` has the page, and `made` the batch, before it
 * is opened.
 */
export async function pouring(
  browser: Browser,
  server: OwnServer,
  plan: Plan,
  {
    prepare,
    made,
    isKept = true,
  }: { prepare?: (page: Page) => Promise<void>; made?: (id: string) => void; isKept?: boolean } = {},
) {
  const { context, page } = await deviceAt(browser, server, { serviceWorkers: isKept ? "allow" : "block" });
  await prepare?.(page);
  const { id } = await (await context.request.post("/api/batches", { data: plan })).json();
  made?.(id);
  await page.goto(`/batches/${id}/pour`);
  if (isKept) await expect(page.getByTestId("kept")).toHaveText(/^This device keeps the pour/);
  const at = await page.evaluate(() => new Date().toISOString());
  await context.request.post(`/api/batches/${id}/events`, { data: { kind: "started", id: "s0", at, by: "" } });
  await expect(instruction(page)).toHaveText(/^Pour the lye/);
  return { context, page, id };
}

/**
 * Notes all at once, as another device would, that the steps before the first of this title are done; all that are left without one. What a key does to each
 * is looked at in journeys of its own.
 */
export async function othersDo(page: Page, id: string, until: RegExp | null): Promise<void> {
  await saved(page);
  const path = `/api/batches/${id}`;
  const { timeline, instructions } = derive((await (await page.request.get(path)).json()).document);
  const { steps } = timeline!;
  const left = steps.filter((s) => !s.done);
  const end = until ? left.findIndex((s) => until.test(instructions.get(s.id)!.title)) : left.length;
  expect(end).toBeGreaterThanOrEqual(0);
  const at = await page.evaluate(() => new Date().toISOString());
  const data = left.slice(0, end).map((step) => ({
    ...{ kind: "stepDone", id: randomUUID(), at, by: "another" },
    ...{ stepId: step.id, isLast: step === steps.at(-1) },
  }));
  const noted = await page.request.post(`${path}/events`, { data });
  expect(noted.ok(), await noted.text()).toBe(true);
  if (until) await expect(instruction(page)).toHaveText(until);
}

/** Nobody answers; the pour goes on with what `meanwhile` does, and is loaded anew; once `back` has brought an answer, all of it is known there. */
async function unanswered(page: Page, meanwhile: () => Promise<void>, back: () => Promise<void>): Promise<void> {
  await meanwhile();
  await expect(page.locator("[data-save=retrying]")).toBeVisible();
  const before = await instruction(page).textContent();
  await page.reload();
  await expect(instruction(page)).toHaveText(before!);
  await back();
  await saved(page);
  await expect(instruction(page)).toHaveText(before!);
}

/** The server dies, and a new one takes its place. */
export async function withoutServer(
  page: Page,
  server: OwnServer,
  again: () => Promise<OwnServer>,
  meanwhile: () => Promise<void>,
): Promise<void> {
  await saved(page);
  server.child.kill("SIGKILL");
  await server.exit;
  await unanswered(page, meanwhile, async () => up(await again()));
}

/** The device loses its line to the server, and finds it again. */
export async function withoutLine(page: Page, meanwhile: () => Promise<void>): Promise<void> {
  await saved(page);
  await page.context().setOffline(true);
  await unanswered(page, meanwhile, () => page.context().setOffline(false));
}
