import { parse, posix } from "node:path";
import type { Plugin } from "vite";

const MARK = "?thread";
const PREFIX = "\0thread:";
/** Stands before the file of a thread until it is known from where it is asked for. */
const PLACE = "thread-from-here:";
const PLACED = new RegExp(`${PLACE}([^"'\`]+)`, "g");

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
      const source = id.slice(PREFIX.length);
      const fileName = `threads/${parse(source).name}.mjs`;
      this.emitFile({ type: "chunk", id: source, fileName });
      return `const file = "${PLACE}${fileName}";\nexport default new URL(file, import.meta.url).href;`;
    },
    renderChunk(code, chunk) {
      if (!code.includes(PLACE)) return null;
      const from = posix.dirname(chunk.fileName);
      return { code: code.replace(PLACED, (_, fileName) => posix.relative(from, fileName)), map: null };
    },
  };
}
