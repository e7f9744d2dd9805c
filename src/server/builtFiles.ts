import { existsSync, readFileSync } from "node:fs";
import type { IncomingMessage, ServerResponse } from "node:http";
import { join, resolve } from "node:path";

/** Media types of the application's files that are kept; any other goes out as the framework sends it. */
const TYPES: Readonly<Record<string, string>> = {
  js: "text/javascript; charset=utf-8",
  css: "text/css; charset=utf-8",
  woff2: "font/woff2",
};
/** An address of a built file: its name holds its content's hash and no folder. */
const BUILT = /^\/_astro\/([\w.-]+\.(\w+))$/;

const builtFolder = () => resolve(process.env.TUNDISH_ROOT ?? process.cwd(), "dist/client/_astro");

/**
 * Answers for the application's own files out of memory (5 MB in all, each read when first asked for): a page asks for some twenty side by side while it comes alive, and the framework, which opens
 * each anew, needs a millisecond for one.
 * @returns a function that answers a request for a whole such file and gives true; false for all else, which it leaves untouched
 */
export function builtFiles(folder = builtFolder()): (request: IncomingMessage, response: ServerResponse) => boolean {
  const kept = new Map<string, Buffer>();
  const read = (name: string): Buffer | null => {
    const file = join(folder, name);
    if (!kept.has(name) && existsSync(file)) kept.set(name, readFileSync(file));
    return kept.get(name) ?? null;
  };
  return (request, response) => {
    const [, name, extension] = BUILT.exec(request.url ?? "") ?? [];
    if (!name || !Object.hasOwn(TYPES, extension) || request.headers.range) return false;
    const content = read(name);
    if (!content) return false;
    response.writeHead(200, {
      "content-type": TYPES[extension],
      "content-length": content.length,
      // The name changes with the content.
      "cache-control": "public, max-age=31536000, immutable",
    });
    response.end(request.method === "HEAD" ? undefined : content);
    return true;
  };
}
