import { spawnSync } from "node:child_process";
import { build } from "vite";

/** The bench of the swirl model, built and minified as the workers of the application are: the same figures from the code that ships. */
const OUT = ".cache/bench-built";
await build({
  configFile: false,
  publicDir: false,
  logLevel: "silent",
  build: { ssr: "tools/bench-swirl.ts", minify: "esbuild", outDir: OUT, emptyOutDir: true },
});
const { status } = spawnSync(process.execPath, [`${OUT}/bench-swirl.js`], { stdio: "inherit" });
process.exit(status ?? 1);
