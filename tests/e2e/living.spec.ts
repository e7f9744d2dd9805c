import type { APIRequestContext, Page } from "@playwright/test";
import { newPlan } from "../../src/core/document/newPlan";
import type { Plan } from "../../src/core/document/schema";
import { planOfFamily } from "../../src/core/library/familyPlan";
import { pourOn, press, saved } from "./journey";
import { instruction, othersDo, pouring, withoutLine } from "./pouring";
import { expect, test } from "./servers";

test.use({ serviceWorkers: "allow" });

const stored = async (request: APIRequestContext, id: string): Promise<Plan> =>
  (await (await request.get(`/api/batches/${id}`)).json()).document;

/** Presses "done" until the step at hand is called so; gives its title. */
async function doneUntil(page: Page, title: RegExp): Promise<string> {
  const count = page.getByText(/^step \d+ of \d+$/);
  for (;;) {
    const at = (await instruction(page).textContent())!;
    if (title.test(at)) return at;
    const before = (await count.textContent())!;
    // A key that is not heard is pressed again, as a hand would.
    await expect(async () => {
      if ((await count.textContent()) === before) await page.keyboard.press("Space");
      await expect(count).not.toHaveText(before, { timeout: 5000 });
    }).toPass();
  }
}

test("a salt bar: the bowl is weighed without its salt, every cup gets its grams after the colour, and it is cut within hours", async ({
  browser,
  server,
}) => {
  const base = newPlan("Salt bar", 3);
  const salt = {
    id: "x1",
    kind: "salt" as const,
    label: "Sea salt",
    dose: { amount: 50, basis: "g/100g-oils" as const },
  };
  const plan: Plan = { ...base, batters: [{ ...base.batters[0], additives: [salt] }] };
  const { context, page, id } = await pouring(browser, server, plan, { isKept: false });
  const { masses, instructions } = await (await context.request.post("/api/plan/derive", { data: plan })).json();
  const [pot] = masses.batters;
  const saltG = masses.portions.reduce(
    (sum: number, p: { additives: { massG: number }[] }) => sum + p.additives.reduce((s, a) => s + a.massG, 0),
    0,
  );
  // Half as much salt as oils, none of it in the bowl.
  expect(saltG).toBeCloseTo(pot.oilsG / 2, 0);
  expect(pot.baseG).toBeLessThan(pot.oilsG + pot.lyeG + pot.allWaterG + saltG / 2);
  expect(instructions).toBeTruthy();
  await othersDo(page, id, /^Weigh out Ink/);
  await page.keyboard.press("m");
  await page.keyboard.type("200");
  await page.keyboard.press("Enter");
  await page.keyboard.type(String(Math.round(pot.baseG + 200)));
  await expect(page.getByTestId("follows")).toContainText("as planned");
  await page.keyboard.press("Enter");
  await doneUntil(page, /^Colour /);
  await expect(page.getByText(/Then by hand: [\d.]+ g Sea salt/).first()).toBeVisible();
  await page.keyboard.press("Space");
  await othersDo(page, id, null);
  await page.getByRole("heading", { name: "The long clock" }).scrollIntoViewIfNeeded();
  const { dates } = await (
    await context.request.post("/api/plan/derive", { data: await stored(context.request, id) })
  ).json();
  expect(dates.after.unmould.bestH).toBeLessThan(8);
  await context.close();
});

test("a tilted pour: as much as the mould holds at each angle, then lowered and poured on", async ({
  browser,
  server,
}) => {
  const { context, page, id } = await pouring(browser, server, planOfFamily("stacked-pot"), { isKept: false });
  const angles: number[] = [];
  const degrees = (title: string) => angles.push(Number(/\d+/.exec(title)![0]));
  await othersDo(page, id, /^Tilt to/);
  degrees((await instruction(page).textContent())!);
  await expect(page.getByText(/To its low rim it holds [\d ]+ mL now/).first()).toBeVisible();
  await doneUntil(page, /^Pour from the pot/);
  await expect(page.getByText(/Stop when it comes back to the low rim; the rest stays/).first()).toBeVisible();
  for (;;) {
    const at = await doneUntil(page, /^(Tilt to|Mould level)/);
    if (at === "Mould level") break;
    degrees(at);
    await page.keyboard.press("Space");
    await expect(instruction(page)).not.toHaveText(at);
  }
  expect(angles.length).toBeGreaterThan(1);
  expect(angles).toEqual(angles.toSorted((a, b) => b - a));
  await othersDo(page, id, null);
  const { record, operations } = await stored(context.request, id);
  const done = new Set(record.events.flatMap((e) => (e.kind === "stepDone" ? [e.stepId] : [])));
  expect(operations.every((o) => done.has(o.id))).toBe(true);
  await context.close();
});

