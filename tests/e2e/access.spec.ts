import { type ChildProcess, spawn } from "node:child_process";
import { mkdtempSync, rmSync } from "node:fs";
import { networkInterfaces, tmpdir } from "node:os";
import { join } from "node:path";
import { SHORT_LIVED } from "../../tools/reliability/kill";
import { expect, test } from "./servers";

const own = Object.values(networkInterfaces())
  .flatMap((list) => list ?? [])
  .find((a) => !a.internal && a.family === "IPv4")?.address;
let directory: string;
let server: ChildProcess;
test.beforeAll(async () => {
  directory = mkdtempSync(join(tmpdir(), "tundish-access-"));
  server = spawn(process.execPath, SHORT_LIVED, {
    env: { ...process.env, HOST: "0.0.0.0", PORT: "4481", TUNDISH_DATA_DIR: directory },
  });
  const isUp = () =>
    fetch("http://127.0.0.1:4481/api/health").then(
      (r) => r.status,
      () => 0,
    );
  await expect.poll(isUp, { timeout: 40_000 }).toBe(200);
});
test.afterAll(() => {
  server.kill("SIGKILL");
  rmSync(directory, { recursive: true, force: true });
});

test("a tablet is paired with the code on the studio's screen, works, and is turned away", async ({ browser }) => {
  test.skip(!own, "this machine has no address besides its own");
  const home = await browser.newPage();
  await home.goto("http://127.0.0.1:4481/practice");
  await home.getByRole("button", { name: "Pair a device" }).click();
  const digits = (await home.getByText(/^\d{3} \d{3}$/).textContent())!.replace(" ", "");
  await expect(home.getByAltText("QR code of the address with the digits")).toBeVisible();

  const device = await browser.newContext({ viewport: { width: 820, height: 1180 } });

  const tablet = await device.newPage();
  const elsewhere = `http://${own}:4481`;
  expect((await fetch(`${elsewhere}/api/batches`)).status).toBe(401);
  expect((await fetch(`${elsewhere}/api/batches`, { headers: { "x-forwarded-for": "127.0.0.1" } })).status).toBe(401);
  await tablet.goto(`${elsewhere}/batches/anything`);
  await expect(tablet.getByRole("heading", { name: "Pair this device" })).toBeVisible();
  await tablet.getByLabel("code").fill(digits === "000000" ? "111111" : "000000");
  await tablet.getByLabel(/name of this device/).fill("Bench tablet");
  await tablet.getByRole("button", { name: "Pair" }).click();
  await expect(tablet.getByRole("status")).toContainText("That is not the code");
  await tablet.getByLabel("code").fill(digits);
  await tablet.getByRole("button", { name: "Pair" }).click();
  await expect(tablet.getByRole("heading", { level: 1 })).not.toHaveText("Pair this device");
  await tablet.getByRole("link", { name: "New batch" }).click();
  await tablet.getByRole("button", { name: "Begin on a usual sheet" }).click();
  await expect(tablet).toHaveURL(/\/batches\//);

  await expect(home.getByLabel("Name of the device Bench tablet")).toBeVisible();
  await expect(home.getByText(digits)).toHaveCount(0);
  await home.getByRole("button", { name: "turn away…" }).click();
  await home.getByRole("button", { name: "Turn away", exact: true }).click();
  await expect(home.getByLabel("Name of the device Bench tablet")).toHaveCount(0);
  await tablet.reload();
  await expect(tablet.getByRole("heading", { name: "Pair this device" })).toBeVisible();
});
