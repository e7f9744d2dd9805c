// A server with demo data in a directory of its own, for the browser tests.
import { spawn, spawnSync } from "node:child_process";
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { bin, environment, root } from "../../scripts/tooling.mjs";

const directory = mkdtempSync(join(tmpdir(), "tundish-e2e-"));
const env = { ...environment, TUNDISH_DATA_DIR: directory, HOST: "127.0.0.1" };
if (spawnSync(bin("tsx"), ["tools/load-demo.ts", "--few"], { cwd: root, env, stdio: "inherit" }).status !== 0)
  process.exit(1);
const child = spawn(process.execPath, ["scripts/start.mjs"], { cwd: root, env, stdio: "inherit" });
const stop = () => child.kill("SIGTERM");
process.on("SIGTERM", stop);
process.on("SIGINT", stop);
child.on("exit", (code) => {
  rmSync(directory, { recursive: true, force: true });
  process.exit(code ?? 0);
});
