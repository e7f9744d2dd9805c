import { defineConfig } from "vitest/config";
import { NATIVE, nativeCore } from "./tools/vite/native";
import { threads } from "./tools/vite/threads";

/** Tests that share their modules, which are read once a worker and not once a file: they keep nothing in them from file to file. */
const SHARED = ["core", "formats", "data", "server"].map((part) => `tests/${part}/**/*.test.{ts,tsx}`);
const VIEWS = ["tests/views/**/*.test.{ts,tsx}"];

export default defineConfig({
  plugins: [threads(), nativeCore()],
  test: {
    maxWorkers: "100%",
    // Databases of tests live for moments: what the engine is compiled with once more, for speed, they never earn back.
    execArgv: ["--liftoff-only"],
    server: { deps: { external: [NATIVE] } },
    setupFiles: ["tests/support/limits.ts"],
    // Far above what any test takes: a busy machine breaks none.
    testTimeout: 300_000,
    hookTimeout: 300_000,
    projects: [
      { extends: true, test: { name: "shared", include: SHARED, isolate: false } },
      {
        extends: true,
        test: {
          ...{ name: "views", include: VIEWS, environment: "jsdom", isolate: false },
          setupFiles: ["tests/support/limits.ts", "tests/support/screen.ts"],
        },
      },
      {
        extends: true,
        test: { name: "rest", include: ["tests/*.test.ts", "tests/tools/**/*.test.ts"] },
      },
    ],
  },
});
