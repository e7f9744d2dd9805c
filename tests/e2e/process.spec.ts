import { type ChildProcess, spawn } from "node:child_process";
import { mkdtemp, rm } from "node:fs/promises";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { test as base, expect } from "@playwright/test";
import { newPlan } from "../../src/core/plan/newPlan";

/** Server processes of a test, on ports of their own over one data directory. */
const test = base.extend<{
  start: (
    port: number,
  ) => Promise<{ child: ChildProcess; said: () => string; exit: Promise<number | null>; address: string }>;
}>({
  // biome-ignore lint/correctness/noEmptyPattern: the runner reads the wanted fixtures from this pattern
  start: async ({}, use) => {
    const directory = await mkdtemp(join(tmpdir(), "tundish-process-"));
    const children: ChildProcess[] = [];
    await use(async (port) => {
      const child = spawn(process.execPath, ["scripts/start.mjs"], {
        env: { ...process.env, PORT: String(port), HOST: "127.0.0.1", TUNDISH_DATA_DIR: directory },
      });
      children.push(child);
      let said = "";
      child.stdout?.on("data", (d) => {
        said += d;
      });
      child.stderr?.on("data", (d) => {
        said += d;
      });
      const exit = new Promise<number | null>((done) => child.on("exit", (code) => done(code)));
      return { child, said: () => said, exit, address: `http://127.0.0.1:${port}` };
    });
    for (const child of children) child.kill("SIGKILL");
    await rm(directory, { recursive: true, force: true });
  },
});

const isUp = (address: string) =>
  fetch(`${address}/api/health`).then(
    (r) => r.status,
    () => 0,
  );

test("a second process on the same data is refused; a killed server loses nothing; SIGTERM closes cleanly", async ({
  start,
}) => {
  const first = await start(4461);
  await expect.poll(() => isUp(first.address), { timeout: 30_000 }).toBe(200);
  const second = await start(4462);
  expect(await second.exit).toBe(1);
  expect(second.said()).toContain("in use by another running Tundish");

  const made = await fetch(`${first.address}/api/batches`, {
    method: "POST",
    headers: { "content-type": "application/json" },
    body: JSON.stringify(newPlan("Survives", 1)),
  });
  expect(made.status).toBe(201);
  const { id } = (await made.json()) as { id: string };
  first.child.kill("SIGKILL");
  await first.exit;

  const third = await start(4461);
  await expect.poll(() => isUp(third.address), { timeout: 30_000 }).toBe(200);
  const kept = await fetch(`${third.address}/api/batches/${id}`);
  expect(((await kept.json()) as { document: { title: string } }).document.title).toBe("Survives");
  third.child.kill("SIGTERM");
  expect(await third.exit).toBe(0);
});
