// One command from a fresh clone: installs what is missing, then lint, types, unit and browser tests. Ends with "N passed, N failed".
import { spawn } from "node:child_process";
import { existsSync, mkdirSync, mkdtempSync, openSync, readdirSync, readFileSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { folderInMemory } from "./memory.mjs";
import { refuseOldNode } from "./starting.mjs";
import {
  bin,
  buildIfNeeded,
  chromiumPath,
  environment,
  HEADLESS_SHELL,
  installPackages,
  root,
  run,
} from "./tooling.mjs";

let passed = 0;
let failed = 0;
const count = (isGood) => {
  if (isGood) passed++;
  else failed++;
};

/** Installs packages of Debian. */
function installDebian(...names) {
  const asRoot = process.getuid?.() === 0 ? [] : ["sudo", "-n"];
  const apt = (...args) => {
    const [command, ...rest] = [...asRoot, "apt-get", ...args];
    return run(command, rest, { env: { ...environment, DEBIAN_FRONTEND: "noninteractive" } });
  };
  apt("update", "-qq");
  apt("install", "-y", "-qq", "--no-install-recommends", ...names);
}

/** A Chromium for the browser tests: the one named by CHROMIUM_PATH, Debian's without a window, freshly installed where it is missing, or Debian's whole one. */
function installChromium() {
  if (process.env.CHROMIUM_PATH) return existsSync(process.env.CHROMIUM_PATH);
  if (!existsSync(HEADLESS_SHELL)) {
    console.log("Installing Chromium…");
    installDebian("chromium-headless-shell");
    if (!existsSync(chromiumPath())) installDebian("chromium");
  }
  return existsSync(chromiumPath());
}

/** The programs of a PostgreSQL server, for the tests that run on one too: those in POSTGRES_BIN, Debian's, or Debian's freshly installed. */
function installPostgres() {
  const isThere = () =>
    process.env.POSTGRES_BIN
      ? existsSync(join(process.env.POSTGRES_BIN, "initdb"))
      : existsSync("/usr/lib/postgresql") &&
        readdirSync("/usr/lib/postgresql").some((v) => existsSync(`/usr/lib/postgresql/${v}/bin/initdb`));
  if (isThere()) return true;
  console.log("Installing PostgreSQL…");
  installDebian("postgresql");
  return isThere();
}

/** Adds up what a JSON report says; a run that left no report, or none of whose tests ran, counts as failed. */
function addReport(file, read, exitCode) {
  const path = join(root, ".cache", file);
  const [good, bad] = existsSync(path) ? read(JSON.parse(readFileSync(path, "utf8"))) : [0, 0];
  passed += good;
  failed += bad;
  if (good + bad === 0 || (exitCode !== 0 && bad === 0)) failed++;
}

function report(file) {
  mkdirSync(join(root, ".cache"), { recursive: true });
  rmSync(join(root, ".cache", file), { force: true });
  return join(root, ".cache", file);
}

/** Runs a program beside what comes next; what it says is shown once it is over. Resolves to its exit code. */
function beside(file, command, args, env = environment) {
  const log = report(file);
  const into = openSync(log, "w");
  const child = spawn(command, args, { cwd: root, env, stdio: ["ignore", into, into] });
  return new Promise((resolve) => {
    child.on("error", () => resolve(1));
    child.on("exit", (code) => {
      console.log(readFileSync(log, "utf8").trim());
      resolve(code ?? 1);
    });
  });
}

const from = Date.now();
/** Names what begins, and after how long: where the time goes. */
const begin = (name) => console.log(`\n— ${name} (after ${Math.round((Date.now() - from) / 1000)} s)`);

refuseOldNode();
// Tests bring their own databases.
delete environment.DATABASE_URL;
if (!process.env.TMPDIR) Object.assign(environment, { TMPDIR: folderInMemory() ?? undefined });
installPackages();
begin("lint");
count(run(bin("biome"), ["ci", "--reporter=summary", "."]) === 0);
count(run(bin("tsx"), ["tools/lint/lint.ts"]) === 0);
begin("types and build, side by side");
const types = beside("types.log", process.execPath, ["scripts/types.mjs"]);
buildIfNeeded();
count((await types) === 0);
begin("unit");
if (!installPostgres()) {
  console.error("No PostgreSQL server: install Debian's package `postgresql`, or name its programs in POSTGRES_BIN.");
  failed++;
}
// The studio that the journeys meet is laid out meanwhile: they begin at once.
const demo = mkdtempSync(join(environment.TMPDIR ?? tmpdir(), "tundish-journeys-"));
const laidOut = beside("demo.log", bin("tsx"), ["tools/load-demo.ts", "--few"], {
  ...environment,
  TUNDISH_DATA_DIR: demo,
});
const reporters = ["--reporter=dot", "--reporter=json", `--outputFile.json=${report("unit.json")}`];
const unit = run(bin("vitest"), ["run", ...reporters]);
addReport(
  "unit.json",
  (r) => [r.numPassedTests, r.numFailedTests + r.numFailedTestSuites * (r.numFailedTests ? 0 : 1)],
  unit,
);
begin("browser");
count((await laidOut) === 0);
if (installChromium()) {
  report("e2e.json");
  const e2e = run(bin("playwright"), ["test"], { env: { ...environment, TUNDISH_LAID_OUT: demo } });
  // A journey that passed on its second try passed; the reporter above names it as flaky, and it is said once more at the end.
  addReport("e2e.json", (r) => [r.stats.expected + r.stats.flaky, r.stats.unexpected], e2e);
  const { flaky } = existsSync(join(root, ".cache", "e2e.json"))
    ? JSON.parse(readFileSync(join(root, ".cache", "e2e.json"), "utf8")).stats
    : { flaky: 0 };
  if (flaky > 0) console.log(`${flaky} of the browser tests needed a second try: see "flaky" above.`);
} else {
  console.error("No Chromium: install Debian's package `chromium`, or name one in CHROMIUM_PATH.");
  failed++;
}
rmSync(demo, { recursive: true, force: true });
begin("end");
console.log(`\n${passed} passed, ${failed} failed`);
process.exit(failed === 0 ? 0 : 1);
