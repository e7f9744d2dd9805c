import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { createRequire } from "node:module";
import { tmpdir } from "node:os";
import { dirname, join } from "node:path";
import { afterAll, describe, expect, it } from "vitest";
import { behindDoor, directImports } from "../../../tools/vite/direct";

const folder = mkdtempSync(join(tmpdir(), "tundish-door-"));
afterAll(() => rmSync(folder, { recursive: true }));
const door = join(folder, "door.mjs");
writeFileSync(
  door,
  `export { default as Drop, default as DropIcon } from './drop.mjs';
export { mix } from "./mix.mjs";
export * from "./stir.mjs";
export * from "./many.mjs";
export const own = 1;`,
);
writeFileSync(join(folder, "stir.mjs"), "export function stir() {}");
writeFileSync(join(folder, "many.mjs"), "export const one = 1; export const two = 2;");

const brought = (name: string, as = name) => ({ type: "ImportSpecifier", imported: { name }, local: { name: as } });

describe("what stands behind a package's door", () => {
  const behind = behindDoor(door);

  it("is found by every name that it has there, and a whole file's by the name of the file", () => {
    expect(behind.get("DropIcon")).toEqual({ file: join(folder, "drop.mjs"), name: "default" });
    expect(behind.get("mix")).toEqual({ file: join(folder, "mix.mjs"), name: "mix" });
    expect(behind.get("stir")).toEqual({ file: join(folder, "stir.mjs"), name: "stir" });
  });

  it("is not guessed: what no name says still comes through the door", () => {
    for (const name of ["one", "many", "own"]) expect(behind.has(name), name).toBe(false);
    expect(directImports([brought("own"), brought("Drop", "D")], "door", behind)).toBe(
      `import { default as D } from ${JSON.stringify(join(folder, "drop.mjs"))}; import { own as own } from "door";`,
    );
  });

  it.each([
    ["lucide-react", "dist/esm/lucide-react.mjs", ["Trash2", "Search"]],
    ["date-fns", "index.js", ["addDays", "differenceInCalendarDays"]],
  ])("is the very thing that %s gives by that name", async (name, file, names) => {
    const require = createRequire(import.meta.url);
    const at = join(dirname(require.resolve(`${name}/package.json`)), file);
    const [whole, found] = [(await import(at)) as Record<string, unknown>, behindDoor(at)];
    for (const one of names) {
      const { file: own, name: there } = found.get(one)!;
      expect(((await import(own)) as Record<string, unknown>)[there], one).toBe(whole[one]);
    }
  });
});
