import { defineConfig } from "@playwright/test";

const PORT = process.env.TUNDISH_TEST_PORT ?? "4399";
const address = `http://127.0.0.1:${PORT}`;
process.env.TUNDISH_TEST_ADDRESS = address;

export default defineConfig({
  testDir: "tests/e2e",
  workers: 1,
  timeout: 120_000,
  expect: { timeout: 20_000 },
  // One more try where the machine stood still; such a test is printed as flaky.
  retries: 1,
  reporter: [["list"], ["json", { outputFile: ".cache/e2e.json" }]],
  use: {
    baseURL: address,
    viewport: { width: 1280, height: 800 },
    trace: "off",
    actionTimeout: 30_000,
    launchOptions: {
      executablePath: process.env.CHROMIUM_PATH ?? "/usr/bin/chromium",
      args: [
        "--no-sandbox",
        "--disable-dev-shm-usage",
        "--disable-gpu",
        "--enable-unsafe-swiftshader",
        "--disable-background-networking",
        "--disable-component-update",
        "--disable-sync",
      ],
    },
  },
  webServer: {
    command: "node tests/e2e/server.mjs",
    url: `${address}/api/health`,
    timeout: 120_000,
    reuseExistingServer: false,
    env: { PORT },
  },
});
