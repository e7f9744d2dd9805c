import { existsSync, readFileSync } from "node:fs";
import { resolve } from "node:path";

/** Addresses of the files that an entry of a page brings along, itself among them, by its own address. */
export type Brought = Readonly<Record<string, readonly string[]>>;

let known: Brought | null = null;
/** As the build wrote it down; nothing where sources run. */
function brought(): Brought {
  if (known) return known;
  const file = resolve(process.env.TUNDISH_ROOT ?? process.cwd(), "dist/preloads.json");
  known = existsSync(file) ? (JSON.parse(readFileSync(file, "utf8")) as Brought) : {};
  return known;
}

/** What a page says of a view that is to come alive: its entry, and that of what draws it. */
const ENTRY = /(?:component|renderer)-url="([^"]+)"/g;

/**
 * A page that names every file that its views bring along, for `waking.js` to have them fetched side by side as soon as its content is there. Without, each is found only once the one that asks for
 * it has come, after the page was painted.
 */
export function withPreloads(html: string, of: Brought = brought()): string {
  const entries = [...html.matchAll(ENTRY)].map(([, address]) => address);
  const files = new Set(entries.flatMap((entry) => (Object.hasOwn(of, entry) ? of[entry] : [])));
  if (files.size === 0) return html;
  return html.replace("</head>", () => `<meta name="brought" content="${[...files].join(" ")}"></head>`);
}
