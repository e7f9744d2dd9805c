// Servers with demo data in directories of their own, one for each browser test that runs side by side. The demo is laid out once, here or before in TUNDISH_LAID_OUT.
import { spawn, spawnSync } from "node:child_process";
import { cpSync, existsSync, mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { bin, environment, root } from "../../scripts/tooling.mjs";

const ports = process.argv.slice(2);
const directory = mkdtempSync(join(tmpdir(), "tundish-e2e-"));
const own = (port) => join(directory, port);
const env = (port) => ({ ...environment, TUNDISH_DATA_DIR: own(port), HOST: "127.0.0.1", PORT: port });
const run = { cwd: root, stdio: "inherit" };
const demo = process.env.TUNDISH_LAID_OUT ?? join(directory, "demo");
if (!existsSync(demo)) {
  const layOut = { ...run, env: { ...environment, TUNDISH_DATA_DIR: demo } };
  if (spawnSync(bin("tsx"), ["tools/load-demo.ts", "--few"], layOut).status !== 0) process.exit(1);
}
for (const port of ports) cpSync(demo, own(port), { recursive: true });
const children = ports.map((port) => spawn(process.execPath, ["scripts/start.mjs"], { ...run, env: env(port) }));
const stop = () => {
  for (const child of children) child.kill("SIGTERM");
};
process.on("SIGTERM", stop);
process.on("SIGINT", stop);
let left = children.length;
for (const child of children)
  child.on("exit", (code) => {
    left--;
    // One that ends by itself takes the others along.
    if (code !== 0) stop();
    if (left > 0) return;
    rmSync(directory, { recursive: true, force: true });
    process.exit(code ?? 0);
  });
