import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { pathToFileURL } from "node:url";
import type { Plugin, ResolvedConfig } from "vite";
import { afterAll, describe, expect, it } from "vitest";
import { byId } from "../../../src/core/units/byId";
import { NATIVE, nativeCore } from "../../../tools/vite/native";

const folder = mkdtempSync(join(tmpdir(), "tundish-native-"));
afterAll(() => rmSync(folder, { recursive: true }));
const folders = { sources: join(folder, "src"), built: join(folder, "built") };
mkdirSync(join(folders.sources, "mould"), { recursive: true });
writeFileSync(join(folders.sources, "mould/level.ts"), "export const levelMm: number = 62;");
writeFileSync(
  join(folders.sources, "cup.ts"),
  'import { levelMm } from "./mould/level";\nexport let poured = 0;\nexport const pour = (): number => (poured += levelMm);',
);

type Resolve = (source: string, importer?: string) => Promise<string | null>;
function resolverOf(watch: object | null): Resolve {
  const plugin: Plugin = nativeCore(folders);
  (plugin.configResolved as (config: ResolvedConfig) => void)({ server: { watch } } as ResolvedConfig);
  return plugin.resolveId as unknown as Resolve;
}
const test = join(folder, "tests", "cup.test.ts");

describe("modules that Node reads by itself", () => {
  it("are those below the folder, each a file of its own without types, that share what they hold", async () => {
    const resolveId = resolverOf(null);
    const at = await resolveId("../src/cup", test);
    expect(at).toBe(join(folders.built, "cup.mjs"));
    expect(await resolveId("./mould/level", join(folders.sources, "cup.ts"))).toBe(
      join(folders.built, "mould/level.mjs"),
    );
    const cup = await import(/* @vite-ignore */ pathToFileURL(at!).href);
    cup.pour();
    expect(cup.poured).toBe(62);
  });

  it("are no packages, no other folder's, and none that is gone", async () => {
    const resolveId = resolverOf(null);
    expect(await resolveId("zod/mini", test)).toBeNull();
    expect(await resolveId("./other", test)).toBeNull();
    expect(await resolveId("../src/gone", test)).toBeNull();
    expect(await resolveId("../src/cup")).toBeNull();
  });

  it("are none where tests are run again at each change", async () => {
    expect(await resolverOf({})("../src/cup", test)).toBeNull();
  });

  it("are what these tests read of the core", () => {
    let readFrom = "";
    try {
      byId([], "p1");
    } catch (error) {
      readFrom = (error as Error).stack!.split("\n")[1];
    }
    expect(readFrom).toMatch(NATIVE);
  });
});
