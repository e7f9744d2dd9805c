import { createHash } from "node:crypto";
import { existsSync, readdirSync, readFileSync, renameSync, rmSync, statSync, utimesSync } from "node:fs";
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

/** Folders that were not asked for this long are in nobody's way and of no use, ms. */
const KEPT_MS = 3_600_000;

const sourcesOf = (sources: string) =>
  readdirSync(sources, { recursive: true, encoding: "utf8" }).filter((f) => f.endsWith(".ts"));

/** A name for what sources hold, and what they are built with. */
function nameOf(sources: string): string {
  const hash = createHash("sha256").update(readFileSync(join(ROOT, "package-lock.json")));
  for (const file of sourcesOf(sources).sort()) hash.update(`${file}\0`).update(readFileSync(join(sources, file)));
  return hash.digest("hex").slice(0, 16);
}

/** Makes every module below a folder a file of its own, without its types. */
function buildModules(sources: string, outDir: string): Promise<unknown> {
  return build({
    configFile: false,
    root: ROOT,
    logLevel: "error",
    build: {
      ssr: true,
      outDir,
      emptyOutDir: false,
      minify: false,
      sourcemap: "inline",
      rollupOptions: {
        input: Object.fromEntries(sourcesOf(sources).map((f) => [f.slice(0, -".ts".length), join(sources, f)])),
        preserveEntrySignatures: "strict",
        output: { format: "esm", preserveModules: true, preserveModulesRoot: sources, entryFileNames: "[name].mjs" },
      },
    },
  });
}

/** The folder of what is built of the sources as they are: made beside its place and moved there whole, since another run of tests may read or make it too. */
async function standing({ sources, built }: Folders): Promise<string> {
  const folder = join(built, nameOf(sources));
  if (!existsSync(folder)) {
    const making = `${folder}-${process.pid}`;
    await buildModules(sources, making);
    try {
      renameSync(making, folder);
    } catch (error) {
      rmSync(making, { recursive: true, force: true });
      if (!existsSync(folder)) throw error;
    }
  }
  const now = Date.now();
  utimesSync(folder, now / 1000, now / 1000);
  for (const other of readdirSync(built).map((name) => join(built, name)))
    if (now - (statSync(other, { throwIfNoEntry: false })?.mtimeMs ?? now) > KEPT_MS)
      rmSync(other, { recursive: true, force: true });
  return folder;
}

/** What is being made or stands, by where its sources lie: once for all that a process tests, however often it reads its configuration. */
const shared = globalThis as { tundishNativeCore?: Map<string, Promise<string>> };
shared.tundishNativeCore ??= new Map();
const made = shared.tundishNativeCore;

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
      if (!made.has(sources)) made.set(sources, standing({ sources, built }));
      return `${path.replace(sources, await made.get(sources)!)}.mjs`;
    },
  };
}
