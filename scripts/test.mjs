// One command from a fresh clone: installs what is missing, then lint, types, unit and browser tests. Ends with "N passed, N failed".
import { existsSync, mkdirSync, readFileSync, rmSync } from "node:fs";
import { join } from "node:path";
import { bin, buildIfNeeded, environment, installPackages, root, run } from "./tooling.mjs";

let passed = 0;
let failed = 0;
const count = (isGood) => {
  if (isGood) passed++;
  else failed++;
};

/** A Chromium for the browser tests: the one named by CHROMIUM_PATH, Debian's, or Debian's freshly installed. */
function installChromium() {
  const path = process.env.CHROMIUM_PATH ?? "/usr/bin/chromium";
  if (existsSync(path)) return true;
  console.log("Installing Chromium…");
  const asRoot = process.getuid?.() === 0 ? [] : ["sudo", "-n"];
  const apt = (...args) => {
    const [command, ...rest] = [...asRoot, "apt-get", ...args];
    return run(command, rest, { env: { ...environment, DEBIAN_FRONTEND: "noninteractive" } });
  };
  apt("update", "-qq");
  apt("install", "-y", "-qq", "--no-install-recommends", "chromium");
  return existsSync(path);
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

installPackages();
console.log("\n— lint");
count(run(bin("biome"), ["ci", "--reporter=summary", "."]) === 0);
console.log("\n— types");
count(run(bin("astro"), ["check", "--minimumSeverity", "error"]) === 0);
console.log("\n— unit");
const unit = run(bin("vitest"), [
  "run",
  "--reporter=dot",
  "--reporter=json",
  `--outputFile.json=${report("unit.json")}`,
]);
addReport(
  "unit.json",
  (r) => [r.numPassedTests, r.numFailedTests + r.numFailedTestSuites * (r.numFailedTests ? 0 : 1)],
  unit,
);
console.log("\n— browser");
if (installChromium()) {
  buildIfNeeded();
  report("e2e.json");
  const e2e = run(bin("playwright"), ["test"]);
  addReport("e2e.json", (r) => [r.stats.expected, r.stats.unexpected + r.stats.flaky], e2e);
} else {
  console.error("No Chromium: install Debian's package `chromium`, or name one in CHROMIUM_PATH.");
  failed++;
}
console.log(`\n${passed} passed, ${failed} failed`);
process.exit(failed === 0 ? 0 : 1);
