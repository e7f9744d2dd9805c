import { type ChildProcess, spawn } from "node:child_process";
import { mkdtemp, rm } from "node:fs/promises";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { test as base, expect } from "./journey";

export interface OwnServer {
  child: ChildProcess;
  address: string;
  /** All that it printed so far. */
  said(): string;
  exit: Promise<number | null>;
}

/** Server processes of a test, on ports of their own over one data directory; `start` resolves at once, `isUp` tells when it answers. */
export const test = base.extend<{ start: (port: number, environment?: Record<string, string>) => Promise<OwnServer> }>({
  // biome-ignore lint/correctness/noEmptyPattern: the runner reads the wanted fixtures from this pattern
  start: async ({}, use) => {
    const directory = await mkdtemp(join(tmpdir(), "tundish-process-"));
    const children: ChildProcess[] = [];
    await use(async (port, environment = {}) => {
      const child = spawn(process.execPath, ["scripts/start.mjs"], {
        env: { ...process.env, PORT: String(port), HOST: "127.0.0.1", TUNDISH_DATA_DIR: directory, ...environment },
      });
      children.push(child);
      let said = "";
      for (const stream of [child.stdout, child.stderr])
        stream.on("data", (d) => {
          said += d;
        });
      const exit = new Promise<number | null>((done) => child.on("exit", (code) => done(code)));
      return { child, said: () => said, exit, address: `http://127.0.0.1:${port}` };
    });
    for (const child of children) child.kill("SIGKILL");
    await rm(directory, { recursive: true, force: true, maxRetries: 5 });
  },
});
export { expect };

export const isUp = (address: string) =>
  fetch(`${address}/api/health`).then(
    (r) => r.status,
    () => 0,
  );

/** Waits until a server answers. */
export const up = (server: OwnServer) => expect.poll(() => isUp(server.address), { timeout: 30_000 }).toBe(200);
