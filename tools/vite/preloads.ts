import { writeFileSync } from "node:fs";
import { dirname, join } from "node:path";
import type { Plugin, Rollup } from "vite";

/**
 * What many pages share comes in a few files instead of one for every set of pages that share it: a sheet fetched 77, a page of the stock 24. A page may then bring along what it does not use: 10 kB
 * where it shows a batch, up to 100 kB where it does not (the search).
 */
const SHARED = [
  { name: "react", priority: 4, test: /node_modules\/react\/(cjs|index|jsx-runtime)/ },
  { name: "base", priority: 3, minShareCount: 18 },
  {
    ...{ name: "parts", priority: 2, minShareCount: 4, maxModuleSize: 4000 },
    test: /views\/parts\/(?!outbox|use|bound|care|FromScale|bench|Batch|[fF]ace)|node_modules\/(lucide-react|date-fns)/,
  },
  // What reads a document, apart from what a page of the stock needs of it.
  { name: "reading", priority: 2, minShareCount: 14, test: /core\/document\/(read|problems|\w*[mM]igrations|ids)/ },
  { name: "document", priority: 1, minShareCount: 16 },
];

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

/**
 * Files of the pages: which modules share one, and, beside them in `preloads.json`, which files each entry of a page brings along, by its address. The server names them in the page, which would
 * else find one by another while it comes alive.
 */
export function preloads(): Plugin {
  return {
    name: "tundish-preloads",
    outputOptions(options) {
      return this.environment.name === "client" ? { ...options, codeSplitting: { groups: SHARED } } : null;
    },
    generateBundle(options, bundle) {
      if (this.environment.name !== "client" || !options.dir) return;
      const entries = Object.values(bundle).filter((file) => file.type === "chunk" && file.isEntry);
      const brought = Object.fromEntries(entries.map(({ fileName }) => [`/${fileName}`, broughtBy(fileName, bundle)]));
      writeFileSync(join(dirname(options.dir), "preloads.json"), JSON.stringify(brought));
    },
  };
}
