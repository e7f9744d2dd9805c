import { spawnSync } from "node:child_process";
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { bin, environment } from "../../scripts/tooling.mjs";
import { newPlan } from "../../src/core/document/newPlan";
import { postgresPrograms, startPostgres } from "../support/postgres";
import { undrawn } from "./journey";
import { expect, test, up } from "./servers";

test.describe
  .serial("one database server", () => {
    test.skip(!postgresPrograms(), "no PostgreSQL server on this machine");
    let home: string;
    let server: Awaited<ReturnType<typeof startPostgres>>;
    let own: { DATABASE_URL: string; TUNDISH_DATA_DIR: string };
    let id: string;
    test.beforeAll(async () => {
      home = mkdtempSync(join(tmpdir(), "tundish-home-"));
      server = await startPostgres();
      own = { DATABASE_URL: await server.newDatabase(), TUNDISH_DATA_DIR: join(home, "backups") };
    });
    test.afterAll(async () => {
      await server?.stop();
      rmSync(home, { recursive: true, force: true, maxRetries: 5 });
    });

    test("under two processes: a batch is planned on one, followed and changed on the other", async ({
      start,
      browser,
    }) => {
      const [one, two] = await Promise.all([start(4476, own), start(4477, own)]);
      await Promise.all([up(one), up(two)]);
      const context = await browser.newContext();
      await undrawn(context);
      const here = await context.newPage();
      const there = await context.newPage();
      await there.goto(two.address);
      // Planned on one, it stands on the shelf of the other.
      await there.getByRole("heading", { name: "Shelf" }).waitFor();
      const made = await here.request.post(`${one.address}/api/batches`, { data: newPlan("On both", 3) });
      id = (await made.json()).id;
      await here.goto(`${one.address}/batches/${id}`);
      await there.getByRole("link", { name: "Open On both", exact: true }).click();
      await there.getByLabel("Inner width, mm").fill("83");
      await expect(here.getByLabel("Inner width, mm")).toHaveValue("83");

      // The database server is restarted below them: both come back, and neither misses what the other saves.
      await server.cutConnections();
      await here.getByLabel("Name of the batch").fill("On both still");
      await expect(here.locator("[data-save=saved]")).toHaveText(/^saved/);
      await expect(there.getByLabel("Name of the batch")).toHaveValue("On both still");
      await there.getByLabel("Inner width, mm").fill("84");
      await expect(here.getByLabel("Inner width, mm")).toHaveValue("84");
      await context.close();

      for (const { child, exit } of [one, two]) {
        child.kill("SIGTERM");
        expect(await exit).toBe(0);
      }
    });

    test("is moved home with all that stands on it", async ({ start }) => {
      const moved = spawnSync(bin("tsx"), ["tools/move.ts", "--to", join(home, "studio")], {
        env: { ...environment, ...own },
        encoding: "utf8",
      });
      expect(moved.stdout).toContain("batches: 1");
      expect(moved.stdout).not.toContain("trial");
      const back = await start(4476, { TUNDISH_DATA_DIR: join(home, "studio") });
      await up(back);
      const { document } = await (await fetch(`${back.address}/api/batches/${id}`)).json();
      expect([document.title, document.moulds[0].widthMm]).toEqual(["On both still", 84]);
      back.child.kill("SIGTERM");
      await back.exit;
    });
  });
