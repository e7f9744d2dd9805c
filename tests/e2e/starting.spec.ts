import { type ChildProcess, execFileSync, spawn } from "node:child_process";
import { cpSync, existsSync, mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { newPlan } from "../../src/core/document/newPlan";
import { SHORT_LIVED } from "../../tools/reliability/kill";
import { expect, test } from "./servers";

/** Servers of a test: none outlives it, whatever became of it. */
const children: ChildProcess[] = [];
test.afterEach(() => {
  for (const child of children.splice(0)) child.kill("SIGKILL");
});

let base: string;
test.beforeAll(() => {
  base = mkdtempSync(join(tmpdir(), "tundish-starting-"));
});
test.afterAll(() => rmSync(base, { recursive: true, force: true }));

/** Starts a server that cannot start, and gives what it says. */
function saidAtStart(environment: Record<string, string>): Promise<{ code: number | null; said: string }> {
  return new Promise((done) => {
    const child = spawn(process.execPath, SHORT_LIVED, { env: { ...process.env, ...environment } });
    let said = "";
    const note = (d: Buffer) => {
      said += d;
    };
    child.stdout.on("data", note);
    child.stderr.on("data", note);
    const tooLong = setTimeout(() => child.kill("SIGKILL"), 60_000);
    child.on("exit", (code) => {
      clearTimeout(tooLong);
      done({ code, said });
    });
  });
}
async function running(environment: Record<string, string>) {
  const child = spawn(process.execPath, SHORT_LIVED, { env: { ...process.env, ...environment } });
  children.push(child);
  const address = `http://127.0.0.1:${environment.PORT}`;
  const isUp = () =>
    fetch(`${address}/api/health`, { headers: { connection: "close" } }).then(
      (r) => r.status,
      () => 0,
    );
  await expect.poll(isUp, { timeout: 40_000 }).toBe(200);
  const stop = (signal: NodeJS.Signals = "SIGTERM") => {
    const ended = new Promise((done) => child.on("exit", done));
    child.kill(signal);
    return ended;
  };
  return { address, stop };
}
const make = (address: string, title: string) =>
  fetch(`${address}/api/batches`, {
    method: "POST",
    // A kept connection may be closed by the server while this process waits for a command.
    headers: { "content-type": "application/json", connection: "close" },
    body: JSON.stringify({ ...newPlan(title, 1), notes: "n".repeat(9000) }),
  });

test.describe("what keeps the server from starting is said in a sentence, never as a stack", () => {
  /** Each start with what it must say. */
  async function areSaid(cases: [Record<string, string>, RegExp][]): Promise<void> {
    for (const [environment, says] of cases) {
      const { code, said } = await saidAtStart(environment);
      expect(said).toMatch(says);
      expect(said).not.toMatch(/\n\s+at /);
      expect(code).toBe(1);
    }
  }

  test("a place or a port that is none", async () => {
    const file = join(base, "a-file");
    writeFileSync(file, "x");
    await areSaid([
      [{ TUNDISH_DATA_DIR: file, PORT: "4472" }, /is not a directory: choose another with TUNDISH_DATA_DIR/],
      [{ TUNDISH_DATA_DIR: join(base, "other"), PORT: "99999" }, /PORT=99999 is no port/],
    ]);
  });

  test("another server at work on either", async () => {
    const studio = join(base, "studio");
    const first = await running({ TUNDISH_DATA_DIR: studio, PORT: "4471" });
    await areSaid([
      [{ TUNDISH_DATA_DIR: join(base, "other"), PORT: "4471" }, /Port 4471 is in use: choose another with PORT/],
      [{ TUNDISH_DATA_DIR: studio, PORT: "4472" }, /in use by another running Tundish/],
    ]);
    await first.stop();
  });
});

/** Runs a command of the studio in this directory; gives what it prints. */
const command = (environment: Record<string, string>, ...args: string[]) =>
  execFileSync(join("node_modules", ".bin", "tsx"), args, {
    env: { ...process.env, ...environment },
    encoding: "utf8",
  });

test.describe
  .serial("backups", () => {
    let studio: string;
    let environment: { TUNDISH_DATA_DIR: string; PORT: string };
    test.beforeAll(() => {
      studio = join(base, "damaged");
      environment = { TUNDISH_DATA_DIR: studio, PORT: "4473" };
    });

    test("are made by a command and by the application while the server runs", async () => {
      const first = await running(environment);
      expect((await make(first.address, "Kept")).status).toBe(201);
      const file = join(base, "out.zip");
      expect(command(environment, "tools/backup.ts", file)).toContain(file);
      expect(existsSync(file)).toBe(true);
      const asked = await fetch(`${first.address}/api/backups`, { method: "POST", headers: { connection: "close" } });
      expect(asked.status).toBe(201);
      await first.stop("SIGKILL");
    });

    test("of them a damaged database names the newest, and the command puts it back", async () => {
      rmSync(join(studio, "database", "global", "pg_control"));

      const { code, said } = await saidAtStart(environment);
      expect(code).toBe(1);
      const [, newest] = /npm run restore "([^"]+)"/.exec(said) ?? [];
      expect(existsSync(newest)).toBe(true);
      expect(command(environment, "tools/restore.ts", newest, "--yes")).toMatch(/it is kept as .*damaged/);

      const again = await running(environment);
      const shelf = await (await fetch(`${again.address}/api/batches?board=planned`)).json();
      expect(shelf.entries.map((e: { title: string }) => e.title)).toEqual(["Kept"]);
      await again.stop();
    });
  });

