import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { type Part, together } from "../../../tools/vite/together";
import { tries } from "../../support/tries";

const SEEDED = { seed: 42, numRuns: tries(400) };
const part = (id: string, bytes: number, ...imports: string[]): [string, Part] => [id, { id, bytes, imports }];

type Homes = ReadonlyMap<string, string[]>;
const neededBy = (file: readonly string[], parts: ReadonlyMap<string, Part>, home: Homes): string[][] =>
  file.flatMap((m) => parts.get(m)!.imports.map((i) => home.get(i)!));

/** All that a page fetches: the files of what it needs, and those that they cannot do without. */
function fetched(files: readonly string[][], parts: ReadonlyMap<string, Part>, begins: readonly string[]) {
  const home = new Map(files.flatMap((f) => f.map((m) => [m, f] as const)));
  const all = new Set<string[]>();
  const open = begins.map((b) => home.get(b)!);
  for (let file = open.pop(); file; file = open.pop()) {
    if (all.has(file)) continue;
    all.add(file);
    open.push(...neededBy(file, parts, home));
  }
  return [...all];
}
const bytesOf = (files: readonly string[][], parts: ReadonlyMap<string, Part>) =>
  files.flat().reduce((n, m) => n + parts.get(m)!.bytes, 0);

/** True where some file needs another that needs it. */
function goesRound(files: readonly string[][], parts: ReadonlyMap<string, Part>): boolean {
  const home = new Map(files.flatMap((f) => f.map((m) => [m, f] as const)));
  const done = new Set<string[]>();
  const visit = (file: string[], above: readonly string[][]): boolean => {
    if (above.includes(file)) return true;
    if (done.has(file)) return false;
    done.add(file);
    const next = new Set(neededBy(file, parts, home));
    next.delete(file);
    return [...next].some((n) => visit(n, [...above, file]));
  };
  return files.some((f) => visit(f, []));
}

const PAGES = ["m0", "m1", "m2", "m3", "m4"];
/** Five pages over modules of which each needs some below it. */
const site = fc
  .array(
    fc.record({
      bytes: fc.integer({ min: 0, max: 9000 }),
      needs: fc.array(fc.nat(1000), { minLength: 1, maxLength: 3 }),
    }),
    { minLength: 10, maxLength: 30 },
  )
  .map((modules) => {
    const first = (i: number) => Math.max(PAGES.length, i + 1);
    const below = (i: number, n: number) => first(i) + (n % (modules.length - first(i)));
    return new Map(
      modules.map(({ bytes, needs }, i) =>
        part(`m${i}`, bytes, ...(first(i) < modules.length ? needs.map((n) => `m${below(i, n)}`) : [])),
      ),
    );
  });

describe("modules that travel together", () => {
  it("each that a page needs is in one file, and no two files need each other", () => {
    fc.assert(
      fc.property(site, fc.integer({ min: 0, max: 20_000 }), (parts, bytesAFile) => {
        const files = together(parts, PAGES, [], bytesAFile);
        expect(new Set(files.flat()).size).toBe(files.flat().length);
        const needed = fetched(
          [...parts.keys()].map((id) => [id]),
          parts,
          PAGES,
        ).flat();
        expect(new Set(files.flat())).toEqual(new Set(needed));
        expect(goesRound(files, parts)).toBe(false);
      }),
      SEEDED,
    );
  });

  it("where nothing may be fetched in vain, every page fetches exactly what it needs", () => {
    fc.assert(
      fc.property(site, (parts) => {
        const files = together(parts, PAGES, [], 0);
        for (const page of PAGES) {
          const needed = fetched(
            [...parts.keys()].map((id) => [id]),
            parts,
            [page],
          );
          expect(bytesOf(fetched(files, parts, [page]), parts)).toBe(bytesOf(needed, parts));
        }
      }),
      SEEDED,
    );
  });

  it("what all pages together fetch in vain is less than the files that they are spared are worth", () => {
    fc.assert(
      fc.property(site, fc.integer({ min: 1, max: 20_000 }), (parts, bytesAFile) => {
        const [apart, joined] = [0, bytesAFile].map((most) => together(parts, PAGES, [], most));
        const cost = (files: string[][]) =>
          PAGES.reduce((n, p) => {
            const all = fetched(files, parts, [p]);
            return n + bytesOf(all, parts) + bytesAFile * all.length;
          }, 0);
        expect(cost(joined)).toBeLessThanOrEqual(cost(apart));
      }),
      SEEDED,
    );
  });

  it("a small file that two pages of three need joins what all need; a large one does not", () => {
    const site = (bytes: number) =>
      new Map([
        part("one", 10, "all", "some"),
        part("two", 10, "all", "some"),
        part("three", 10, "all"),
        part("all", 5000),
        part("some", bytes),
      ]);
    const fileOf = (bytes: number) =>
      together(site(bytes), ["one", "two", "three"], [], 1000).find((f) => f.includes("some"));
    expect(fileOf(1500)).toContain("all");
    expect(fileOf(2500)).not.toContain("all");
  });

  it("no page fetches for the sake of the others more in vain than four files are worth", () => {
    const many = Array.from({ length: 9 }, (_, i) => `page${i}`);
    const fileOf = (bytes: number) => {
      const parts = new Map([
        ...many.map((id) => part(id, 10, "all", "most")),
        part("alone", 10, "all"),
        part("all", 20),
        part("most", bytes),
      ]);
      return together(parts, [...many, "alone"], [], 1000).find((f) => f.includes("most"));
    };
    expect(fileOf(3900)).toContain("all");
    // Nine pages would be spared a file each; the tenth would pay for it.
    expect(fileOf(4100)).not.toContain("all");
  });

  it("what every page fetches besides counts for all of them", () => {
    const parts = new Map([
      part("one", 10, "shared"),
      part("two", 10),
      part("drawing", 10, "shared"),
      part("shared", 90_000),
    ]);
    const home = together(parts, ["one", "two"], ["drawing"], 1000).find((f) => f.includes("shared"));
    expect(home).toContain("drawing");
  });
});
