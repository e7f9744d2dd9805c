import type { Page } from "@playwright/test";
import { derive } from "../../src/core/derive/derive";
import { newPlan } from "../../src/core/document/newPlan";
import { press, saved } from "./journey";
import { deviceAt, instruction, keptHere, pouring, withoutServer } from "./pouring";
import { expect, test, up } from "./servers";

test.use({ isDrawn: false, serviceWorkers: "allow" });

const gramsIn = async (page: Page) => Number(/(\d+) g$/.exec((await instruction(page).textContent()) ?? "")?.[1]);
async function type(page: Page, text: string) {
  await page.keyboard.type(text);
  await page.keyboard.press("Enter");
}

test("a bowl that weighs 8 % less: every cup follows, one is over and evened out, while the server is dead too; a reload knows it all", async ({
  browser,
  server,
  again,
}) => {
  const { context, page } = await pouring(browser, server, newPlan("Light bowl", 7));
  await press(page, "Space Space");
  await expect(instruction(page)).toHaveText(/^Weigh out Ink, \d+ g$/);
  const planned = await gramsIn(page);
  await expect(page.getByText(/^The bowl is not weighed/)).toBeVisible();

  await page.keyboard.press("m");
  await expect(page.getByText("What does the empty bowl weigh?")).toBeVisible();
  await type(page, "210");
  const stored = async () => {
    const path = new URL(page.url()).pathname.replace(/\/pour$/, "");
    return (await (await page.request.get(`/api${path}`)).json()).document;
  };
  const { masses } = await (await page.request.post("/api/plan/derive", { data: await stored() })).json();
  await type(page, String(210 + Math.round(0.92 * masses.batters[0].plannedBaseG)));
  await expect(page.getByText(/^Targets by the scale: .* less than planned\.$/)).toBeVisible();
  expect(Math.abs((await gramsIn(page)) - 0.92 * planned)).toBeLessThan(2);

  // A cup that is weighed is done with its reading: no further key.
  const target = await gramsIn(page);
  await page.keyboard.press("m");
  await type(page, String(target + 40));
  await expect(instruction(page)).toHaveText(/^Weigh out Brass/);
  const evened = page.getByText(/^Even out before any colour goes in: from Ink into Brass, about 25 g\.$/);
  await withoutServer(page, server, again, async () => {
    await page.keyboard.press("m");
    await type(page, String((await gramsIn(page)) - 25));
    await expect(evened).toBeVisible();
  });
  await expect(evened).toBeVisible();
  // What was read is taken back like everything else: first the step, then the reading.
  await press(page, "u u");
  await expect(instruction(page)).toHaveText(/^Weigh out Brass/);
  await expect(page.getByText(/^Even out/)).toHaveCount(0);
  await saved(page);
  const { record } = await stored();
  expect(record.log.map((e: { kind: string }) => e.kind).slice(-2)).toEqual(["takenBack", "takenBack"]);
  expect(record.events.filter((e: { kind: string }) => e.kind === "reading")).toHaveLength(2);
  await context.close();
});

test("two devices on one pour, one of them offline for three steps, and the server dies meanwhile: all come to the same", async ({
  browser,
  server,
  again,
}) => {
  const base = newPlan("Two of us", 7);
  const first = derive(base).timeline!.steps.find((s) => s.kind === "weigh")!;
  const plan = { ...base, stepWords: { [first.id]: "the blue whisk, not the grey one" } };
  const { context, page, id } = await pouring(browser, server, plan);
  const { context: other, page: phone } = await deviceAt(browser, server);
  await phone.goto(`/batches/${id}/pour`);
  await keptHere(phone);
  await press(page, "Space Space");
  await expect(instruction(phone)).toHaveText(/^Weigh out Ink/);
  // The maker's own words to the step stand with it, on both.
  for (const p of [page, phone]) await expect(p.getByText("the blue whisk, not the grey one")).toBeVisible();

  await other.setOffline(true);
  for (let step = 0; step < 3; step++) {
    const before = (await instruction(phone).textContent()) ?? "";
    await phone.keyboard.press("Space");
    await expect(instruction(phone)).not.toHaveText(before);
  }
  await expect(phone.locator("[data-save=retrying]")).toBeVisible();
  const ahead = (await instruction(phone).textContent()) ?? "";
  await saved(page);
  server.child.kill("SIGKILL");
  await server.exit;
  // Both are loaded anew without it, and what was noted on each stays with it.
  await Promise.all([page.reload(), phone.reload()]);
  await expect(instruction(phone)).toHaveText(ahead);
  // Meanwhile a cup is looked at here, and what is seen has its line of advice.
  await press(page, "i 2");
  await expect(page.getByText(/^Whisk\. Blend only if the lumps stay/)).toBeVisible();
  await press(page, "Escape t 2 2 w");
  await page.keyboard.type("a lump at the rim, 2 of them");
  await page.keyboard.press("Enter");
  await expect(instruction(page)).toHaveText(/^Weigh out Ink/);

  await up(await again());
  await saved(page);
  await other.setOffline(false);
  await saved(phone);
  await expect(instruction(page)).toHaveText(ahead);
  await expect(instruction(phone)).toHaveText(ahead);
  await expect(page.getByText(/Last check: Ink/)).toBeVisible();
  await expect(phone.getByText(/Last check: Ink/)).toBeVisible();
  const stored = (await (await context.request.get(`/api/batches/${id}`)).json()).document;
  const kinds = stored.record.events.map((e: { kind: string }) => e.kind).sort();
  expect(kinds).toEqual(["deviation", "sign", ...Array.from({ length: 5 }, () => "stepDone"), "traceCheck"]);
  expect(stored.record.events.find((e: { kind: string }) => e.kind === "deviation").note).toBe(
    "a lump at the rim, 2 of them",
  );
  await other.close();
  await context.close();
});
