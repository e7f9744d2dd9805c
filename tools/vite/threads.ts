import type { Plugin } from "vite";

const MARK = "?thread";
const PREFIX = "\0thread:";

/**
 * `import file from "./work?thread"`: the module becomes a chunk of its own in the built server, and the import its file; null where sources are run.
 * @param entries further entries of the built server: source by the name of the file that it becomes
 */
export function threads(entries: Record<string, string> = {}): Plugin {
  let isBuild = false;
  let isServer = false;
  return {
    name: "tundish-threads",
    enforce: "pre",
    configResolved(config) {
      isBuild = config.command === "build";
      isServer = Boolean(config.build.ssr);
    },
    buildStart() {
      if (!isBuild || !isServer) return;
      for (const [fileName, id] of Object.entries(entries)) this.emitFile({ type: "chunk", id, fileName });
    },
    async resolveId(source, importer) {
      if (!source.endsWith(MARK)) return null;
      const resolved = await this.resolve(source.slice(0, -MARK.length), importer);
      return resolved && PREFIX + resolved.id;
    },
    load(id) {
      if (!id.startsWith(PREFIX)) return null;
      if (!isBuild) return "export default null;";
      const reference = this.emitFile({ type: "chunk", id: id.slice(PREFIX.length) });
      return `export default import.meta.ROLLUP_FILE_URL_${reference};`;
    },
  };
}
