import { existsSync, readdirSync } from "node:fs";
import { join, resolve, sep } from "node:path";
import { fileURLToPath } from "node:url";
import { build, type Plugin } from "vite";

const ROOT = fileURLToPath(new URL("../..", import.meta.url));

/** Where sources lie, and where what Node reads in their place does: within the project, so that it finds the packages. */
interface Folders {
  sources: string;
  built: string;
}
const CORE: Folders = { sources: join(ROOT, "src", "core"), built: join(ROOT, ".cache", "core") };

/** What the runner of tests leaves to Node. */
export const NATIVE = /\/\.cache\/core\//;

/** Makes every module below a folder a file of its own, without its types. */
function buildModules({ sources, built }: Folders): Promise<unknown> {
  const files = readdirSync(sources, { recursive: true, encoding: "utf8" }).filter((f) => f.endsWith(".ts"));
  return build({
    configFile: false,
    root: ROOT,
    logLevel: "error",
    build: {
      ssr: true,
      outDir: built,
      // Another run of tests may be reading them.
      emptyOutDir: false,
      minify: false,
      sourcemap: "inline",
      rollupOptions: {
        input: Object.fromEntries(files.map((f) => [f.slice(0, -".ts".length), join(sources, f)])),
        preserveEntrySignatures: "strict",
        output: { format: "esm", preserveModules: true, preserveModulesRoot: sources, entryFileNames: "[name].mjs" },
      },
    },
  });
}

/** What is being made or stands, by where it does: once for all that a process tests. */
const made = new Map<string, Promise<unknown>>();

/**
 * The core as Node reads it by itself, for tests: where their runner reads a module, each call of another module's function looks that module up again,
 * which costs what is tested an eighth of its time, pictures a fifth. Where tests are run again at each change, sources are read as they then are.
 */
export function nativeCore({ sources, built }: Folders = CORE): Plugin {
  let isOnce = false;
  return {
    name: "tundish-native-core",
    enforce: "pre",
    configResolved(config) {
      isOnce = config.server.watch === null;
    },
    async resolveId(source, importer) {
      if (!isOnce || !source.startsWith(".") || !importer) return null;
      const path = resolve(importer, "..", source);
      if (!path.startsWith(sources + sep) || !existsSync(`${path}.ts`)) return null;
      if (!made.has(built)) made.set(built, buildModules({ sources, built }));
      await made.get(built);
      return `${path.replace(sources, built)}.mjs`;
    },
  };
}
