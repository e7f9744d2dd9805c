import { defineConfig } from "vitest/config";

export default defineConfig({
  test: {
    include: ["tests/**/*.test.{ts,tsx}"],
    exclude: ["tests/e2e/**"],
    maxWorkers: "100%",
    setupFiles: ["tests/support/limits.ts"],
    testTimeout: 60_000,
    hookTimeout: 60_000,
  },
});
