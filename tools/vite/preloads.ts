import { writeFileSync } from "node:fs";
import { dirname, join } from "node:path";
import type { Plugin, Rollup } from "vite";
import { together } from "./together";

/** Source that a page may rather fetch in vain than one file more, bytes; of it a third is left in the built file. At 6,000 a sheet fetches 27 files, at 10,000 20. */
const BYTES_A_FILE = 10_000;
/** What every page fetches, beside its views: what draws them. */
const EVERYWHERE = /@astrojs\/react\/dist\/client\.js$/;

/** A file of the bundle and all that it brings along, itself first, as addresses. */
function broughtBy(entry: string, bundle: Rollup.OutputBundle): string[] {
  const all = new Set<string>();
  const add = (fileName: string) => {
    const file = bundle[fileName];
    if (all.has(fileName) || file?.type !== "chunk") return;
    all.add(fileName);
    for (const other of file.imports) add(other);
  };
  add(entry);
  return [...all].map((fileName) => `/${fileName}`);
}

type Graph = (id: string) => Rollup.ModuleInfo | null;

/** The file that each module goes to. */
function filesOf(ids: readonly string[], graph: Graph): Map<string, string> {
  const modules = ids.toSorted().flatMap((id) => graph(id) ?? []);
  const parts = new Map(
    modules.map(({ id, code, importedIds: imports }) => [id, { id, bytes: code?.length ?? 0, imports }]),
  );
  const begins = modules.filter((m) => m.isEntry || m.dynamicImporters.length > 0).map((m) => m.id);
  const everywhere = begins.filter((id) => EVERYWHERE.test(id));
  const pages = begins.filter((id) => !EVERYWHERE.test(id));
  const files = together(parts, pages, everywhere, BYTES_A_FILE);
  return new Map(files.flatMap((of, i) => of.map((id) => [id, `f${i}`] as const)));
}

/**
 * Files of the pages: which modules share one, and, beside them in `preloads.json`, which files each entry of a page brings along, by its address. The server names them in the page, which would
 * else find one by another while it comes alive.
 */
export function preloads(): Plugin {
  const ids: string[] = [];
  let files: Map<string, string> | null = null;
  return {
    name: "tundish-preloads",
    moduleParsed({ id }) {
      if (this.environment.name === "client") ids.push(id);
    },
    options(options) {
      // Modules may go to another file than the page's own that begins with them.
      return { ...options, preserveEntrySignatures: "allow-extension" };
    },
    outputOptions(options) {
      if (this.environment.name !== "client") return null;
      const name = (id: string, graph: { getModuleInfo: Graph }) => {
        files ??= filesOf(ids, (of) => graph.getModuleInfo(of));
        return files.get(id) ?? null;
      };
      return { ...options, codeSplitting: { groups: [{ name, includeDependenciesRecursively: false }] } };
    },
    generateBundle(options, bundle) {
      if (this.environment.name !== "client" || !options.dir) return;
      const entries = Object.values(bundle).filter((file) => file.type === "chunk" && file.isEntry);
      const brought = Object.fromEntries(entries.map(({ fileName }) => [`/${fileName}`, broughtBy(fileName, bundle)]));
      writeFileSync(join(dirname(options.dir), "preloads.json"), JSON.stringify(brought));
    },
  };
}
