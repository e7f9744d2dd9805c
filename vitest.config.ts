import { defineConfig } from "vitest/config";
import { threads } from "./tools/vite/threads";

/** Tests of what is pure: they share their modules, which are read once a worker and not once a file. */
const PURE = ["tests/core/**/*.test.{ts,tsx}", "tests/formats/**/*.test.{ts,tsx}"];

export default defineConfig({
  plugins: [threads()],
  test: {
    maxWorkers: "100%",
    setupFiles: ["tests/support/limits.ts"],
    // Far above what any test takes: a busy machine breaks none.
    testTimeout: 300_000,
    hookTimeout: 300_000,
    projects: [
      { extends: true, test: { name: "pure", include: PURE, isolate: false } },
      {
        extends: true,
        test: { name: "rest", include: ["tests/**/*.test.{ts,tsx}"], exclude: ["tests/e2e/**", ...PURE] },
      },
    ],
  },
});
