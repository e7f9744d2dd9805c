import { spawnSync } from "node:child_process";
import { createHash } from "node:crypto";
import { existsSync, mkdirSync, readdirSync, readFileSync, writeFileSync } from "node:fs";
import { dirname, join } from "node:path";
import { fileURLToPath } from "node:url";

export const root = dirname(dirname(fileURLToPath(import.meta.url)));

export const environment = {
  ...process.env,
  ASTRO_TELEMETRY_DISABLED: "1",
  ASTRO_DISABLE_UPDATE_CHECK: "true",
  TUNDISH_ROOT: root,
};

const stampFile = (name) => join(root, ".cache", name);
const readStamp = (name) => (existsSync(stampFile(name)) ? readFileSync(stampFile(name), "utf8") : "");
const writeStamp = (name, value) => {
  mkdirSync(join(root, ".cache"), { recursive: true });
  writeFileSync(stampFile(name), value);
};

const hashOf = (text) => createHash("sha256").update(text).digest("hex");

/** Runs a program to its end with its output shown; returns its exit code. */
export function run(command, args, options = {}) {
  const result = spawnSync(command, args, { cwd: root, env: environment, stdio: "inherit", ...options });
  return result.status ?? 1;
}

/** Debian's Chromium without a window: a page in it costs half of what it costs in the whole browser. */
export const HEADLESS_SHELL = "/usr/bin/chromium-headless-shell";

/** The Chromium that tests and pictures use: the one named by CHROMIUM_PATH, else Debian's. */
export const chromiumPath = () =>
  process.env.CHROMIUM_PATH ?? (existsSync(HEADLESS_SHELL) ? HEADLESS_SHELL : "/usr/bin/chromium");

export const bin = (name) => join(root, "node_modules", ".bin", name);

/** Installs the packages when the lock file is not the one that was installed last. */
export function installPackages() {
  const stamp = hashOf(readFileSync(join(root, "package-lock.json")) + process.version);
  if (existsSync(join(root, "node_modules")) && readStamp("installed") === stamp) return;
  console.log("Installing packages…");
  const quietly = ["--no-audit", "--no-fund", "--loglevel=error"];
  // As the lock file says, which is faster; where it does not fit the list, as the list says.
  if (run("npm", ["ci", ...quietly]) !== 0 && run("npm", ["install", ...quietly]) !== 0) process.exit(1);
  writeStamp("installed", hashOf(readFileSync(join(root, "package-lock.json")) + process.version));
}

function filesBelow(folder) {
  return readdirSync(folder, { withFileTypes: true }).flatMap((entry) => {
    const path = join(folder, entry.name);
    return entry.isDirectory() ? filesBelow(path) : [path];
  });
}

/** Builds the application when its sources are not the ones built last. */
export function buildIfNeeded() {
  const sources = [
    ...["src", "public", "tools/vite"].flatMap((f) => filesBelow(join(root, f))),
    join(root, "astro.config.ts"),
    join(root, "package-lock.json"),
  ];
  const stamp = hashOf(sources.map((f) => `${f}:${hashOf(readFileSync(f))}`).join("\n"));
  if (existsSync(join(root, "dist/server/entry.mjs")) && readStamp("built") === stamp) return;
  console.log("Building…");
  // What it says is worth reading where it fails; else it warns of what packages ask of one another.
  const { status, stdout, stderr } = spawnSync(bin("astro"), ["build", "--silent"], { cwd: root, env: environment });
  if (status !== 0) {
    process.stderr.write(`${stdout}${stderr}`);
    process.exit(1);
  }
  if (run(bin("tsx"), ["tools/prepare-database.ts"]) !== 0) process.exit(1);
  writeStamp("built", stamp);
}

/** Waits until the server answers on /api/health; false when the process ended or time ran out. */
export async function waitForHealth(address, child, seconds = 60) {
  let isEnded = false;
  child?.once("exit", () => {
    isEnded = true;
  });
  for (let i = 0; i < seconds * 10 && !isEnded; i++) {
    try {
      if ((await fetch(`${address}/api/health`)).ok) return true;
    } catch {
      // Not listening yet.
    }
    await new Promise((r) => setTimeout(r, 100));
  }
  return false;
}