test("a piped top waits for its trace: a dollop says how long still, forty minutes later it stands", async ({
  browser,
  server,
}) => {
  const base = newPlan("Piped", 5);
  const rest = base.portions.find((p) => p.takesRest)!;
  const plan: Plan = { ...base, portions: base.portions.map((p) => (p === rest ? { ...p, pipingPct: 12 } : p)) };
  const { context, page, id } = await pouring(browser, server, plan, { prepare: (p) => p.clock.install() });
  await othersDo(page, id, /^Pipe the top/);
  const standsAt = page.getByTestId("stands-at");
  await expect(standsAt).toHaveText(/stands at about minute \d+ \(\d+ to \d+\)/);
  const minutes = async () => Number(/minute (\d+)/.exec((await standsAt.textContent())!)![1]);
  const first = await minutes();
  expect(first).toBeGreaterThan(10);
  await expect(page.getByText(/Line the bag with film/)).toBeVisible();
  await withoutLine(page, async () => {
    await page.clock.fastForward("10:00");
    await press(page, "d 3");
    await expect(page.getByRole("region", { name: "Waiting" })).toBeVisible();
  });
  // It ran flat: longer than the plan, and never in the past.
  expect(await minutes()).toBeGreaterThan(10);
  await page.clock.fastForward("40:00");
  await press(page, "d 1");
  await expect(page.getByRole("region", { name: "Waiting" })).toHaveCount(0);
  await page.keyboard.press("Space");
  await pourOn(page);
  await saved(page);
  const { record } = await stored(context.request, id);
  const piped = record.events.find((e) => e.kind === "stepDone" && e.stepId === `pipe:${rest.id}`)!;
  expect(piped.atS).toBeGreaterThan(50 * 60);
  const [flat, firm] = record.events.flatMap((e) => (e.kind === "traceCheck" ? [e.trace] : []));
  expect(flat).toBeLessThanOrEqual(2.8);
  expect(firm).toBeGreaterThanOrEqual(4);
  await context.close();
});

test("a pour by eye: the mark that a cup stands at gives its mass, and colours follow; a mark is taken back", async ({
  browser,
  server,
}) => {
  const base = newPlan("By eye", 6);
  const plan: Plan = { ...base, practice: { ...base.practice, measuring: "eyeball" } };
  const { context, page, id } = await pouring(browser, server, plan);
  await doneUntil(page, /^Weigh out Ink/);
  await expect(page.getByText(/By eye: up to/)).toBeVisible();
  await page.keyboard.press("m");
  await page.keyboard.type("300");
  await expect(page.getByTestId("follows")).toContainText(/over|under/);
  await page.keyboard.press("Enter");
  // Far from what should be there: asked about once, then taken.
  if (await page.getByText(/Once more takes it/).isVisible()) await page.keyboard.press("Enter");
  await expect(instruction(page)).toHaveText(/^Weigh out Brass/);
  const cupOf = async () => {
    const document = await stored(context.request, id);
    const { masses } = await (await context.request.post("/api/plan/derive", { data: document })).json();
    return masses.portions.find((p: { id: string }) => p.id === "p2");
  };
  await withoutLine(page, async () => {
    await page.keyboard.press("m");
    await page.keyboard.type("150");
    await page.keyboard.press("Enter");
    if (await page.getByText(/Once more takes it/).isVisible()) await page.keyboard.press("Enter");
    await expect(instruction(page)).toHaveText(/^Colour/);
  });
  const ink = await cupOf();
  expect(ink.baseG).toBeCloseTo(300 * base.batters[0].densityGPerMl, 0);
  const marks = (await stored(context.request, id)).record.events.filter((e) => e.kind === "reading");
  expect(marks).toHaveLength(2);
  expect(new Set(marks.map((e) => "from" in e && e.from)).size).toBe(1);
  await press(page, "u u");
  await expect(instruction(page)).toHaveText(/^Weigh out Brass/);
  await saved(page);
  expect((await stored(context.request, id)).record.events.filter((e) => e.kind === "reading")).toHaveLength(1);
  await context.close();
});
