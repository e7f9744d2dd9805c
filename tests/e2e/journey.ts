import type { BrowserContext, Page } from "@playwright/test";
import { derive } from "../../src/core/derive/derive";
import { newPlan } from "../../src/core/document/newPlan";
import type { Plan } from "../../src/core/document/schema";
import type { Settings } from "../../src/core/practice/practiceSchema";
import { tickOf } from "../../src/core/prepare/tick";
import { poured } from "../../src/data/demo/parts";
import { test as base, expect } from "./servers";

/** Waits until a page takes what is typed and pressed. */
export const alive = (page: Page) =>
  page.waitForFunction(
    () => document.documentElement.dataset.alive !== undefined || !document.querySelector("astro-island"),
  );

/** Makes a page wait, as its user would, until it is alive: after it was opened, and before a key is pressed. */
export function patient(page: Page): Page {
  const after = <A extends unknown[], R>(does: (...args: A) => Promise<R>) => {
    return async (...args: A) => {
      const result = await does(...args);
      await alive(page);
      return result;
    };
  };
  const before = <A extends unknown[], R>(does: (...args: A) => Promise<R>) => {
    return async (...args: A) => {
      await alive(page);
      return does(...args);
    };
  };
  page.goto = after(page.goto.bind(page));
  page.reload = after(page.reload.bind(page));
  page.waitForURL = after(page.waitForURL.bind(page));
  page.keyboard.press = before(page.keyboard.press.bind(page.keyboard));
  page.keyboard.type = before(page.keyboard.type.bind(page.keyboard));
  return page;
}

/** Keeps a page, or all of a context, from drawing the cut: half of what a page has to do, in journeys that do not look at it. */
export const undrawn = (pages: Page | BrowserContext) =>
  pages.addInitScript(() => {
    window.Worker = new Proxy(window.Worker, {
      construct: (Worker, given: [string | URL, WorkerOptions?]) =>
        String(given[0]).includes("face.worker")
          ? Object.assign(new EventTarget(), { postMessage() {}, terminate() {} })
          : new Worker(...given),
    });
  });

/** A test on its worker's server, whose page may say nothing on the console: an error there (a blocked script too) fails it. */
export const test = base.extend<{ said: string[]; isDrawn: boolean }>({
  /** Whether the cut is drawn. */
  isDrawn: [true, { option: true }],
  baseURL: async ({ address }, use) => use(address),
  context: async ({ context, isDrawn }, use) => {
    context.on("page", patient);
    if (!isDrawn) await undrawn(context);
    await use(context);
  },
  said: [
    async ({ page }, use) => {
      const said: string[] = [];
      page.on(
        "console",
        (m) => m.type() === "error" && !m.text().includes("Failed to load resource") && said.push(m.text()),
      );
      page.on("pageerror", (e) => said.push(e.message));
      await use(said);
      expect(said).toEqual([]);
    },
    { auto: true },
  ],
});
export { expect };

/** Has a page watch itself from its first moment on: what moves by itself, and what the policy blocks. */
export const watchOpening = (page: Page) =>
  page.addInitScript(() => {
    const seen = { shift: 0, blocked: [] as string[] };
    Object.assign(window, { seen });
    new PerformanceObserver((list) => {
      for (const e of list.getEntries() as (PerformanceEntry & { value: number })[]) seen.shift += e.value;
    }).observe({ type: "layout-shift", buffered: true });
    addEventListener("securitypolicyviolation", (e) => seen.blocked.push(`${e.violatedDirective} ${e.blockedURI}`));
  });

/** Holds that nothing jumped while a watched page opened, and that the policy blocked nothing of it. @param name of the page, said where it fails */
export async function openedStill(page: Page, name: string): Promise<void> {
  const seen = await page.evaluate(() => (window as unknown as { seen: { shift: number; blocked: string[] } }).seen);
  expect(seen.blocked, name).toEqual([]);
  expect(seen.shift, name).toBeLessThan(0.05);
}

/** Presses keys one after the other, parted by spaces. */
export async function press(page: Page, keys: string): Promise<void> {
  for (const key of keys.split(" ")) await page.keyboard.press(key);
}

