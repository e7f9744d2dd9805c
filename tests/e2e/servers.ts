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

/** The first of the ports on which a test has a server of its own, one for each that runs side by side. */
const OWN_PORT = 4500;

interface Servers {
  start: (port: number, environment?: Record<string, string>) => Promise<OwnServer>;
  again: () => Promise<OwnServer>;
  server: OwnServer;
}

/**
 * Server processes of a test over one data directory: `start` on a port, resolving at once (`isUp` tells when it answers); `server`, one on a port of its
 * own, and `again`, the same anew after it died.
 */
export const test = base.extend<Servers>({
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
  again: async ({ start }, use) => use(() => start(OWN_PORT + Number(process.env.TEST_PARALLEL_INDEX ?? 0))),
  server: async ({ again }, use) => use(await again()),
});
export { expect };

export const isUp = (address: string) =>
  fetch(`${address}/api/health`).then(
    (r) => r.status,
    () => 0,
  );

/** Waits until a server answers. */
export const up = (server: OwnServer) => expect.poll(() => isUp(server.address), { timeout: 30_000 }).toBe(200);
