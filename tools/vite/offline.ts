import { createHash } from "node:crypto";
import { readdirSync, writeFileSync } from "node:fs";
import { join, resolve } from "node:path";
import { fileURLToPath } from "node:url";
import type { AstroIntegration } from "astro";
import { build } from "vite";

/** Builds the service worker once the application's files are there: it names them all, and its version is made of them. */
export function offline(): AstroIntegration {
  return {
    name: "tundish-offline",
    hooks: {
      "astro:build:done": async ({ dir }) => {
        const client = fileURLToPath(dir);
        const files = ["/icon.svg", ...readdirSync(join(client, "_astro")).map((f) => `/_astro/${f}`)].sort();
        const made = await build({
          configFile: false,
          logLevel: "error",
          define: { TUNDISH_FILES: JSON.stringify(files), TUNDISH_VERSION: '"TUNDISH_VERSION"' },
          build: {
            write: false,
            lib: { entry: resolve("src/offline/worker.ts"), formats: ["iife"], name: "tundish" },
          },
        });
        const [{ output }] = Array.isArray(made) ? made : [made as Extract<typeof made, { output: unknown }>];
        const { code } = output[0];
        const version = createHash("sha256").update(code).digest("hex").slice(0, 12);
        writeFileSync(join(client, "sw.js"), code.replaceAll("TUNDISH_VERSION", version));
      },
    },
  };
}
