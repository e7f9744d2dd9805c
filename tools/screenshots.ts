import { chromium } from "@playwright/test";
import { chromiumPath } from "../scripts/tooling.mjs";

/** Takes the pictures of docs/screenshots from a server with fresh demo data (its address as the argument). Pours one demo batch a few steps far. */
const address = process.argv[2] ?? "http://127.0.0.1:4321";
const browser = await chromium.launch({
  executablePath: chromiumPath(),
  args: [
    "--no-sandbox",
    "--disable-dev-shm-usage",
    "--disable-background-networking",
    "--disable-component-update",
    "--disable-sync",
  ],
});
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
const shoot = async (path: string, name: string, before = async () => {}) => {
  await page.goto(`${address}${path}`);
  await page.waitForTimeout(4000);
  await before();
  await page.waitForTimeout(800);
  await page.screenshot({ path: `docs/screenshots/${name}.png` });
};
await shoot("/", "shelf");
await shoot("/batches/demo-meteor-shower", "sheet");
await shoot("/batches/demo-meteor-shower/designs", "designs");
await shoot("/batches/demo-meteor-shower/studio", "studio", async () => {
  await page.getByLabel("beside it").selectOption("thicker");
  await page.waitForTimeout(5000);
});
await shoot("/batches/demo-meteor-shower/weigh", "weigh");
await shoot("/batches/demo-meteor-shower/cut", "cut", async () => {
  await page.keyboard.press("1");
  await page.waitForTimeout(4000);
});
await page.setViewportSize({ width: 820, height: 1180 });
await shoot("/batches/demo-meteor-shower", "tablet");
await page.setViewportSize({ width: 390, height: 844 });
await shoot("/batches/demo-meteor-shower", "phone", () =>
  page.getByRole("navigation", { name: "Rooms of the sheet" }).getByRole("button", { name: "Pours" }).click(),
);
await page.setViewportSize({ width: 1280, height: 800 });
await shoot("/gallery#crossings", "gallery");
await shoot("/library/scents", "scents");
await shoot("/orders", "orders");
await shoot("/batches/demo-meteor-shower-3/book", "book");
await shoot("/batches/demo-meteor-shower-3/cut-day", "cut-day", () => page.keyboard.press("ArrowLeft"));
await shoot("/batches/demo-aurora/photos", "photos");
await shoot("/batches/demo-meteor-shower-3/cure", "cure");
await shoot("/batches/demo-meteor-shower/line", "line");
await shoot("/batches/demo-meteor-shower/pour", "pour", async () => {
  const startedAt = new Date(Date.now() - 372_000).toISOString();
  const stored = await (await page.request.get(`${address}/api/batches/demo-meteor-shower`)).json();
  const { timeline } = await (await page.request.post(`${address}/api/plan/derive`, { data: stored.document })).json();
  const done = timeline.steps.filter((s: { endS: number }) => s.endS < 362);
  const events = done.map((s: { id: string; endS: number }, i: number) => ({
    kind: "stepDone",
    id: `e${i + 1}`,
    atS: Math.round(s.endS),
    stepId: s.id,
  }));
  events.push({ kind: "traceCheck", id: "e90", atS: 362, portionId: "p2", trace: 2 });
  stored.document.weighUp.goesOnUnticked = true;
  stored.document.record = { ...stored.document.record, startedAt, events };
  await page.request.put(`${address}/api/batches/demo-meteor-shower`, {
    data: stored.document,
    headers: { "if-match": `"${stored.version}"` },
  });
  await page.reload();
  await page.waitForTimeout(2500);
});
const minutesAgo = (min: number) => new Date(Date.now() - 60_000 * min).toISOString();
const note = (id: string, ...events: object[]) =>
  page.request.post(`${address}/api/batches/${id}/events`, { data: events.map((e) => ({ by: "", ...e })) });
await shoot("/batches/demo-meteor-shower/pour", "ways", async () => {
  // Ink stands thicker than it should: there is something to decide.
  const seen = { kind: "traceCheck", portionId: "p2", trace: 3, answer: "as-seen" };
  await note("demo-meteor-shower", { ...seen, id: "e91", at: minutesAgo(0) });
  await page.waitForTimeout(1500);
  await page.keyboard.press("r");
  await page.waitForTimeout(4000);
});
const care = (task: string, min: number) => ({
  kind: "aftercare",
  id: `c-${task}`,
  at: minutesAgo(min),
  task,
  answer: "done",
});
await note(
  "demo-zodiacal-light",
  { kind: "started", id: "e1", at: minutesAgo(86) },
  { kind: "finished", id: "e2", at: minutesAgo(73) },
  care("mist", 72),
  care("cover", 71),
  care("decorate", 50),
  care("mistAgain", 27),
);
await shoot("/batches/demo-zodiacal-light/pour", "after-pour");
await browser.close();
