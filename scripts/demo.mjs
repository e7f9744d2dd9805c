// One command from a fresh clone to the running application with demo data.
import { spawn } from "node:child_process";
import { existsSync } from "node:fs";
import { join, resolve } from "node:path";
import { refuseOldNode } from "./starting.mjs";
import { bin, buildIfNeeded, environment, installPackages, root, run } from "./tooling.mjs";

refuseOldNode();
installPackages();
buildIfNeeded();
// The demo has its own directory: it is never put into a studio's database.
delete environment.DATABASE_URL;
const directory = resolve(process.env.TUNDISH_DATA_DIR ?? join(root, ".data/demo"));
environment.TUNDISH_DATA_DIR = directory;
if (
  !existsSync(join(directory, "database", "PG_VERSION")) &&
  run(bin("tsx"), ["tools/load-demo.ts"], { env: environment }) !== 0
) {
  process.exit(1);
}
const child = spawn(process.execPath, ["scripts/start.mjs"], { cwd: root, env: environment, stdio: "inherit" });
for (const signal of ["SIGINT", "SIGTERM"]) process.on(signal, () => child.kill(signal));
child.on("exit", (code) => process.exit(code ?? 0));
