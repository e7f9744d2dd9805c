/** What a file of the browser's part can be made of. */
export interface Part {
  id: string;
  /** Length of its source, bytes. */
  bytes: number;
  /** Ids of the modules that it cannot do without. */
  imports: readonly string[];
}

/** Modules that travel in one file, the pages that fetch it, and the files that it cannot do without. */
interface File {
  modules: string[];
  bytes: number;
  pages: Set<string>;
  needs: Set<File>;
}

/** All that a module brings along, itself included. */
function reached(from: string, parts: ReadonlyMap<string, Part>): Set<string> {
  const all = new Set<string>();
  const open = [from];
  for (let id = open.pop(); id !== undefined; id = open.pop()) {
    if (all.has(id)) continue;
    all.add(id);
    open.push(...(parts.get(id)?.imports ?? []));
  }
  return all;
}

/** Modules that exactly the same pages need, one file for each set of pages: nobody fetches what is not needed, and no two files need each other. */
function bySetOfPages(
  parts: ReadonlyMap<string, Part>,
  pages: readonly string[],
  everywhere: readonly string[],
): File[] {
  const needed = new Map<string, Set<string>>();
  const note = (from: string, by: readonly string[]) => {
    for (const id of reached(from, parts)) {
      const set = needed.get(id) ?? new Set();
      for (const page of by) set.add(page);
      needed.set(id, set);
    }
  };
  for (const page of pages) note(page, [page]);
  for (const one of everywhere) note(one, pages);
  const files = new Map<string, File>();
  const home = new Map<string, File>();
  for (const { id, bytes } of parts.values()) {
    const set = needed.get(id);
    if (!set) continue;
    const key = pages.filter((p) => set.has(p)).join("\n");
    const file = files.get(key) ?? { modules: [], bytes: 0, pages: set, needs: new Set() };
    file.modules.push(id);
    file.bytes += bytes;
    files.set(key, file);
    home.set(id, file);
  }
  for (const [id, file] of home)
    for (const other of parts.get(id)?.imports.flatMap((i) => home.get(i) ?? []) ?? [])
      if (other !== file) file.needs.add(other);
  return [...files.values()];
}

/** No page fetches for one file less more in vain than so many are worth, however many others are spared one. */
const MOST_IN_VAIN = 4;

/** Pages that fetch one of two files and not the other. */
const without = (pages: ReadonlySet<string>, others: ReadonlySet<string>) =>
  [...pages].reduce((n, page) => (others.has(page) ? n : n + 1), 0);

/** Which files each file needs, directly or by way of others. */
function needsOf(files: readonly File[]): Map<File, Set<File>> {
  const needs = new Map<File, Set<File>>();
  for (const file of files) {
    const all = new Set<File>();
    const open = [...file.needs];
    for (let next = open.pop(); next; next = open.pop()) {
      if (all.has(next)) continue;
      all.add(next);
      open.push(...next.needs);
    }
    needs.set(file, all);
  }
  return needs;
}

type Needs = ReadonlyMap<File, ReadonlySet<File>>;

/** Whether a file needs another by way of a third: as one, they and the third would need each other. */
const needsByAThird = (from: File, to: File, needs: Needs) =>
  [...(needs.get(from) ?? [])].some((third) => third !== to && needs.get(third)?.has(to));

/** Bytes that each page fetches in vain where two files become one: the other one, and what that needs. */
function wasted(a: File, b: File, needs: Needs): number[] {
  const inVain = (file: File, pages: ReadonlySet<string>, other: File) => {
    const all = [file, ...(needs.get(file) ?? [])].filter((f) => f !== other);
    return [...pages]
      .filter((page) => !file.pages.has(page))
      .map((page) => all.reduce((n, f) => (f.pages.has(page) ? n : n + f.bytes), 0));
  };
  return [...inVain(a, b.pages, b), ...inVain(b, a.pages, a)];
}

/** The two files that gain most from being one, where any do without making a circle. */
function bestPair(files: readonly File[], bytesAFile: number): readonly [File, File] | null {
  const pairs = files.flatMap((a, i) =>
    files.slice(0, i).map((b) => {
      const onlyA = without(a.pages, b.pages);
      const saved = (a.pages.size - onlyA) * bytesAFile;
      return { a, b, saved, most: saved - a.bytes * without(b.pages, a.pages) - b.bytes * onlyA };
    }),
  );
  const needs = needsOf(files);
  let best: { pair: readonly [File, File]; gain: number } | null = null;
  for (const { a, b, saved, most } of pairs.filter((p) => p.most > 0).sort((x, y) => y.most - x.most)) {
    if (best && best.gain >= most) break;
    if (needsByAThird(a, b, needs) || needsByAThird(b, a, needs)) continue;
    const waste = wasted(a, b, needs);
    if (waste.some((bytes) => bytes > MOST_IN_VAIN * bytesAFile)) continue;
    const gain = saved - waste.reduce((n, bytes) => n + bytes, 0);
    if (gain > (best?.gain ?? 0)) best = { pair: [a, b], gain };
  }
  return best?.pair ?? null;
}

/** The files with two of them made one. */
function withOne(files: readonly File[], a: File, b: File): File[] {
  const pages = new Set([...a.pages, ...b.pages]);
  const needs = new Set([...a.needs, ...b.needs].filter((f) => f !== a && f !== b));
  const one = { modules: [...a.modules, ...b.modules], bytes: a.bytes + b.bytes, pages, needs };
  const rest = files.filter((f) => f !== a && f !== b);
  for (const file of rest) {
    if (file.needs.delete(a)) file.needs.add(one);
    if (file.needs.delete(b)) file.needs.add(one);
  }
  // Whoever fetches the one fetches what any of it needs.
  for (const needed of needsOf([one]).get(one) ?? []) for (const page of pages) needed.pages.add(page);
  return [...rest, one];
}

/**
 * Which modules travel together in one file. A page that fetches many small files comes alive late; one that fetches a few large ones fetches what it does not use. From one file for each set of pages,
 * two become one as long as that saves more than it wastes, and no two files ever need each other.
 * @param parts all modules by id
 * @param pages ids of the modules at which pages (and what is fetched later by itself) begin
 * @param everywhere ids of what every page fetches besides
 * @param bytesAFile source that a page may rather fetch in vain than one file more, bytes
 * @returns sets of modules' ids, the largest file first
 */
export function together(
  parts: ReadonlyMap<string, Part>,
  pages: readonly string[],
  everywhere: readonly string[],
  bytesAFile: number,
): string[][] {
  let files = bySetOfPages(parts, pages, everywhere);
  for (let pair = bestPair(files, bytesAFile); pair; pair = bestPair(files, bytesAFile))
    files = withOne(files, ...pair);
  return files.sort((x, y) => y.bytes - x.bytes).map((f) => f.modules);
}
