import { readdirSync, readFileSync, statSync } from "node:fs";
import { dirname, join, relative, resolve } from "node:path";

/** The floors of `src/core` from the ground up: a folder knows those below its own floor, and none beside it. Why: docs/architecture.md. */
export const FLOORS: readonly (readonly string[])[] = [
  ["units"],
  ["mould", "scent", "formula", "practice"],
  ["colour", "cure", "techniques"],
  ["photo"],
  ["clock", "swirl", "document"],
  ["batter"],
  ["hand"],
  ["cut", "print", "library"],
  ["prepare"],
  ["advise"],
  ["derive"],
];

/** Files by their paths from the root, each with those that it imports, types included. */
export type Imports = ReadonlyMap<string, readonly string[]>;

const IMPORT = /(?:^|\n)\s*(?:import|export)\s[^;]*?from\s+"(\.[^"]+)"|import\("(\.[^"]+)"\)/g;

/** Reads what the files under a folder import of each other. */
export function importsUnder(root: string): Imports {
  const files: string[] = [];
  const walk = (folder: string): void => {
    for (const name of readdirSync(folder)) {
      const path = join(folder, name);
      if (statSync(path).isDirectory()) walk(path);
      else if (/\.tsx?$/.test(name)) files.push(path);
    }
  };
  walk(resolve(root));
  const known = new Set(files);
  return new Map(
    files.map((file) => {
      const found = [...readFileSync(file, "utf8").matchAll(IMPORT)].flatMap(([, statement, dynamic]) => {
        const target = resolve(dirname(file), statement ?? dynamic);
        return [`${target}.ts`, `${target}.tsx`].filter((path) => known.has(path));
      });
      return [relative(root, file), found.map((path) => relative(root, path))];
    }),
  );
}

/** Imports that go up a floor, or sideways; `imports` are those of `src/core`. */
export function upwards(imports: Imports): string[] {
  const floorOf = new Map(FLOORS.flatMap((floor, i) => floor.map((folder) => [folder, i] as const)));
  const folder = (file: string) => file.split("/")[0];
  return [...imports].flatMap(([file, targets]) => {
    const own = floorOf.get(folder(file));
    if (own === undefined) return [`${file}: its folder has no floor`];
    return targets
      .filter((t) => folder(t) !== folder(file) && (floorOf.get(folder(t)) ?? Number.POSITIVE_INFINITY) >= own)
      .map((t) => `${file} imports ${t}, which is not below it`);
  });
}

/** Files that import each other in a circle, circle by circle (Tarjan's strongly connected parts). */
export function circlesIn(imports: Imports): string[][] {
  const index = new Map<string, number>();
  const low = new Map<string, number>();
  const stack: string[] = [];
  const circles: string[][] = [];
  const visit = (file: string): void => {
    index.set(file, index.size);
    low.set(file, index.get(file)!);
    stack.push(file);
    for (const target of imports.get(file) ?? []) {
      if (!index.has(target)) visit(target);
      if (stack.includes(target)) low.set(file, Math.min(low.get(file)!, low.get(target)!));
    }
    if (low.get(file) !== index.get(file)) return;
    const circle = stack.splice(stack.indexOf(file));
    if (circle.length > 1 || imports.get(file)?.includes(file)) circles.push(circle);
  };
  for (const file of imports.keys()) if (!index.has(file)) visit(file);
  return circles;
}
