import { defineConfig } from "@playwright/test";
import { chromiumPath } from "./scripts/tooling.mjs";
import { addressOf, WORKERS } from "./tests/e2e/address";

const addresses = Array.from({ length: WORKERS }, (_, worker) => addressOf(worker));

export default defineConfig({
  testDir: "tests/e2e",
  // Two files at once take two thirds of the time of one after another; each worker has a server of its own, so that no test meets
  // another's settings.
  workers: WORKERS,
  timeout: 120_000,
  expect: { timeout: 20_000 },
  // One more try where the machine stood still; such a test is printed as flaky.
  retries: 1,
  // Where so many fail, all may: a server that does not start is waited for by each.
  maxFailures: 8,
  reporter: [["list"], ["json", { outputFile: ".cache/e2e.json" }]],
  use: {
    viewport: { width: 1280, height: 800 },
    // Keeping the pages of Tundish for later costs as much as opening one: journeys that need it say so.
    serviceWorkers: "block",
    trace: "off",
    actionTimeout: 30_000,
    launchOptions: {
      executablePath: chromiumPath(),
      args: [
        "--no-sandbox",
        "--disable-dev-shm-usage",
        "--disable-gpu",
        "--enable-unsafe-swiftshader",
        "--disable-background-networking",
        "--disable-component-update",
        "--disable-sync",
        // Pages live for seconds: room for what they leave behind from the first, where a small room would be cleared again and again.
        // Neither does the slowest of its compilers earn back what it takes from the others in that time; numbers and words are the same without.
        "--js-flags=--min-semi-space-size=16 --no-turbofan",
      ],
    },
  },
  // Not waited for here: they start while the tests are read, and a worker waits for its own (`answering`).
  webServer: {
    command: `node tests/e2e/server.mjs ${addresses.map((a) => new URL(a).port).join(" ")}`,
    gracefulShutdown: { signal: "SIGTERM", timeout: 10_000 },
  },
});
