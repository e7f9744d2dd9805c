import { defineConfig } from "vitest/config";
import { threads } from "./tools/vite/threads";

export default defineConfig({
  plugins: [threads()],
  test: {
    include: ["tests/**/*.test.{ts,tsx}"],
    exclude: ["tests/e2e/**"],
    maxWorkers: "100%",
    setupFiles: ["tests/support/limits.ts"],
    testTimeout: 60_000,
    hookTimeout: 60_000,
  },
});
