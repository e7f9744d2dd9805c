import { type ChildProcess, spawn } from "node:child_process";
import type { Page } from "@playwright/test";
import { environment } from "../../scripts/tooling.mjs";
import { newPlan } from "../../src/core/document/newPlan";
import { expect, make, newPour, press, saved, test } from "./journey";
import { instruction, othersDo, plannedBowlG, pouring } from "./pouring";
import { startsMeanwhile, up } from "./servers";

test.use({ isDrawn: false });
startsMeanwhile();

const running: ChildProcess[] = [];
/** A simulated device as a process of its own. */
function device(...args: string[]): ChildProcess {
  const child = spawn(process.execPath, ["--import", "tsx", "tools/device/device.ts", ...args], {
    env: environment,
    stdio: ["pipe", "pipe", "pipe"],
  });
  running.push(child);
  return child;
}
test.afterEach(() => {
  for (const child of running.splice(0)) child.kill();
});

test("a thermometer of its own: the lye's and the oils' temperature with a press, and how hot they meet", async ({
  page,
  address,
}) => {
  await newPour(page, "With the probe");
  const probe = device("thermometer", "--to", address, "--lag", "0.2");
  await expect(page.getByTestId("probe")).toContainText("still");
  probe.stdin!.write("39\n");
  await expect(page.getByTestId("probe")).toContainText("39 °C");
  await page.getByRole("button", { name: "that is the lye" }).click();
  probe.stdin!.write("40\n");
  await expect(page.getByTestId("probe")).toContainText("40 °C");
  await page.getByRole("button", { name: "that is the oils" }).click();
  await expect(page.getByTestId("meeting-read")).toContainText("Together about 40 °C");
  await saved(page);
  const { document } = await (
    await page.request.get(`/api${new URL(page.url()).pathname.replace(/\/pour$/, "")}`)
  ).json();
  const readings = document.record.log.filter((e: { kind: string }) => e.kind === "reading");
  expect(readings.map((r: { what: string; from: string }) => [r.what, r.from])).toEqual([
    ["lye", "thermometer"],
    ["oils", "thermometer"],
  ]);
});

/** A scale beside a pour, whose bowl is 8 % light. */
const scaleBeside = (address: string, id: string) =>
  device("scale", "--to", address, "--follow", id, "--off=-8", "--settles", "0.2", "--pours", "600");

/** Weighs the bowl once the first cup is to be weighed out. */
async function bowlWeighed(page: Page): Promise<void> {
  // The pad opens by itself; the bowl alone was never weighed, so that is asked for first, by hand.
  await expect(page.getByText("What does the empty bowl weigh?")).toBeVisible();
  await page.keyboard.type("210");
  await page.keyboard.press("Enter");
  await expect(page.getByTestId("follows")).toContainText("less than planned");
  await expect(page.getByText("still", { exact: true })).toBeVisible();
  await page.keyboard.press("Enter");
  await expect(instruction(page)).toHaveText(/^Weigh out Ink/);
}

/** Pours a cup by what the scale says, and says once that it stands. */
async function cupWeighed(page: Page, cup: string): Promise<void> {
  await expect(instruction(page)).toHaveText(new RegExp(`^Weigh out ${cup}`));
  await expect(page.getByTestId("live-scale")).toHaveText(/to pour|on the target/);
  await expect(page.getByTestId("live-scale")).toHaveText("on the target: stop");
  // A pan that moves once more is asked again, as a hand would.
  await expect(async () => {
    if (await page.getByText("still", { exact: true }).isVisible()) await page.keyboard.press("Enter");
    await expect(instruction(page)).not.toHaveText(new RegExp(`^Weigh out ${cup}`), { timeout: 1000 });
  }).toPass();
}

const readingsOf = async (page: Page, id: string) => {
  const { document } = await (await page.request.get(`/api/batches/${id}`)).json();
  const said = document.record.events.filter((e: { kind: string }) => e.kind === "reading");
  return { document, said: said.map((r: { what: string; from: string }) => [r.what, r.from]) };
};

test("a scale of its own: every cup with one key, and the bowl is 8 % light", async ({ page, address }) => {
  const path = await make(page, "With the scale", true);
  const id = path.split("/")[2];
  scaleBeside(address, id);
  await page.goto(`${path}/pour`);
  await page.getByRole("button", { name: /start the clock/ }).click();
  await expect(instruction(page)).toHaveText(/^Pour the lye/);
  await press(page, "Space Space");
  await bowlWeighed(page);
  // From here one key a reading: the next cup opens by itself.
  for (const cup of ["Ink", "Brass"]) await cupWeighed(page, cup);
  await expect(instruction(page)).not.toHaveText(/^Weigh out/);
  await saved(page);
  const { document, said } = await readingsOf(page, id);
  expect(said).toEqual([
    ["bowl", "scale"],
    ["cup", "scale"],
    ["cup", "scale"],
  ]);
  const { masses } = await (await page.request.post("/api/plan/derive", { data: document })).json();
  const [pot] = masses.batters;
  expect(pot.baseG / pot.plannedBaseG).toBeCloseTo(0.92, 2);
});

test("the server dies between two readings: the scale is heard again once there is somebody to tell", async ({
  browser,
  server,
  again,
}) => {
  const plan = newPlan("With the scale", 7);
  const { context, page, id } = await pouring(browser, server, plan, {
    made: (id) => scaleBeside(server.address, id),
    isKept: false,
  });
  await othersDo(page, id, /^Weigh out Ink/);
  const bowl = { what: "bowl", of: plan.batters[0].id, value: 210 + plannedBowlG(plan), tareG: 210, from: "scale" };
  const note = { kind: "reading", id: "weighed", at: new Date().toISOString(), by: "another", ...bowl };
  const noted = await context.request.post(`/api/batches/${id}/events`, { data: note });
  expect(noted.ok(), await noted.text()).toBe(true);
  await expect(page.getByTestId("live-scale")).toHaveText(/to pour|on the target/);
  server.child.kill("SIGKILL");
  await server.exit;
  await up(await again());
  await cupWeighed(page, "Ink");
  await saved(page);
  expect((await readingsOf(page, id)).said).toEqual([
    ["bowl", "scale"],
    ["cup", "scale"],
  ]);
  await context.close();
});