/** Takes a handle up by key, leads it one place on, and lets it go; each once what it says shows that it was understood. */
export async function leadByKey(page: Page, handle: string, way: "ArrowUp" | "ArrowDown"): Promise<void> {
  const said = page.locator('[id^="DndLiveRegion"]');
  await page.getByRole("button", { name: handle }).focus();
  await page.keyboard.press("Space");
  // Taken up, it is first over its own place.
  await expect(said).toHaveText(/^Pour (\d+) would be number \1\.$/);
  // A key that comes before the handle listens is lost: it is pressed again, as a hand would.
  await expect(async () => {
    if (/^Pour (\d+) would be number \1\.$/.test((await said.textContent()) ?? "")) await page.keyboard.press(way);
    await expect(said).toHaveText(/^Pour (\d+) would be number (?!\1\.)/, { timeout: 1000 });
  }).toPass();
  await page.keyboard.press("Space");
}

export const saved = (page: Page) => expect(page.locator("[data-save=saved]")).toBeVisible();

/**
 * Makes a new batch of this name as the studio's practice has it. How a person gets there is a journey of its own (idea.spec.ts). Resolves to its path.
 * @param isWeighed whether its weigh-up sheet is ticked whole
 */
export async function make(page: Page, title: string, isWeighed = false): Promise<string> {
  const settings = (await (await page.request.get("/api/settings")).json()) as { document: Settings };
  const plan = newPlan(title, 7, settings.document);
  const now = new Date().toISOString();
  const ticks = isWeighed ? derive(plan).weighUp.map((line) => tickOf(line, now, "")) : [];
  const data = { ...plan, weighUp: { ...plan.weighUp, ticks } };
  const made = await page.request.post("/api/batches", { data });
  const { id } = (await made.json()) as { id: string };
  return `/batches/${id}`;
}

/** Makes a new batch of this name and opens its sheet; resolves to its address. */
export async function newBatch(page: Page, title: string): Promise<string> {
  await page.goto(await make(page, title));
  await saved(page);
  return page.url();
}

/** Makes a new batch of this name, weighed up, and opens its pour; ticking it all is a journey of its own (pour.spec.ts). Resolves to the batch's address. */
export async function newPour(page: Page, title: string): Promise<string> {
  await page.goto(`${await make(page, title, true)}/pour`);
  return page.url().replace(/\/pour$/, "");
}

/** Waits for the picture of the cut at least in full resolution. */
export const drawn = (page: Page) =>
  expect(page.getByRole("img", { name: /^Predicted cut face/ })).toHaveAttribute("data-stage", /full|smooth|fine/);

/** Ticks the whole weigh-up sheet of the batch that is open, by keys, and goes on to the pour. */
export async function weighUp(page: Page): Promise<void> {
  await page.getByRole("link", { name: "Weigh up", exact: true }).click();
  await page.waitForURL(/\/weigh$/);
  const ticks = page.locator("[data-weigh-tick]");
  await ticks.first().focus();
  const count = await ticks.count();
  for (let i = 0; i < count; i++) {
    await page.keyboard.press("Space");
    await page.keyboard.press("ArrowDown");
  }
  await expect(page.getByTestId("weigh-progress")).toHaveText(`${count} of ${count} ticked`);
  await saved(page);
  await page.getByRole("link", { name: "Pour", exact: true }).click();
}

/** Says "done" to every step that is left of the pour that is open, by key, until the pour is over. */
export async function pourOn(page: Page): Promise<void> {
  const instruction = page.getByTestId("instruction");
  await expect(instruction).toBeVisible();
  const isOver = page.getByRole("heading", { name: /^Poured in/ });
  await expect(async () => {
    if (await instruction.isVisible()) await page.keyboard.press("Space");
    expect(await isOver.isVisible()).toBe(true);
  }).toPass({ intervals: [60] });
}

/** Keeps a page from hearing what others save, as where the line is too slow for it to hear in time. */
export const deafen = (page: Page) =>
  page.addInitScript(() => {
    const deaf = class extends EventTarget {
      close() {}
    };
    Object.assign(window, { SharedWorker: undefined, EventSource: deaf });
  });

/** A batch that was poured three days ago, made by the API: its id, its plan, and how it stands by then. */
export async function pouredBefore(page: Page, title: string) {
  const on = new Date(Date.now() - 3 * 86_400_000).toISOString().slice(0, 10);
  const plan = poured(newPlan(title, 3), on, 1, null, "", {});
  const { id } = await (await page.request.post("/api/batches", { data: plan })).json();
  const stored = async () =>
    (await page.request.get(`/api/batches/${id}`)).json() as Promise<{ version: number; document: Plan }>;
  return { id: id as string, plan, stored };
}
