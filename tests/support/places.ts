import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, beforeAll } from "vitest";
import type { OpenDatabase } from "../../src/data/database";
import { openDatabase } from "../../src/data/open";
import { postgresPrograms, startPostgres, type TestServer } from "./postgres";

/** Where a database can be, for tests that hold on each: a place of its own at every call of `place`. */
export interface Engine {
  name: "embedded" | "server";
  start(): Promise<void>;
  place(): Promise<string>;
  stop(): Promise<void>;
}

function embedded(): Engine {
  const bases: string[] = [];
  return {
    name: "embedded",
    start: async () => {},
    place: async () => {
      bases.push(mkdtempSync(join(tmpdir(), "tundish-place-")));
      return bases[bases.length - 1];
    },
    stop: async () => {
      for (const base of bases) rmSync(base, { recursive: true, force: true });
    },
  };
}

function served(): Engine {
  let server: TestServer;
  return {
    name: "server",
    start: async () => {
      server = await startPostgres();
    },
    place: () => server.newDatabase(),
    stop: async () => server?.stop(),
  };
}

/** Tundish's own database, and a PostgreSQL server where this machine has one (`npm test` installs it). */
export const engines = (): Engine[] => [embedded(), ...(postgresPrograms() ? [served()] : [])];

/** One database of an engine that is open while the tests of a `describe` run. */
export function opened(engine: Engine): OpenDatabase {
  let open: OpenDatabase;
  beforeAll(async () => {
    await engine.start();
    open = await openDatabase(await engine.place());
  });
  afterAll(async () => {
    await open.close();
    await engine.stop();
  });
  return new Proxy({} as OpenDatabase, { get: (_, key) => Reflect.get(open, key) });
}
