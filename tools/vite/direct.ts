import { existsSync, readFileSync } from "node:fs";
import { basename, dirname, join } from "node:path";
import type { Plugin } from "vite";

/** Packages whose one door leads to hundreds of files. */
const DOORS = ["lucide-react", "date-fns", "culori/fn"];
const FROM_DOOR = new RegExp(`from\\s*["'](${DOORS.join("|")})["']`);
const NAMED = /export\s*\{([^}]*)\}\s*from\s*["'](\.[^"']+)["']/g;
const ALL = /export\s*\*\s*from\s*["'](\.[^"']+)["']/g;

/** Where something stands behind a door: its file, and its name there. */
interface Behind {
  file: string;
  name: string;
}

/**
 * What a package's door passes on, by the name that it has there: what is named, and, where a whole file is passed on, what that file declares under its own name.
 * @param file the module that the package's name leads to
 */
export function behindDoor(file: string): Map<string, Behind> {
  const text = readFileSync(file, "utf8");
  const found = new Map<string, Behind>();
  for (const [, names, path] of text.matchAll(NAMED))
    for (const one of names.split(",")) {
      const [name, as = name] = one.trim().split(/\s+as\s+/);
      if (name) found.set(as, { file: join(dirname(file), path), name });
    }
  for (const [, path] of text.matchAll(ALL)) {
    const to = join(dirname(file), path);
    const name = basename(path).replace(/\.\w+$/, "");
    const isThere = existsSync(to) && new RegExp(`export (function|const) ${name}\\b`).test(readFileSync(to, "utf8"));
    if (isThere) found.set(name, { file: to, name });
  }
  return found;
}

/** A name that is brought in, as the parser gives it. */
interface Brought {
  type: string;
  imported?: { name?: string };
  local: { name: string };
}

/** One statement for each name that stands behind the door, and one for the rest, on one line. */
export function directImports(names: readonly Brought[], door: string, behind: ReadonlyMap<string, Behind>): string {
  const to = (b: Brought) => (b.type === "ImportSpecifier" ? behind.get(b.imported?.name ?? "") : undefined);
  const rest = names.filter((b) => !to(b));
  const lines = names.flatMap((b) => {
    const at = to(b);
    return at ? `import { ${at.name} as ${b.local.name} } from ${JSON.stringify(at.file)};` : [];
  });
  const asWritten = (b: Brought) => `${b.imported?.name} as ${b.local.name}`;
  if (rest.length > 0) lines.push(`import { ${rest.map(asWritten).join(", ")} } from ${JSON.stringify(door)};`);
  return lines.join(" ");
}

/**
 * Brings icons, days and colours from their own files instead of through their packages' doors, behind which 2,000 files would be read for some sixty: the build is shorter, and which pages need which
 * of them can be told.
 */
export function direct(): Plugin {
  const doors = new Map<string, ReadonlyMap<string, Behind>>();
  return {
    name: "tundish-direct",
    apply: "build",
    async transform(code, id) {
      if (!FROM_DOOR.test(code) || id.includes("node_modules")) return null;
      let text = code;
      for (const node of this.parse(code).body.toReversed()) {
        if (node.type !== "ImportDeclaration" || !DOORS.includes(node.source.value)) continue;
        if (node.specifiers.some((s) => s.type !== "ImportSpecifier")) continue;
        const door = node.source.value;
        const at = await this.resolve(door, id);
        if (!at || at.external) continue;
        if (!doors.has(at.id)) doors.set(at.id, behindDoor(at.id));
        const lines = directImports(node.specifiers as Brought[], door, doors.get(at.id)!);
        text = text.slice(0, node.start) + lines + text.slice(node.end);
      }
      return { code: text, map: null };
    },
  };
}