test("a full disk: nothing is lost, it is said, and work goes on once there is room", async () => {
  const disk = join(base, "small");
  try {
    execFileSync("mkdir", ["-p", disk]);
    execFileSync("mount", ["-t", "tmpfs", "-o", "size=62m", "tmpfs", disk], { stdio: "ignore" });
  } catch {
    test.skip(true, "no small disk can be made here");
  }
  try {
    const { address, stop } = await running({ TUNDISH_DATA_DIR: disk, PORT: "4474" });
    const saved: string[] = [];
    expect((await make(address, "Before")).status).toBe(201);
    try {
      execFileSync("dd", ["if=/dev/zero", `of=${join(disk, "fill")}`, "bs=64k"], { stdio: "ignore" });
    } catch {
      // Full, as it should be.
    }
    let last = 201;
    for (let i = 0; i < 80 && last === 201; i++) {
      const answer = await make(address, `While it fills ${i}`);
      last = answer.status;
      if (last === 201) saved.push(`While it fills ${i}`);
      else expect((await answer.json()).detail).toMatch(/disk is full. Nothing was changed and nothing is lost/);
    }
    expect(last).toBe(507);
    rmSync(join(disk, "fill"));
    expect((await make(address, "After")).status).toBe(201);
    const { entries } = await (await fetch(`${address}/api/batches?board=planned&limit=200`)).json();
    const titles = entries.map((e: { title: string }) => e.title);
    expect(titles.sort()).toEqual(["After", "Before", ...saved].sort());
    await stop();
  } finally {
    execFileSync("umount", [disk]);
  }
});

test("a copied directory opens elsewhere, a stale lock in it or not", async () => {
  const studio = join(base, "original");
  const first = await running({ TUNDISH_DATA_DIR: studio, PORT: "4476" });
  await first.stop();
  const copy = join(base, "copy");
  cpSync(studio, copy, { recursive: true, filter: (path) => !path.endsWith(".sock") });
  writeFileSync(join(copy, "in-use.sock"), "");
  const { address, stop } = await running({ TUNDISH_DATA_DIR: copy, PORT: "4475" });
  expect((await fetch(`${address}/api/batches`)).status).toBe(200);
  await stop();
});
